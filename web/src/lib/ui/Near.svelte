<script lang="ts">
  // A part at the foot of a page that costs a phone much: made when one comes near it, at the latest
  // when the page has stood for a while.
  import type { Snippet } from 'svelte'
  import Soon from './Soon.svelte'

  let { children, holds }: { children: Snippet; /** Holds its place. */ holds: string } = $props()

  const STANDS_MS = 9_000
  let near = $state(false)

  function watched(node: HTMLElement): { destroy: () => void } {
    const come = (): void => void (near = true)
    const seen = new IntersectionObserver(([one]) => one?.isIntersecting && come(), {
      rootMargin: '300px',
    })
    seen.observe(node)
    const late = setTimeout(come, STANDS_MS)
    return {
      destroy() {
        seen.disconnect()
        clearTimeout(late)
      },
    }
  }
</script>

{#if near}
  <Soon>{@render children()}</Soon>
{:else}
  <div class={holds} use:watched></div>
{/if}
