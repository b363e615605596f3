// The day a place shows: the one in the address, else the next with something on it.

import { http, want } from '$lib/api/client'
import { route } from '$lib/router'
import { DayState } from '$lib/state/day.svelte'
import { kitchen } from '$lib/state/kitchen.svelte'

const DATE = /^\d{4}-\d{2}-\d{2}$/

/** Call in a component. `here` is null until a date is known; `dates` null until they are. */
export function useDay(): {
  readonly here: DayState | null
  readonly date: string | null
  readonly dates: string[] | null
  readonly fault: string
} {
  let dates = $state.raw<string[] | null>(null)
  let likely = $state<string | null>(null)
  let fault = $state('')
  const asked = $derived((route.params as { date?: string }).date)
  const date = $derived(asked !== undefined && DATE.test(asked) ? asked : likely)
  const here = $derived(date === null ? null : new DayState(date))

  $effect(() => {
    void kitchen.roasts
    void want(http.GET('/days')).then(
      (found) => {
        dates = found.dates
        likely = found.likely
        fault = ''
      },
      (error: unknown) => (fault = (error as Error).message),
    )
  })
  $effect(() => {
    const state = here
    if (state === null) return
    void kitchen.dayNews
    void JSON.stringify([kitchen.roasts, kitchen.ovens])
    void state.load()
  })
  return {
    get here() {
      return here
    },
    get date() {
      return date
    },
    get dates() {
      return dates
    },
    get fault() {
      return fault
    },
  }
}
