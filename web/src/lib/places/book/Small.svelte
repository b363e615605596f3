<script lang="ts">
  // Planned as a line, happened as dots: a small picture for a line of the Book.
  import type { BookLine } from '$lib/api/client'
  import { axes, linePath } from '$lib/draw/curve'
  import { temp, type Units } from '$lib/units'

  let {
    line,
    units,
    width = 210,
    height = 64,
    bare = true,
  }: { line: BookLine; units: Units; width?: number; height?: number; bare?: boolean } = $props()

  const end = $derived(
    Math.max(line.planned.end_min, line.readings.at(-1)?.minute ?? 0, line.pulled_min ?? 0) + 5,
  )
  const box = $derived({
    width,
    height,
    left: bare ? 2 : 44,
    right: 4,
    top: bare ? 4 : 16,
    bottom: bare ? 3 : 26,
  })
  const top = $derived(Math.max(70, line.wanted_c + 12))
  const axis = $derived(axes(box, 0, end, top))
</script>

<svg
  {width}
  {height}
  viewBox="0 0 {width} {height}"
  role="img"
  aria-label="Planned: out at {Math.round(line.planned.pull_min)} minutes, peak {temp(
    line.planned.peak_c,
    units,
  )}. Happened: {line.readings.length} readings"
>
  {#if !bare}
    {#each axis.ticks as tick (tick)}
      <line x1={box.left} x2={width - 4} y1={axis.y(tick)} y2={axis.y(tick)} class="grid" />
      <text x={box.left - 8} y={axis.y(tick) + 5} text-anchor="end">{temp(tick, units, true)}</text>
    {/each}
  {/if}
  <line
    x1={box.left}
    x2={width - 4}
    y1={axis.y(line.wanted_c)}
    y2={axis.y(line.wanted_c)}
    class="wanted"
  />
  <line
    x1={axis.x(line.planned.pull_min)}
    x2={axis.x(line.planned.pull_min)}
    y1={box.top}
    y2={height - box.bottom}
    class="planned-out"
  />
  {#if line.pulled_min !== null}
    <line
      x1={axis.x(line.pulled_min)}
      x2={axis.x(line.pulled_min)}
      y1={box.top}
      y2={height - box.bottom}
      class="out"
    />
  {/if}
  <path d={linePath(line.planned.curve, axis.x, axis.y)} class="planned" />
  {#each line.readings as r (r.seq)}
    <circle cx={axis.x(r.minute)} cy={axis.y(r.low_c)} r={bare ? 2.6 : 5} class="read" />
  {/each}
  {#if !bare}
    <text x={axis.x(line.planned.pull_min) + 5} y={height - box.bottom - 24} class="tag"
      >planned out</text
    >
    {#if line.pulled_min !== null}
      <text x={axis.x(line.pulled_min) + 5} y={height - box.bottom - 8} class="tag strong"
        >came out</text
      >
    {/if}
    <text x={box.left} y={height - 6}>0</text>
    <text x={width - 4} y={height - 6} text-anchor="end">{Math.round(end)} min</text>
  {/if}
</svg>

<style>
  svg {
    display: block;
    max-width: 100%;
    height: auto;
  }
  text {
    font-size: 14px;
    fill: var(--ink-soft);
  }
  .strong {
    fill: var(--ink);
    font-weight: 600;
  }
  .grid {
    stroke: var(--line);
  }
  .wanted {
    stroke: var(--wanted);
    stroke-width: 4;
    opacity: 0.45;
  }
  .planned {
    fill: none;
    stroke: var(--ink-soft);
    stroke-width: 1.8;
    stroke-dasharray: 4 3;
  }
  .planned-out {
    stroke: var(--ink-soft);
    stroke-dasharray: 4 3;
  }
  .out {
    stroke: var(--accent);
    stroke-width: 2;
  }
  .read {
    fill: var(--ink);
  }
</style>
