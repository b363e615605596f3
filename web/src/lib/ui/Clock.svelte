<script lang="ts">
  // The hour; in the demo also its pace, which comes when the page stands.
  import { PRACTICE } from '$lib/api/base'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { hour } from '$lib/units'

  // In a practice its own bar has the pace.
  const demo = $derived(PRACTICE === '' && (kitchen.catalogue?.demo ?? false))
</script>

{#if demo}
  {#await import('./Pace.svelte')}
    {@render plain()}
  {:then { default: Pace }}
    <Pace />
  {:catch}
    {@render plain()}
  {/await}
{:else}
  {@render plain()}
{/if}

{#snippet plain()}
  <span class="flex flex-col items-end leading-shout min-h-11 justify-center px-2"
    ><b>{hour(kitchen.now)}</b></span
  >
{/snippet}
