<script lang="ts">
  // The keys, and the few settings there are. Nothing needs a key.
  import { PLACES } from '$lib/router'
  import { kitchen, type Mode } from '$lib/state/kitchen.svelte'

  let { onclose }: { onclose: () => void } = $props()
  const MODES: [Mode, string][] = [
    ['auto', 'As the device'],
    ['light', 'Paper'],
    ['dark', 'Iron'],
  ]
  let box: HTMLElement
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
    <dt><kbd>/</kbd></dt>
    <dd>find a cut</dd>
    <dt><kbd>u</kbd></dt>
    <dd>°C or °F</dd>
    <dt><kbd>0–9</kbd></dt>
    <dd>on Fire: a reading</dd>
    <dt><kbd>Ctrl Z</kbd></dt>
    <dd>on Block: undo</dd>
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
  }
  h2 {
    font-size: 1.25rem;
  }
  dl {
    display: grid;
    grid-template-columns: 4rem 1fr;
    gap: 0.25rem 0.5rem;
  }
  kbd {
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
