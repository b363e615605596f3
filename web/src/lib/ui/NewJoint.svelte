<script lang="ts">
  // A new joint on the block: a cut is enough to begin with.
  import type { Cut } from '$lib/api/client'
  import { go } from '$lib/router'
  import { layCut } from '$lib/state/lay'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import CutSearch from './CutSearch.svelte'
  import OwnCut from './OwnCut.svelte'

  let fault = $state('')
  /** What was typed when no cut had that name; null while the catalogue serves. */
  let own = $state<string | null>(null)

  async function lay(cut: Cut): Promise<void> {
    try {
      go('block', await layCut(cut))
    } catch (error) {
      fault = (error as Error).message
    }
  }
</script>

<div class="relative min-h-11">
  {#if own === null}
    <CutSearch cuts={kitchen.catalogue?.cuts ?? []} onpick={lay} onown={(typed) => (own = typed)} />
  {:else}
    <OwnCut
      name={own.charAt(0).toUpperCase() + own.slice(1)}
      onmade={(cut) => {
        own = null
        void lay(cut)
      }}
      ondone={() => (own = null)}
    />
  {/if}
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
</div>
