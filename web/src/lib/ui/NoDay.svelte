<script lang="ts">
  // What a place shows while there is no day for it: none at all, not this one, or not yet.
  import type { DayState } from '$lib/state/day.svelte'
  import Working from './Working.svelte'

  let {
    here,
    dates,
    date,
    fault,
  }: { here: DayState | null; dates: string[] | null; date: string | null; fault: string } =
    $props()
</script>

<section class="pt-4 pb-8 px-7 grid gap-2 justify-items-start max-lg:p-3">
  {#if fault !== '' && date === null}
    <h1>The day is not here.</h1>
    <p class="fault" role="alert">{fault}</p>
  {:else if dates !== null && date === null}
    <h1>No day is planned yet.</h1>
    <p>Lay a joint on the block and say when you sit down: its day then stands here.</p>
    <a class="act" href="/begin">Lay a joint</a>
  {:else if here?.fault && here.day === null}
    <h1>That day is not here.</h1>
    <p class="fault" role="alert">{here.fault}</p>
    <a class="act" href="/day">To the next day with something on it</a>
  {:else}
    <Working words="Fetching the day…" />
  {/if}
</section>
