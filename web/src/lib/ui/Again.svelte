<script lang="ts">
  // The same once more: another piece of the cut, the same way, perhaps another hour, oven, company.
  import Fold from './Fold.svelte'
  import { http, want } from '$lib/api/client'
  import { go } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { tell } from '$lib/state/told.svelte'
  import { atDate, atHour, dateOf, hour, nextSeven, parseHour } from '$lib/units'
  import DateField from './DateField.svelte'
  import QuantityField from './QuantityField.svelte'

  let {
    roastId,
    weight_kg,
    oven_id,
    people = null,
    change = '',
    heading = false,
  }: {
    /** It is a part of the page. */
    heading?: boolean
    roastId: string
    weight_kg: number
    oven_id: string
    /** Who sat at table then, where that is known. */
    people?: number | null
    /** What the cook wanted to do otherwise. */
    change?: string
  } = $props()

  let typed = $state<number | null>(null)
  let date = $state<string | null>(null)
  let clock = $state<string | null>(null)
  let oven = $state<string | null>(null)
  let count = $state<number | null>(null)
  let fault = $state('')
  let busy = $state(false)
  const seven = $derived(nextSeven(kitchen.now))
  const on = $derived(date ?? dateOf(seven))
  const at = $derived(clock ?? hour(seven))
  const share = $derived(count === null || people === null ? 1 : count / people)
  const kg = $derived(typed ?? Math.min(25, Math.max(0.1, weight_kg * share)))

  async function lay(): Promise<void> {
    const parsed = parseHour(at)
    const served = parsed === null ? null : atDate(atHour(kitchen.now, parsed[0], parsed[1]), on)
    if (served === null) {
      fault = `“${on} ${at}” is no day and hour: 2027-01-06 and 19:00`
      return
    }
    busy = true
    fault = ''
    try {
      const made = await want(
        http.POST('/roasts/{roast_id}/again', {
          params: { path: { roast_id: roastId } },
          body: {
            serve_at: served.toISOString(),
            weight_kg: kg,
            oven_id: oven ?? oven_id,
            people: count,
          },
        }),
      )
      await kitchen.reload()
      tell(`${made.name} is on the block once more`)
      go('block', made.id)
    } catch (error) {
      fault = (error as Error).message
    }
    busy = false
  }
</script>

<Fold title="The same once more" {heading}>
  {#if change !== ''}
    <p class="border-l-4 border-accent pl-3" data-say="lesson-of-last-time">
      <b>You wanted to do otherwise:</b>
      {change}
    </p>
  {/if}
  <div class="grid grid-cols-[1fr_1fr_1.3fr_1fr_1.2fr] gap-3 max-lg:grid-cols-2">
    <label>
      <span class="label-text">For how many</span>
      <input
        class="field"
        type="number"
        min="1"
        max="60"
        placeholder={people === null ? '' : String(people)}
        bind:value={count}
      />
    </label>
    <QuantityField
      label="This time"
      value={kg}
      low={0.1}
      high={25}
      kind="weight"
      onvalue={(v) => (typed = v)}
    />
    <div class="max-lg:col-span-2">
      <DateField label="On" value={on} onpick={(d) => (date = d)} />
    </div>
    <label>
      <span class="label-text">At table</span>
      <input class="field" type="time" bind:value={() => at, (v) => (clock = v)} />
    </label>
    <label>
      <span class="label-text">Oven</span>
      <select class="field" bind:value={() => oven ?? oven_id, (v) => (oven = v)}>
        {#each kitchen.ovens as o (o.id)}<option value={o.id}>{o.name}</option>{/each}
      </select>
    </label>
  </div>
  <button type="button" class="act plain justify-self-start" disabled={busy} onclick={lay}
    >Lay it on the block</button
  >
  <p class="quiet">
    Same cut, way and salt{share === 1 ? '' : `; as much for each as for ${people} then`}. Of
    another weight its measures are estimated until you measure it.
  </p>
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
</Fold>
