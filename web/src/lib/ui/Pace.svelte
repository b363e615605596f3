<script lang="ts">
  // The demo's clock: what it shows and how fast, because it is not the kitchen's own.
  import { Popover } from '@skeletonlabs/skeleton-svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { hour } from '$lib/units'

  const PACES = [1, 10, 60]
</script>

<Popover defaultOpen positioning={{ placement: 'bottom-end', offset: { mainAxis: 0 } }}>
  <Popover.Trigger class="flex flex-col items-end leading-shout min-h-11 justify-center px-2">
    <b>{hour(kitchen.now)}</b>
    <small class="text-ink-soft text-xs"
      >demo clock{kitchen.pace === 1 ? '' : ` ×${kitchen.pace}`}</small
    >
  </Popover.Trigger>
  <Popover.Positioner>
    <Popover.Content
      class="z-15 bg-paper-light border border-line-strong p-2 grid gap-1.5 w-48 rounded-container"
    >
      <Popover.Title class="sr-only">The demo's clock</Popover.Title>
      {#each PACES as value (value)}
        <button
          class="act plain aria-pressed:bg-ink aria-pressed:text-paper"
          aria-pressed={kitchen.pace === value}
          onclick={() => kitchen.setClock({ pace: value })}
        >
          {value === 1 ? 'As it is' : `${value} times as fast`}
        </button>
      {/each}
      <button class="act plain" onclick={() => kitchen.setClock({ forward_min: 10 })}>
        Ten minutes on
      </button>
    </Popover.Content>
  </Popover.Positioner>
</Popover>
