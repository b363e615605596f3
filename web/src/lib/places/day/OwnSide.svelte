<script lang="ts">
  // A side of one's own in one sitting: where, how long, at what heat, how long it may wait.
  import { http, want, type SideLine } from '$lib/api/client'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import { listed } from '$lib/ui/table'

  let { onmade }: { onmade: (side: SideLine) => void } = $props()

  let name = $state('')
  let where = $state<'oven' | 'hob' | 'hands'>('oven')
  let minutes = $state(40)
  let prep = $state(10)
  let hands = $state(4)
  let hold = $state(20)
  let low = $state(160)
  let usual = $state(185)
  let high = $state(210)
  let browns = $state(true)
  let main = $state(false)
  let contains = $state('')
  let fault = $state('')

  async function make(): Promise<void> {
    try {
      const body = {
        name,
        where,
        minutes,
        hands_min: hands,
        prep_min: prep,
        hold_min: hold,
        full_main: main,
        allergens: listed(contains),
        ...(where === 'oven'
          ? { low_c: low, ref_c: usual, high_c: high, brown_min: browns ? 30 : 0 }
          : {}),
      }
      onmade(await want(http.POST('/sides', { body })))
    } catch (error) {
      fault = (error as Error).message
    }
  }
</script>

<form
  class="grid grid-cols-[repeat(auto-fit,minmax(150px,1fr))] gap-2 w-full items-end p-3 bg-paper-deep rounded-base"
  onsubmit={(e) => {
    e.preventDefault()
    void make()
  }}
>
  <label>
    <span class="label-text">What is it called</span>
    <input class="field" bind:value={name} required maxlength="60" autocomplete="off" />
  </label>
  <label>
    <span class="label-text">Where it is cooked</span>
    <select class="field" bind:value={where}>
      <option value="oven">in an oven</option>
      <option value="hob">on the hob</option>
      <option value="hands">nowhere: made by hand</option>
    </select>
  </label>
  <QuantityField
    label="Preparing"
    value={prep}
    low={0}
    high={180}
    kind="time"
    onvalue={(v) => (prep = v)}
    step={1}
  />
  {#if where !== 'hands'}
    <QuantityField
      label="Cooking"
      value={minutes}
      low={1}
      high={600}
      kind="time"
      onvalue={(v) => (minutes = v)}
      step={1}
    />
  {/if}
  <QuantityField
    label="Hands meanwhile"
    value={hands}
    low={0}
    high={180}
    kind="time"
    onvalue={(v) => (hands = v)}
    step={1}
  />
  <QuantityField
    label="May wait"
    value={hold}
    low={0}
    high={4320}
    kind="time"
    onvalue={(v) => (hold = v)}
    step={1}
  />
  {#if where === 'oven'}
    <QuantityField
      label="Usual heat"
      kind="heat"
      step={5}
      value={usual}
      low={50}
      high={300}
      onvalue={(v) => (usual = v)}
    />
    <QuantityField
      label="Bears from"
      kind="heat"
      step={5}
      value={low}
      low={40}
      high={300}
      onvalue={(v) => (low = v)}
    />
    <QuantityField
      label="Bears up to"
      kind="heat"
      step={5}
      value={high}
      low={50}
      high={320}
      onvalue={(v) => (high = v)}
    />
    <label class="tick"><input type="checkbox" bind:checked={browns} />It should brown</label>
  {/if}
  <label class="tick"
    ><input type="checkbox" bind:checked={main} />It feeds those who eat none of the joint</label
  >
  <label>
    <span class="label-text">Contains (milk, gluten …)</span>
    <input class="field" bind:value={contains} autocomplete="off" />
  </label>
  {#if fault !== ''}<p class="wrong" role="alert">{fault}</p>{/if}
  <button class="act" type="submit">Put it on the list</button>
</form>
