<script lang="ts">
  // The live curve: readings, belief with its ribbon running into the wanted stripe, heat below.
  import HeatLines from '$lib/ui/HeatLines.svelte'
  import { sized } from '$lib/draw/sized'
  import Soon from '$lib/ui/Soon.svelte'
  import CurveReadings from './CurveReadings.svelte'
  import type { Outlook, Roast } from '$lib/api/client'
  import { axes, hours, linePath, ribbonPath, silhouette } from '$lib/draw/curve'
  import { atItsEnd, carveAt, hour, temp, type Units } from '$lib/units'

  let {
    roast,
    outlook,
    now,
    units,
    fills = false,
  }: {
    roast: Roast
    outlook: Outlook
    now: number
    units: Units
    /** As high as what it stands in. */
    fills?: boolean
  } = $props()

  let width = $state(800)
  let height = $state(380)
  const put = $derived(new Date(outlook.put_in_at).getTime())
  const serve = $derived((carveAt(roast).getTime() - put) / 60_000)
  const end = $derived(
    Math.max(outlook.end_min, outlook.peak_min, serve < outlook.end_min + 90 ? serve : 0, now) + 6,
  )
  const box = $derived({ width, height, left: 46, right: 14, top: 12, bottom: 30 })
  const top = $derived(Math.max(70, Math.ceil((roast.wanted_c + 14) / 10) * 10))
  const axis = $derived(axes(box, 0, end, top))
  const rows = $derived(outlook.curve.filter((r) => r[0] <= end))
  const past = $derived(rows.filter((r) => r[0] <= now).map((r) => [r[0], r[1]] as const))
  const pull = $derived(outlook.pull_min.value)
  const ahead = $derived(
    rows.filter((r) => r[0] >= now && r[0] <= pull).map((r) => [r[0], r[1]] as const),
  )
  const climb = $derived(
    rows.filter((r) => r[0] >= Math.max(now, pull)).map((r) => [r[0], r[1]] as const),
  )
  /** Too near the axis for its word on the left. */
  const early = $derived(axis.x(now) < axis.x(0) + 40)
  const ribbon = $derived(rows.filter((r) => r[0] >= now - 2))
  const marks = $derived(hours(new Date(put), new Date(put + end * 60_000), width / 110))
  /** Half the width of an hour's text: the last one stays within the picture. */
  const HALF_HOUR_TEXT = 22
  /** Half of "oven there 14:32": it stands beside the line of now, not across it. */
  const HALF_THERE = 62
  const NARROW = 480
  /** "wanted 57 °C" and "out" beside the flag are so wide. */
  const WANTED = 112
  const OUT = 40
  /** No room for the word before the degrees: those of the take-out or of the oven stand there. */
  const crowded = $derived(
    axis.x(pull) - OUT < box.left + WANTED || (width < NARROW && height < NARROW / 2),
  )
  /** The air while something is heated: to the very minute, though its rows lie minutes apart. */
  const air = $derived.by(() => {
    const to = Math.max(pull, lastHeat)
    const seen = outlook.air.filter((r) => r[0] <= to).map((r) => [r[0], r[1]] as const)
    const last = seen.at(-1)
    return last === undefined ? seen : [...seen, [to, last[1]] as const]
  })
  const lastHeat = $derived(
    Math.max(0, ...outlook.stages.filter((s) => s.kind === 'oven').map((s) => s.end_min)),
  )

  const ofMinute = (at: Date): number => (at.getTime() - put) / 60_000
  const pullAt = $derived(
    outlook.curve.reduce((a, b) => (Math.abs(b[0] - pull) < Math.abs(a[0] - pull) ? b : a)),
  )
</script>

<div
  class="relative {fills ? 'h-full' : 'h-[clamp(280px,46vh,440px)]'}"
  use:sized={(wide, tall) => ([width, height] = [wide, tall])}
