<script lang="ts">
  // What can be changed now: say what is wrong, and see what helps, what it gives and what it costs.
  import { Tabs } from '@skeletonlabs/skeleton-svelte'
  import { tick } from 'svelte'
  import type { Levers, Need, Trouble, TroubleLine } from '$lib/api/client'
  import type { RoastState } from '$lib/state/roast.svelte'
  import LeversFound from './LeversFound.svelte'
  import Working from '$lib/ui/Working.svelte'
  import { duration, hour, sentence, type Units } from '$lib/units'

  let {
    current,
    putIn,
    units,
    resting,
    early = 0,
  }: {
    current: RoastState
    putIn: number
    units: Units
    resting: boolean
    /** Minutes it will be out before the plan had it; negative: after. */
    early?: number
  } = $props()

  type Asked = Need | 'early' | 'wrong' | ''
  const IN_OVEN: [Asked, string][] = [
    ['sooner', 'Must be sooner'],
    ['early', 'It is early'],
    ['later', 'They are late'],
    ['browner', 'Too pale'],
    ['paler', 'Browned early'],
    ['wrong', 'What is wrong?'],
  ]
  const RESTING: [Asked, string][] = [
    ['sooner', 'Must carve now'],
    ['later', 'They are late'],
    ['wrong', 'What is wrong?'],
  ]
  const LATE = [10, 20, 30, 40, 60]
  /** Less is within what a rest takes up. */
  const LEAST_EARLY = 5
  const TRIGGER = 'act plain aria-selected:shadow-[inset_0_0_0_3px_var(--focus)] lg:px-3'
  const LIST =
    'grid grid-cols-[repeat(auto-fit,minmax(8.5rem,1fr))] gap-2 border-0 p-0 max-lg:grid-cols-2'
  let asked = $state<Asked>('')
  /** Until one is pressed they are buttons: what makes tabs of them costs a phone much. */
  let woken = $state(false)
  let box = $state<HTMLElement | null>(null)
  let late = $state<number | null>(null)
  let list = $state.raw<TroubleLine[]>([])
  /** The trouble that was said; its answer comes later. */
  let said = $state('')
  let trouble = $state.raw<Trouble | null>(null)
  let found = $state.raw<Levers | null>(null)
  let working = $state(false)
  let fault = $state('')
  let turn = 0

  const at = (min: number): string => hour(new Date(putIn + min * 60_000))
  const howEarly = $derived.by(() => {
    const by =
      Math.abs(early) < 1
        ? 'when it was planned'
        : `${duration(Math.abs(early))} ${early > 0 ? 'sooner' : 'later'} than planned`
    const then =
      early >= LEAST_EARLY
        ? 'To be ready at the hour that was planned:'
        : early >= 1
          ? 'The rest takes that up: wrapped, it waits.'
          : 'It is not early.'
    return `By the readings it comes out ${by}. ${then}`
  })
  const needs = $derived(resting ? RESTING : IN_OVEN)

  async function work<T extends Levers>(question: Promise<T>): Promise<T | null> {
    const mine = ++turn
    found = null
    fault = ''
    working = true
    try {
      const answer = await question
      if (mine !== turn) return null
      found = answer
      return answer
    } catch (error) {
      if (mine === turn) fault = (error as Error).message
      return null
    } finally {
      if (mine === turn) working = false
    }
  }

  function ask(what: Asked | null): void {
    said = ''
    trouble = null
    late = null
    found = null
    fault = ''
    turn++
    working = false
    asked = what ?? ''
    if (asked === 'wrong') {
      current.troubles().then(
        (all) => (list = all),
        (error: Error) => (fault = error.message),
      )
    } else if (asked === 'early') {
      if (early >= LEAST_EARLY) lateBy(Math.round(early))
    } else if (asked !== '' && asked !== 'later') void work(current.levers(asked))
  }

  /** Make tabs of them; the hand, or the key, is on the one that is named. */
  async function wake(what: Asked): Promise<void> {
    woken = true
    await tick()
    box?.querySelector<HTMLElement>(`[data-ask="${what}"]`)?.focus({ preventScroll: true })
  }

  function press(what: Asked): void {
    ask(what)
    void wake(what)
  }

  function key(event: KeyboardEvent, n: number): void {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
    const to = needs.at((n + by) % needs.length)
    if (by !== 0 && to !== undefined) void wake(to[0])
  }

  function lateBy(minutes: number): void {
    late = minutes
    void work(current.delays(minutes))
  }

  async function wrong(code: string): Promise<void> {
    said = code
    trouble = null
    const answer = await work(current.trouble(code))
    // Null is an older question's: a newer one may have been answered meanwhile.
    if (answer !== null) trouble = answer
  }

  async function pull(code: string): Promise<void> {
    if (await current.pullLever(code, late)) {
      ask('')
    }
  }
</script>

<section class="grid gap-2" aria-label="Change the course" bind:this={box}>
  {#if woken}
    <Tabs
      value={asked === '' ? null : asked}
      deselectable
      activationMode="manual"
      onValueChange={(e) => ask(e.value as Asked)}
    >
      <Tabs.List class={LIST}>
        {#each needs as [id, words] (id)}
          <Tabs.Trigger value={id} class={TRIGGER} data-ask={id}>{words}</Tabs.Trigger>
        {/each}
      </Tabs.List>
      {#each needs as [id] (id)}
        <Tabs.Content value={id} class="grid gap-2">
          {#if asked === id}{@render answer()}{/if}
        </Tabs.Content>
      {/each}
    </Tabs>
  {:else}
    <div class={LIST} role="tablist">
      {#each needs as [id, words], n (id)}
        <button
          class={TRIGGER}
          role="tab"
          aria-selected="false"
          data-ask={id}
          onclick={() => press(id)}
          onkeydown={(e) => key(e, n)}>{words}</button
        >
      {/each}
    </div>
  {/if}
</section>

{#snippet answer()}
  {#if asked === 'later'}
    <div class="chips" role="group" aria-label="Late by">
      <span>by how much?</span>
      {#each LATE as minutes (minutes)}
        <button
          data-ask="late-{minutes}"
          aria-pressed={late === minutes}
          onclick={() => lateBy(minutes)}
        >
          {minutes} min
        </button>
      {/each}
    </div>
  {/if}
  {#if asked === 'early'}
    <p>{howEarly}</p>
  {/if}
  {#if asked === 'wrong'}
    <div class="chips" role="group" aria-label="What is wrong">
      {#each list as line (line.code)}
        <button
          data-ask={line.code}
          aria-pressed={said === line.code}
          onclick={() => wrong(line.code)}
        >
          {line.words}
        </button>
      {/each}
    </div>
  {/if}
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  {#if working}<Working words="Working each of them out…" />{/if}
  {#if trouble !== null}
    {#each trouble.hazards as hazard (hazard)}<p
        class="hazard border-l-[6px] border-accent py-1 px-3 font-bold text-lg"
      >
        {hazard}
      </p>{/each}
    <ul class="list-disc pl-5 text-lg">
      {#each trouble.now as step (step)}<li>{step}</li>{/each}
    </ul>
    {#if trouble.saves.length > 0}
      <ul class="list-disc pl-5 text-lg" aria-label="What it saves">
        {#each trouble.saves as line (line)}<li>{sentence(line, units)}</li>{/each}
      </ul>
    {/if}
  {/if}
  {#if found !== null && (asked !== 'wrong' || trouble !== null)}
    <LeversFound
      {found}
      {at}
      {units}
      {resting}
      busy={current.busy}
      bare={trouble === null}
      onpull={pull}
    />
  {/if}
{/snippet}
