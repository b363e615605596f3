<script lang="ts">
  // With which thermometer, and under which coat.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import type { Joint } from '$lib/api/client'
  import Choice from '$lib/ui/Choice.svelte'
  import { PROBES } from './probes'

  let { locked }: { locked: boolean } = $props()

  const draft = $derived(plan.draft)
  const coats = $derived(kitchen.catalogue?.coats ?? [])
  const coat = $derived(coats.find((c) => c.id === draft?.joint.coat))
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
</div>
