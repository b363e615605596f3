<script lang="ts">
  // Planned as a line, happened as dots: a small picture for a line of the Book.
  import type { BookLine } from '$lib/api/client'
  import HeatLines from '$lib/ui/HeatLines.svelte'
  import { axes, linePath } from '$lib/draw/curve'
  import Soon from '$lib/ui/Soon.svelte'
  import { temp, type Units } from '$lib/units'

  let {
    line,
    units,
    width = 210,
    height = 64,
    bare = true,
    followed = [],
    events = [],
  }: {
    line: BookLine
    units: Units
    width?: number
    height?: number
    bare?: boolean
    /** Minute and core as all readings make them out. */
    followed?: [number, number][]
    /** What happened at which minute. */
    events?: { minute: number; words: string }[]
  } = $props()

  const end = $derived(
    Math.max(
      line.planned.end_min,
      line.readings.at(-1)?.minute ?? 0,
      line.pulled_min ?? 0,
      followed.at(-1)?.[0] ?? 0,
      ...events.map((e) => e.minute),
    ) + 5,
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
  /** "planned out" is so wide. */
  const WORDS = 84
  /** Beside its line, on the side where there is room. */
  const beside = (minute: number): { x: number; 'text-anchor': 'start' | 'end' } => {
    const x = axis.x(minute)
    return x > width - WORDS
      ? { x: x - 5, 'text-anchor': 'end' }
      : { x: x + 5, 'text-anchor': 'start' }
  }
</script>

<svg
  class="block max-w-full h-auto"
  {width}
  {height}
  viewBox="0 0 {width} {height}"
  role="img"
  aria-label="Planned: out at {Math.round(line.planned.pull_min)} minutes, peak {temp(
    line.planned.peak_c,
    units,
  )}. Happened: {line.readings.length === 1 ? 'one reading' : `${line.readings.length} readings`}"
>
  {#if !bare}
    <Soon>
      <HeatLines {axis} {box} {units} />
    </Soon>
  {/if}
  <line
    x1={box.left}
    x2={width - 4}
    y1={axis.y(line.wanted_c)}
    y2={axis.y(line.wanted_c)}
    class="stroke-wanted stroke-[4] opacity-45"
  />
  <line
    x1={axis.x(line.planned.pull_min)}
    x2={axis.x(line.planned.pull_min)}
    y1={box.top}
    y2={height - box.bottom}
    class="stroke-ink-soft [stroke-dasharray:4_3]"
  />
  {#if line.pulled_min !== null}
    <line
      x1={axis.x(line.pulled_min)}
      x2={axis.x(line.pulled_min)}
      y1={box.top}
      y2={height - box.bottom}
      class="stroke-accent stroke-2"
    />
  {/if}
  <path
    d={linePath(line.planned.curve, axis.x, axis.y)}
    class="fill-none stroke-ink-soft stroke-[1.8] [stroke-dasharray:4_3]"
  />
  {#if followed.length > 0}
    <path d={linePath(followed, axis.x, axis.y)} class="fill-none stroke-ink stroke-[1.6]" />
  {/if}
  {#if events.length > 0}
    <Soon>
      {#each events as event, n (n)}
        <line
          x1={axis.x(event.minute)}
          x2={axis.x(event.minute)}
          y1={height - box.bottom}
          y2={height - box.bottom - 12}
          class="stroke-ink stroke-2"
        />
        <text
          class="text-sm fill-ink"
          x={axis.x(event.minute)}
          y={box.top + 10 + (n % 3) * 15}
          text-anchor={axis.x(event.minute) > width - 120 ? 'end' : 'start'}>{event.words}</text
        >
      {/each}
    </Soon>
  {/if}
  {#each line.readings as r (r.seq)}
    <circle cx={axis.x(r.minute)} cy={axis.y(r.low_c)} r={bare ? 2.6 : 5} class="fill-ink" />
  {/each}
  {#if !bare}
    <text
      class="text-sm fill-ink-soft"
      {...beside(line.planned.pull_min)}
      y={height - box.bottom - 24}>planned out</text
    >
    {#if line.pulled_min !== null}
      <text
        {...beside(line.pulled_min)}
        y={height - box.bottom - 8}
        class="text-sm fill-ink font-semibold">came out</text
      >
    {/if}
    <text class="text-sm fill-ink-soft" x={box.left} y={height - 6}>0</text>
    <text class="text-sm fill-ink-soft" x={width - 4} y={height - 6} text-anchor="end"
      >{Math.round(end)} min</text
    >
  {/if}
</svg>
