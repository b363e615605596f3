<script lang="ts">
  // Something is being worked out, and nobody knows for how long.
  import { Progress } from '@skeletonlabs/skeleton-svelte'

  let { words }: { words: string } = $props()

  /** What is there soon needs no bar. */
  const SOON_MS = 1500
  let long = $state(false)
  $effect(() => {
    const due = setTimeout(() => (long = true), SOON_MS)
    return () => clearTimeout(due)
  })
</script>

{#if long}
  <Progress value={null} translations={{ value: () => words }} class="grid gap-1.5 max-w-72">
    <Progress.Label class="quiet" role="status">{words}</Progress.Label>
    <Progress.Track class="h-1 overflow-hidden rounded-base bg-line">
      <Progress.Range
        class="h-full w-2/5 bg-accent motion-safe:animate-[working_1.6s_ease-in-out_infinite]"
      />
    </Progress.Track>
  </Progress>
{:else}
  <p class="quiet pb-2" role="status">{words}</p>
{/if}