>
  <svg
    class="absolute inset-0 w-full h-full"
    viewBox="0 0 {width} {height}"
    role="img"
    aria-label="Core over time: {temp(outlook.core_c, units)} now, out at {temp(
      outlook.pull_core_c,
      units,
    )}, peak {temp(outlook.peak_c.value, units)}; {roast.readings.length === 1
      ? 'one reading'
      : `${roast.readings.length} readings`}"
  >
    <path d={silhouette(air, axis.x, axis.air)} class="fill-ember-soft opacity-75" />
    <Soon>
      <HeatLines {axis} {box} {units} />
    </Soon>
    <Soon>
      {#each marks as at (at.getTime())}
        <line
          x1={axis.x(ofMinute(at))}
          x2={axis.x(ofMinute(at))}
          y1={box.top}
          y2={height - box.bottom}
          class="stroke-line"
        />
        <text
          class="text-sm fill-ink-soft"
          x={Math.min(axis.x(ofMinute(at)), width - HALF_HOUR_TEXT)}
          y={height - 8}
          text-anchor="middle">{hour(at)}</text
        >
      {/each}
    </Soon>
    <Soon>
      <rect
        x={box.left}
        width={Math.max(width - box.left - box.right, 0)}
        y={axis.y(roast.wanted_c + 1.5)}
        height={axis.y(roast.wanted_c - 1.5) - axis.y(roast.wanted_c + 1.5)}
        class="fill-wanted-soft"
      />
      <text
        x={box.left + 8}
        y={axis.y(roast.wanted_c + 1.5) - 5}
        class="text-sm fill-wanted font-semibold"
      >
        {crowded ? '' : 'wanted '}{temp(roast.wanted_c, units)}
      </text>
    </Soon>
    <Soon>
      {#if outlook.air_there_min !== null && outlook.air_there_min < end}
        {@const x = axis.x(outlook.air_there_min)}
        <!-- At the top, where no curve is. -->
        {@const y = box.top + 14}
        <line
          x1={x}
          x2={x}
          y1={y + 20}
          y2={height - box.bottom}
          class="stroke-ember [stroke-dasharray:3_4]"
        />
        {@const crosses = x > axis.x(now) && x - axis.x(now) < HALF_THERE + (early ? 36 : 0)}
        {@const at = crosses ? axis.x(now) + (early ? 42 : 6) : x}
        {@const there = hour(new Date(put + outlook.air_there_min * 60_000))}
        <text x={at} {y} text-anchor={crosses ? 'start' : 'middle'} class="text-sm fill-ember">
          {#if width < NARROW}
            oven there<tspan x={at} dy="15">{there}</tspan>
          {:else}
            oven there {there}
          {/if}
        </text>
      {/if}
    </Soon>
    <Soon>
      <path d={ribbonPath(ribbon, axis.x, axis.y)} class="fill-ink opacity-20" />
      <path d={linePath(past, axis.x, axis.y)} class="fill-none stroke-ink stroke-[4]" />
      <path d={linePath(ahead, axis.x, axis.y)} class="fill-none stroke-ink stroke-[2.5]" />
      <path
        d={linePath(climb, axis.x, axis.y)}
        class="fill-none stroke-ink stroke-3 [stroke-dasharray:2_7] [stroke-linecap:round]"
      />
    </Soon>
    <Soon>
      {#if serve > 0 && serve < end}
        <line
          x1={axis.x(serve)}
          x2={axis.x(serve)}
          y1={box.top}
          y2={height - box.bottom}
          class="stroke-ink stroke-2 [stroke-dasharray:6_5]"
        />
        <text
          x={axis.x(serve) - 6}
          y={height - box.bottom - 8}
          text-anchor="end"
          class="text-sm fill-ink font-semibold"
        >
          {atItsEnd(roast)}
        </text>
      {/if}
      <line
        x1={axis.x(now)}
        x2={axis.x(now)}
        y1={box.top}
        y2={height - box.bottom}
        class="stroke-ink stroke-2"
      />
      <text
        x={axis.x(now) + (early ? 6 : -6)}
        y={box.top + 14}
        text-anchor={early ? 'start' : 'end'}
        class="text-sm fill-ink font-semibold">now</text
      >
    </Soon>
    <Soon>
      {#if outlook.pull_min.low !== null && outlook.pull_min.high !== null}
        <rect
          x={axis.x(outlook.pull_min.low)}
          width={Math.max(3, axis.x(outlook.pull_min.high) - axis.x(outlook.pull_min.low))}
          y={height - box.bottom - 5}
          height="10"
          rx="5"
          class="fill-ember opacity-60"
        />
      {/if}
      <line
        x1={axis.x(pull)}
        x2={axis.x(pull)}
        y1={axis.y(pullAt[1]) - 52}
        y2={height - box.bottom}
        class="stroke-ember stroke-[2.5]"
      />
      <path d="M{axis.x(pull)} {axis.y(pullAt[1]) - 52}h40l-10 11 10 11h-40z" class="fill-ember" />
      <text
        x={axis.x(pull) - 6}
        y={axis.y(pullAt[1]) - 36}
        text-anchor="end"
        class="text-sm fill-ink font-semibold"
      >
        {roast.pulled_min === null ? 'out' : 'came out'}
      </text>
    </Soon>
    <Soon><CurveReadings {roast} {outlook} {axis} /></Soon>
  </svg>
</div>
