<script lang="ts">
  // What was put aside: out of every list, kept, and to be taken back.
  import { called } from '$lib/state/stray'
  import { strays } from '$lib/state/strays.svelte'
  import { day } from '$lib/units'
</script>

{#if strays.aside.length > 0}
  <section aria-labelledby="aside-title">
    <h2 class="font-bold" id="aside-title">Put aside</h2>
    <ul>
      {#each strays.aside as stray (stray.record + stray.id)}
        <li>
          {called(stray)}{stray.at === null ? '' : `, ${day(new Date(stray.at))}`}
          <button class="underline min-h-10 px-2" onclick={() => strays.takeBack(stray)}
            >take it back</button
          >
        </li>
      {/each}
    </ul>
  </section>
{/if}
