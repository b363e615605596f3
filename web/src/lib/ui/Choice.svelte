<script lang="ts" generics="T extends string">
  // One of a few, side by side.
  import Soon from './Soon.svelte'
  import { SegmentedControl } from '@skeletonlabs/skeleton-svelte'

  let {
    label,
    options,
    value,
    quiet = false,
    disabled = false,
    onchoose,
  }: {
    label: string
    options: readonly (readonly [T, string])[]
    value: T | null
    /** Its label is read out, not shown. */
    quiet?: boolean
    disabled?: boolean
    onchoose: (value: T) => void
  } = $props()

  const frame =
    'isolate flex w-fit max-w-full flex-wrap gap-0.5 rounded-base border border-line-strong bg-transparent p-0.5'
</script>

{#snippet alike()}
  <div>
    <span class={quiet ? 'sr-only' : 'label-text'}>{label}</span>
    <div class={frame}>
      {#each options as [id, words] (id)}
        <span
          class="grid min-h-11 place-items-center px-3 rounded-base {id === value
            ? 'bg-ink text-paper'
            : ''}">{words}</span
        >
      {/each}
    </div>
  </div>
{/snippet}

<Soon until={alike}>
  <SegmentedControl
    orientation="horizontal"
    {value}
    {disabled}
    onValueChange={(e) => e.value !== null && e.value !== value && onchoose(e.value as T)}
  >
    <SegmentedControl.Label class={quiet ? 'sr-only' : 'label-text'}>{label}</SegmentedControl.Label
    >
    <SegmentedControl.Control class={frame}>
      <SegmentedControl.Indicator class="rounded-base bg-ink" />
      {#each options as [id, words] (id)}
        <SegmentedControl.Item
          value={id}
          class="grid min-h-11 cursor-pointer place-items-center px-3 data-[state=checked]:text-paper"
        >
          <SegmentedControl.ItemText class="text-current">{words}</SegmentedControl.ItemText>
          <SegmentedControl.ItemHiddenInput />
        </SegmentedControl.Item>
      {/each}
    </SegmentedControl.Control>
  </SegmentedControl>
</Soon>
