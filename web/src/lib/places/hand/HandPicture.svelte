<script lang="ts">
  // The method as blocks on the clock: edges pull time, tops pull heat, the flag slides along the
  // curve, the serving line moves the hour, a name dragged moves its block. Every handle is a
  // slider too.
  import Soon from '$lib/ui/Soon.svelte'
  import { sized } from '$lib/draw/sized'
  import { dial, duration, hour, shownIn, temp, type Marks } from '$lib/units'
  import { BASE, HEIGHT, HandClock, TOP, type Given } from './clock.svelte'
  import HandBackground from './HandBackground.svelte'
  import Handle from './Handle.svelte'
  import { BOUNDS, KINDS, byCore, byTime } from './shape'

  let {
    atEnd,
    marks,
    stale,
    ...given
  }: Given & {
    /** What happens at the end: it is carved, or sat down to. */
    atEnd: string
    marks: Marks
    stale: boolean
  } = $props()

  const clock = new HandClock(() => given)
  const shaped = $derived(given.shaped)
  const units = $derived(given.units)
  const f = $derived(clock.forecast)
  const x = $derived(clock.x)
  const at = (i: number): { start: number; end: number } => clock.stages[i] ?? { start: 0, end: 0 }
  const wide = (i: number): number => x(at(i).end) - x(at(i).start)
  const pull = $derived(f?.pull_min.value ?? 0)
  const pullY = $derived(clock.core(f?.pull_core_c ?? 0))
  const goal = $derived(shaped.blocks[shaped.pull_stage])
  const movable = $derived(goal !== undefined && byCore(goal))
  const landing = $derived(
    clock.hold?.what === 'block' && clock.hold.value !== clock.hold.stage ? clock.hold : null,
  )

  const whole = (c: number): number => Math.round(shownIn('heat', c, units))
  /** A stage's name where it has room; a grip of three letters where it has not. */
  const label = (i: number): string => {
    const name = KINDS[shaped.blocks[i]?.kind ?? 'oven']
    return wide(i) > 7.5 * name.length + 4 ? name : wide(i) > 22 ? name.slice(0, 3) : '·'
  }
</script>

<div
  class="box relative min-w-0 data-stale:opacity-85"
  data-stale={stale || undefined}
  aria-busy={given.busy || stale}
  use:sized={(wide) => (clock.width = wide)}
