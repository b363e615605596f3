<script lang="ts">
  // What is to be remembered of a roast, and words to find it by.
  import type { BookTold } from '$lib/api/client'
  import type { RoastState } from '$lib/state/roast.svelte'
  import Fold from '$lib/ui/Fold.svelte'

  let {
    current,
    told,
    onkept,
  }: { current: RoastState; told: BookTold; onkept: () => Promise<void> } = $props()

  let text = $state<string | null>(null)
  let tags = $state<string | null>(null)
  const shown = $derived(text ?? told.text)
  const words = $derived(tags ?? told.tags.join(', '))

  async function keep(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    const list = words
      .split(',')
      .map((w) => w.trim())
      .filter((w) => w !== '')
    if (await current.note(shown, list)) {
      await onkept()
      text = null
      tags = null
    }
  }
</script>

{#if told.text !== ''}<p class="whitespace-pre-line" data-say="notes">{told.text}</p>{/if}
{#if told.tags.length > 0}
  <p class="flex flex-wrap gap-2">
    {#each told.tags as tag (tag)}
      <a
        class="underline underline-offset-4 min-h-8 inline-flex items-center"
        href="/book?find={encodeURIComponent(tag)}">{tag}</a
      >
    {/each}
  </p>
{/if}
<div class="print:hidden">
  <Fold title={told.text === '' && told.tags.length === 0 ? 'Notes and tags' : 'Change the notes'}>
    <form class="grid gap-2" onsubmit={keep}>
      <label>
        <span class="label-text">To be remembered</span>
        <textarea
          class="field"
          rows="3"
          maxlength="4000"
          value={shown}
          oninput={(e) => (text = e.currentTarget.value)}></textarea>
      </label>
      <label>
        <span class="label-text">Words to find it by, with commas between</span>
        <input class="field" value={words} oninput={(e) => (tags = e.currentTarget.value)} />
      </label>
      <button class="act justify-self-start" disabled={current.busy}>Keep the notes</button>
      {#if current.fault !== ''}<p class="fault" role="alert">{current.fault}</p>{/if}
    </form>
  </Fold>
</div>
