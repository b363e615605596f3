<script lang="ts">
  // The shared clock over the ways, and the columns by which they are sorted.
  import { sized } from '$lib/draw/sized'
  import Tip from '$lib/ui/Tip.svelte'
  import type { COLUMNS, Care } from './compare'

  let {
    columns,
    marks,
    end,
    width = $bindable(),
    by = $bindable(),
  }: {
    columns: typeof COLUMNS
    marks: { x: number; text: string }[]
    /** The last mark of the clock: when it is carved or sat down to. */
    end: { x: number; text: string }
    width: number
    by: Care | null
  } = $props()
</script>

<div
  class="grid grid-cols-[188px_minmax(0,1fr)_74px_minmax(0,490px)] gap-x-4 items-center min-h-8.5 sticky top-0 bg-paper z-3 border-b border-line-strong max-xl:grid-cols-1 max-xl:static"
>
  <span class="pl-4">
    {#if by !== null}
      <button class="undo" onclick={() => (by = null)}>as they come</button>
    {/if}
  </span>
  <div class="relative h-6" use:sized={(wide) => (width = wide)} aria-hidden="true">
    {#each marks as mark (mark.x)}
      <span class="absolute -translate-x-1/2 text-ink-soft text-sm" style:left="{mark.x}px"
        >{mark.text}</span
      >
    {/each}
    <span
      class="absolute text-sm text-ink font-bold whitespace-nowrap -translate-x-[92%] max-lg:-translate-x-full"
      style:left="{end.x}px">{end.text}</span
    >
  </div>
  <span></span>
  <div
    class="grid grid-cols-[repeat(var(--count),minmax(0,1fr))] gap-1 max-xl:grid-cols-6 max-xl:py-1 max-lg:grid-cols-4 print:hidden"
    style:--count={columns.length}
  >
    {#each columns as column (column.id)}
      <Tip words="Sort: {column.says}">
        {#snippet trigger(tip)}
          <button
            {...tip}
            class="text-xs leading-shout min-h-8.5 text-ink-soft text-left border-b-3 border-transparent hover:text-ink hover:border-b-accent aria-pressed:text-ink aria-pressed:border-b-accent aria-pressed:font-bold max-xl:min-h-10"
            aria-pressed={by === column.id}
            onclick={() => (by = by === column.id ? null : column.id)}
          >
            {column.head}<span class="sr-only">, sort by {column.says}</span>
          </button>
        {/snippet}
      </Tip>
    {/each}
  </div>
</div>
