<script lang="ts">
  // From anywhere: paste a recipe, a label, a rule; see it read, on this dial, for this joint.
  import { untrack } from 'svelte'
  import { http, want, type Reckoning, type Roast } from '$lib/api/client'
  import { navigate } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan, type Wish } from '$lib/state/plan.svelte'
  import { dial, duration, sentence, temp, weight } from '$lib/units'
  import { convert, saltFor, spoons } from './convert'
  import PrintedNear from './PrintedNear.svelte'
  import WordsRead from './WordsRead.svelte'

  let { roastId, onclose }: { roastId: string | undefined; onclose: () => void } = $props()

  type Rule = { text: string; found: Reckoning }
  let box: HTMLElement
  let roast = $state<Roast | null>(null)
  let text = $state('')
  let found = $state<Reckoning | null>(null)
  let answers = $state<Record<string, number>>({})
  let kept = $state<Rule[]>([])
  let fault = $state('')
  let busy = $state(false)
  let saltId = $state('fine')
  let percent = $state('1.2')
  let asked = 0
  let timer: ReturnType<typeof setTimeout> | undefined

  $effect(() => {
    box.querySelector('textarea')?.focus()
  })
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
  const salts = $derived(kitchen.catalogue?.salts ?? [])
  const salt = $derived(salts.find((s) => s.id === saltId) ?? salts[0])
  const share = $derived(Number(percent.replace(',', '.')))
  const salted = $derived(
    salt === undefined || roast === null || !(share > 0 && share <= 10)
      ? null
      : saltFor(roast.joint.weight_kg, share, salt.teaspoon_g),
  )
  const result = $derived(found?.result ?? null)

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
    box.querySelector('textarea')?.focus()
  }

  async function shape(method: string): Promise<void> {
    if (roast === null) return
    plan.lent = method
    onclose()
    await navigate('/ways/:id/hand', { params: { id: roast.id } })
  }

  const AIR: Record<string, string> = {
    still: 'still air',
    fan: 'fan air',
    gas: 'gas',
    air: 'table-top hot air',
  }
</script>

<div
  class="reckoner"
  role="dialog"
  aria-label="Reckoner"
  tabindex="-1"
  bind:this={box}
  onkeydown={(e) => e.key === 'Escape' && onclose()}
