<script lang="ts">
  // What the dial shows against what is measured, and one more measurement.
  import { http, want, type Calibration, type Oven, type OvenBody } from '$lib/api/client'
  import { delta, dial, temp, type Marks, type Units } from '$lib/units'
  import Soon from '$lib/ui/Soon.svelte'
  import DialPicture from './DialPicture.svelte'
  import { parsePair } from './profile'

  let {
    oven,
    units,
    save,
  }: { oven: Oven; units: Units; save: (part: Partial<OvenBody>) => Promise<boolean> } = $props()

  let found = $state.raw<Calibration | null>(null)
  let fault = $state('')
  let dialText = $state('')
  let realText = $state('')
  let pairFault = $state('')
  /** Dial and measured, °C. */
  const measured = $derived(oven.pairs as [number, number][])
  const error180 = $derived(found?.line.find((p) => p.true_c === 180))

  $effect(() => {
    const id = oven.id
    void JSON.stringify(oven.pairs)
    void want(http.GET('/ovens/{oven_id}/calibration', { params: { path: { oven_id: id } } })).then(
      (c) => (found = c),
      (error: unknown) => (fault = (error as Error).message),
    )
  })

  async function addPair(): Promise<void> {
    const read = parsePair(dialText, realText, oven.marks as Marks, units)
    if ('fault' in read) {
      pairFault = read.fault
      return
    }
    pairFault = ''
    if (await save({ pairs: [...oven.pairs, read.pair] })) {
      dialText = ''
      realText = ''
    }
  }
</script>

<section class="flex flex-col gap-2" aria-labelledby="truth">
  <h1 class="text-2xl leading-shout" id="truth">
    {#if measured.length === 0}
      Nobody has measured this oven.
    {:else if found === null || found.n === 0}
      What its dial shows is worked out…
    {:else}
      At {temp(180, units)} its dial shows {delta(error180?.error_c ?? 0, units)}, give or take
      {delta(found.sd_c, units).replace('+', '')}.
    {/if}
  </h1>
  <p class="quiet">
    Hang a thermometer in the middle, let it settle at one setting, and enter both. {measured.length}
    measured. Dial error only: still or fan is another matter.
  </p>
  <div class="min-h-75">
    {#if found !== null}<Soon><DialPicture {found} pairs={measured} {units} /></Soon>{/if}
  </div>
  <form
    class="grid grid-cols-[1fr_1fr_auto] gap-3 items-end max-lg:grid-cols-2"
    onsubmit={(e) => {
      e.preventDefault()
      void addPair()
    }}
  >
    <label>
      <span class="label-text"
        >the dial shows, {oven.marks === 'gas' ? 'gas' : `°${oven.marks}`}</span
      >
      <input class="field" autocomplete="off" bind:value={dialText} aria-describedby="pair-fault" />
    </label>
    <label>
      <span class="label-text">inside it measures, °{units}</span>
      <input class="field" inputmode="decimal" autocomplete="off" bind:value={realText} />
    </label>
    <button class="act">Enter</button>
  </form>
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  <p id="pair-fault" class="wrong" role="status">{pairFault}</p>
  <ul class="flex flex-wrap gap-x-6">
    {#each measured as [shown, real], i (i)}
      <li>
        dial {dial(shown, oven.marks as Marks)}, measured {temp(real, units)}
        <button
          class="undo self-start"
          aria-label="Take back measurement {i + 1}"
          onclick={() => save({ pairs: oven.pairs.filter((_, k) => k !== i) })}>take back</button
        >
      </li>
    {/each}
  </ul>
</section>
