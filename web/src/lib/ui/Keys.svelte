<script lang="ts">
  // The keys, and the few settings there are. Nothing needs a key.
  import AlarmSettings from './AlarmSettings.svelte'
  import Choice from './Choice.svelte'
  import Fold from './Fold.svelte'
  import Sheet from './Sheet.svelte'
  import Toggle from './Toggle.svelte'
  import { PLACES } from '$lib/router'
  import { kitchen, type Mode } from '$lib/state/kitchen.svelte'
  import { keepLocal, local } from '$lib/state/local'
  import { plan } from '$lib/state/plan.svelte'
  import { fromF, toF } from '$lib/units'

  let { onclose }: { onclose: () => void } = $props()
  const MODES: [Mode, string][] = [
    ['auto', 'As the device'],
    ['light', 'Paper'],
    ['dark', 'Iron'],
  ]
  const KEYS: [string, string][] = [
    ...PLACES.map((place): [string, string] => [place.key, place.name]),
    ['r', 'reckon a recipe, a label'],
    ['/', 'find anything, or ask'],
    ['u', '°C or °F'],
    ['0–9', 'on Fire: a reading'],
    ['Ctrl Z', 'undo on Block, by hand'],
  ]
  const ELSEWHERE: [string, string][] = [
    ['/figures', 'See and change the figures'],
    ['/screens', 'Other screens: a tablet in the kitchen'],
    ['/instruments', 'Probes and scales that send their numbers'],
  ]
  let fault = $state('')
  const celsius = $derived(kitchen.units === 'C')
  const bands = $derived(kitchen.catalogue?.bands ?? [])

  async function rename(index: number, part: { word?: string; from_c?: number }): Promise<void> {
    const changed = bands.map((b, i) => (i === index ? { ...b, ...part } : b))
    try {
      await kitchen.setBands(changed)
      fault = ''
    } catch (error) {
      fault = (error as Error).message
    }
  }
</script>

<Sheet title="Keys and settings" {onclose}>
  <dl class="grid grid-cols-[5rem_1fr] gap-x-2 gap-y-1">
    {#each KEYS as [key, does] (key)}
      <dt><kbd class="key text-base whitespace-nowrap">{key}</kbd></dt>
      <dd>{does}</dd>
    {/each}
  </dl>
  <Toggle on={kitchen.keys} onturn={(on) => kitchen.setKeys(on)}>Single keys act</Toggle>
  <Choice
    label="Look"
    options={MODES}
    value={kitchen.mode}
    onchoose={(mode) => kitchen.setMode(mode)}
  />
  <AlarmSettings />
  <label>
    <span class="label-text">Who reads the probe at this screen</span>
    <input
      class="field"
      maxlength="80"
      autocomplete="off"
      placeholder="nobody is named"
      value={local('who', '')}
      onchange={(e) => keepLocal('who', e.currentTarget.value.trim())}
    />
    <span class="label-text">Kept with each reading, and told on the sheet of all roasts.</span>
  </label>
  <label>
    <span class="label-text">Figures of which authority</span>
    <select
      class="field"
      value={kitchen.catalogue?.profile}
      onchange={async (e) => {
        await kitchen.setProfile(e.currentTarget.value)
        plan.refresh()
      }}
    >
      {#each kitchen.catalogue?.profiles ?? [] as profile (profile.id)}
        <option value={profile.id}>{profile.name}</option>
      {/each}
    </select>
    <span class="label-text">A starting point: check with your own authority.</span>
  </label>
  {#each ELSEWHERE as [path, words] (path)}
    <a class="link flex items-center" href={path} onclick={onclose}>{words}</a>
  {/each}
  <Fold title="Your words for doneness">
    {#each bands as band, i (i)}
      <div class="grid grid-cols-[1fr_4.5rem] gap-1.5">
        <input
          class="field"
          aria-label="Word {i + 1}"
          value={band.word}
          onchange={(e) => rename(i, { word: e.currentTarget.value })}
        />
        <input
          class="field"
          inputmode="decimal"
          aria-label="{band.word} from, {celsius ? '°C' : '°F'}"
          value={Math.round(celsius ? band.from_c : toF(band.from_c))}
          onchange={(e) => {
            const value = Number(e.currentTarget.value)
            void rename(i, { from_c: celsius ? value : fromF(value) })
          }}
        />
      </div>
    {/each}
    {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  </Fold>
</Sheet>
