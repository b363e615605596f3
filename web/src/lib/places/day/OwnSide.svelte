<script lang="ts">
  // A side of one's own in one sitting: where, how long, at what heat, how long it may wait.
  import { http, want, type SideLine } from '$lib/api/client'
  import NumberField from '$lib/ui/NumberField.svelte'
  import { fromF, toF, type Units } from '$lib/units'

  let { units, onmade }: { units: Units; onmade: (side: SideLine) => void } = $props()

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

  const shown = (c: number): number => (units === 'C' ? c : toF(c))
  const kept = (value: number): number => (units === 'C' ? value : fromF(value))
  const unit = $derived(units === 'C' ? '°C' : '°F')

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
        allergens: contains
          .split(',')
          .map((a) => a.trim())
          .filter((a) => a !== ''),
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
  class="own"
  onsubmit={(e) => {
    e.preventDefault()
    void make()
  }}
>
  <label>
    <span class="label">What is it called</span>
    <input class="field" bind:value={name} required maxlength="60" autocomplete="off" />
  </label>
  <label>
    <span class="label">Where it is cooked</span>
    <select class="field" bind:value={where}>
      <option value="oven">in an oven</option>
      <option value="hob">on the hob</option>
      <option value="hands">nowhere: made by hand</option>
    </select>
  </label>
  <NumberField
    label="Preparing"
    value={prep}
    low={0}
    high={180}
    unit="min"
    onvalue={(v) => (prep = v)}
  />
  {#if where !== 'hands'}
    <NumberField
      label="Cooking"
      value={minutes}
      low={1}
      high={600}
      unit="min"
      onvalue={(v) => (minutes = v)}
    />
  {/if}
  <NumberField
    label="Hands meanwhile"
    value={hands}
    low={0}
    high={180}
    unit="min"
    onvalue={(v) => (hands = v)}
  />
  <NumberField
    label="May wait"
    value={hold}
    low={0}
    high={4320}
    unit="min"
    onvalue={(v) => (hold = v)}
  />
  {#if where === 'oven'}
    <NumberField
      label="Usual heat"
      value={shown(usual)}
      low={shown(50)}
      high={shown(300)}
      {unit}
      onvalue={(v) => (usual = kept(v))}
    />
    <NumberField
      label="Bears from"
      value={shown(low)}
      low={shown(40)}
      high={shown(300)}
      {unit}
      onvalue={(v) => (low = kept(v))}
    />
    <NumberField
      label="Bears up to"
      value={shown(high)}
      low={shown(50)}
      high={shown(320)}
      {unit}
      onvalue={(v) => (high = kept(v))}
    />
    <label class="tick"><input type="checkbox" bind:checked={browns} />It should brown</label>
  {/if}
  <label class="tick"
    ><input type="checkbox" bind:checked={main} />It feeds those who eat none of the joint</label
  >
  <label>
    <span class="label">Contains (milk, gluten …)</span>
    <input class="field" bind:value={contains} autocomplete="off" />
  </label>
  {#if fault !== ''}<p class="wrong" role="alert">{fault}</p>{/if}
  <button class="act" type="submit">Put it on the list</button>
</form>

<style>
  .own {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
    gap: 0.6rem;
    width: 100%;
    align-items: end;
    padding: 0.8rem;
    background: var(--paper-deep);
    border-radius: 4px;
  }
</style>
