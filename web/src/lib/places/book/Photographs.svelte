<script lang="ts">
  // Photographs of a roast, with words beneath.
  import { BASE } from '$lib/api/base'
  import type { BookTold } from '$lib/api/client'
  import type { RoastState } from '$lib/state/roast.svelte'
  import Fold from '$lib/ui/Fold.svelte'
  import TakeFile from '$lib/ui/TakeFile.svelte'

  let {
    current,
    told,
    onkept,
  }: { current: RoastState; told: BookTold; onkept: () => Promise<void> } = $props()

  const KINDS = {
    'image/jpeg': ['.jpg', '.jpeg'],
    'image/png': ['.png'],
    'image/webp': ['.webp'],
  }
  let typed = $state('')
  let editing = $state<number | null>(null)
  let beneath = $state('')
  const said = (words: string, n: number): string => words || `Photograph ${n + 1}`

  async function add(file: File): Promise<void> {
    if (await current.picture(file, typed.trim())) {
      typed = ''
      await onkept()
    }
  }

  async function keep(event: SubmitEvent, seq: number): Promise<void> {
    event.preventDefault()
    if (await current.correct(seq, { words: beneath.trim() })) {
      editing = null
      await onkept()
    }
  }

  async function takeBack(seq: number): Promise<void> {
    if (await current.withdraw(seq)) await onkept()
  }
</script>

<section class="self-stretch grid gap-2" aria-label="Photographs">
  {#if told.pictures.length > 0}
    <ul class="grid grid-cols-3 gap-4 max-lg:grid-cols-2 max-sm:grid-cols-1 print:grid-cols-4">
      {#each told.pictures as picture, n (picture.seq)}
        <li class="grid gap-1 content-start" data-say="photograph">
          {#if picture.here}
            <a href="{BASE}/pictures/{picture.picture}.jpg" target="_blank" rel="noopener">
              <img
                class="w-full aspect-4/3 object-cover rounded-base border border-line"
                src="{BASE}/pictures/{picture.picture}.jpg"
                alt={said(picture.words, n)}
                loading="lazy"
              />
            </a>
          {:else}
            <p
              class="grid aspect-4/3 content-center rounded-base border border-dashed border-line-strong px-4"
            >
              This photograph is not here. A file that was taken along may bring it.
            </p>
          {/if}
          {#if editing === picture.seq}
            <form class="flex flex-wrap gap-2" onsubmit={(e) => keep(e, picture.seq)}>
              <input
                class="field flex-1"
                aria-label="Words beneath it"
                maxlength="400"
                bind:value={beneath}
              />
              <button class="act" disabled={current.busy}>Keep</button>
              <button type="button" class="act plain" onclick={() => (editing = null)}>Leave</button
              >
            </form>
          {:else}
            <p class="flex flex-wrap gap-x-4 items-baseline">
              <span class="flex-1">{picture.words}</span>
              <button
                class="undo print:hidden"
                aria-label="Change the words beneath {said(picture.words, n)}"
                onclick={() => {
                  beneath = picture.words
                  editing = picture.seq
                }}>{picture.words === '' ? 'Add words' : 'Change'}</button
              >
              <button
                class="undo print:hidden"
                aria-label="Take back {said(picture.words, n)}"
                onclick={() => takeBack(picture.seq)}>Take back</button
              >
            </p>
          {/if}
        </li>
      {/each}
    </ul>
  {/if}
  <div class="print:hidden">
    <Fold
      title={told.pictures.length > 0 ? 'Another photograph' : 'Photographs'}
      asks="photographs"
    >
      <div class="grid gap-2 w-[min(28rem,100%)]">
        <label>
          <span class="label-text">Words beneath it</span>
          <input class="field" maxlength="400" bind:value={typed} />
        </label>
        <TakeFile
          label="A photograph"
          accept={KINDS}
          form="It is made smaller, and where and when it was taken is left out."
          disabled={current.busy}
          ontake={add}
        />
        {#if current.busy}<p role="status">Keeping it…</p>{/if}
        {#if current.fault !== ''}<p class="fault" role="alert">{current.fault}</p>{/if}
      </div>
    </Fold>
  </div>
</section>
