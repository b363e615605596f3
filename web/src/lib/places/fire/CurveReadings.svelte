<script lang="ts">
  // What was read, on the live curve: an instrument's trace, and readings typed by hand.
  import type { Outlook, Roast } from '$lib/api/client'
  import type { Axes } from '$lib/draw/curve'

  let { roast, outlook, axis }: { roast: Roast; outlook: Outlook; axis: Axes } = $props()
</script>

{#each outlook.trace as t (`${t.place}${t.minute}`)}
  <circle
    cx={axis.x(t.minute)}
    cy={axis.y(t.value_c)}
    r="3"
    class={t.doubted ? 'trace-doubted' : t.place === 'core' ? 'trace' : 'trace other'}
  />
{/each}
{#each roast.readings as r (r.seq)}
  {@const y = axis.y((r.low_c + r.high_c) / 2)}
  {@const x = axis.x(r.minute)}
  {#if outlook.flags[r.seq] !== undefined}
    <path d="M{x - 6} {y - 6}l12 12m0-12l-12 12" class="doubted" />
  {:else if r.place === 'thin_end'}
    <rect x={x - 5} y={y - 5} width="10" height="10" class="fill-paper stroke-ink stroke-3" />
  {:else}
    <circle cx={x} cy={y} r="6" class="fill-paper stroke-ink stroke-3" />
  {/if}
{/each}

<style>
  .trace {
    fill: var(--ink);
  }
  .other {
    fill: none;
    stroke: var(--ink);
  }
  .trace-doubted {
    fill: var(--accent);
  }
  .doubted {
    stroke: var(--accent);
    stroke-width: 3;
    fill: none;
  }
</style>
