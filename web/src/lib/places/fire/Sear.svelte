<script lang="ts">
  // The sear on the hob: its own clock, beside what the oven must show when it comes in.
  import type { Outlook } from '$lib/api/client'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { timer } from './sear'

  let { current, outlook, now }: { current: RoastState; outlook: Outlook; now: number } = $props()

  const turn = $derived(outlook.agenda.find((s) => s.code === 'turn_face'))
  const out = $derived(outlook.agenda.find((s) => s.stage === outlook.current_stage))
</script>

{#if out !== undefined}
  <div
    class="grid grid-cols-2 gap-6 border-l-4 border-ember pl-4 max-w-176"
    role="group"
    aria-label="In the pan"
  >
    <div>
      <p class="quiet">
        in the pan, {turn === undefined
          ? 'the last face'
          : `face ${turn.face - 1} of ${turn.faces}`}
      </p>
      <p class="shout big text-4xl leading-none tabular-nums">
        {timer((turn ?? out).due_min - now)}
      </p>
      <p>{turn === undefined ? 'then on' : 'then turn it; it lets go by itself'}</p>
      {#if turn !== undefined}
        <button class="act" disabled={current.busy} onclick={() => current.mark('turned')}
          >Turned</button
        >
      {/if}
    </div>
    <div>
      <p class="quiet">meanwhile</p>
      <p class="shout text-2xl leading-shout">{out.words}</p>
      <p>
        {out.due_min <= now ? 'now' : `in ${timer(out.due_min - now)}`}; an oven must be fully hot
        by then
      </p>
    </div>
  </div>
{/if}
