<script lang="ts">
  // A joint that is in the oven: four answers, and what it reads; then it is followed.
  import Soon from '$lib/ui/Soon.svelte'
  import type { Cut } from '$lib/api/client'
  import { go } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { firstOven, followCut } from '$lib/state/lay'
  import OvenAsked from '$lib/ui/OvenAsked.svelte'
  import CutSearch from '$lib/ui/CutSearch.svelte'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import { hour, later, readQuantity } from '$lib/units'
  import { readHeat, readSince, sinceWords } from './since'

  let { cuts }: { cuts: Cut[] } = $props()

  const AGO = [0, 15, 30, 60, 90]
  let cut = $state.raw<Cut | null>(null)
  let weight = $state<number | null>(null)
  let sinceText = $state('')
  let heatText = $state('')
  let readsText = $state('')
  let busy = $state(false)
  let fault = $state('')
  let chosen = $state('')

  const units = $derived(kitchen.units)
  const oven = $derived(kitchen.ovens.find((o) => o.id === chosen) ?? kitchen.ovens[0])
  const marks = $derived(oven?.marks ?? 'C')
  const since = $derived(readSince(sinceText, kitchen.now))
  const heat = $derived(readHeat(heatText, marks))
  const core = $derived(readsText.trim() === '' ? null : readQuantity(readsText, 'heat', units))
  const coreWrong = $derived(readsText.trim() !== '' && (core === null || core < -25 || core > 99))
  /** What is still to be said before it can be followed. */
  const missing = $derived(
    [
      cut === null ? 'its cut' : '',
      'at' in since ? '' : 'when it went in',
      'dial_c' in heat ? '' : 'what the dial says',
      coreWrong ? 'what it reads' : '',
    ].filter((said) => said !== ''),
  )
  let pressed = $state(false)

  async function pick(found: Cut): Promise<void> {
    cut = found
    try {
      await firstOven()
    } catch (error) {
      fault = (error as Error).message
    }
  }
  function ago(min: number): void {
    sinceText = hour(later(kitchen.now, -min))
  }

  async function follow(): Promise<void> {
    pressed = true
    if (cut === null || !('at' in since) || !('dial_c' in heat) || coreWrong) return
    busy = true
    try {
      const id = await followCut({
        cut,
        weight_kg: weight ?? cut.usual_kg,
        assumed: [
          'start_c',
          'wanted_c',
          'rest_min',
          ...(weight === null ? (['weight_kg'] as const) : []),
        ],
        oven: oven ?? (await firstOven()),
        at: since.at,
        dial_c: heat.dial_c,
        core_c: core,
      })
      go('fire', id)
    } catch (error) {
      fault = (error as Error).message
    } finally {
      busy = false
    }
  }
</script>

<form
  class="grid gap-3"
  onsubmit={(e) => {
    e.preventDefault()
    void follow()
  }}
>
  {#if cut === null}
    <CutSearch {cuts} id="cut-in-already" label="Its cut" onpick={pick} />
  {:else}
    <p class="flex flex-wrap items-center gap-x-4">
      <b class="text-lg">{cut.name}</b>
      <button type="button" class="undo" onclick={() => (cut = null)}>another cut</button>
    </p>
  {/if}
  <OvenAsked {oven} />
  <div class="grid grid-cols-2 gap-3 items-start">
    <QuantityField
      label="Its weight"
      value={weight ?? cut?.usual_kg ?? 2}
      low={0.1}
      high={25}
      kind="weight"
      assumed={weight === null}
      onvalue={(v) => (weight = v)}
    />
    <label>
      <span class="label-text">The dial says, {marks === 'gas' ? 'gas mark' : `°${marks}`}</span>
      <input
        class="field font-semibold"
        inputmode={marks === 'gas' ? 'text' : 'decimal'}
        autocomplete="off"
        bind:value={heatText}
        aria-invalid={heatText !== '' && 'fault' in heat}
      />
      {#if heatText !== '' && 'fault' in heat}<span class="wrong text-sm">{heat.fault}</span>{/if}
    </label>
  </div>
  <Soon>
    <div class="grid gap-1.5">
      <div class="chips" role="group" aria-labelledby="went-in">
        <span class="label-text w-full" id="went-in">It went in …</span>
        {#each AGO as min (min)}
          <button type="button" onclick={() => ago(min)}
            >{min === 0
              ? 'just now'
              : min < 60
                ? `${min} min`
                : min === 60
                  ? '1 h'
                  : '1½ h'}{min === 0 ? '' : ' ago'}</button
          >
        {/each}
      </div>
      <label>
        <span class="label-text">or at the hour</span>
        <input
          class="field font-semibold w-28"
          inputmode="numeric"
          autocomplete="off"
          bind:value={sinceText}
          aria-invalid={sinceText !== '' && 'fault' in since}
        />
        <span class="ml-2 {'fault' in since && sinceText !== '' ? 'wrong' : 'quiet'}">
          {sinceText === '' ? '' : 'at' in since ? sinceWords(since.at, kitchen.now) : since.fault}
        </span>
      </label>
    </div>
    <label>
      <span class="label-text"
        >Its middle reads, °{units} (leave it out if you have not looked)</span
      >
      <input
        class="field font-semibold w-28"
        inputmode="decimal"
        autocomplete="off"
        bind:value={readsText}
        aria-invalid={coreWrong}
      />
      {#if coreWrong}<span class="wrong text-sm ml-2">a number in °{units}</span>{/if}
    </label>
    {#if kitchen.ovens.length > 1}
      <label>
        <span class="label-text">In which oven</span>
        <select class="field" value={oven?.id} onchange={(e) => (chosen = e.currentTarget.value)}>
          {#each kitchen.ovens as o (o.id)}<option value={o.id}>{o.name}</option>{/each}
        </select>
      </label>
    {/if}
    {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
    {#if pressed && missing.length > 0}
      <p class="wrong" role="alert">Still to be said: {missing.join(', ')}.</p>
    {/if}
    <button class="act" disabled={busy}>{busy ? 'Reckoning…' : 'Follow it from here'}</button>
  </Soon>
</form>
