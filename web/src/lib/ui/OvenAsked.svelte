<script lang="ts">
  // Asks for the oven where nobody has said what it is; nothing else.
  import type { Oven } from '$lib/api/client'

  let { oven, ontold }: { oven: Oven | undefined; ontold?: () => void } = $props()
</script>

{#if oven?.assumed}
  {#await import('./AskOven.svelte') then { default: AskOven }}
    <AskOven {oven} {ontold} />
  {/await}
{/if}
