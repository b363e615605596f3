// What every picture of a way shares, and what a hand can do to one.

import type { Way } from '$lib/api/client'
import type { Marks } from '$lib/units'
import type { COLUMNS } from './compare'

export type Scene = {
  columns: typeof COLUMNS
  /** When it is carved: the end of the clock all ways are drawn on, and how that is called. */
  serve: Date
  from: Date
  until: Date
  ends: string
  dialMarks: Marks
  /** It is in the oven: nothing is chosen any more. */
  locked: boolean
  /** Ids of the way that is taken, of what is open, of those held side by side. */
  taken: string
  opened: string
  pins: readonly string[]
}

export type Hand = {
  pick: (way: Way) => void
  shape: (way: Way) => void
  pin: (way: Way) => void
  /** Open or close, by id. */
  toggle: (id: string) => void
}
