<script lang="ts">
  // Over every place while one practises: that nothing is real, the clock, what is asked of the
  // joint, and what was heard.
  import { route } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { practice, type Ask } from '$lib/state/practice.svelte'
  import { hour, sentence, temp } from '$lib/units'
  import { untrack } from 'svelte'

  const PACES = [1, 10, 30, 60, 120]
  const ASKS: [Ask, string][] = [
    ['probe', 'Probe it'],
    ['look', 'Look'],
    ['touch', 'Touch it'],
    ['smell', 'Smell'],
  ]
  const EVERY_MS = 2000
  const HOME_MS = 10_000
  let answer = $state('')
  const on = $derived(practice.on)
  const first = $derived(on?.joints.find((j) => j.status !== 'done') ?? on?.joints[0])
  const named = $derived(on?.joints.find((j) => route.pathname.endsWith(`/${j.id}`)) ?? first)
  const last = $derived(on?.heard.at(-1))
  const under = $derived(named !== undefined && named.status !== 'done')

  $effect(() => {
    void Object.values(kitchen.news).reduce((a, b) => a + b, 0)
    untrack(() => void practice.load())
  })
  $effect(() => {
    void practice.lookHome()
    const timer = setInterval(() => void practice.load(), EVERY_MS)
    const look = setInterval(() => void practice.lookHome(), HOME_MS)
    return () => {
      clearInterval(timer)
      clearInterval(look)
    }
  })

  async function ask(what: Ask): Promise<void> {
    if (named === undefined) return
    const found = await practice.ask(what, named.id)
    if (found === null) return
    const read = found.core_c === null ? '' : `It reads ${temp(found.core_c, kitchen.units)}.`
    answer = `${hour(kitchen.now)} ${found.words || read}`
  }
</script>

<section
  class="grid gap-1.5 px-7 py-2 border-b-2 border-dashed border-accent max-lg:px-3 print:hidden"
  aria-label="Practice"
>
  {#if practice.athome !== null}
    <p class="notice flex flex-wrap items-center gap-3" role="alert">
      <b>In your own kitchen, {practice.athome.name}:</b>
      {sentence(practice.athome.words, kitchen.units)}
      <button class="act" onclick={() => practice.home()}>Go there</button>
    </p>
  {/if}
  {#if practice.asked && !practice.here}
    <p class="flex flex-wrap items-center gap-3" role="status">
      <b>This practice is over.</b>
      <button class="act" onclick={() => practice.leave(false)}>Back to your kitchen</button>
    </p>
  {:else if on !== null}
    <p class="flex flex-wrap items-baseline gap-x-3">
      <b class="shout">Practice: {on.title}</b>
      <span class="quiet">Nothing here is real. At table {hour(new Date(on.serve_at))}</span>
      {#if on.late_min > 0}
        <b>{Math.round(on.late_min)} min later, as was said</b>
      {/if}
    </p>
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1.5">
      <div class="flex flex-wrap items-center gap-1.5" role="group" aria-label="How fast">
        <button
          class="act plain aria-pressed:bg-ink aria-pressed:text-paper"
          aria-pressed={on.pace === 0}
          onclick={() => practice.pace(0)}>Stop</button
        >
        {#each PACES as pace (pace)}
          <button
            class="act plain aria-pressed:bg-ink aria-pressed:text-paper"
            aria-pressed={on.pace === pace}
            aria-label="{pace} times as fast"
            onclick={() => practice.pace(pace)}>×{pace}</button
          >
        {/each}
        <button
          class="act plain"
          disabled={practice.busy || on.over}
          onclick={() => practice.skip()}>To what comes next</button
        >
        <button
          class="act plain"
          disabled={practice.busy || !on.can_go_back}
          onclick={() => practice.back()}>One step back</button
        >
      </div>
      {#if under}
        <div
          class="flex flex-wrap items-center gap-1.5"
          role="group"
          aria-label="Ask the joint{on.joints.length > 1 ? `: ${named?.name}` : ''}"
        >
          {#each ASKS as [what, words] (what)}
            <button class="act plain" disabled={practice.busy} onclick={() => ask(what)}
              >{words}</button
            >
          {/each}
        </div>
      {/if}
      <span class="flex-1"></span>
      {#if on.over}
        <a class="act" href="/practice">See how it went</a>
      {/if}
      <button class="act plain" onclick={() => practice.leave(false)}>Leave</button>
    </div>
    <p class="min-h-6" role="status" data-say="practice">
      {#if practice.fault !== ''}
        <span class="fault">{practice.fault}</span>
      {:else if answer !== ''}
        {answer}
      {:else if named?.status === 'roasting'}
        <span class="quiet">A probe, a look or a touch opens the door; a smell does not.</span>
      {/if}
      {#if last !== undefined}
        <b class="border-l-4 border-accent pl-2 ml-2"
          >{hour(new Date(last.at))} {sentence(last.words, kitchen.units)}</b
        >
      {/if}
    </p>
    {#if on.step !== ''}<p class="text-lg" data-say="lesson">{on.step}</p>{/if}
  {/if}
</section>
