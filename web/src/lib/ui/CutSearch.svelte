<script lang="ts">
  // A cut found by typing any of its names. Until the field is touched it is one like any other: what
  // finds and lists is made when somebody means to look.
  import { flushSync, type ComponentProps } from 'svelte'
  import CutFinder from './CutFinder.svelte'

  type Given = Omit<ComponentProps<typeof CutFinder>, 'id' | 'label' | 'words'>
  let {
    id = 'cut-search',
    label = 'Find a cut',
    ...given
  }: Given & { /** Of its field. */ id?: string; label?: string } = $props()

  const WORDS = 'Find a cut: rump, leg, rib roast…'
  let awake = $state(false)

  function wake(): void {
    flushSync(() => (awake = true))
    document.getElementById(id)?.focus()
  }
</script>

{#if awake}
  <CutFinder {id} {label} words={WORDS} {...given} />
{:else}
  <label class="sr-only" for={id}>{label}</label>
  <input
    {id}
    class="field"
    role="combobox"
    aria-expanded="false"
    aria-controls="{id}-list"
    aria-autocomplete="list"
    autocomplete="off"
    placeholder={WORDS}
    onfocus={wake}
  />
{/if}
