<script lang="ts">
  // What was just done, told for a moment in the corner, and read out.
  import { Portal, Toast } from '@skeletonlabs/skeleton-svelte'
  import { toaster } from '$lib/state/toaster'
</script>

<Portal>
  <Toast.Group {toaster} class="z-40" aria-label="What was just done (alt+T)">
    {#snippet children(toast)}
      <Toast {toast} class="flex items-center gap-3 rounded-base bg-ink px-4 py-2 text-paper">
        <Toast.Message class="flex-1">
          <Toast.Title class="font-semibold text-paper">{toast.title}</Toast.Title>
        </Toast.Message>
        {#if toast.action}
          <Toast.ActionTrigger class="min-h-10 px-2 underline underline-offset-4"
            >{toast.action.label}</Toast.ActionTrigger
          >
        {/if}
        <Toast.CloseTrigger class="grid min-h-10 w-10 place-items-center" aria-label="Put it away"
          >✕</Toast.CloseTrigger
        >
      </Toast>
    {/snippet}
  </Toast.Group>
</Portal>
