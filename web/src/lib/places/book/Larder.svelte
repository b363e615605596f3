<script lang="ts">
  // What is left of earlier roasts, the most urgent first; nothing where nothing is.
  import { http, want, type Batch } from '$lib/api/client'
  import { lastDay, platesOf } from '$lib/places/board/board'
  import { kitchen } from '$lib/state/kitchen.svelte'

  let all = $state.raw<Batch[]>([])
  $effect(() => {
    void Object.values(kitchen.news).reduce((a, b) => a + b, 0)
    want(http.GET('/larder')).then(
      (found) => (all = found),
      () => undefined,
    )
  })
</script>

{#if all.length > 0}
  <section class="border-l-4 border-accent pl-3" data-ask="larder" aria-labelledby="larder-title">
    <h2 class="font-bold" id="larder-title">In the fridge</h2>
    <ul>
      {#each all as batch (batch.roast_id + batch.seq)}
        <li>
          <a class="underline" href="/board/{batch.roast_id}">{batch.roast}</a>: {batch.what}{platesOf(
            batch.serves,
          ) === ''
            ? ''
            : `, ${platesOf(batch.serves)}`}, <b>{lastDay(batch, kitchen.now)}</b>{batch.plan === ''
            ? ''
            : ` (${batch.plan})`}
        </li>
      {/each}
    </ul>
  </section>
{/if}
