<script lang="ts">
  // A reading typed from anywhere on the page; where several joints roast, it asks which.
  import type { Roast } from '$lib/api/client'
  import { go, route } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { RoastState } from '$lib/state/roast.svelte'
  import { tell } from '$lib/state/told.svelte'
  import { sheetOpen } from '$lib/ui/sheet'
  import { parseReading, temp, type Units } from '$lib/units'
  import { placeOf, spotsOf } from './spots'

  let {
    current,
    roast,
    units,
    onread,
  }: {
    current: RoastState
    roast: Roast
    units: Units
    /** It was kept, as the entry of this number. */
    onread: (seq: number | null) => void
  } = $props()

  let typed = $state('')
  let fault = $state('')
  let where = $state('')
  let which = $state<{ low: number; high: number } | null>(null)
  let field = $state<HTMLInputElement | null>(null)
  const unnamed = $derived((route.params as { id?: string }).id === undefined)
  const busy = $derived(
    kitchen.roasts.filter((r) => r.status === 'roasting' || r.status === 'resting'),
  )

  $effect(() => {
    if (kitchen.typed === '' || field === null) return
    typed = kitchen.typed
    kitchen.typed = ''
    field.focus()
  })

  function key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement
    if (event.ctrlKey || event.metaKey || event.altKey) return
    if (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || sheetOpen()) return
    if (/^[0-9]$/.test(event.key) && field !== null) {
      event.preventDefault()
      typed = event.key
      field.focus()
    }
  }

  async function send(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    const read = parseReading(typed, units)
    if ('fault' in read) {
      fault = read.fault
      return
    }
    fault = ''
    if (unnamed && busy.length > 1) {
      which = { low: read.low, high: read.high }
      return
    }
    // Emptied at once: pressed twice it is one reading, and the next may be typed meanwhile.
    const was = typed
    typed = ''
    field?.blur()
    if (await current.read(read.low, read.high, placeOf(where))) {
      tell(`Reading ${temp(read.low, units)} kept`)
      onread(current.entered)
    } else {
      if (typed === '') typed = was
    }
  }

  /** A number for one of several joints: it goes to the one that is named now. */
  async function sendTo(id: string): Promise<void> {
    if (which === null) return
    const one = new RoastState(id)
    if (await one.read(which.low, which.high, placeOf(where))) {
      tell(`Reading ${temp(which.low, units)} kept`)
      which = null
      typed = ''
      go('fire', id)
    } else fault = one.fault
  }
</script>

<svelte:window onkeydown={key} />

<form
  onsubmit={send}
  class="grid grid-cols-[1fr_auto] gap-x-2 items-end max-lg:grid-cols-[4fr_3fr_auto]"
>
  <div>
    <label class="label-text" for="reading"
      >Type a reading<span class="max-lg:hidden">, from anywhere</span></label
    >
    <input
      id="reading"
      class="field text-xl min-h-14 font-bold"
      inputmode="decimal"
      autocomplete="off"
      placeholder={units === 'C' ? '38 or 57..59' : '100 or 135..138'}
      bind:value={typed}
      bind:this={field}
      aria-invalid={fault !== ''}
      aria-describedby={fault === '' ? undefined : 'reading-fault'}
    />
  </div>
  <button class="act min-h-14 max-lg:order-1" disabled={typed.trim() === ''}>Keep</button>
  <div class="col-span-full max-lg:col-span-1">
    <label class="label-text" for="where"
      >Where<span class="max-lg:hidden">; empty is the middle</span></label
    >
    <input
      id="where"
      class="field min-h-14 lg:min-h-11"
      list="spots"
      maxlength="40"
      autocomplete="off"
      placeholder="the middle"
      bind:value={where}
    />
  </div>
  {#if which !== null}
    <div class="col-span-full order-2 grid gap-1.5 py-1.5" role="group" aria-label="Which joint">
      <p>Which joint shows {temp(which.low, units)}?</p>
      {#each busy as one (one.id)}
        <button type="button" class="act" onclick={() => sendTo(one.id)}>{one.name}</button>
      {/each}
    </div>
  {/if}
  <datalist id="spots">
    {#each spotsOf(roast) as spot (spot)}<option value={spot}></option>{/each}
  </datalist>
  {#if fault !== ''}<p id="reading-fault" class="fault col-span-full order-2" role="alert">
      {fault}
    </p>{/if}
</form>
