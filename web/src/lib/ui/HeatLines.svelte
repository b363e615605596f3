<script lang="ts">
  // The lines of a curve's picture, with the heats they stand for.
  import type { Axes, Box } from '$lib/draw/curve'
  import { temp, type Units } from '$lib/units'

  let { axis, box, units }: { axis: Axes; box: Box; units: Units } = $props()
</script>

{#each axis.ticks as tick (tick)}
  <line
    x1={box.left}
    x2={box.width - box.right}
    y1={axis.y(tick)}
    y2={axis.y(tick)}
    class="stroke-line"
  />
  <text class="text-sm fill-ink-soft" x={box.left - 8} y={axis.y(tick) + 5} text-anchor="end"
    >{temp(tick, units, true)}</text
  >
{/each}
