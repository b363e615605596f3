<script lang="ts" generics="T extends { id: string; name: string }">
  // One at a time, swiped to the next; by keys and by two buttons as well.
  import { tick, untrack, type Snippet } from 'svelte'

  let {
    items,
    start = '',
    card,
    onshown,
  }: {
    items: readonly T[]
    /** The one that is shown first. */
    start?: string
    card: Snippet<[T, number]>
    onshown?: (item: T) => void
  } = $props()

  let row = $state<HTMLElement | null>(null)
  let at = $state(0)
  /** One is made when a swipe may reach it, and stays; the others only hold their place. */
  let made = $state<string[]>([])
  $effect(() => {
    const near = items.slice(Math.max(0, at - 1), at + 2).map((item) => item.id)
    untrack(() => {
      if (near.some((id) => !made.includes(id))) made = [...new Set([...made, ...near])]
    })
  })
  const shown = $derived(items[Math.min(at, items.length - 1)])

  async function to(n: number, smooth = true): Promise<void> {
    const next = Math.max(0, Math.min(items.length - 1, n))
    at = next
    await tick()
    const still = !smooth || matchMedia('(prefers-reduced-motion: reduce)').matches
    row?.scrollTo({ left: next * row.clientWidth, behavior: still ? 'instant' : 'smooth' })
  }
  function scrolled(): void {
    if (row !== null && row.clientWidth > 0) at = Math.round(row.scrollLeft / row.clientWidth)
  }
  function key(event: KeyboardEvent): void {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
    if (by === 0) return
    event.preventDefault()
    void to(at + by)
  }
  let began = ''
  $effect(() => {
    // Another start is asked for, or the row has just come.
    if (row === null || start === '' || began === start) return
    began = start
    const n = items.findIndex((item) => item.id === start)
    if (n > 0) void to(n, false)
  })
  $effect(() => {
    if (shown !== undefined) onshown?.(shown)
  })
</script>

<!-- One box: the bar stays over the ways, not over what comes after them. -->
<div>
  <div class="sticky top-0 z-3 flex items-center gap-2 bg-paper py-1">
    <button
      class="act plain min-w-12 justify-center"
      disabled={at === 0}
      aria-label="The one before"
      onclick={() => to(at - 1)}>‹</button
    >
    <p class="flex-1 text-center" aria-live="polite">
      <span class="sr-only">{shown?.name ?? ''},</span>
      <span class="quiet">{Math.min(at, items.length - 1) + 1} of {items.length}</span>
    </p>
    <button
      class="act plain min-w-12 justify-center"
      disabled={at >= items.length - 1}
      aria-label="The next one"
      onclick={() => to(at + 1)}>›</button
    >
  </div>
  <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
  <ul
    bind:this={row}
    class="relative flex snap-x snap-mandatory overflow-x-auto overscroll-x-contain [scrollbar-width:none]"
    aria-label="The ways, one at a time"
    tabindex="0"
    onscroll={scrolled}
    onkeydown={key}
  >
    {#each items as item, n (item.id)}
      <li class="w-full min-h-[80dvh] flex-none snap-start snap-always pr-1" inert={n !== at}>
        {#if made.includes(item.id)}{@render card(item, n)}{/if}
      </li>
    {/each}
  </ul>
</div>
