<script lang="ts">
  // The true middle over time, beside the one that would have been right.
  import type { JointDebrief } from '$lib/api/client'
  import { linePath } from '$lib/draw/curve'
  import { temp, type Units } from '$lib/units'

  let { joint, units }: { joint: JointDebrief; units: Units } = $props()

  const [width, height, left, bottom] = [560, 220, 40, 22]
  const end = $derived(Math.max(joint.line.at(-1)?.[0] ?? 60, joint.best_line.at(-1)?.[0] ?? 60))
  const top = $derived(Math.ceil((Math.max(joint.served.peak_c, joint.wanted_c) + 4) / 10) * 10)
  const x = (minute: number): number => left + (minute / end) * (width - left - 8)
  const y = (c: number): number => height - bottom - (c / top) * (height - bottom - 10)
  const marks = $derived(Array.from({ length: top / 20 + 1 }, (_, n) => n * 20))
</script>

<svg viewBox="0 0 {width} {height}" role="img" aria-label="The middle over time">
  {#each marks as c (c)}
    <line x1={left} x2={width - 8} y1={y(c)} y2={y(c)} class="stroke-line" />
    <text class="text-xs fill-ink-soft" x={left - 6} y={y(c) + 4} text-anchor="end"
      >{temp(c, units, true)}</text
    >
  {/each}
  <line
    x1={left}
    x2={width - 8}
    y1={y(joint.wanted_c)}
    y2={y(joint.wanted_c)}
    class="stroke-wanted stroke-2"
  />
  <path
    d={linePath(joint.best_line, x, y)}
    class="fill-none stroke-ink-soft stroke-[1.4] [stroke-dasharray:4_3]"
  />
  <path d={linePath(joint.line, x, y)} class="fill-none stroke-ink stroke-2" />
  <line
    x1={x(joint.served.out_min)}
    x2={x(joint.served.out_min)}
    y1={10}
    y2={height - bottom}
    class="stroke-accent stroke-[1.5]"
  />
  <text class="text-xs fill-ink" x={x(joint.served.out_min) + 4} y={20}>out</text>
  <text class="text-xs fill-ink-soft" x={width - 8} y={height - 6} text-anchor="end"
    >{Math.round(end)} min</text
  >
</svg>
<p class="quiet text-sm">Line: as it was. Dashed: taken out at its best. Green: wanted.</p>
