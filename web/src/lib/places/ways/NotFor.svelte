<script lang="ts">
  // Ways that are not for this joint or this oven, each with its reason.
  import type { Way } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { sentence } from '$lib/units'

  let { ways, locked, onlook }: { ways: Way[]; locked: boolean; onlook: (way: Way) => void } =
    $props()
</script>

{#if ways.length > 0}
  <h2 class="text-base mt-2 max-lg:order-2">Not for this joint or this oven</h2>
  <ul data-say="nots" class="max-lg:order-2 grid gap-0.5 max-w-280">
    {#each ways as way (way.id)}
      <li>
        <b>{way.name}.</b>
        {sentence(way.unsuited || way.reason, kitchen.units)}
        {#if !locked}
          <button class="undo" onclick={() => onlook(way)}
            >look at it by hand<span class="sr-only">: {way.name}</span></button
          >
        {/if}
      </li>
    {/each}
  </ul>
{/if}
