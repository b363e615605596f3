<script lang="ts">
  // What a place shows while there is no roast for it: none at all, not this one, or not yet.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import type { RoastState } from '$lib/state/roast.svelte'
  import Working from './Working.svelte'

  let { missing, current, words }: { missing: boolean; current: RoastState | null; words: string } =
    $props()
</script>

{#if missing}
  <section class="py-4 px-7 grid gap-2 justify-items-start">
    <h1>{words}</h1>
    <a class="act" href="/begin">Lay a joint</a>
  </section>
{:else if current?.fault && current.roast === null}
  <section class="py-4 px-7 grid gap-2 justify-items-start">
    <h1>{kitchen.connected ? 'That roast is not here.' : 'Not fetched yet.'}</h1>
    <p class="fault" role="alert">
      {kitchen.connected ? current.fault : 'It comes as soon as Trencher answers again.'}
    </p>
    <a class="act" href="/">To what is on</a>
  </section>
{:else}
  <div class="py-4 px-7"><Working words="Fetching the joint…" /></div>
{/if}
