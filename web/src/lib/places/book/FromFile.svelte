<script lang="ts" generics="T">
  // A file that is looked at first: what it would do is said, then it is done or left.
  import TakeFile from '$lib/ui/TakeFile.svelte'
  import type { Snippet } from 'svelte'

  let {
    label,
    accept,
    look,
    act,
    doIt,
    told,
    worth = () => true,
  }: {
    label: string
    accept: Record<string, string[]>
    look: (file: File) => Promise<T>
    act: (file: File) => Promise<T>
    /** Words of the button that does it. */
    doIt: string
    /** What was found in it. */
    told: Snippet<[T]>
    /** Whether there is anything to be done. */
    worth?: (found: T) => boolean
  } = $props()

  let file = $state<File | null>(null)
  let found = $state.raw<T | null>(null)
  let busy = $state('')
  let fault = $state('')

  async function said(words: string, ask: (file: File) => Promise<T>): Promise<T | null> {
    if (file === null) return null
    busy = words
    fault = ''
    try {
      return await ask(file)
    } catch (error) {
      fault = (error as Error).message
      return null
    } finally {
      busy = ''
    }
  }

  async function chosen(one: File): Promise<void> {
    file = one
    found = null
    found = await said('Looking at it…', look)
  }

  function leave(): void {
    file = null
    found = null
    fault = ''
  }
</script>

<TakeFile {label} {accept} disabled={busy !== ''} ontake={chosen} />
{#if busy !== ''}<p role="status">{busy}</p>{/if}
{#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
{#if found !== null && busy === ''}
  <div class="grid gap-1" role="status">{@render told(found)}</div>
  <p>
    {#if worth(found)}
      <!-- Every screen hears of it and begins anew, this one too. -->
      <button class="act" onclick={() => said('Doing it…', act)}>{doIt}</button>
    {/if}
    <button class="act plain" onclick={leave}>Leave it</button>
  </p>
{/if}