>
  <div class="head">
    <h2>Reckoner</h2>
    <p class="quiet">
      {#if roast !== null}
        {cut?.name ?? roast.name}, {weight(roast.joint.weight_kg, units)}, wanted at {temp(
          roast.wanted_c,
          units,
        )}, {roast.oven.name}
      {:else}
        No joint is laid: units only.
      {/if}
    </p>
    <button class="act plain" onclick={onclose}>Close</button>
  </div>
  <label>
    <span class="label">A recipe, a label, a rule, a weight, a heat</span>
    <textarea
      class="field"
      rows="3"
      placeholder="20 min per lb plus 20 · roast at 200C (180C fan) for … · 4 lb 3 oz · gas 5"
      value={text}
      oninput={(e) => type(e.currentTarget.value)}></textarea>
  </label>
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  <div role="status">
    {#if converted !== null}
      <p class="big">{converted.said} = {converted.same.join(' = ')}</p>
    {:else if found !== null && result !== null}
      <p class="big">{sentence(result.verdict, units)}</p>
      {#if result.pull_min !== null && result.pull_core_c !== null}
        <p>
          {duration(result.pull_min)} until it comes out, at {temp(result.pull_core_c, units)} in the
          middle.
        </p>
      {/if}
    {:else if found !== null}
      <p class="big">Nothing in it says how to heat a joint.</p>
    {:else if busy}
      <p class="quiet">Reading…</p>
    {/if}
  </div>
  {#if found !== null && converted === null}
    <WordsRead {text} {found} />
    {#if found.opens.length > 0}
      <div class="opens">
        {#each found.opens as open (open.code)}
          <fieldset>
            <legend>
              <b>{sentence(open.question, units)}</b>
              {#if open.gap !== ''}<span class="quiet">{sentence(open.gap, units)}.</span>{/if}
            </legend>
            {#each open.choices as choice, i (choice.words)}
              <label class="tick">
                <input
                  type="radio"
                  name={open.code}
                  checked={(answers[open.code] ?? 0) === i}
                  onchange={() => answer(open.code, i)}
                />
                {sentence(choice.words, units)}
                <span class="quiet">
                  {choice.peak_c === null ? 'not here' : `ends at ${temp(choice.peak_c, units)}`}
                </span>
              </label>
            {/each}
          </fieldset>
        {/each}
      </div>
    {/if}
    {#if result !== null && result.dials.length > 0}
      <table>
        <thead>
          <tr>
            <th scope="col">as written</th>
            <th scope="col">1. in this oven’s air</th>
            <th scope="col">2. on this dial</th>
          </tr>
        </thead>
        <tbody>
          {#each result.dials as step, i (i)}
            <tr>
              <td>{step.written} {step.air === null ? '' : AIR[step.air]}</td>
              <td>
                {temp(step.here_c, units)}
                <span class="quiet">
                  {step.air === null
                    ? 'taken as this oven’s own'
                    : step.air === oven?.kind
                      ? 'the same air'
                      : 'does as much'}
                </span>
              </td>
              <td><b>{dial(step.dial_c, oven?.marks ?? 'C')}</b></td>
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
    {#if result !== null}
      {#if result.method !== found.stages.join('; ')}
        <p class="method">Here: {result.method}</p>
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
    <table aria-label="Rules compared">
      <thead>
        <tr>
          <th scope="col">rule</th><th scope="col">in heat</th><th scope="col">ends at</th>
          <th scope="col">for what you want</th><th></th>
        </tr>
      </thead>
      <tbody>
        {#each kept as rule, i (i)}
          {@const r = rule.found.result}
          <tr>
            <td>{rule.text}</td>
            <td>{r?.pull_min == null ? '–' : duration(r.pull_min)}</td>
            <td>{r?.peak_c == null ? '–' : temp(r.peak_c, units)}</td>
            <td>
              {r?.earlier_min == null
                ? '–'
                : Math.abs(r.earlier_min) < 1
                  ? 'as it is'
                  : `${Math.round(Math.abs(r.earlier_min))} min ${r.earlier_min > 0 ? 'sooner' : 'later'}`}
            </td>
            <td>
              <button class="undo" onclick={() => (kept = kept.filter((_, k) => k !== i))}
                >drop<span class="sr-only"> rule {i + 1}</span></button
              >
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  <details>
    <summary>Salt by the spoon</summary>
    <div class="salt">
      <label>
        <span class="label">Salt, % of the joint</span>
        <input class="field" inputmode="decimal" bind:value={percent} />
      </label>
      <label>
        <span class="label">of this salt</span>
        <select class="field" bind:value={saltId}>
          {#each salts as s (s.id)}<option value={s.id}>{s.name}</option>{/each}
        </select>
      </label>
      <p class="big">
        {#if salted !== null}
          {Math.round(salted.g)} g, about {spoons(salted.tsp)} level
        {:else if roast === null}
          Lay a joint first.
        {:else}
          Allowed: more than 0, at most 10 %
        {/if}
      </p>
    </div>
    <p class="label">
      Spoons are estimates: weigh ten level spoons of your own. Salt used is not salt eaten.
    </p>
  </details>
</div>

<style>
  .reckoner {
    position: fixed;
    inset: 4.2rem 1rem auto auto;
    width: min(46rem, calc(100vw - 2rem));
    max-height: calc(100dvh - 5rem);
    overflow: auto;
    z-index: 20;
    background: var(--paper-light);
    color: var(--ink);
    border: 2px solid var(--ink);
    border-radius: 6px;
    padding: 0.8rem 1.25rem 1.1rem;
    display: grid;
    gap: 0.65rem;
  }
  .head {
    display: flex;
    align-items: center;
    gap: 0.3rem 1rem;
    flex-wrap: wrap;
  }
  .head p {
    flex: 1;
  }
  h2 {
    font-size: 1.4rem;
  }
  textarea {
    font-size: 1.05rem;
    line-height: 1.4;
    padding: 0.5rem 0.7rem;
  }
  .big {
    font-family: var(--typo-heading--font-family);
    font-weight: 700;
    font-size: 1.45rem;
    line-height: 1.2;
    text-wrap: balance;
  }
  .opens {
    display: grid;
    gap: 0.5rem;
  }
  fieldset {
    border-left: 4px solid var(--accent);
    padding-left: 0.8rem;
  }
  /* What stands in it too, such as the printed rules. */
  .reckoner :global(table) {
    border-collapse: collapse;
    width: 100%;
  }
  .reckoner :global(th) {
    text-align: left;
    font-weight: 400;
    font-size: 0.9rem;
    color: var(--ink-soft);
  }
  .reckoner :global(td) {
    border-top: 1px solid var(--line);
    padding: 0.3rem 0.7rem 0.3rem 0;
  }
  .method {
    font-weight: 600;
  }
  summary {
    min-height: 40px;
    cursor: pointer;
    font-weight: 600;
  }
  .salt {
    display: grid;
    grid-template-columns: 9rem 1fr 1.4fr;
    gap: 1rem;
    align-items: end;
  }
  @media (max-width: 860px) {
    .reckoner {
      inset: 0.5rem 0.5rem auto 0.5rem;
      width: auto;
      max-height: calc(100dvh - 90px);
    }
    .salt {
      grid-template-columns: 1fr 1fr;
    }
    .salt .big {
      grid-column: 1 / -1;
    }
  }
</style>
