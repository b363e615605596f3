<script lang="ts">
  // What was put aside: out of every list, kept, and to be taken back.
  import { called } from '$lib/state/record'
  import { records } from '$lib/state/records.svelte'
  import { day } from '$lib/units'
</script>

{#if records.aside.length > 0}
  <section aria-labelledby="aside-title">
    <h2 class="font-bold" id="aside-title">Put aside</h2>
    <ul>
      {#each records.aside as record (record.kind + record.id)}
        <li>
          {called(record)}{record.at === null ? '' : `, ${day(new Date(record.at))}`}
          <button class="underline min-h-10 px-2" onclick={() => records.takeBack(record)}
            >take it back</button
          >
        </li>
      {/each}
    </ul>
  </section>
{/if}
