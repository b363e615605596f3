<script lang="ts">
  // A new joint on the block: a cut is enough to begin with.
  import { http, want, type Cut } from '$lib/api/client'
  import { go } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { nextSeven } from '$lib/units'
  import CutSearch from './CutSearch.svelte'
  import OwnCut from './OwnCut.svelte'

  let fault = $state('')
  /** What was typed when no cut had that name; null while the catalogue serves. */
  let own = $state<string | null>(null)

  async function lay(cut: Cut): Promise<void> {
    try {
      if (kitchen.ovens.length === 0) {
        await want(
          http.POST('/ovens', { body: { name: 'My oven', marks: 'C', kind: 'fan' } as never }),
        )
        await kitchen.reloadOvens()
      }
      const oven = kitchen.ovens[0]
      if (oven === undefined) return
      const roast = await want(
        http.POST('/roasts', {
          body: {
            name: cut.name,
            joint: {
              cut: cut.id,
              flags: [],
              weight_kg: cut.usual_kg,
              start_c: 6,
              surface: 'blotted',
              coat: 'none',
              own: cut.own ?? null,
            },
            oven_id: oven.id,
            wanted_c: cut.wanted_c,
            rest_min: 30,
            thermometer: 'leave-in',
            ahead_min: 0,
            buy: { leftover_plates: 0, label: '', offers: [] },
            care: {
              frozen: 'no' as const,
              thaw_in: 'fridge' as const,
              fridge_c: 4,
              salt_g_kg: 0,
              salt_id: 'fine',
              uncovered: false,
              marinade: false,
              tie: false,
              chill_min: 0,
              grain_deg: null,
            },
            serve_at: nextSeven(kitchen.now).toISOString(),
          },
        }),
      )
      await kitchen.reload()
      go('block', roast.id)
    } catch (error) {
      fault = (error as Error).message
    }
  }
</script>

<div class="new">
  {#if own === null}
    <CutSearch
      cuts={kitchen.catalogue?.cuts ?? []}
      wanted={kitchen.findsCut}
      onpick={lay}
      onfound={() => (kitchen.findsCut = false)}
      onown={(typed) => (own = typed)}
    />
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

<style>
  .new {
    position: relative;
    min-height: 44px;
  }
</style>
