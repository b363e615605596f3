<script lang="ts">
  // The sear on the hob: its own clock, beside what the oven must show when it comes in.
  import type { Outlook } from '$lib/api/client'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { timer } from './sear'

  let { held, outlook, now }: { held: RoastState; outlook: Outlook; now: number } = $props()

  const turn = $derived(outlook.agenda.find((s) => s.code === 'turn_face'))
  const out = $derived(outlook.agenda.find((s) => s.stage === outlook.current_stage))
</script>

{#if out !== undefined}
  <div class="sear" role="group" aria-label="In the pan">
    <div>
      <p class="quiet">
        in the pan, {turn === undefined
          ? 'the last face'
          : `face ${turn.face - 1} of ${turn.faces}`}
      </p>
      <p class="shout big">{timer((turn ?? out).due_min - now)}</p>
      <p>{turn === undefined ? 'then on' : 'then turn it; it lets go by itself'}</p>
      {#if turn !== undefined}
        <button class="act" disabled={held.busy} onclick={() => held.mark('turned')}>Turned</button>
      {/if}
    </div>
    <div>
      <p class="quiet">meanwhile</p>
      <p class="shout words">{out.words}</p>
      <p>
        {out.due_min <= now ? 'now' : `in ${timer(out.due_min - now)}`}; an oven must be fully hot
        by then
      </p>
    </div>
  </div>
{/if}

<style>
  .sear {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 1.5rem;
    border-left: 4px solid var(--ember);
    padding-left: 1rem;
    max-width: 44rem;
  }
  .big {
    font-size: 3.6rem;
    line-height: 1;
    font-variant-numeric: tabular-nums;
  }
  .words {
    font-size: 1.7rem;
    line-height: 1.1;
  }
</style>
