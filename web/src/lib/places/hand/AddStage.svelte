<script lang="ts">
  // One more stage, where such a one usually stands.
  import type { Shaped } from '$lib/api/client'
  import type { HandState } from '$lib/state/hand.svelte'
  import { KINDS } from './shape'

  let { hand, shaped }: { hand: HandState; shaped: Shaped } = $props()

  const INSERTS = ['oven', 'rest', 'sear', 'off', 'turn', 'wait'] as const

  function add(kind: (typeof INSERTS)[number]): void {
    const rest = shaped.blocks.findIndex((b) => b.kind === 'rest')
    const end = shaped.blocks.length
    const stage = kind === 'rest' || rest < 0 ? end : kind === 'wait' ? 0 : rest
    void hand.edit({ op: 'insert', stage, kind })
  }
</script>

<div
  class="flex gap-y-1 gap-x-2 items-center border-t border-line flex-wrap"
  role="group"
  aria-label="Add a stage"
>
  <span class="quiet">Add</span>
  {#each INSERTS as kind (kind)}
    <button class="undo" onclick={() => add(kind)}>{KINDS[kind].toLowerCase()}</button>
  {/each}
</div>
