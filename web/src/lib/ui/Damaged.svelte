<script lang="ts">
  // Records that cannot be read: said wherever one is, for it may be tonight's.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { ASIDE, called } from '$lib/state/stray'
  import { strays } from '$lib/state/strays.svelte'
  import { DAMAGED } from '$lib/api/client'

  $effect(() => {
    void kitchen.dayNews
    if (kitchen.connected) void strays.load()
  })
  $effect(() => {
    const look = (): void => void strays.load()
    addEventListener(DAMAGED, look)
    return () => removeEventListener(DAMAGED, look)
  })
</script>

{#if strays.damaged.length > 0 || strays.fault !== '' || strays.last !== null}
  <div class="notice" role="status">
    {#if strays.fault !== ''}<p>{strays.fault}</p>{/if}
    {#if strays.last !== null}
      {@const last = strays.last}
      <p>
        <b>{called(last)}</b> is put aside; the Book has it under “Put aside”.
        <button onclick={() => strays.takeBack(last)}>Take it back</button>
        <button onclick={() => (strays.last = null)}>Well and good</button>
      </p>
    {/if}
    {#each strays.damaged as stray (stray.record + stray.id)}
      <p>
        <b>{called(stray)}</b>
        cannot be read any more. Everything else goes on without it.
        <button onclick={() => strays.putAside(stray)}>
          {ASIDE[stray.record]}
        </button>
        <span class="opacity-85 text-sm wrap-anywhere"
          >It is kept as it is, and can be taken back in the Book ({stray.why}).</span
        >
      </p>
    {/each}
  </div>
{/if}
