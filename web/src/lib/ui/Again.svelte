<script lang="ts">
  // The same once more: another piece of the cut, the same way, the next seven o'clock.
  import Fold from './Fold.svelte'
  import { http, want } from '$lib/api/client'
  import { go } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { tell } from '$lib/state/told'
  import { nextSeven } from '$lib/units'
  import QuantityField from './QuantityField.svelte'

  let { roastId, weight_kg }: { roastId: string; weight_kg: number } = $props()

  let typed = $state<number | null>(null)
  let fault = $state('')
  const kg = $derived(typed ?? weight_kg)

  async function lay(): Promise<void> {
    try {
      const made = await want(
        http.POST('/roasts/{roast_id}/again', {
          params: { path: { roast_id: roastId } },
          body: { serve_at: nextSeven(kitchen.now).toISOString(), weight_kg: kg },
        }),
      )
      await kitchen.reload()
      tell(`${made.name} is on the block once more`)
      go('block', made.id)
    } catch (error) {
      fault = (error as Error).message
    }
  }
</script>

<Fold title="The same once more">
  <QuantityField
    label="This time"
    value={kg}
    low={0.1}
    high={25}
    kind="weight"
    onvalue={(v) => (typed = v)}
  />
  <button type="button" class="act plain" onclick={lay}>Lay it on the block</button>
  <p class="quiet">
    Same cut, oven, way and salt. Of another weight its measures are estimated until you measure it.
  </p>
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
</Fold>
