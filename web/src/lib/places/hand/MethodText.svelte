<script lang="ts">
  // The method as text, live, and what it does in one line; or where it cannot be read.
  import type { HandState } from '$lib/state/hand.svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { delta, hour, later, sentence, temp, type Units } from '$lib/units'

  let { hand, serve, units }: { hand: HandState; serve: Date; units: Units } = $props()

  const shaped = $derived(hand.shaped)
  const f = $derived(shaped?.forecast ?? null)
  const inAt = $derived(f === null ? null : later(serve, -f.end_min))
</script>

<label>
  <span class="sr-only">The method as text</span>
  <textarea
    class="field text-lg font-semibold resize-y py-2 px-3 field-sizing-content aria-[invalid=true]:ring-accent"
    rows="1"
    spellcheck="false"
    aria-invalid={hand.fault !== null}
    aria-describedby="text-fault"
    value={hand.text}
    oninput={(e) => hand.type(e.currentTarget.value)}
    onblur={() => hand.settle()}></textarea>
</label>
<p id="text-fault" class="min-h-[1.6em] max-sm:min-h-22 leading-snug" role="status">
  {#if hand.fault !== null}
    <b class="wrong">
      {#if hand.fault.start !== null && hand.fault.end !== null && hand.fault.end > hand.fault.start}
        At <mark class="bg-paper-deep text-inherit underline decoration-wavy decoration-accent"
          >{hand.text.slice(hand.fault.start, hand.fault.end)}</mark
        >:
      {/if}
      {sentence(hand.fault.text, units)}</b
    > The picture is of the last that could be read.
  {:else if shaped !== null && shaped.reason !== ''}
    <b class="wrong">{sentence(shaped.reason, units)}</b>
  {:else if f !== null && inAt !== null}
    {inAt < kitchen.now ? 'Should be in since' : 'In by'} <b>{hour(inAt)}</b>, out at
    <b>{temp(f.pull_core_c, units)}</b>
    {#if f.pull_min.low !== null}
      between {hour(later(inAt, f.pull_min.low))} and {hour(
        later(inAt, f.pull_min.high ?? 0),
      )}{/if}, ends at
    <b>{temp(f.peak_c.value, units)}</b>
    {#if f.peak_c.low !== null}({temp(f.peak_c.low, units, true)}–{temp(
        f.peak_c.high ?? 0,
        units,
        true,
      )}){/if} · {Math.round((f.even_fraction ?? 0) * 100)} % as wanted · loses {Math.round(
      f.loss * 100,
    )} % · ten minutes late
    {hand.stale ? '…' : delta(f.late_c, units)} · {Math.round(shaped?.hands_on_min ?? 0)} min of work
  {:else}
    Working it out…
  {/if}
</p>
