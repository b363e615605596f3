<script lang="ts">
  // One way: its heat on the shared clock, its cut face, its figures, its most fragile moment.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import MeatFace from '$lib/ui/MeatFace.svelte'
  import {
    delta,
    dial,
    duration,
    hour,
    minutesRange,
    sentence,
    temp,
    weight,
    type Marks,
  } from '$lib/units'
  import type { Scale } from '$lib/draw/curve'
  import { COLUMNS, byClock, misses, unsure, untilTender, type Care, type Worked } from './compare'
  import Strip from './Strip.svelte'

  let {
    way,
    columns,
    serve,
    x,
    width,
    marks,
    dialMarks,
    on,
    open,
    pinned,
    locked,
    ontoggle,
    onpick,
    onshape,
    onpin,
  }: {
    way: Worked
    columns: typeof COLUMNS
    serve: Date
    x: Scale
    width: number
    marks: { x: number }[]
    dialMarks: Marks
    on: boolean
    open: boolean
    pinned: boolean
    locked: boolean
    ontoggle: () => void
    onpick: () => void
    onshape: () => void
    onpin: () => void
  } = $props()

  const id = $props.id()
  const f = $derived(way.forecast)
  const units = $derived(kitchen.units)
  const inAt = $derived(new Date(serve.getTime() - f.end_min * 60_000))
  const outAt = (min: number): string => hour(new Date(inAt.getTime() + min * 60_000))
  const tight = $derived(inAt.getTime() < kitchen.now.getTime())
  const worst = $derived(plan.fragile[way.method]?.[0])
  /** Said before the way is opened, too. */
  const LOUD = ['coat_scorches', 'still_tough']
  const SAID = [
    'coat_after_pan',
    'oven_limit',
    'air_differs',
    'measures_and_weight',
    'liquid_gone',
    ...LOUD,
  ]
  const notes = $derived([...f.notes.filter((n) => SAID.includes(n.code)), ...f.cautions])
  const loud = $derived(f.notes.filter((n) => LOUD.includes(n.code)))
  /** The oven is turned up with the joint in it: its goal is not yet the take-out. */
  const upNext = $derived(
    f.stages.some((s) => s.kind === 'oven' && Math.abs(s.start_min - f.pull_min.value) < 0.01),
  )
  const wanted = $derived(plan.draft?.wanted_c ?? f.peak_c.value)
  const off = $derived(misses(way, wanted, units))
  const tender = $derived(untilTender(way))
  const percent = (share: number): string => `${Math.round(share * 100)} %`

  const figure = (care: Care): string => {
    switch (care) {
      case 'start':
        return hour(inAt)
      case 'peak':
        return temp(f.peak_c.value, units, true)
      case 'climb':
        return delta(f.carryover_c, units)
      case 'even':
        return tender ? '–' : percent(f.even_fraction ?? 0)
      case 'crust':
        return f.crust < 0.15 ? 'none' : f.crust < 0.6 ? 'pale' : 'brown'
      case 'rind':
        return f.crackling ? 'crisp' : f.crisp > 0.3 ? 'half' : 'soft'
      case 'loss':
        return percent(f.loss)
      case 'late':
        return plan.quick ? '…' : delta(f.late_c, units)
      case 'hands':
        return `${Math.round(way.hands_on_min)} min`
      case 'sure': {
        const about = unsure(way)
        return about === null ? '…' : byClock(way) ? 'clock' : `${Math.round(about)} min`
      }
    }
  }
  /** Eight in ten lie between, as a bracket behind a share. */
  const between = (name: string): string => {
    const found = f.shares80[name]
    return found === undefined
      ? ''
      : ` (${Math.round(found[0] * 100)}–${Math.round(found[1] * 100)})`
  }
  const band = (low: number | null, high: number | null): string =>
    low === null || high === null ? '' : `${temp(low, units, true)}–${temp(high, units, true)}`
</script>

