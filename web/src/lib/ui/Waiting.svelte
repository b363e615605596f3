<script lang="ts">
  // What is kept here until the server answers, and what it would not take.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { queue } from '$lib/state/queue.svelte'
  import { hour, sentence } from '$lib/units'

  $effect(() => queue.start())
  $effect(() => {
    if (kitchen.connected) void queue.flush()
  })

  const late = $derived(kitchen.connected ? [] : queue.waiting)
</script>

{#if late.length > 0 || queue.refused.length > 0}
  <div class="notice" role="status">
    {#if late.length > 0}
      <p>
        Kept here, handed over in order as soon as Trencher answers:
        {#each late as entry, n (entry.key)}{n > 0 ? '; ' : ''}<b
            >{sentence(entry.words, kitchen.units)}</b
          >
          {hour(new Date(entry.at))}{/each}.
      </p>
    {/if}
    {#each queue.refused as turned (turned.entry.key)}
      <p>
        <b>{sentence(turned.entry.words, kitchen.units)}</b>, {hour(new Date(turned.entry.at))}, was
        not taken: {turned.reason}
        <button onclick={() => queue.again(turned.entry.key)}>try again</button>
        <button onclick={() => queue.forget(turned.entry.key)}>drop it</button>
      </p>
    {/each}
  </div>
{/if}
