<script lang="ts">
  // An oven's inside: its shelves with the joint on the one that suits, its measures, the tins.
  import Soon from '$lib/ui/Soon.svelte'
  import type { Oven, OvenBody, Tin, WhichOven } from '$lib/api/client'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import type { Units } from '$lib/units'
  import { listOf, parseList } from './profile'
  import Shelves from './Shelves.svelte'
  import Tins from './Tins.svelte'

  let {
    oven,
    tonight,
    units,
    tins = $bindable(),
    save,
  }: {
    oven: Oven
    /** How the joint on the block does in it. */
    tonight: WhichOven['ovens'][number] | undefined
    units: Units
    tins: Tin[]
    save: (part: Partial<OvenBody>) => Promise<boolean>
  } = $props()

  let typed = $state<string | null>(null)
  let fault = $state('')
  const size = $derived(tonight?.forecast?.size)

  async function shelves(text: string): Promise<void> {
    const read = parseList(text, units)
    if ('fault' in read) {
      fault = read.fault
      typed = text
      return
    }
    fault = ''
    typed = (await save({ shelves_mm: read.list })) ? null : text
  }
</script>

<section class="flex flex-col gap-2" aria-labelledby="inside">
  <h2 class="text-xl" id="inside">Its inside</h2>
  {#if oven.shelves_mm.length > 0}
    <Soon>
      <Shelves
        shelves_mm={oven.shelves_mm}
        depth_mm={oven.depth_mm ?? 380}
        bare={oven.bare_element}
        height_mm={size?.thickness_mm ?? 0}
        length_mm={size?.length_mm ?? 0}
        {tonight}
        {units}
      />
    </Soon>
  {/if}
  <div
    class="grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-y-2 gap-x-5 items-end max-lg:grid-cols-2"
  >
    <label class="col-span-full">
      <span class="label-text"
        >From each shelf up to roof or element, lowest first, {units === 'C'
          ? 'mm'
          : 'inches'}</span
      >
      <input
        class="field"
        value={typed ?? listOf(oven.shelves_mm, units)}
        placeholder={units === 'C' ? '310, 250, 190' : '12.2, 9.8, 7.5'}
        onchange={(e) => shelves(e.currentTarget.value)}
      />
    </label>
    <Soon>
      <QuantityField
        label="Width inside"
        value={oven.width_mm ?? 420}
        low={100}
        high={1500}
        kind="length"
        note={oven.width_mm === null ? 'not said' : ''}
        onvalue={(v) => save({ width_mm: v })}
      />
      <QuantityField
        label="Depth inside"
        value={oven.depth_mm ?? 380}
        low={100}
        high={1500}
        kind="length"
        note={oven.depth_mm === null ? 'not said' : ''}
        onvalue={(v) => save({ depth_mm: v })}
      />
      <label class="tick">
        <input
          type="checkbox"
          checked={oven.bare_element}
          onchange={(e) => save({ bare_element: e.currentTarget.checked })}
        />
        a bare element at the roof
      </label>
    </Soon>
  </div>
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  <Soon><Tins bind:tins /></Soon>
</section>
