<script lang="ts">
  // The oven's inside to scale, seen from the side, with tonight's joint on each shelf it fits.
  import type { Tonight } from '$lib/api/client'
  import { length, type Units } from '$lib/units'

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
  width={wide + 190}
  height={HEIGHT}
  role="img"
  aria-label="{shelves_mm.length} shelves, {tonight?.words.join(' ') ?? ''}"
>
  <rect x="2" y="12" width={wide} height={HEIGHT - 24} class="box" />
  {#if bare}
    <path
      d="M14 {y(3)} {Array.from(
        { length: 18 },
        (_, i) => `h${(wide - 30) / 18} v${i % 2 === 0 ? 7 : -7}`,
      ).join(' ')} h{(wide - 30) / 18}"
      class="element"
    />
  {/if}
  {#each shelves_mm as mm, i (i)}
    {@const shelf = tonight?.shelves[i]}
    {@const on = String(i + 1) === best}
    <line x1="2" x2={wide + 2} y1={y(mm)} y2={y(mm)} class="shelf" class:on />
    {#if on}
      <ellipse
        cx={2 + wide / 2}
        cy={y(mm) - (height_mm * scale) / 2 - 2}
        rx={Math.min((length_mm * scale) / 2, wide / 2 - 6)}
        ry={(height_mm * scale) / 2}
        class="joint"
      />
    {/if}
    <text x={wide + 12} y={y(mm) + 5} class:on>
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

<style>
  svg {
    display: block;
    max-width: 100%;
  }
  .box {
    fill: var(--paper-deep);
    stroke: var(--line-strong);
    stroke-width: 2;
  }
  .element {
    fill: none;
    stroke: var(--ember);
    stroke-width: 3;
  }
  .shelf {
    stroke: var(--ink-soft);
    stroke-dasharray: 2 3;
  }
  .shelf.on {
    stroke: var(--ink);
    stroke-width: 3;
    stroke-dasharray: none;
  }
  .joint {
    fill: #b4525d;
    stroke: #3a2015;
    stroke-width: 2.5;
  }
  text {
    font-size: 14px;
    fill: var(--ink-soft);
  }
  text.on {
    fill: var(--ink);
    font-weight: 700;
  }
</style>
