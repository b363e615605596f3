<script lang="ts" generics="T">
  // A file that is looked at first: what it would do is said, then it is done or left.
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
    accept: string
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
  let found = $state<T | null>(null)
  let busy = $state('')
  let fault = $state('')
  let field = $state<HTMLInputElement>()

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

  async function chosen(one: File | undefined): Promise<void> {
    file = one ?? null
    found = null
    found = await said('Looking at it…', look)
  }

  function leave(): void {
    file = null
    found = null
    fault = ''
    if (field !== undefined) field.value = ''
  }
</script>

<label>
  <span class="label">{label}</span>
  <input
    type="file"
    {accept}
    bind:this={field}
    disabled={busy !== ''}
    onchange={(e) => chosen(e.currentTarget.files?.[0])}
  />
</label>
{#if busy !== ''}<p role="status">{busy}</p>{/if}
{#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
{#if found !== null && busy === ''}
  <div class="found" role="status">{@render told(found)}</div>
  <p>
    {#if worth(found)}
      <!-- Every screen hears of it and begins anew, this one too. -->
      <button class="act" onclick={() => said('Doing it…', act)}>{doIt}</button>
    {/if}
    <button class="act plain" onclick={leave}>Leave it</button>
  </p>
{/if}

<style>
  .found {
    display: grid;
    gap: 0.3rem;
  }
  input::file-selector-button {
    min-height: 44px;
    padding: 0 1rem;
    margin-right: 0.75rem;
    border: 1px solid var(--line-strong);
    border-radius: 4px;
    background: transparent;
    font: inherit;
    font-weight: 600;
    color: var(--ink);
    cursor: pointer;
  }
</style>
