<script lang="ts">
  // The sear on the hob: its own clock, beside what the oven must show when it comes in.
  import type { Outlook, Roast } from '$lib/api/client'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { dial } from '$lib/units'
  import { marksOf } from './happened'
  import { FACES, searClock, timer } from './sear'

  let {
    held,
    roast,
    outlook,
    now,
  }: { held: RoastState; roast: Roast; outlook: Outlook; now: number } = $props()

  const stage = $derived(outlook.stages[outlook.current_stage])
  const next = $derived(outlook.stages[outlook.current_stage + 1])
  const turned = $derived(
    marksOf(roast)
      .filter((m) => m.what === 'turned')
      .map((m) => m.minute),
  )
  const clock = $derived(
    stage === undefined
      ? null
      : searClock(stage.start_min, stage.planned_end_min ?? stage.end_min, now, turned),
  )
</script>

{#if clock !== null}
  <div class="sear" role="group" aria-label="In the pan">
    <div>
      <p class="quiet">in the pan, face {clock.face} of {FACES}</p>
      <p class="shout big">{timer(clock.left)}</p>
      <p>
        {clock.face === FACES ? 'then into the oven' : 'then turn it; it lets go by itself'}
      </p>
      {#if clock.face < FACES}
        <button class="act" disabled={held.busy} onclick={() => held.mark('turned')}>Turned</button>
      {/if}
    </div>
    <div>
      <p class="quiet">the oven meanwhile</p>
      <p class="shout big">
        {next?.dial_c == null ? '' : dial(next.dial_c, roast.oven.marks)}
      </p>
      <p>fully hot in {timer(clock.out)}, when it comes out of the pan</p>
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
</style>
