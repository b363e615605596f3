// What the Book says of a roast in words: how far off, and why there is nothing to compare.

import type { BookLine } from '$lib/api/client'
import { apart, duration, type Units } from '$lib/units'

/** Why a roast has nothing to be compared with. */
export const CLOSED: Record<string, string> = {
  thrown: 'Thrown away: there is nothing to compare.',
  never_mind: 'Closed without a word of what became of it.',
}

/** Minutes it came out after it was planned to; null where nobody noted it. */
export function outGap(l: BookLine): number | null {
  return l.pulled_min === null ? null : l.pulled_min - l.planned.pull_min
}

/** Degrees its highest reading was over what was wanted; null without one. */
export function peakGap(l: BookLine): number | null {
  return l.read_peak_c === null ? null : l.read_peak_c - l.wanted_c
}

export function gapWords(min: number): string {
  const whole = Math.round(Math.abs(min))
  if (whole < 2) return 'as planned'
  return `${duration(whole)} ${min > 0 ? 'later' : 'sooner'}`
}

export function overWords(c: number, units: Units): string {
  if (Math.abs(c) < 0.5) return 'as wanted'
  return `${apart(Math.abs(c), units)} ${c > 0 ? 'over' : 'under'} wanted`
}

export function counted(n: number): string {
  return n === 1 ? '1 roast' : `${n} roasts`
}
