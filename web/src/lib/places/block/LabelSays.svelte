<script lang="ts">
  // What the label says: its weight, its minutes, and what those would do here.
  import type { Roast } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import { weight } from '$lib/units'

  type Buy = Roast['buy']
  let {
    buy,
    weight_kg,
    onset,
  }: { buy: Buy; weight_kg: number; onset: (part: Partial<Buy>) => void } = $props()

  const lighter = $derived((buy.label_kg ?? 0) - weight_kg)
</script>

<h3 class="font-bold">What its label says</h3>
<div class="grid gap-3 w-full items-end grid-cols-[9rem_minmax(0,1fr)_auto] max-lg:grid-cols-1">
  <QuantityField
    label="Weight on the label"
    value={buy.label_kg ?? 0}
    low={0}
    high={30}
    step={0.01}
    kind="weight"
    onvalue={(v) => onset({ label_kg: v < 0.05 ? null : v })}
  />
  <label>
    <span class="label-text">Its minutes, as printed</span>
    <input
      class="field"
      value={buy.label}
      maxlength="400"
      autocomplete="off"
      placeholder="20 min per 500 g plus 20 at 190 °C"
      onchange={(e) => onset({ label: e.currentTarget.value.trim() })}
    />
  </label>
  <button
    class="act plain"
    disabled={buy.label === ''}
    onclick={() => (kitchen.toReckon = buy.label)}>What would that do here?</button
  >
</div>
{#if buy.label_kg && Math.abs(lighter) >= 0.02}
  <p>
    The scale shows {weight(Math.abs(lighter), kitchen.units)}
    {lighter > 0 ? 'less' : 'more'} than the label: string, paper and juice count there, not in the oven.
  </p>
{/if}