<article class="way" class:on data-way={way.id}>
  <div class="row">
    <div class="name">
      <h2>
        <button aria-expanded={open} aria-controls="{id}-more" onclick={ontoggle}>{way.name}</button
        >
      </h2>
      <p>{way.words}</p>
    </div>
    <div class="strip">
      <Strip
        forecast={f}
        {x}
        {width}
        height={84}
        hours={marks}
        serveMin={f.end_min}
        {units}
        marks={dialMarks}
      />
    </div>
    <div class="face">
      <MeatFace
        map={f.map}
        at_mm={f.map.at_mm[Math.floor(f.map.at_mm.length / 2)] ?? 0}
        height={66}
        label="Cut face: {percent(f.even_fraction ?? 0)} as wanted, rim {Math.round(
          f.rim_mm ?? 0,
        )} mm"
      />
    </div>
    <dl style:--count={columns.length}>
      {#each columns as column (column.id)}
        <div class:main={column.id === 'start'}>
          <dt>{column.head}</dt>
          <dd>
            {figure(column.id)}
            {#if column.id === 'peak' && f.peak_c.low !== null}
              <small>{band(f.peak_c.low, f.peak_c.high)}</small>
            {/if}
          </dd>
        </div>
      {/each}
    </dl>
  </div>
  <p class="worst">
    {#if worst !== undefined}
      <b>Most fragile:</b>
      {sentence(worst.text, units)}
    {:else}
      <span class="quiet">Most fragile: …</span>
    {/if}
    {#if off !== ''}<b class="late">{off}</b>{/if}
    {#if tight}
      <b class="late">
        Too late for {hour(serve)}: put in now, it is ready about {hour(
          new Date(kitchen.now.getTime() + f.end_min * 60_000),
        )}.
      </b>
    {/if}
    {#if tender && wanted < f.peak_c.value - 5}
      <span class="quiet">Until it falls apart: well past {temp(wanted, units, true)}.</span>
    {/if}
    {#if !open}
      {#each loud as note (note.code)}
        <b class="late">{sentence(note.text, units)}</b>
      {/each}
    {/if}
  </p>
  {#if open}
    <div class="more" id="{id}-more">
      <p>
        {#if worst !== undefined}
          <b>Guard:</b>
          {sentence(worst.guard, units)}
        {/if}
      </p>
      <ul>
        <li>
          {#if byClock(way)}
            Out at <b>{outAt(f.pull_min.value)}</b> by the clock, after {duration(f.pull_min.value)}
            in heat; the core is then about {temp(f.pull_core_c, units)}.
          {:else}
            {upNext ? 'Turned up at' : 'Out at'} <b>{temp(f.pull_core_c, units)}</b>, about {outAt(
              f.pull_min.value,
            )}{f.pull_min.low === null
              ? ''
              : `, between ${outAt(f.pull_min.low)} and ${outAt(f.pull_min.high ?? 0)}`};
            {minutesRange(f.pull_min.low ?? f.pull_min.value, f.pull_min.high ?? f.pull_min.value)} in
            heat.
          {/if}
        </li>
        <li>
          Climbs {delta(f.carryover_c, units)} to <b>{temp(f.peak_c.value, units)}</b>{f.peak_c
            .low === null
            ? ''
            : ` (${band(f.peak_c.low, f.peak_c.high)})`}. Rim overdone by more than
          {delta(10, units).replace('+', '')}: {Math.round(f.rim_mm ?? 0)} mm.
        </li>
        <li>
          {#if tender}Loses{:else}{percent(f.even_fraction ?? 0)} as wanted{between(
              'even_fraction',
            )}, loses{/if}
          {percent(f.loss)}{between('loss')}.
        </li>
        <li>
          {weight(f.cooked_kg, units)} cooked: {f.servings[0]} large or {f.servings[1]} small servings.
          Whole time {duration(f.end_min)}.
        </li>
        {#if way.needs.length > 0}<li>Needs {way.needs.join(', ')}.</li>{/if}
        <li>
          On this dial: {f.stages
            .filter((s) => s.dial_c !== null)
            .map((s) => dial(s.dial_c ?? 0, dialMarks))
            .join(', then ') || 'nothing to set'}.
        </li>
        {#each notes as note (note.code + note.text)}
          <li class="note">{sentence(note.text, units)}</li>
        {/each}
      </ul>
      <div class="acts">
        <button
          class="act pick"
          class:plain={on}
          disabled={locked}
          aria-pressed={on}
          onclick={onpick}
        >
          {on ? 'This way' : 'Take this way'}<span class="sr-only">: {way.name}</span>
        </button>
        <button class="act plain" disabled={locked} onclick={onshape}>Shape it by hand</button>
        <button class="act plain" aria-pressed={pinned} onclick={onpin}>
          {pinned ? 'Unpin' : 'Pin beside another'}
        </button>
      </div>
    </div>
  {/if}
</article>

<style>
  .way {
    border-top: 1px solid var(--line);
    padding: 0.2rem 0 0.3rem;
  }
  .way.on {
    background: linear-gradient(90deg, var(--paper-deep), transparent);
    box-shadow: inset 5px 0 0 var(--accent);
  }
  .row {
    display: grid;
    grid-template-columns: 188px minmax(0, 1fr) 74px minmax(0, 490px);
    gap: 0 0.9rem;
    align-items: center;
  }
  .name {
    padding-left: 0.9rem;
    line-height: 1.2;
    font-size: 0.86rem;
    color: var(--ink-soft);
  }
  h2 {
    font-size: 1.12rem;
    line-height: 1.15;
    color: var(--ink);
  }
  h2 button {
    text-align: left;
    font: inherit;
    min-height: 34px;
    text-decoration: underline;
    text-decoration-color: var(--line-strong);
    text-underline-offset: 4px;
  }
  h2 button:hover,
  h2 button[aria-expanded='true'] {
    text-decoration-color: var(--accent);
    text-decoration-thickness: 2px;
  }
  .face {
    display: grid;
    place-items: center;
  }
  /* A flat piece is wide: it shrinks, its figures stay readable. */
  .face :global(svg) {
    max-width: 100%;
  }
  dl {
    display: grid;
    grid-template-columns: repeat(var(--count), minmax(0, 1fr));
    gap: 0.2rem;
    align-items: baseline;
  }
  dt {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
  dd {
    font-weight: 600;
    font-size: 0.95rem;
    white-space: nowrap;
  }
  .main dd {
    font-family: var(--typo-heading--font-family);
    font-weight: 700;
    font-size: 1.04rem;
  }
  small {
    display: block;
    font-weight: 400;
    font-size: 0.78rem;
    color: var(--ink-soft);
    letter-spacing: -0.02em;
  }
  .worst {
    padding-left: 0.9rem;
    font-size: 0.95rem;
    min-height: 1.4em;
    line-height: 1.35;
  }
  .late {
    color: var(--accent);
  }
  .more {
    padding: 0.4rem 0.9rem 0.5rem;
    display: grid;
    gap: 0.5rem;
  }
  .more ul {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(22rem, 1fr));
    gap: 0.2rem 2rem;
  }
  .more li {
    line-height: 1.35;
  }
  .note {
    border-left: 3px solid var(--accent);
    padding-left: 0.6rem;
  }
  @media (max-width: 1100px) {
    .row {
      grid-template-columns: minmax(0, 1fr);
    }
    .face {
      display: none;
    }
    dl {
      grid-template-columns: repeat(auto-fill, minmax(4.6rem, 1fr));
      padding-left: 0.9rem;
    }
    dl div {
      display: flex;
      flex-direction: column-reverse;
    }
    dt {
      position: static;
      width: auto;
      height: auto;
      clip-path: none;
      font-size: 0.8rem;
      color: var(--ink-soft);
    }
    .more ul {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
