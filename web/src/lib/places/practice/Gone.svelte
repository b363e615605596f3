<script lang="ts">
  // By how much the middle missed, one practice after the other, and what of it was one's own.
  import type { Schemas } from '$lib/api/client'
  import { delta, shortDay, type Units } from '$lib/units'

  let { practised, units }: { practised: Schemas['Practised'][]; units: Units } = $props()

  const SHOWN = 30
  const last = $derived(practised.slice(-SHOWN))
  const most = $derived(Math.max(6, ...last.map((p) => Math.abs(p.missed_c))))
  const [width, height] = [640, 120]
  const step = $derived(Math.min(40, (width - 60) / Math.max(last.length, 1)))
  const tall = (c: number): number => (Math.abs(c) / most) * (height - 30)
</script>

<svg
  viewBox="0 0 {width} {height}"
  class="w-[min(40rem,100%)]"
  role="img"
  aria-label="How far off the middle was"
>
  <line x1="50" x2={width} y1={height - 20} y2={height - 20} class="stroke-line-strong" />
  <text class="text-xs fill-ink-soft" x="44" y="14" text-anchor="end"
    >{delta(most, units).replace('+', '')}</text
  >
  {#each last as one, n (n)}
    <g>
      <title
        >{shortDay(new Date(one.at))}, {one.title}: {delta(one.missed_c, units)}, of it your own {delta(
          one.yours_c,
          units,
        )}</title
      >
      <rect
        x={56 + n * step}
        width={step * 0.7}
        y={height - 20 - tall(one.missed_c)}
        height={Math.max(tall(one.missed_c), 1)}
        class="fill-ribbon"
      />
      <rect
        x={56 + n * step}
        width={step * 0.7}
        y={height - 20 - Math.min(tall(one.yours_c), tall(one.missed_c))}
        height={Math.min(tall(one.yours_c), tall(one.missed_c))}
        class="fill-accent"
      />
    </g>
  {/each}
</svg>
<p class="quiet text-sm">
  A bar a practice, the latest on the right: by how much the middle missed; in red what your own
  choice made of it, the rest is the kitchen's.
</p>
