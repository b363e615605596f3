<script lang="ts">
  // Where the weight goes, as a bar and in words.
  import type { Buying } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { weight } from '$lib/units'
  import { parts } from './buy'

  let { found }: { found: Buying } = $props()
  const kg = (value: number): string => weight(value, kitchen.units)
</script>

<div
  class="bar flex w-full h-11 gap-0.5 text-sm"
  role="img"
  aria-label="Where {kg(found.yields.raw_kg)} goes"
>
  {#each parts(found.yields) as part (part.name)}
    <span
      class="grid place-items-center overflow-hidden whitespace-nowrap bg-paper-deep shadow-[inset_0_0_0_1px_var(--line-strong)] {part.name}"
      style="flex:{part.share}"
    >
      {#if part.share > (part.words.length > 6 ? 0.2 : 0.09)}{part.words} {kg(part.kg)}{/if}
    </span>
  {/each}
</div>
<p class="quiet">
  {parts(found.yields)
    .map((part) => `${part.words} ${kg(part.kg)}`)
    .join(', ')}
</p>
<p>
  {kg(found.yields.cooked_kg)} on plates, {kg(found.yields.low_kg)} to {kg(found.yields.high_kg)}
  until bone and hidden fat are weighed: {found.yields.plates[0]} hearty or {found.yields.plates[1]} small
  plates.
  {#if found.yields.ribs !== null}It has about {found.yields.ribs}
    {found.yields.ribs === 1 ? 'rib' : 'ribs'}.{/if}
</p>

<style>
  .bar .eaten {
    background: #a23a4a;
    color: #fdf8ef;
    font-weight: 700;
  }
  .bar .oven {
    background: repeating-linear-gradient(
      -45deg,
      transparent 0 6px,
      color-mix(in srgb, var(--ink) 14%, transparent) 6px 7px
    );
  }
</style>
