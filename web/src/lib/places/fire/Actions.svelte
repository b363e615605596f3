<script lang="ts">
  // What can be reported now, the due one first and largest.
  import type { Outlook, Roast } from '$lib/api/client'
  import { go } from '$lib/router'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { hour, later } from '$lib/units'
  import type { Action } from './sentence'

  let {
    current,
    roast,
    outlook,
    putIn,
    actions,
  }: {
    current: RoastState
    roast: Roast
    outlook: Outlook
    putIn: number
    actions: Action[]
  } = $props()

  async function done(action: Action, minute: number | null = null): Promise<void> {
    const kept =
      action.stage === null
        ? await current.mark(action.mark ?? '', { text: action.text, minute })
        : await current.endStage(action.stage, minute)
    if (!kept) return
    const restLeft =
      action.stage !== null && outlook.stages.slice(action.stage + 1).some((s) => s.kind === 'oven')
    if (action.out && !restLeft) go('board', roast.id)
  }
</script>

<div class="buttons grid grid-cols-2 gap-2">
  {#each actions as action, i (action.label + action.stage)}
    <button
      class="act data-ember:col-span-full data-ember:bg-ember data-ember:text-iron data-ember:text-lg data-ember:min-h-15 data-ember:hover:bg-ember-bright"
      data-ember={i === 0 || undefined}
      class:plain={i > 0}
      disabled={current.busy}
      onclick={() => done(action)}
      >{action.label}{action.planned === null ? '' : ' just now'}</button
    >
    {#if action.planned !== null}
      <button
        class="act plain col-span-full"
        disabled={current.busy}
        onclick={() => done(action, action.planned)}
      >
        {action.label} at {hour(later(putIn, action.planned))}
      </button>
    {/if}
  {/each}
  {#if roast.status === 'roasting'}
    <p class="quiet col-span-full">
      Dry cloths, never damp, on hot metal; path clear, children and pets away.
    </p>
  {/if}
  {#if roast.status === 'resting'}
    <a class="act" href="/board/{roast.id}">To the board</a>
  {/if}
</div>
