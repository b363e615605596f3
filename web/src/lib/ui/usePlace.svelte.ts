// The roast a place shows: the one in the address, else the likely one; reloaded when there is news.

import { untrack } from 'svelte'
import { kitchen } from '$lib/state/kitchen.svelte'
import { RoastState } from '$lib/state/roast.svelte'
import { route } from '$lib/router'

/** Call in a component. `current` is null while there is no roast at all. `first`: what to show where
 * the address names none, before the likely one. */
export function useRoast(first: () => string | undefined = () => undefined): {
  readonly current: RoastState | null
  readonly missing: boolean
} {
  const id = $derived((route.params as { id?: string }).id ?? first() ?? kitchen.likely?.id)
  const state = $derived(id === undefined ? null : new RoastState(id))
  $effect(() => {
    const here = state
    if (here === null) return
    void (kitchen.foreign[here.id] ?? 0)
    void here.load()
  })
  $effect(() => {
    // What this page did to it from another place: an alarm's bar, the block.
    const got = state === null ? undefined : kitchen.answers[state.id]
    if (got !== undefined) untrack(() => state?.take(got))
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

const RENEW_S = 20

/** Ask for the outlook of a roast that has gone in: at once, after every event, and every 20 seconds
 * of its own time until it is carved. Call in a component. */
export function useOutlook(state: () => RoastState | null): void {
  $effect(() => {
    const here = state()
    const roast = here?.roast ?? null
    if (here === null || roast === null || roast.put_in_at === null) return
    if (here.lookedAt < roast.last_seq) void here.look()
    if (roast.status === 'done') return
    const timer = setInterval(
      () => void here.look(),
      Math.max(1000, (RENEW_S * 1000) / Math.max(kitchen.pace, 0.1)),
    )
    return () => clearInterval(timer)
  })
}
