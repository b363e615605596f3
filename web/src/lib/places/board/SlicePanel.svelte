<script lang="ts">
  // One slice: what was read in it, and whose it is.
  import type { Carving } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { tell } from '$lib/state/told.svelte'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { parseReading, sentence, temp } from '$lib/units'
  import { portionOf, slicePortion } from './board'

  let {
    current,
    carving,
    index,
    count,
    reckoned,
    resting,
    onclose,
  }: {
    current: RoastState
    carving: Carving
    index: number
    count: number
    reckoned: number
    resting: boolean
    onclose: () => void
  } = $props()

  let typed = $state('')
  let fault = $state('')
  const units = $derived(kitchen.units)
  const read = $derived(carving.read[String(index)])
  const plates = $derived(carving.plates.filter((p) => p.slice === index))
  const portion = $derived(slicePortion(index, count))
  const owner = $derived(carving.claims[portion] ?? '')
  const names = $derived(carving.plates.filter((p) => p.slice !== null).map((p) => p.name))

  async function keep(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    const found = parseReading(typed, units)
    if ('fault' in found) {
      fault = found.fault
      return
    }
    if (await current.readSlice(index, found.low)) {
      typed = ''
      fault = ''
      tell(`Slice ${index + 1}: ${temp(found.low, units)} kept`)
    } else fault = current.fault
  }

  async function claim(name: string): Promise<void> {
    // Whoever gives an end up has not claimed another.
    if (!(await current.claim(portion, name))) fault = current.fault
  }
</script>

<div
  class="self-stretch bg-paper-light border border-line-strong rounded-base py-3 px-4 grid gap-1.5"
  role="group"
  aria-label="Slice {index + 1}"
>
  <p>
    <b>Slice {index + 1} of {count}{portionOf(portion)}.</b>
    {read === undefined
      ? `Reckoned ${temp(reckoned, units)} in its middle, not measured.`
      : `Measured ${temp(read, units)} (reckoned ${temp(reckoned, units)}).`}
  </p>
  {#each plates as plate (plate.name)}
    <p>
      {plate.name}, {plate.why}{#if plate.strict}: {sentence(carving.strict_words, units)},
        <b>
          {plate.standing === 'met'
            ? 'met by readings of this slice'
            : plate.standing === 'not_met'
              ? 'not met yet'
              : 'unknown until it is read here'}
        </b>{/if}
    </p>
  {/each}
  <div class="flex flex-wrap gap-4 items-end">
    {#if resting}
      <form onsubmit={keep}>
        <label class="label-text" for="slice-reading">It reads</label>
        <div class="line flex gap-2">
          <input
            id="slice-reading"
            class="field w-28"
            inputmode="decimal"
            autocomplete="off"
            placeholder={units === 'C' ? '71' : '160'}
            bind:value={typed}
          />
          <button class="act" disabled={current.busy || typed.trim() === ''}>Keep</button>
        </div>
      </form>
    {/if}
    <label>
      <span class="label-text">It is for</span>
      <select
        class="field"
        value={names.includes(owner) ? owner : ''}
        onchange={(e) => claim(e.currentTarget.value)}
      >
        <option value="">whom it suits best</option>
        {#each names as name (name)}<option>{name}</option>{/each}
      </select>
    </label>
    <button class="act plain" onclick={onclose}>Close</button>
  </div>
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
</div>
