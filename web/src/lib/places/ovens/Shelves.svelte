<script lang="ts">
  // The oven's inside to scale, seen from the side, with tonight's joint on each shelf it fits.
  import type { Tonight } from '$lib/api/client'
  import { length, sentence, type Units } from '$lib/units'

  let {
    shelves_mm,
    depth_mm,
    bare,
    height_mm,
    length_mm,
    tonight,
    units,
  }: {
    shelves_mm: readonly number[]
    depth_mm: number
    bare: boolean
    /** The joint as it lies. */
    height_mm: number
    length_mm: number
    tonight: Tonight | undefined
    units: Units
  } = $props()

  const HEIGHT = 250
  const tall = $derived((shelves_mm[0] ?? 300) + 24)
  const scale = $derived((HEIGHT - 24) / tall)
  const wide = $derived(depth_mm * scale)
  const y = $derived((mm: number): number => 12 + mm * scale)
  const best = $derived(
    tonight?.words.map((w) => /^Shelf (\d)/.exec(w)?.[1]).find((n) => n !== undefined),
  )
</script>

<svg
  class="block max-w-full"
  width={wide + 190}
  height={HEIGHT}
  role="img"
  aria-label="{shelves_mm.length} shelves. {sentence(tonight?.words.join(' ') ?? '', units)}"
>
  <rect
    x="2"
    y="12"
    width={wide}
    height={HEIGHT - 24}
    class="box fill-paper-deep stroke-line-strong stroke-2"
  />
  {#if bare}
    <path
      d="M14 {y(3)} {Array.from(
        { length: 18 },
        (_, i) => `h${(wide - 30) / 18} v${i % 2 === 0 ? 7 : -7}`,
      ).join(' ')} h{(wide - 30) / 18}"
      class="fill-none stroke-ember stroke-3"
    />
  {/if}
  {#each shelves_mm as mm, i (i)}
    {@const shelf = tonight?.shelves[i]}
    {@const on = String(i + 1) === best}
    <line
      x1="2"
      x2={wide + 2}
      y1={y(mm)}
      y2={y(mm)}
      class="stroke-ink-soft [stroke-dasharray:2_3] data-on:stroke-ink data-on:stroke-3 data-on:[stroke-dasharray:none]"
      data-on={on || undefined}
    />
    {#if on}
      <ellipse
        cx={2 + wide / 2}
        cy={y(mm) - (height_mm * scale) / 2 - 2}
        rx={Math.min((length_mm * scale) / 2, wide / 2 - 6)}
        ry={(height_mm * scale) / 2}
        class="[fill:#b4525d] [stroke:#3a2015] stroke-[2.5]"
      />
    {/if}
    <text
      class="text-sm fill-ink-soft data-on:fill-ink data-on:font-bold"
      x={wide + 12}
      y={y(mm) + 5}
      data-on={on || undefined}
    >
      {i + 1}: {length(mm, units)}{shelf === undefined
        ? ''
        : shelf.fits
          ? on
            ? ', this one'
            : ''
          : ', too low'}
    </text>
  {/each}
</svg>
