<script lang="ts">
  // The same once more: another piece of the cut, the same way, the next seven o'clock.
  import { http, want } from '$lib/api/client'
  import { go } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { LB, nextSeven } from '$lib/units'
  import NumberField from './NumberField.svelte'

  let { roastId, weight_kg }: { roastId: string; weight_kg: number } = $props()

  const metric = $derived(kitchen.units === 'C')
  const per = $derived(metric ? 1 : LB)
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
      kitchen.say(`${made.name} is on the block once more`)
      go('block', made.id)
    } catch (error) {
      fault = (error as Error).message
    }
  }
</script>

<details class="once-more">
  <summary>The same once more</summary>
  <NumberField
    label="This time"
    value={kg / per}
    low={0.1 / per}
    high={25 / per}
    step={0.05}
    unit={metric ? 'kg' : 'lb'}
    onvalue={(v) => (typed = v * per)}
  />
  <button type="button" class="act plain" onclick={lay}>Lay it on the block</button>
  <p class="quiet">
    Same cut, oven, way and salt. Of another weight its measures are estimated until you measure it.
  </p>
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
</details>

<style>
  .once-more {
    width: 100%;
  }
  .once-more[open] {
    display: grid;
    gap: 0.5rem;
  }
  summary {
    min-height: 44px;
    display: flex;
    align-items: center;
    text-decoration: underline;
    text-underline-offset: 4px;
    cursor: pointer;
  }
</style>
