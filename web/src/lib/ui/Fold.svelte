<script lang="ts">
  // What is seldom wanted, folded under its heading; what it says now is read in the fold.
  import { Accordion } from '@skeletonlabs/skeleton-svelte'
  import { tick, type Snippet } from 'svelte'

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

  /** What was never opened is not made, nor what opens it: a closed fold is a button. */
  let pressed = $state(false)
  let box = $state<HTMLElement | null>(null)

  async function press(): Promise<void> {
    pressed = true
    await tick()
    // The hand, or the key, stays where it was.
    box?.querySelector('button')?.focus({ preventScroll: true })
  }
  const frame = $derived(`w-full ${heading ? 'border-t border-line' : ''}`)
  const tone = $derived(heading ? 'text-ink' : 'text-ink-soft')
</script>

{#snippet words()}
  <span>
    {#if typeof title === 'string'}{title}{:else}{@render title()}{/if}
    {#if says !== undefined && says !== ''}
      <span class="block font-typo-base text-base font-normal tracking-normal text-ink-soft"
        >{says}</span
      >
    {/if}
  </span>
{/snippet}

{#snippet trigger()}
  <Accordion.ItemTrigger
    class="fold-head hover:bg-paper-deep hover:text-ink aria-expanded:text-ink {tone}"
    data-ask={asks}
  >
    <Accordion.ItemIndicator class="group inline-block w-4 flex-none" aria-hidden="true">
      <span class="group-data-[state=open]:hidden">+</span>
      <span class="hidden group-data-[state=open]:inline">–</span>
    </Accordion.ItemIndicator>
    {@render words()}
  </Accordion.ItemTrigger>
{/snippet}

{#if pressed}
  <div class="contents" bind:this={box}>
    <Accordion collapsible class={frame} defaultValue={['it']}>
      <Accordion.Item value="it" class="w-full">
        {#if heading}
          <h2 class="text-xl">{@render trigger()}</h2>
        {:else}
          {@render trigger()}
        {/if}
        <Accordion.ItemContent class="grid gap-3 py-2">{@render children()}</Accordion.ItemContent>
      </Accordion.Item>
    </Accordion>
  </div>
{:else}
  <div class={frame}>
    <svelte:element this={heading ? 'h2' : 'div'} class={heading ? 'text-xl' : ''}>
      <button
        type="button"
        class="fold-head hover:bg-paper-deep hover:text-ink {tone}"
        aria-expanded="false"
        data-part="closed"
        data-ask={asks}
        onclick={press}
      >
        <span class="inline-block w-4 flex-none" aria-hidden="true">+</span>
        {@render words()}
      </button>
    </svelte:element>
  </div>
{/if}
