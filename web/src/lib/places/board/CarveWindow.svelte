<script lang="ts">
  // When it is to be carved, where its middle stands, and what to do where it would climb too far.
  import type { Outlook, Roast } from '$lib/api/client'
  import { carveWindow } from '$lib/state/carving'
  import { duration, hour, later, shownIn, temp, type Units } from '$lib/units'
  import { peaked } from './board'

  let {
    roast,
    outlook,
    now,
    putIn,
    units,
  }: { roast: Roast; outlook: Outlook; now: number; putIn: number; units: Units } = $props()

  const PASSES_C = 1.5
  const at = (minute: number): string => hour(later(putIn, minute))
  const span = $derived(carveWindow(outlook))
  const peak = $derived(outlook.peak_c)
  const top = $derived(peaked(roast.readings, roast.pulled_min))
  const passes = $derived(
    top === null && outlook.peak_min > now + 1 && outlook.peak_c.value > roast.wanted_c + PASSES_C,
  )

  const shout = $derived.by(() => {
    if (roast.status === 'done') return 'Carved.'
    if (roast.status === 'roasting') return 'Still in the oven.'
    if (now < span.from - 0.5)
      return `Carve in ${duration(span.from - now)}, from ${at(span.from)} to ${at(span.until)}.`
    if (now <= span.until) return `Carve now, until about ${at(span.until)}.`
    return 'Carve now: it is getting too cool to be served hot.'
  })
</script>

<h1 class="shout text-4xl leading-shout" data-ask="window">{shout}</h1>
<p class="text-xl max-w-248">
  {#if top !== null}
    It peaked at {temp(top.c, units, true)} about {at(top.minute)} and has fallen by
    {shownIn('difference', top.by, units).toFixed(1)}°: it will not climb again.
  {:else if peak.low !== null && peak.high !== null}
    {#if outlook.peak_min > now + 1 && roast.status === 'resting'}
      About {temp(outlook.core_c, units, true)} now, climbing to {temp(peak.low, units, true)} to
      {temp(peak.high, units, true)} by about {at(outlook.peak_min)}.
    {:else}
      Its middle peaks at {temp(peak.low, units, true)} to {temp(peak.high, units, true)}.
    {/if}
  {/if}
</p>
{#if passes && roast.status === 'resting'}
  <p class="fault">
    It will pass {temp(roast.wanted_c, units)}: take its cover off now.
    <a class="underline" href="/fire/{roast.id}?ask=overshot">What else helps, and by how much</a>
  </p>
{/if}
