<script lang="ts">
  // The hour; in the demo also its pace, which comes when the page stands.
  import { PRACTICE } from '$lib/api/base'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { hour } from '$lib/units'

  // In a practice its own bar has the pace.
  const demo = $derived(PRACTICE === '' && (kitchen.catalogue?.demo ?? false))
  /** Somebody pressed it: what sets its pace is fetched, and opens. */
  let paced = $state(false)
</script>

{#if demo && paced}
  {#await import('./Pace.svelte')}
    {@render button()}
  {:then { default: Pace }}
    <Pace />
  {:catch}
    {@render button()}
  {/await}
{:else if demo}
  {@render button()}
{:else}
  {@render plain()}
{/if}

{#snippet button()}
  <button
    class="flex flex-col items-end leading-shout min-h-11 justify-center px-2"
    aria-haspopup="dialog"
    onclick={() => (paced = true)}
  >
    <b>{hour(kitchen.now)}</b>
    <small class="text-ink-soft text-xs"
      >demo clock{kitchen.pace === 1 ? '' : ` ×${kitchen.pace}`}</small
    >
  </button>
{/snippet}

{#snippet plain()}
  <span class="flex flex-col items-end leading-shout min-h-11 justify-center px-2"
    ><b>{hour(kitchen.now)}</b></span
  >
{/snippet}