>
  <svg
    width={clock.width}
    height={HEIGHT}
    class="drawing block touch-pan-y overflow-visible select-none"
    role="group"
    aria-label="The method as blocks on the clock"
  >
    <Soon><HandBackground {clock} {shaped} /></Soon>
    {#each shaped.blocks as block, i (i)}
      <Soon
        ><Handle
          {clock}
          what="block"
          stage={i}
          from={i}
          label="{KINDS[block.kind]}, place in the order"
          low={1}
          high={shaped.blocks.length}
          now={i + 1}
          said="{i + 1} of {shaped.blocks.length}: {block.text}"
        >
          <rect
            x={x(at(i).start) + 1}
            y={BASE + 2}
            width={Math.max(12, wide(i) - 2)}
            height="40"
            rx="3"
          />
          <text
            x={x(at(i).start) + Math.max(14, wide(i)) / 2}
            y={BASE + 18}
            class="font-semibold"
            text-anchor="middle">{label(i)}</text
          >
          {#if wide(i) > 46}
            <text x={x(at(i).start) + wide(i) / 2} y={BASE + 35} text-anchor="middle"
              >{duration(at(i).end - at(i).start)}</text
            >
          {/if}
        </Handle></Soon
      >
    {/each}
    {#if landing !== null}
      {@const to = at(landing.value)}
      {@const there = x(landing.value < landing.stage ? to.start : to.end)}
      <line x1={there} x2={there} y1={TOP} y2={BASE + 44} class="stroke-accent stroke-4" />
    {/if}
    {#each shaped.blocks as block, i (i)}
      {@const end = x(at(i).end)}
      {#if block.air_c !== null}
        {@const mid = (x(at(i).start) + end) / 2}
        {@const y = clock.air(block.air_c)}
        {@const told = f?.stages[i]?.dial_c}
        <Soon
          ><Handle
            {clock}
            what="top"
            stage={i}
            from={block.air_c}
            label="Heat of stage {i + 1}"
            low={whole(BOUNDS.air[0])}
            high={whole(BOUNDS.air[1])}
            now={whole(block.air_c)}
            said="{temp(block.air_c, units)} of air"
          >
            <rect x={mid - 34} y={y - 24} width="68" height="48" class="reach" />
            <rect x={mid - 22} y={y - 4} width="44" height="8" rx="4" class="knob" />
            <text x={mid} y={y - 12} class="fill-ember font-bold" text-anchor="middle">
              {told == null ? temp(block.air_c, units) : `dial ${dial(told, marks)}`}
            </text>
          </Handle></Soon
        >
      {/if}
      {#if byTime(block)}
        <Soon
          ><Handle
            {clock}
            what="edge"
            stage={i}
            from={at(i).end - at(i).start}
            label="Length of stage {i + 1}, {KINDS[block.kind]}"
            low={BOUNDS.minutes[0]}
            high={BOUNDS.minutes[1]}
            now={Math.round(at(i).end - at(i).start)}
            said={duration(at(i).end - at(i).start)}
          >
            <rect x={end - 14} y={BASE - 92} width="28" height="92" class="reach" />
            <line x1={end} x2={end} y1={BASE - 74} y2={BASE} class="stroke-ink stroke-2" />
            <rect x={end - 5} y={BASE - 62} width="10" height="34" rx="5" class="knob" />
          </Handle></Soon
        >
      {/if}
    {/each}
    {#if f !== null}
      <Soon
        ><Handle
          {clock}
          what="flag"
          stage={shaped.pull_stage}
          from={goal?.value ?? 57}
          label={goal?.ends === 'peak' ? 'Peak wanted' : 'Core at take-out'}
          low={whole(BOUNDS.goal[0])}
          high={whole(BOUNDS.goal[1])}
          now={whole(goal?.value ?? f.pull_core_c)}
          said="{temp(goal?.value ?? 0, units)}, out at {temp(f.pull_core_c, units)}"
          fixed={!movable}
        >
          <rect x={x(pull) - 8} y={pullY - 58} width="100" height="62" class="reach" />
          <line
            x1={x(pull)}
            x2={x(pull)}
            y1={pullY - 52}
            y2={BASE}
            class="stroke-accent stroke-2"
          />
          <path d="M{x(pull)} {pullY - 52}h84l-9 13 9 13h-84z" class="fill-accent" />
          <text x={x(pull) + 7} y={pullY - 34} class="fill-paper font-bold"
            >out at {temp(f.pull_core_c, units, true)}</text
          >
          <circle cx={x(pull)} cy={pullY} r="6" class="knob" />
        </Handle></Soon
      >
    {/if}
    <Soon
      ><Handle
        {clock}
        what="serve"
        label="Hour of serving"
        low={0}
        high={1439}
        now={given.serve.getHours() * 60 + given.serve.getMinutes()}
        said={hour(clock.serve)}
      >
        <rect x={clock.serveX - 60} y="16" width="76" height={BASE - 16} class="reach" />
        <line x1={clock.serveX} x2={clock.serveX} y1="20" y2={BASE} class="stroke-ink stroke-2" />
        <text x={clock.serveX - 7} y="32" class="strong lifted" text-anchor="end"
          >{atEnd} {hour(clock.serve)}</text
        >
        <rect x={clock.serveX - 5} y="44" width="10" height="34" rx="5" class="knob" />
      </Handle></Soon
    >
    {#if Math.abs(clock.late) >= 1}
      <text x={clock.serveX - 7} y="52" class="strong lifted fill-accent" text-anchor="end">
        ready {duration(Math.abs(clock.late))}
        {clock.late > 0 ? 'after' : 'before'} it
      </text>
    {/if}
  </svg>
</div>

<style>
  svg :global(.block rect) {
    fill: var(--paper-deep);
    stroke: var(--line-strong);
  }
  svg :global(.block.lifted rect) {
    fill: var(--ember-soft);
  }
  svg :global(.block:focus-visible rect),
  svg :global(.handle:focus-visible .reach) {
    stroke: var(--focus);
    stroke-width: 3;
  }
  svg :global(.knob) {
    fill: var(--paper-light);
    stroke: var(--ink);
    stroke-width: 2.5;
  }
  svg :global(.handle:hover .knob),
  svg :global(.handle:focus-visible .knob) {
    fill: var(--accent);
    stroke: var(--accent);
  }
  svg :global(.flag .knob) {
    stroke: var(--accent);
  }
  svg :global(.fixed .knob) {
    display: none;
  }
  svg :global(.top) {
    cursor: ns-resize;
  }
  svg :global(:is(.edge, .serve, .flag)) {
    cursor: ew-resize;
  }
  svg :global(.fixed) {
    cursor: default;
  }
  svg :global(text.lifted) {
    paint-order: stroke;
    stroke: var(--paper);
    stroke-width: 4px;
  }
</style>
