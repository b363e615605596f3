<script lang="ts">
  // With what it is measured and under which coat, and what earlier roasts taught: each in a fold.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import Fold from '$lib/ui/Fold.svelte'
  import Why from '$lib/ui/Why.svelte'
  import Controls from './Controls.svelte'
  import { PROBES } from './probes'

  let { locked }: { locked: boolean } = $props()

  const draft = $derived(plan.draft)
  const roasted = $derived(kitchen.roasts.some((r) => r.status === 'done'))
  const coat = $derived(kitchen.catalogue?.coats.find((c) => c.id === draft?.joint.coat))
  const says = $derived(
    [
      PROBES.find((p) => p[0] === draft?.thermometer)?.[1] ?? '',
      coat?.name.toLowerCase() ?? '',
      (coat?.allergens.length ?? 0) > 0 ? `holds ${coat?.allergens.join(', ')}` : '',
    ]
      .filter((said) => said !== '')
      .join(' · '),
  )
</script>

<div class="grid grid-cols-2 gap-x-8 max-lg:grid-cols-1">
  <Fold asks="set-fold" title="How it is roasted here" {says}>
    <Controls {locked} />
  </Fold>
  {#if roasted}
    <!-- Its place is kept while it is asked for: what is below must not move under a finger. -->
    <div class="min-h-11" data-ask="why">
      {#if plan.why.length > 0}
        <Fold title="Goes by your earlier roasts" says={plan.why[0]?.words}>
          <Why rows={plan.why} onchanged={() => plan.refresh()} />
        </Fold>
      {/if}
    </div>
  {/if}
</div>
