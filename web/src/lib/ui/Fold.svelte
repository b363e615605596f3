<script lang="ts">
  // What is seldom wanted, folded under its heading.
  import { Accordion } from '@skeletonlabs/skeleton-svelte'
  import type { Snippet } from 'svelte'

  let {
    title,
    asks,
    children,
  }: {
    title: string | Snippet
    /** The name by which a question opens it. */
    asks?: string
    children: Snippet
  } = $props()
</script>

<Accordion collapsible class="w-full">
  <Accordion.Item value="it" class="w-full">
    <Accordion.ItemTrigger
      class="flex min-h-11 w-full items-center justify-start gap-2 text-left font-semibold text-ink-soft hover:text-ink aria-expanded:text-ink"
      data-ask={asks}
    >
      <Accordion.ItemIndicator class="group inline-block w-4 flex-none" aria-hidden="true">
        <span class="group-data-[state=open]:hidden">+</span>
        <span class="hidden group-data-[state=open]:inline">–</span>
      </Accordion.ItemIndicator>
      <span>
        {#if typeof title === 'string'}{title}{:else}{@render title()}{/if}
      </span>
    </Accordion.ItemTrigger>
    <Accordion.ItemContent class="grid gap-3 py-2">{@render children()}</Accordion.ItemContent>
  </Accordion.Item>
</Accordion>
