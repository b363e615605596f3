<script lang="ts">
  // The one next thing, at the foot of every place.
  import type { Snippet } from 'svelte'

  let {
    words,
    href,
    onclick,
    key = '',
    stays = true,
    disabled = false,
    beside,
    children,
  }: {
    /** What it is, as one would say it. */
    words: string
    href?: string | undefined
    onclick?: (() => void) | undefined
    /** The letter that does the same. */
    key?: string
    /** At the foot of the screen, whatever is scrolled; else where it stands. */
    stays?: boolean
    disabled?: boolean
    /** What is known beside it. */
    children?: Snippet
    /** Something else one may do. */
    beside?: Snippet
  } = $props()
</script>

{#snippet said()}
  {words}
  {#if key !== ''}<span class="key max-lg:hidden" aria-hidden="true">{key}</span>{/if}
{/snippet}

<div
  class="border-line-strong bg-paper-deep px-7 max-lg:px-3 print:hidden {stays
    ? 'sticky bottom-0 z-4 mt-auto border-t max-lg:bottom-14'
    : 'my-2 border-y'}"
  data-next
>
  <div class="flex items-center justify-end gap-x-4 py-1">
    <p class="min-w-0 truncate text-ink-soft max-sm:hidden">{@render children?.()}</p>
    {@render beside?.()}
    {#if href !== undefined}
      <a class="act" {href}>{@render said()}</a>
    {:else}
      <button type="button" class="act" {disabled} {onclick}>{@render said()}</button>
    {/if}
  </div>
</div>
