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

<form
  class="absolute top-0 right-0 z-10 w-[min(24rem,92vw)] grid grid-cols-2 gap-2 p-4 bg-paper-light border border-line-strong rounded-container"
  onsubmit={make}
  aria-label="A cut of your own"
>
  <label class="col-span-full">
    <span class="label-text">Its name</span>
    <input class="field" bind:value={called} required maxlength="80" autocomplete="off" />
  </label>
  <label>
    <span class="label-text">Animal</span>
    <select class="field" bind:value={kind}>
      <option value="beef">Beef</option>
      <option value="lamb">Lamb</option>
      <option value="pork">Pork</option>
      <option value="game">Game</option>
    </select>
  </label>
  <label>
    <span class="label-text">Meat</span>
    <select class="field" bind:value={meat}>
      <option value="lean">Lean</option>
      <option value="marbled">Marbled</option>
      <option value="fatty">Fatty</option>
    </select>
  </label>
  <label class="tick flex gap-2 items-center min-h-11"
    ><input type="checkbox" bind:checked={bone} /> On the bone</label
  >
  <label class="tick flex gap-2 items-center min-h-11"
    ><input type="checkbox" bind:checked={rolled} /> Rolled and tied</label
  >
  <label class="tick flex gap-2 items-center min-h-11"
    ><input type="checkbox" bind:checked={rind} /> With rind</label
  >
  <label class="tick flex gap-2 items-center min-h-11"
    ><input type="checkbox" bind:checked={slow} /> Tough: slow until tender</label
  >
  {#if fault !== ''}<p class="fault col-span-full" role="alert">{fault}</p>{/if}
  <div class="col-span-full flex gap-2 flex-wrap">
    <button class="act" disabled={busy || called.trim() === ''}>Lay it on the block</button>
    <button type="button" class="act plain" onclick={ondone}>Leave it</button>
  </div>
</form>
