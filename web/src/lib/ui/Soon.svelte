<script lang="ts">
  // A part of a page that is made in its turn, after what stands above it. `until`: what holds its
  // place and looks alike meanwhile, so that nothing moves.
  import type { Snippet } from 'svelte'
  import { inTurn } from './turns'

  let { children, until }: { children: Snippet; until?: Snippet } = $props()

  let made = $state(false)
  $effect(() => inTurn(() => (made = true)))
</script>

{#if made}{@render children()}{:else}{@render until?.()}{/if}
