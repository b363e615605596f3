<script lang="ts">
  // With which thermometer, under which coat, and what may pass the sieve.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import type { Joint, Thermometer } from '$lib/api/client'
  import { SIEVES, type Sieve } from './compare'

  let {
    locked,
    rind,
    sieves = $bindable(),
  }: { locked: boolean; rind: boolean; sieves: Sieve[] } = $props()

  const PROBES: [Thermometer, string][] = [
    ['leave-in', 'leave-in probe'],
    ['spot', 'spot thermometer'],
    ['none', 'no thermometer'],
  ]
  const draft = $derived(plan.draft)
  const coats = $derived(kitchen.catalogue?.coats ?? [])
  const coat = $derived(coats.find((c) => c.id === draft?.joint.coat))
  const sift = $derived(SIEVES.filter((s) => s.id !== 'crackles' || rind))

  const toggle = (id: Sieve): void => {
    sieves = sieves.includes(id) ? sieves.filter((s) => s !== id) : [...sieves, id]
  }
</script>

<div class="controls">
  <fieldset disabled={locked}>
    <legend class="sr-only">Thermometer</legend>
    {#each PROBES as [id, words] (id)}
      <label class:on={draft?.thermometer === id}>
        <input
          type="radio"
          name="thermometer"
          class="sr-only"
          checked={draft?.thermometer === id}
          onchange={() => plan.pull({ thermometer: id }, true)}
        />{words}
      </label>
    {/each}
  </fieldset>
  <label class="coat" data-ask="coat">
    on it
    <select
      class="field"
      disabled={locked}
      value={draft?.joint.coat}
      onchange={(e) => plan.pull({ joint: { coat: e.currentTarget.value as Joint['coat'] } }, true)}
    >
      {#each coats as c (c.id)}<option value={c.id}>{c.name}</option>{/each}
    </select>
    {#if coat !== undefined && coat.allergens.length > 0}
      <b>holds {coat.allergens.join(', ')}</b>
    {/if}
  </label>
  <div class="sieves" role="group" aria-label="Show only">
    {#each sift as s (s.id)}
      <button aria-pressed={sieves.includes(s.id)} onclick={() => toggle(s.id)}>{s.says}</button>
    {/each}
  </div>
</div>

<style>
  .controls {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem 1.1rem;
    align-items: center;
  }
  fieldset {
    display: flex;
    border: 1.5px solid var(--line-strong);
    border-radius: 4px;
    overflow: hidden;
  }
  fieldset label {
    padding: 0.3rem 0.65rem;
    min-height: 42px;
    font-size: 0.95rem;
    display: flex;
    align-items: center;
    cursor: pointer;
  }
  fieldset label + label {
    border-left: 1.5px solid var(--line-strong);
  }
  fieldset label.on {
    background: var(--ink);
    color: var(--paper);
    font-weight: 600;
  }
  fieldset label:focus-within {
    outline: 3px solid var(--focus);
    outline-offset: -3px;
  }
  .coat {
    display: flex;
    gap: 0.5rem;
    align-items: center;
    color: var(--ink-soft);
  }
  .coat .field {
    width: auto;
    min-height: 42px;
    max-width: 11.5rem;
    font-size: 0.95rem;
  }
  .coat b {
    color: var(--accent);
  }
  .sieves {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem;
  }
  .sieves button {
    min-height: 42px;
    padding: 0 0.3rem;
    font-size: 0.95rem;
    color: var(--ink-soft);
    border-bottom: 2px dashed var(--line-strong);
  }
  .sieves button[aria-pressed='true'] {
    color: var(--ink);
    font-weight: 700;
    border-bottom: 3px solid var(--accent);
  }
  @media (max-width: 860px) {
    fieldset {
      flex-wrap: wrap;
      width: 100%;
    }
    fieldset label {
      flex: 1;
      justify-content: center;
      text-align: center;
      line-height: 1.1;
      padding: 0.35rem;
    }
  }
</style>
