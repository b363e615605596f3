// Printed rules beside the model, in words.

import type { Beside } from '$lib/api/client'
import { duration, temp, type Units } from '$lib/units'

/** From … to, or one figure where the rule gives one. */
export function span([low, high]: Beside['gives']): string {
  return Math.round(low) === Math.round(high)
    ? duration(low)
    : `${duration(low)} to ${duration(high)}`
}

/** How far the computed time lies from what the rule gives: inside, or by how much beyond it. */
export function apart({ computed_min: here, gives: [low, high] }: Beside): string {
  if (here === null) return ''
  const beyond = here < low ? low - here : here > high ? here - high : 0
  if (Math.round(beyond) === 0) return low === high ? 'the same' : 'within it'
  return `${Math.round(beyond)} min ${here < low ? 'sooner' : 'later'}`
}

/** The row whose take-out ends nearest to what is wanted; −1 where none says. */
export function nearest(rows: Beside[], wanted: number): number {
  const first = byNearness(rows, wanted)[0]
  return first === undefined || first.ends_c === null ? -1 : rows.indexOf(first)
}

/** The rows whose take-out ends nearest to what is wanted first; those that do not say last. */
export function byNearness(rows: Beside[], wanted: number): Beside[] {
  const off = (row: Beside): number =>
    row.ends_c === null ? Infinity : Math.abs(row.ends_c - wanted)
  return rows.toSorted((a, b) => off(a) - off(b) || 0)
}

/** The printed rule that ends nearest to what is wanted, beside what is worked out here. */
export function nearSays(row: Beside | undefined, units: Units): string {
  if (row === undefined) return ''
  const here =
    row.computed_min === null ? 'never gets there here' : `here ${duration(row.computed_min)}`
  const ends = row.ends_c === null ? '' : `, ending at ${temp(row.ends_c, units)}`
  return `Nearest to what you want: ${row.rule} at ${temp(row.air_c, units)}${ends}: ${span(row.gives)}; ${here}.`
}
