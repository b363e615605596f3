<script lang="ts">
  // The middle now: shown by a tip that is in it, read last, or reckoned; each looks different.
  import type { Outlook, Roast } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { hour, later, temp, type Units } from '$lib/units'
  import { middleNow } from './middle'
  import { FLAGS, pace } from './sentence'
  import { spotOf } from './spots'

  let {
    current,
    roast,
    outlook,
    putIn,
    units,
  }: { current: RoastState; roast: Roast; outlook: Outlook; putIn: number; units: Units } = $props()

  const middle = $derived(middleNow(roast, outlook, kitchen.instruments, kitchen.now))
  const last = $derived(middle.last)
  const live = $derived(middle.tip)
  const flagged = $derived(last === undefined ? undefined : outlook.flags[last.seq])
</script>

{#snippet reckoned()}
  <p class="big shout text-4xl leading-none">
    <span class="text-ink-soft italic">{temp(outlook.core_c, units, true)}</span>
  </p>
{/snippet}

{#if live !== undefined && middle.doubted}
  <p class="quiet">the tip is not believed; the middle is reckoned at</p>
  {@render reckoned()}
{:else if live !== undefined}
  <p class="quiet">measured, middle, now</p>
  <p class="big shout text-4xl leading-none">{temp(live.value, units, true)}</p>
  <p>{pace(outlook.rate_c_min, units)}</p>
{:else if last === undefined}
  <p class="quiet">No reading yet; the middle is reckoned at</p>
  {@render reckoned()}
  <p class="quiet">a guess until you measure</p>
{:else}
  <p class="quiet">
    measured, {spotOf(last)}, {hour(later(putIn, last.minute))}
  </p>
  <p class="big shout text-4xl leading-none">
    {temp(last.low_c, units, true)}{last.high_c === last.low_c
      ? ''
      : `–${temp(last.high_c, units, true)}`}
  </p>
  {#if flagged !== undefined}
    <p class="fault">Not believed. {FLAGS[flagged] ?? flagged}</p>
    <button
      class="act plain"
      disabled={current.busy}
      onclick={() => last !== undefined && current.correct(last.seq, { sure: true })}
    >
      It really reads that
    </button>
  {:else}
    <p>{pace(outlook.rate_c_min, units)}</p>
  {/if}
{/if}
