<script lang="ts">
  // Records that cannot be read: said wherever one is, for it may be tonight's.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { ASIDE, called } from '$lib/state/record'
  import { records } from '$lib/state/records.svelte'
  import { DAMAGED } from '$lib/api/client'

  $effect(() => {
    void kitchen.dayNews
    if (kitchen.connected) void records.load()
  })
  $effect(() => {
    const look = (): void => void records.load()
    addEventListener(DAMAGED, look)
    return () => removeEventListener(DAMAGED, look)
  })
</script>

{#if records.damaged.length > 0 || records.fault !== '' || records.last !== null}
  <div class="notice" role="status">
    {#if records.fault !== ''}<p>{records.fault}</p>{/if}
    {#if records.last !== null}
      {@const last = records.last}
      <p>
        <b>{called(last)}</b> is put aside; the Book has it under “Put aside”.
        <button onclick={() => records.takeBack(last)}>Take it back</button>
        <button onclick={() => (records.last = null)}>Well and good</button>
      </p>
    {/if}
    {#each records.damaged as record (record.kind + record.id)}
      <p>
        <b>{called(record)}</b>
        cannot be read any more. Everything else goes on without it.
        <button onclick={() => records.putAside(record)}>
          {ASIDE[record.kind]}
        </button>
        <span class="opacity-85 text-sm wrap-anywhere"
          >It is kept as it is, and can be taken back in the Book ({record.why}).</span
        >
      </p>
    {/each}
  </div>
{/if}
