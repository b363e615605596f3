<script lang="ts">
  // A cut that no catalogue has: a name and what kind of meat it is are enough.
  import { http, want, type Cut } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'

  let { name, onmade, ondone }: { name: string; onmade: (cut: Cut) => void; ondone: () => void } =
    $props()

  // svelte-ignore state_referenced_locally
  let called = $state(name)
  let kind = $state<'beef' | 'lamb' | 'pork' | 'game'>('beef')
  let meat = $state<'lean' | 'marbled' | 'fatty'>('lean')
  let bone = $state(false)
  let rind = $state(false)
  let rolled = $state(false)
  let slow = $state(false)
  let fault = $state('')
  let busy = $state(false)

  async function make(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    busy = true
    try {
      const cut = await want(
        http.POST('/cuts', {
          body: {
            name: called.trim(),
            kind,
            meat,
            rind,
            rolled,
            collagen: slow,
            bone_share: bone ? 0.18 : 0,
            fat_mm: rind ? 8 : 0,
            usual_kg: 1.5,
            wanted_c: slow ? 90 : kind === 'pork' || kind === 'game' ? 66 : 58,
          },
        }),
      )
      await kitchen.reloadCatalogue()
      onmade(cut)
    } catch (error) {
      fault = (error as Error).message
    }
    busy = false
  }
</script>

<form class="own" onsubmit={make} aria-label="A cut of your own">
  <label class="wide">
    <span class="label">Its name</span>
    <input class="field" bind:value={called} required maxlength="80" autocomplete="off" />
  </label>
  <label>
    <span class="label">Animal</span>
    <select class="field" bind:value={kind}>
      <option value="beef">Beef</option>
      <option value="lamb">Lamb</option>
      <option value="pork">Pork</option>
      <option value="game">Game</option>
    </select>
  </label>
  <label>
    <span class="label">Meat</span>
    <select class="field" bind:value={meat}>
      <option value="lean">Lean</option>
      <option value="marbled">Marbled</option>
      <option value="fatty">Fatty</option>
    </select>
  </label>
  <label class="tick"><input type="checkbox" bind:checked={bone} /> On the bone</label>
  <label class="tick"><input type="checkbox" bind:checked={rolled} /> Rolled and tied</label>
  <label class="tick"><input type="checkbox" bind:checked={rind} /> With rind</label>
  <label class="tick"><input type="checkbox" bind:checked={slow} /> Tough: slow until tender</label>
  {#if fault !== ''}<p class="fault wide" role="alert">{fault}</p>{/if}
  <div class="wide do">
    <button class="act" disabled={busy || called.trim() === ''}>Lay it on the block</button>
    <button type="button" class="act plain" onclick={ondone}>Leave it</button>
  </div>
</form>

<style>
  .own {
    position: absolute;
    inset-block-start: 0;
    inset-inline-end: 0;
    z-index: 10;
    width: min(24rem, 92vw);
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.6rem;
    padding: 0.9rem;
    background: var(--paper-light);
    border: 1px solid var(--line-strong);
    border-radius: 6px;
  }
  .wide {
    grid-column: 1 / -1;
  }
  .tick {
    display: flex;
    gap: 0.5rem;
    align-items: center;
    min-height: 44px;
  }
  .do {
    display: flex;
    gap: 0.6rem;
    flex-wrap: wrap;
  }
</style>
