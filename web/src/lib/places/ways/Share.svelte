<script lang="ts">
  // What a share as wanted is a share of: the cut face, with the line around what ends as wanted.
  import { bounded, faceSize, middleOf, type HeatMap } from '$lib/draw/meat'
  import MeatFace from '$lib/ui/MeatFace.svelte'
  import { inPercent } from './compare'

  let {
    map,
    wanted_c,
    share,
    height,
  }: { map: HeatMap; wanted_c: number; share: number | null; height: number } = $props()

  const at_mm = $derived(middleOf(map))
  const { rx, ry } = $derived(faceSize(map, height))
  const ring = $derived(bounded(map, at_mm, wanted_c))
  const egg = (edge: { across: number; up: number; down: number }): string => {
    const x = rx * edge.across
    return `M${-x} 0A${x} ${ry * edge.up} 0 0 1 ${x} 0A${x} ${ry * edge.down} 0 0 1 ${-x} 0Z`
  }
</script>

<div class="relative w-fit [&_svg]:block">
  <MeatFace
    {map}
    {at_mm}
    {height}
    label={share === null
      ? 'Cut face'
      : `Cut face: ${inPercent(share)} of the meat ends as wanted, inside the line`}
  />
  <svg
    class="absolute inset-0"
    width={rx * 2 + 4}
    {height}
    viewBox="{-rx - 2} {-ry - 2} {rx * 2 + 4} {ry * 2 + 4}"
    aria-hidden="true"
  >
    {#each ring as edge, i (i)}
      <path d={egg(edge)} fill="none" stroke="#fdf8ef" stroke-width="4" />
      <path d={egg(edge)} fill="none" stroke="#241d19" stroke-width="1.75" stroke-dasharray="4 3" />
    {/each}
  </svg>
</div>
