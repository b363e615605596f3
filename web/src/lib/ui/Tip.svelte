<script lang="ts">
  // What a thing means or does, told when it is pointed at or has the focus.
  import { Portal, Tooltip } from '@skeletonlabs/skeleton-svelte'
  import type { Snippet } from 'svelte'
  import type { HTMLAttributes } from 'svelte/elements'

  let {
    words,
    trigger,
  }: {
    words: string
    /** What is pointed at; its attributes are handed to it. */
    trigger: Snippet<[HTMLAttributes<HTMLElement>]>
  } = $props()
</script>

<Tooltip openDelay={300} positioning={{ placement: 'top' }}>
  <Tooltip.Trigger>
    {#snippet element(attributes)}
      {@render trigger(attributes as HTMLAttributes<HTMLElement>)}
    {/snippet}
  </Tooltip.Trigger>
  <Portal>
    <Tooltip.Positioner class="z-40">
      <Tooltip.Content class="max-w-72 rounded-base bg-ink px-3 py-1.5 text-sm text-paper">
        {words}
      </Tooltip.Content>
    </Tooltip.Positioner>
  </Portal>
</Tooltip>
