<script lang="ts">
  // One way on the shared clock that ends at serving: heat as a silhouette, the core, the flag.
  import Soon from '$lib/ui/Soon.svelte'
  import type { Forecast } from '$lib/api/client'
  import { placed } from '$lib/draw/labels'
  import { linePath, silhouette, type Scale } from '$lib/draw/curve'
  import { dial, temp, type Marks, type Units } from '$lib/units'

  let {
    forecast,
    x,
    width,
    height,
    hours,
    serveMin,
    units,
    marks,
  }: {
    forecast: Forecast
    /** Minute of this way → px. */
    x: Scale
    width: number
    height: number
    hours: { x: number }[]
    serveMin: number
    units: Units
    marks: Marks
  } = $props()

  /** What a dial's number takes: a late one ends before the carving line. */
  const BASE = $derived(height - 12)
  const core = $derived((c: number): number => BASE - (Math.max(c, 0) / 100) * (height - 34))
  const air = $derived((c: number): number => BASE - (Math.max(c, 0) / 300) * (height - 18))
  const heated = $derived(
    forecast.stages.filter((s) => s.kind === 'oven' || s.kind === 'sear' || s.kind === 'off'),
  )
  const shapes = $derived(
    heated.map((stage) => {
      const rows = forecast.series.filter((r) => r[0] >= stage.start_min && r[0] <= stage.end_min)
      // A stage that follows another begins where the air was left, not where it is wanted.
      const before = forecast.series.filter((r) => r[0] <= stage.start_min).at(-1)
      const follows =
        stage.start_min > 0 ? heated.some((s) => s.end_min === stage.start_min) : forecast.from_cold
      const first: [number, number] = [
        stage.start_min,
        (follows ? before?.[1] : stage.air_c) ?? rows[0]?.[1] ?? 100,
      ]
      const last: [number, number] = [stage.end_min, rows.at(-1)?.[1] ?? first[1]]
      return silhouette([first, ...rows.slice(1).map((r) => [r[0], r[1]] as const), last], x, air)
    }),
  )
  const pull = $derived(forecast.pull_min.value)
  const before = $derived(
    forecast.series.filter((r) => r[0] <= pull).map((r) => [r[0], r[3]] as const),
  )
  const after = $derived(
    forecast.series.filter((r) => r[0] >= pull).map((r) => [r[0], r[3]] as const),
  )
  const flagX = $derived(x(pull))
  const flagY = $derived(core(forecast.pull_core_c))
  const heats = $derived(
    placed(
      heated
        .filter((s) => s.dial_c !== null)
        .map((s) => ({
          x: x(s.start_min),
          top: air(s.air_c ?? 0),
          text: dial(s.dial_c ?? 0, marks),
        })),
      { x: flagX, y: flagY - 30, width: 44, height: 18 },
      width,
    ),
  )
</script>

<svg
  class="block overflow-visible"
  {width}
  {height}
  viewBox="0 0 {width} {height}"
  aria-hidden="true"
>
  {#each hours as mark, i (i)}<line
      x1={mark.x}
      x2={mark.x}
      y1="0"
      y2={height}
      class="stroke-line"
    />{/each}
  <line x1="0" x2={width} y1={BASE} y2={BASE} class="stroke-line-strong" />
  {#each shapes as shape, i (i)}
    <path d={shape} class="fill-ember-soft" />
  {/each}
  {#each heats as label (label.x)}
    <text x={label.x} y={label.y} class="text-xs font-bold fill-ember">{label.text}</text>
  {/each}
  <Soon>
    {#if forecast.pull_min.low !== null && forecast.pull_min.high !== null}
      <rect
        x={Math.max(0, x(forecast.pull_min.low))}
        width={Math.max(
          2,
          Math.min(width, x(forecast.pull_min.high)) - Math.max(0, x(forecast.pull_min.low)),
        )}
        y={BASE - 5}
        height="10"
        rx="5"
        class="fill-accent opacity-35"
      />
    {/if}
    <path d={linePath(before, x, core)} class="fill-none stroke-ink stroke-[2.5]" />
    <path
      d={linePath(after, x, core)}
      class="fill-none stroke-ink stroke-[2.5] [stroke-dasharray:2_5] [stroke-linecap:round]"
    />
    <line x1={flagX} x2={flagX} y1={flagY - 30} y2={BASE} class="stroke-accent stroke-2" />
    <path d="M{flagX} {flagY - 30}h44l-7 9 7 9h-44z" class="fill-accent" />
    <text x={flagX + 5} y={flagY - 16} class="text-sm font-bold fill-paper"
      >{temp(forecast.pull_core_c, units, true)}</text
    >
    <line x1={x(serveMin)} x2={x(serveMin)} y1="0" y2={height} class="stroke-ink stroke-2" />
  </Soon>
</svg>
