// The roast a place shows: the one in the address, else the likely one; reloaded when there is news.

import { kitchen } from '$lib/state/kitchen.svelte'
import { RoastState } from '$lib/state/roast.svelte'
import { route } from '$lib/router'

/** Call in a component. `current` is null while there is no roast at all. */
export function useRoast(): { readonly current: RoastState | null; readonly missing: boolean } {
  const id = $derived((route.params as { id?: string }).id ?? kitchen.likely?.id)
  const state = $derived(id === undefined ? null : new RoastState(id))
  $effect(() => {
    const here = state
    if (here === null) return
    void (kitchen.news[here.id] ?? 0)
    void here.load()
  })
  return {
    get current() {
      return state
    },
    get missing() {
      return kitchen.catalogue !== null && id === undefined
    },
  }
}
