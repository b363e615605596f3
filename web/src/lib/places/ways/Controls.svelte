<script lang="ts">
  // With which thermometer, under which coat, and what may pass the sieve.
  import { ToggleGroup } from '@skeletonlabs/skeleton-svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import type { Joint, Thermometer } from '$lib/api/client'
  import Choice from '$lib/ui/Choice.svelte'
  import { SIEVES, type Sieve } from './compare'

  let {
    locked,
    rind,
    sieves = $bindable(),
  }: { locked: boolean; rind: boolean; sieves: Sieve[] } = $props()

  const PROBES: [Thermometer, string][] = [
    ['leave-in', 'leave-in probe'],
    ['spot', 'spot thermometer'],
    ['none', 'no thermometer'],
  ]
  const draft = $derived(plan.draft)
  const coats = $derived(kitchen.catalogue?.coats ?? [])
  const coat = $derived(coats.find((c) => c.id === draft?.joint.coat))
  const sift = $derived(SIEVES.filter((s) => s.id !== 'crackles' || rind))
</script>

<div class="flex flex-wrap gap-y-1.5 gap-x-4 items-center">
  <Choice
    label="Thermometer"
    quiet
    disabled={locked}
    options={PROBES}
    value={draft?.thermometer ?? 'spot'}
    onchoose={(thermometer) => plan.pull({ thermometer }, true)}
  />
  <label class="flex gap-2 items-center text-ink-soft" data-ask="coat">
    on it
    <select
      class="field w-auto min-h-10.5 max-w-46 text-sm"
      disabled={locked}
      value={draft?.joint.coat}
      onchange={(e) => plan.pull({ joint: { coat: e.currentTarget.value as Joint['coat'] } }, true)}
    >
      {#each coats as c (c.id)}<option value={c.id}>{c.name}</option>{/each}
    </select>
    {#if coat !== undefined && coat.allergens.length > 0}
      <b class="text-accent">holds {coat.allergens.join(', ')}</b>
    {/if}
  </label>
  <ToggleGroup
    multiple
    value={sieves}
    onValueChange={(e) => (sieves = e.value as Sieve[])}
    class="flex-wrap gap-1.5 border-0 bg-transparent p-0"
    aria-label="Show only"
  >
    {#each sift as s (s.id)}
      <ToggleGroup.Item
        value={s.id}
        class="min-h-11 rounded-none border-0 border-b-2 border-dashed border-line-strong bg-transparent px-1 text-sm text-ink-soft data-[state=on]:border-solid data-[state=on]:border-accent data-[state=on]:bg-transparent data-[state=on]:font-bold data-[state=on]:text-ink"
        >{s.says}</ToggleGroup.Item
      >
    {/each}
  </ToggleGroup>
</div>
