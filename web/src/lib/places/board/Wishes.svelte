<script lang="ts">
  // Who asked for what, before anything is sliced.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { wishesOf } from './board'

  let { cut }: { cut: string } = $props()

  const kind = $derived(kitchen.catalogue?.cuts.find((c) => c.id === cut)?.kind)
  const wishes = $derived(wishesOf(kitchen.catalogue?.people ?? [], kind))
</script>

{#if wishes.length > 0}
  <p class="max-w-248">
    <b>Who asked for what:</b>
    {#each wishes as [wish, names], i (wish)}
      {i > 0 ? '; ' : ''}{names.join(', ')}: {wish}{/each}.
  </p>
{/if}
