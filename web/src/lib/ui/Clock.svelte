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
  <div class="wrap">
    <button class="hour" aria-expanded={open} onclick={() => (open = !open)}>
      <b>{hour(kitchen.now)}</b>
      <small>demo clock{kitchen.pace === 1 ? '' : ` ×${kitchen.pace}`}</small>
    </button>
    {#if open}
      <div class="panel" role="group" aria-label="The demo's clock">
        {#each PACES as value (value)}
          <button
            class="act plain"
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
  <span class="hour"><b>{hour(kitchen.now)}</b></span>
{/if}

<style>
  .wrap {
    position: relative;
  }
  .hour {
    display: flex;
    flex-direction: column;
    align-items: flex-end;
    line-height: 1.1;
    min-height: 44px;
    justify-content: center;
    padding: 0 0.5rem;
  }
  small {
    color: var(--ink-soft);
    font-size: 0.78rem;
  }
  .panel {
    position: absolute;
    right: 0;
    top: 100%;
    z-index: 15;
    background: var(--paper-light);
    border: 1px solid var(--line-strong);
    padding: 0.5rem;
    display: grid;
    gap: 0.4rem;
    width: 12rem;
    border-radius: 6px;
  }
  [aria-pressed='true'] {
    background: var(--ink);
    color: var(--paper);
  }
</style>
