<script lang="ts">
  // The tins of the kitchen: inside measures, and whether they may stand on the hob.
  import { http, want, type Tin } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { length } from '$lib/units'
  import { parseList } from './profile'

  let { tins = $bindable() }: { tins: Tin[] } = $props()

  let name = $state('')
  let measures = $state('')
  let hob = $state(false)
  // Its own: what the oven above is saved with must not wipe it away.
  let fault = $state('')
  const units = $derived(kitchen.units)

  async function set(next: Tin[]): Promise<boolean> {
    try {
      tins = await want(http.PUT('/tins', { body: { tins: next } }))
      fault = ''
      return true
    } catch (error) {
      fault = (error as Error).message
      return false
    }
  }

  async function add(): Promise<void> {
    const read = parseList(measures, units)
    if ('fault' in read || read.list.length !== 3) {
      fault = 'A tin is three numbers: length, width, depth'
      return
    }
    const [length_mm, width_mm, depth_mm] = read.list as [number, number, number]
    if (await set([...tins, { name: name.trim(), length_mm, width_mm, depth_mm, hob }])) {
      name = ''
      measures = ''
    }
  }
</script>

<h3 class="text-base font-bold">Tins</h3>
<ul>
  {#each tins as tin, i (tin.name + String(i))}
    <li>
      <b>{tin.name}</b>
      {length(tin.length_mm, units)} × {length(tin.width_mm, units)}, {length(tin.depth_mm, units)}
      deep{tin.hob ? ', fit for the hob' : ''}
      <button
        class="undo"
        onclick={() => set(tins.filter((_, k) => k !== i))}
        aria-label="Drop {tin.name}">drop</button
      >
    </li>
  {/each}
</ul>
<form
  class="grid grid-cols-[1fr_1fr_auto_auto] gap-2 items-center max-lg:grid-cols-2"
  onsubmit={(e) => {
    e.preventDefault()
    void add()
  }}
>
  <input class="field" aria-label="Name of the tin" placeholder="A tin" bind:value={name} />
  <input
    class="field"
    aria-label="Length, width and depth of the tin, {units === 'C' ? 'mm' : 'inches'}"
    placeholder={units === 'C' ? '360, 270, 75' : '14, 10.5, 3'}
    bind:value={measures}
  />
  <label class="tick"><input type="checkbox" bind:checked={hob} /> hob</label>
  <button class="act plain" disabled={name.trim() === ''}>Add</button>
</form>

{#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
