<script lang="ts">
  // From anywhere: paste a recipe, a label, a rule; see it read, on this dial, for this joint.
  import { untrack } from 'svelte'
  import { http, want, type Reckoning, type Roast } from '$lib/api/client'
  import { navigate } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan, type Wish } from '$lib/state/plan.svelte'
  import { duration, sentence, temp, weight } from '$lib/units'
  import { convert } from './convert'
  import Dials from './Dials.svelte'
  import Opens from './Opens.svelte'
  import Sheet from '$lib/ui/Sheet.svelte'
  import PrintedNear from './PrintedNear.svelte'
  import RulesCompared from './RulesCompared.svelte'
  import SaltBySpoon from './SaltBySpoon.svelte'
  import WordsRead from './WordsRead.svelte'

  let { roastId, onclose }: { roastId: string | undefined; onclose: () => void } = $props()

  const field = (): HTMLElement | null => document.querySelector('#reckon')
  type Rule = { text: string; found: Reckoning }
  let roast = $state.raw<Roast | null>(null)
  let text = $state('')
  let found = $state.raw<Reckoning | null>(null)
  let answers = $state<Record<string, number>>({})
  let kept = $state.raw<Rule[]>([])
  let fault = $state('')
  let busy = $state(false)
  let asked = 0
  let timer: ReturnType<typeof setTimeout> | undefined

  $effect(() => {
    if (roastId === undefined) return
    void want(http.GET('/roasts/{roast_id}', { params: { path: { roast_id: roastId } } })).then(
      (r) => (roast = r),
      (error: unknown) => (fault = (error as Error).message),
    )
  })

  $effect(() => {
    const handed = kitchen.toReckon
    if (roast === null) return
    // What was typed before the joint was known waits for it: nobody types it twice.
    if (handed === '') return untrack(() => void read())
    kitchen.toReckon = ''
    untrack(() => type(handed))
  })

  const units = $derived(kitchen.units)
  const oven = $derived(kitchen.ovens.find((o) => o.id === roast?.oven.id) ?? kitchen.ovens[0])
  const wish = $derived.by((): Wish | null => {
    if (roast === null) return null
    const { joint, oven, wanted_c, rest_min, thermometer } = roast
    return { joint, oven_id: oven.id, wanted_c, rest_min, thermometer, quick: false }
  })
  const converted = $derived(convert(text))
  const cut = $derived(kitchen.catalogue?.cuts.find((c) => c.id === roast?.joint.cut))
  const result = $derived(found?.result ?? null)
  const told = $derived(
    roast === null
      ? 'No joint is laid: units only.'
      : `${cut?.name ?? roast.name}, ${weight(roast.joint.weight_kg, units)}, wanted at ${temp(roast.wanted_c, units)}, ${roast.oven.name}`,
  )

  function type(value: string): void {
    text = value
    answers = {}
    clearTimeout(timer)
    timer = setTimeout(() => void read(), 350)
  }

  async function read(): Promise<void> {
    const turn = ++asked
    if (wish === null || text.trim() === '' || convert(text) !== null) {
      found = null
      fault = ''
      return
    }
    busy = true
    try {
      const reading = await want(http.POST('/reckon', { body: { ...wish, text, answers } }))
      if (turn !== asked) return
      found = reading
      fault = ''
    } catch (error) {
      if (turn === asked) fault = (error as Error).message
    } finally {
      if (turn === asked) busy = false
    }
  }

  /** Every answer stands beside the others. */
  function answer(code: string, choice: number): void {
    answers = { ...answers, [code]: choice }
    void read()
  }

  function keep(): void {
    if (found === null) return
    kept = [...kept, { text: text.trim(), found }]
    text = ''
    found = null
    field()?.focus()
  }

  async function shape(method: string): Promise<void> {
    if (roast === null) return
    plan.lent = method
    onclose()
    await navigate('/ways/:id/hand', { params: { id: roast.id } })
  }
</script>

<Sheet title="Reckoner" {told} wide begins={field} {onclose}>
  <div class="grid gap-3">
    <label>
      <span class="label-text">A recipe, a label, a rule, a weight, a heat</span>
      <textarea
        id="reckon"
        class="field text-base leading-snug py-2 px-3"
        rows="3"
        placeholder="20 min per lb plus 20 · roast at 200C (180C fan) for … · 4 lb 3 oz · gas 5"
        value={text}
        oninput={(e) => type(e.currentTarget.value)}></textarea>
    </label>
    {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
    <div role="status">
      {#if converted !== null}
        <p class="big font-heading font-bold text-xl leading-tight text-balance">
          {converted.said} = {converted.same.join(' = ')}
        </p>
      {:else if found !== null && result !== null}
        <p class="big font-heading font-bold text-xl leading-tight text-balance">
          {sentence(result.verdict, units)}
        </p>
        {#if result.pull_min !== null && result.pull_core_c !== null}
          <p>
            {duration(result.pull_min)} until it comes out, at {temp(result.pull_core_c, units)} in the
            middle.
          </p>
        {/if}
      {:else if found !== null}
        <p class="big font-heading font-bold text-xl leading-tight text-balance">
          Nothing in it says how to heat a joint.
        </p>
      {:else if busy}
        <p class="quiet">Reading…</p>
      {/if}
    </div>
    {#if found !== null && converted === null}
      <WordsRead {text} {found} />
      <Opens opens={found.opens} {answers} {units} onanswer={answer} />
      {#if result !== null && result.dials.length > 0}
        <Dials dials={result.dials} {oven} {units} />
      {/if}
      {#if result !== null}
        {#if result.method !== found.stages.join('; ')}
          <p class="font-semibold" data-say="method">Here: {result.method}</p>
        {/if}
        <div class="acts">
          <button class="act" onclick={() => shape(result.method)}>Shape it by hand</button>
          <button class="act plain" onclick={keep}>Keep it here and read another</button>
        </div>
      {/if}
    {/if}
    {#if found !== null && converted === null && wish !== null && result !== null}
      <PrintedNear {wish} {roastId} onfollow={onclose} />
    {/if}
    {#if kept.length > 0}
      <RulesCompared rules={kept} {units} ondrop={(i) => (kept = kept.filter((_, k) => k !== i))} />
    {/if}
    <SaltBySpoon {roast} />
  </div>
</Sheet>
