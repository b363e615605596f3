<script lang="ts">
  // What is seldom wanted, folded under its heading; what it says now is read in the fold.
  import { Accordion } from '@skeletonlabs/skeleton-svelte'
  import type { Snippet } from 'svelte'

  let {
    title,
    says,
    asks,
    heading = false,
    children,
  }: {
    title: string | Snippet
    /** Its present value, in a few words. */
    says?: string | undefined
    /** The name by which a question opens it. */
    asks?: string
    /** It is a part of the page, not an aside. */
    heading?: boolean
    children: Snippet
  } = $props()

  /** What was never opened is not made. */
  let opened = $state(false)
</script>

{#snippet trigger()}
  <Accordion.ItemTrigger
    class="flex min-h-11 w-full items-center justify-start gap-2 text-left font-semibold hover:bg-paper-deep hover:text-ink aria-expanded:text-ink {heading
      ? 'text-ink'
      : 'text-ink-soft'}"
    data-ask={asks}
  >
    <Accordion.ItemIndicator class="group inline-block w-4 flex-none" aria-hidden="true">
      <span class="group-data-[state=open]:hidden">+</span>
      <span class="hidden group-data-[state=open]:inline">–</span>
    </Accordion.ItemIndicator>
    <span>
      {#if typeof title === 'string'}{title}{:else}{@render title()}{/if}
      {#if says !== undefined && says !== ''}
        <span class="block font-typo-base text-base font-normal tracking-normal text-ink-soft"
          >{says}</span
        >
      {/if}
    </span>
  </Accordion.ItemTrigger>
{/snippet}

<Accordion
  collapsible
  class="w-full {heading ? 'border-t border-line' : ''}"
  onValueChange={(e) => (opened = opened || e.value.length > 0)}
>
  <Accordion.Item value="it" class="w-full">
    {#if heading}
      <h2 class="text-xl">{@render trigger()}</h2>
    {:else}
      {@render trigger()}
    {/if}
    <Accordion.ItemContent class="grid gap-3 py-2"
      >{#if opened}{@render children()}{/if}</Accordion.ItemContent
    >
  </Accordion.Item>
</Accordion>
