<script lang="ts">
  // The oven's truth: what the dial shows above or below the air, with its band and what was measured.
  import { sized } from '$lib/draw/sized'
  import { scaleLinear } from 'd3-scale'
  import { area, line } from 'd3-shape'
  import type { Calibration } from '$lib/api/client'
  import { shownIn, toF, type Units } from '$lib/units'

  let {
    found,
    pairs,
    units,
  }: { found: Calibration; pairs: readonly (readonly [number, number])[]; units: Units } = $props()

  const HEIGHT = 300
  /** Until it is told: no wider than a phone, whose whole page it would widen for a moment. */
  let width = $state(340)
  const shown = (c: number): number => Math.round(units === 'C' ? c : toF(c))
  const gap = (c: number): string => {
    const value = Math.round(shownIn('difference', c, units))
    return value === 0 ? 'true' : `${value > 0 ? '+' : '−'}${Math.abs(value)}°`
  }
  const x = $derived(scaleLinear([60, 260], [54, width - 14]))
  const reach = $derived(
    Math.max(15, ...found.line.flatMap((p) => [Math.abs(p.low_c), Math.abs(p.high_c)])),
  )
  const y = $derived(scaleLinear([-reach, reach], [HEIGHT - 40, 14]))
  type Point = Calibration['line'][number]
  const ribbon = $derived(
    area<Point>(
      (p) => x(p.true_c),
      (p) => y(p.low_c),
      (p) => y(p.high_c),
    )(found.line) ?? '',
  )
  const middle = $derived(
    line<Point>(
      (p) => x(p.true_c),
      (p) => y(p.error_c),
    )(found.line) ?? '',
  )
  const heats = [80, 120, 160, 200, 240]
  const at180 = $derived(found.line.find((p) => p.true_c === 180))
</script>

<div use:sized={(wide) => (width = wide)}>
  <svg
    class="block"
    {width}
    height={HEIGHT}
    role="img"
    aria-label="Dial against measured: at {shown(180)} the dial shows {gap(
      at180?.error_c ?? 0,
    )}, {found.n} measured"
  >
    {#each heats as heat (heat)}
      <line x1={x(heat)} x2={x(heat)} y1="14" y2={HEIGHT - 40} class="stroke-line" />
      <text x={x(heat)} y={HEIGHT - 22} class="tick text-sm [text-anchor:middle] fill-ink-soft"
        >{shown(heat)}°</text
      >
    {/each}
    {#each y.ticks(5) as tick (tick)}
      <text x="46" y={y(tick) + 5} class="tick text-sm fill-ink-soft [text-anchor:end]"
        >{gap(tick)}</text
      >
    {/each}
    <path d={ribbon} class="fill-ember-soft opacity-75" />
    <line x1="54" x2={width - 14} y1={y(0)} y2={y(0)} class="stroke-ink [stroke-dasharray:3_5]" />
    <path d={middle} class="line fill-none stroke-ember stroke-3" />
    {#each pairs as [dial, real], i (i)}
      <circle cx={x(real)} cy={y(dial - real)} r="6" class="fill-ink stroke-paper-light stroke-2" />
    {/each}
    <text
      x={(54 + width) / 2}
      y={HEIGHT - 3}
      class="tick text-sm [text-anchor:middle] fill-ink-soft">air measured, °{units}</text
    >
  </svg>
</div>
