<script lang="ts">
  // A way opened: when it comes out and at what, its bands, its servings, its notes; and taken.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { PRACTICE } from '$lib/api/base'
  import { plan } from '$lib/state/plan.svelte'
  import { practice } from '$lib/state/practice.svelte'
  import {
    apart,
    delta,
    dial,
    duration,
    hour,
    later,
    length,
    minutesRange,
    sentence,
    temp,
    weight,
  } from '$lib/units'
  import type { Hand, Scene } from './scene'
  import { LOUD, band, byClock, inPercent, untilTender, type Worked } from './compare'

  let { id, way, scene, hand }: { id: string; way: Worked; scene: Scene; hand: Hand } = $props()
  const { dialMarks, locked } = $derived(scene)
  const inAt = $derived(later(scene.serve, -way.forecast.end_min))
  const on = $derived(scene.taken === way.id)
  const pinned = $derived(scene.pins.includes(way.id))

  const f = $derived(way.forecast)
  const units = $derived(kitchen.units)
  const worst = $derived(plan.fragile[way.method]?.[0])
  const tender = $derived(untilTender(way))
  const BEFORE_MIN = 5
  /** Five minutes before a stage ends, in a kitchen of its own. */
  function practise(stage: number): Promise<void> {
    const ends = f.stages[stage]?.end_min ?? f.pull_min.value
    const from_min = Math.max(0, ends - BEFORE_MIN)
    return practice.begin({ roast_id: plan.id, method: way.method, from_min })
  }
  const outAt = (min: number): string => hour(new Date(inAt.getTime() + min * 60_000))
  const SAID = [
    'coat_after_pan',
    'oven_limit',
    'air_differs',
    'measures_and_weight',
    'liquid_gone',
    ...LOUD,
  ]
  const notes = $derived([...f.notes.filter((n) => SAID.includes(n.code)), ...f.cautions])
  /** The oven is turned up with the joint in it: its goal is not yet the take-out. */
  const upNext = $derived(
    f.stages.some((s) => s.kind === 'oven' && Math.abs(s.start_min - f.pull_min.value) < 0.01),
  )
  /** Eight in ten lie between, as a bracket behind a share. */
  const between = (name: string): string => {
    const found = f.shares80[name]
    return found === undefined
      ? ''
      : ` (${Math.round(found[0] * 100)}–${Math.round(found[1] * 100)})`
  }
</script>

<div data-say="more" class="pt-1.5 pb-2 px-4 grid gap-2" {id}>
  <p>
    {#if worst !== undefined}
      <b>Guard:</b>
      {sentence(worst.guard, units)}
      {#if PRACTICE === '' && plan.id !== null}
        <button class="undo" disabled={practice.busy} onclick={() => practise(worst.stage)}
          >Practise this moment<span class="sr-only">: {way.name}</span></button
        >
      {/if}
    {/if}
  </p>
  {#if practice.fault !== ''}<p class="fault" role="alert">{practice.fault}</p>{/if}
  <ul
    class="grid grid-cols-[repeat(auto-fit,minmax(22rem,1fr))] gap-y-1 gap-x-8 max-xl:grid-cols-1"
  >
    <li class="leading-snug">
      {#if byClock(way)}
        Out at <b>{outAt(f.pull_min.value)}</b> by the clock, after {duration(f.pull_min.value)}
        in heat; the core is then about {temp(f.pull_core_c, units)}.
      {:else}
        {upNext ? 'Turned up at' : 'Out at'} <b>{temp(f.pull_core_c, units)}</b>, about {outAt(
          f.pull_min.value,
        )}{f.pull_min.low === null
          ? ''
          : `, between ${outAt(f.pull_min.low)} and ${outAt(f.pull_min.high ?? 0)}`};
        {minutesRange(f.pull_min.low ?? f.pull_min.value, f.pull_min.high ?? f.pull_min.value)} in heat.
      {/if}
    </li>
    <li class="leading-snug">
      Climbs {delta(f.carryover_c, units)} to <b>{temp(f.peak_c.value, units)}</b>{f.peak_c.low ===
      null
        ? ''
        : ` (${band(f.peak_c.low, f.peak_c.high, units)})`}. Rim overdone by more than
      {apart(10, units)}: {length(f.rim_mm ?? 0, units)}.
    </li>
    <li class="leading-snug">
      {#if tender}Loses{:else}{inPercent(f.even_fraction ?? 0)} as wanted{between('even_fraction')},
        loses{/if}
      {inPercent(f.loss)}{between('loss')}.
    </li>
    <li class="leading-snug">
      {weight(f.cooked_kg, units)} cooked: {f.servings[0]} large or {f.servings[1]} small servings. Whole
      time {duration(f.end_min)}.
    </li>
    {#if way.needs.length > 0}<li class="leading-snug">Needs {way.needs.join(', ')}.</li>{/if}
    <li class="leading-snug">
      On this dial: {f.stages
        .filter((s) => s.dial_c !== null)
        .map((s) => dial(s.dial_c ?? 0, dialMarks))
        .join(', then ') || 'nothing to set'}.
    </li>
    {#each notes as note (note.code + note.text)}
      <li class="leading-snug border-l-3 border-accent pl-2">{sentence(note.text, units)}</li>
    {/each}
  </ul>
  <div class="acts">
    <button
      class="act"
      class:plain={on}
      disabled={locked}
      aria-pressed={on}
      onclick={() => hand.pick(way)}
    >
      {on ? 'This way' : 'Take this way'}<span class="sr-only">: {way.name}</span>
    </button>
    <button class="act plain" disabled={locked} onclick={() => hand.shape(way)}
      >Shape it by hand</button
    >
    <button class="act plain" aria-pressed={pinned} onclick={() => hand.pin(way)}>
      {pinned ? 'Unpin' : 'Pin beside another'}
    </button>
  </div>
</div>
