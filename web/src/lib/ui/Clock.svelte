<script lang="ts">
  // The hour; in the demo also its pace, because that clock is not the kitchen's.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { hour } from '$lib/units'

  const PACES = [1, 10, 60]
  let open = $state(false)
  const demo = $derived(kitchen.catalogue?.demo ?? false)

  async function pace(value: number): Promise<void> {
    await kitchen.setClock({ pace: value })
  }
</script>

{#if demo}
  <div class="relative">
    <button
      class="flex flex-col items-end leading-shout min-h-11 justify-center px-2"
      aria-expanded={open}
      onclick={() => (open = !open)}
    >
      <b>{hour(kitchen.now)}</b>
      <small class="text-ink-soft text-xs"
        >demo clock{kitchen.pace === 1 ? '' : ` ×${kitchen.pace}`}</small
      >
    </button>
    {#if open}
      <div
        class="absolute right-0 top-full z-15 bg-paper-light border border-line-strong p-2 grid gap-1.5 w-48 rounded-container"
        role="group"
        aria-label="The demo's clock"
      >
        {#each PACES as value (value)}
          <button
            class="act plain aria-pressed:bg-ink aria-pressed:text-paper"
            aria-pressed={kitchen.pace === value}
            onclick={() => pace(value)}
          >
            {value === 1 ? 'As it is' : `${value} times as fast`}
          </button>
        {/each}
        <button class="act plain" onclick={() => kitchen.setClock({ forward_min: 10 })}>
          Ten minutes on
        </button>
      </div>
    {/if}
  </div>
{:else}
  <span class="flex flex-col items-end leading-shout min-h-11 justify-center px-2"
    ><b>{hour(kitchen.now)}</b></span
  >
{/if}
