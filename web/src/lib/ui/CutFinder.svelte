<script lang="ts">
  // A cut found by typing any of its names: the field and its list.
  import { Combobox, Portal, useListCollection } from '@skeletonlabs/skeleton-svelte'
  import type { Cut } from '$lib/api/client'
  import { matchingCuts } from '$lib/draw/cuts'

  let {
    cuts,
    id,
    label,
    words,
    onpick,
    onown,
  }: {
    cuts: Cut[]
    /** Of its field. */
    id: string
    label: string
    /** In the empty field. */
    words: string
    onpick: (cut: Cut) => void
    onown?: (typed: string) => void
  } = $props()

  let typed = $state('')
  let open = $state(false)
  const found = $derived(matchingCuts(cuts, typed))
  const collection = $derived(
    useListCollection({
      items: found,
      itemToString: (cut) => cut.name,
      itemToValue: (cut) => cut.id,
    }),
  )

  function picked(value: string[]): void {
    const cut = cuts.find((c) => c.id === value[0])
    if (cut !== undefined) {
      onpick(cut)
      typed = ''
    }
  }
</script>

<Combobox
  {collection}
  ids={{ input: id, content: `${id}-list` }}
  placeholder={words}
  inputBehavior="autohighlight"
  value={[]}
  onOpenChange={(e) => {
    open = e.open
    if (!e.open) typed = ''
  }}
  onInputValueChange={(e) => (typed = e.inputValue)}
  onValueChange={(e) => picked(e.value)}
  selectionBehavior="clear"
>
  <Combobox.Label class="sr-only">{label}</Combobox.Label>
  <Combobox.Control>
    <Combobox.Input class="field" />
  </Combobox.Control>
  <Portal>
    <Combobox.Positioner class="z-20">
      <Combobox.Content class="cut-list">
        <!-- A hundred names are made when somebody looks. -->
        {#each open ? found : [] as cut (cut.id)}
          <Combobox.Item item={cut} class="cut-item">
            <Combobox.ItemText>{cut.name}</Combobox.ItemText>
            <small>{cut.aliases.slice(0, 2).join(', ')}</small>
          </Combobox.Item>
        {/each}
        {#if open && found.length === 0}
          <p class="p-3">No cut has that name. Try another, such as “loin” or “shoulder”.</p>
        {/if}
        {#if onown !== undefined && typed.trim() !== ''}
          <button type="button" class="own-cut" onclick={() => onown(typed.trim())}>
            “{typed.trim()}” as a cut of my own
          </button>
        {/if}
      </Combobox.Content>
    </Combobox.Positioner>
  </Portal>
</Combobox>

<style>
  :global(.cut-list) {
    background: var(--paper-light);
    color: var(--ink);
    border: 1px solid var(--line-strong);
    border-radius: 6px;
    max-height: 22rem;
    overflow: auto;
    padding: 0.25rem;
  }
  :global(.cut-item) {
    display: grid;
    padding: 0.4rem 0.7rem;
    border-radius: 4px;
    cursor: pointer;
    min-height: 48px;
    align-content: center;
  }
  :global(.cut-item small) {
    color: var(--ink-soft);
  }
  :global(.own-cut) {
    width: 100%;
    min-height: 48px;
    padding: 0.4rem 0.7rem;
    text-align: left;
    color: var(--ink);
    border-top: 1px solid var(--line-strong);
    cursor: pointer;
  }
  :global(.own-cut:hover) {
    background: var(--paper-deep);
  }
  :global(.cut-item[data-highlighted]) {
    background: var(--paper-deep);
  }
</style>
