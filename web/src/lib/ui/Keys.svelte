<script lang="ts">
  // The keys, and the few settings there are. Nothing needs a key.
  import AlarmSettings from './AlarmSettings.svelte'
  import { PLACES } from '$lib/router'
  import { kitchen, type Mode } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { fromF, toF } from '$lib/units'

  let { onclose }: { onclose: () => void } = $props()
  const MODES: [Mode, string][] = [
    ['auto', 'As the device'],
    ['light', 'Paper'],
    ['dark', 'Iron'],
  ]
  let box: HTMLElement
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
  $effect(() => box.focus())
</script>

<div
  class="keys"
  role="dialog"
  aria-label="Keys and settings"
  tabindex="-1"
  bind:this={box}
  onkeydown={(e) => e.key === 'Escape' && onclose()}
>
  <h2>Keys</h2>
  <dl>
    {#each PLACES as place (place.id)}
      <dt><kbd>{place.key}</kbd></dt>
      <dd>{place.name}</dd>
    {/each}
    <dt><kbd>r</kbd></dt>
    <dd>reckon a recipe, a label</dd>
    <dt><kbd>/</kbd></dt>
    <dd>find anything, or ask</dd>
    <dt><kbd>u</kbd></dt>
    <dd>°C or °F</dd>
    <dt><kbd>0–9</kbd></dt>
    <dd>on Fire: a reading</dd>
    <dt><kbd>Ctrl Z</kbd></dt>
    <dd>undo on Block, by hand</dd>
  </dl>
  <label class="line">
    <input
      type="checkbox"
      checked={kitchen.keys}
      onchange={(e) => kitchen.setKeys(e.currentTarget.checked)}
    />
    Single keys act
  </label>
  <fieldset>
    <legend class="label">Look</legend>
    {#each MODES as [mode, name] (mode)}
      <label class="line">
        <input
          type="radio"
          name="mode"
          checked={kitchen.mode === mode}
          onchange={() => kitchen.setMode(mode)}
        />
        {name}
      </label>
    {/each}
  </fieldset>
  <AlarmSettings />
  <label>
    <span class="label">Figures of which authority</span>
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
    <span class="label">A starting point: check with your own authority.</span>
  </label>
  <a class="line" href="/figures" onclick={onclose}>See and change the figures</a>
  <a class="line" href="/screens" onclick={onclose}>Other screens: a tablet in the kitchen</a>
  <a class="line" href="/instruments" onclick={onclose}>Probes and scales that send their numbers</a
  >
  <details>
    <summary>Your words for doneness</summary>
    {#each bands as band, i (i)}
      <div class="band">
        <input
          class="field"
          aria-label="Word {i + 1}"
          value={band.word}
          onchange={(e) => rename(i, { word: e.currentTarget.value })}
        />
        <input
          class="field from"
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
  </details>
  <button class="act" onclick={onclose}>Close</button>
</div>

<style>
  .keys {
    position: fixed;
    right: 1rem;
    top: 4.2rem;
    z-index: 20;
    width: 17rem;
    background: var(--paper-light);
    color: var(--ink);
    border: 1px solid var(--line-strong);
    border-radius: 6px;
    padding: 1rem 1.25rem;
    display: grid;
    gap: 0.75rem;
    max-height: calc(100dvh - 5rem);
    overflow: auto;
  }
  .band {
    display: grid;
    grid-template-columns: 1fr 4.5rem;
    gap: 0.4rem;
    margin-top: 0.3rem;
  }
  summary {
    min-height: 40px;
    cursor: pointer;
  }
  h2 {
    font-size: 1.25rem;
  }
  dl {
    display: grid;
    grid-template-columns: 5rem 1fr;
    gap: 0.25rem 0.5rem;
  }
  kbd {
    white-space: nowrap;
    border: 1px solid var(--line-strong);
    border-radius: 3px;
    padding: 0 0.4em;
  }
  .line {
    display: flex;
    gap: 0.6rem;
    align-items: center;
    min-height: 40px;
  }
  input {
    accent-color: var(--accent);
    width: 20px;
    height: 20px;
  }
</style>
