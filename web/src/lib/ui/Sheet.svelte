<script lang="ts">
  // A sheet over the page: the focus stays in it, Escape and Close leave it, and an alarm still rings
  // above it.
  import { Dialog, Portal } from '@skeletonlabs/skeleton-svelte'
  import type { Snippet } from 'svelte'

  let {
    title,
    told = '',
    wide = false,
    begins,
    onclose,
    children,
  }: {
    title: string
    /** What stands beside the title, in small. */
    told?: string
    wide?: boolean
    /** What has the focus first; else the first thing that can have it. */
    begins?: () => HTMLElement | null
    onclose: () => void
    children: Snippet
  } = $props()
</script>

<Dialog
  open
  onOpenChange={(e) => !e.open && onclose()}
  initialFocusEl={begins}
  onInteractOutside={(e) => {
    // An alarm is answered, and what stands in the sheet stays.
    const at = e.detail.originalEvent.target
    if (at instanceof Element && at.closest('[role=alertdialog]') !== null) e.preventDefault()
  }}
>
  <Portal>
    <Dialog.Backdrop class="fixed inset-0 z-20 bg-ink/25" />
    <Dialog.Positioner class="fixed inset-x-2 top-2 z-30 lg:top-17 lg:right-4 lg:left-auto">
      <Dialog.Content
        class="grid max-h-[calc(100dvh-6rem)] gap-3 overflow-auto rounded-container border-2 border-ink bg-paper-light px-5 pt-3 pb-4 text-ink {wide
          ? 'lg:w-[46rem]'
          : 'lg:w-80'}"
      >
        <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
          <Dialog.Title class="shout text-xl">{title}</Dialog.Title>
          <p class="quiet flex-1">{told}</p>
          <Dialog.CloseTrigger class="act plain">Close</Dialog.CloseTrigger>
        </div>
        {@render children()}
      </Dialog.Content>
    </Dialog.Positioner>
  </Portal>
</Dialog>
