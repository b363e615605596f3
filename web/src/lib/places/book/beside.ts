// Roasts side by side: which of their facts differ, and what made most of the difference.

import type { BookTold } from '$lib/api/client'
import { moved, sentence, type Units } from '$lib/units'

/** How each of them is drawn. */
export const DASHES = ['none', '6 4', '2 3', '10 3 2 3']

export type Fact = { what: string; values: string[]; differs: boolean }

/** Facts with something in them, and whether they are the same in all. */
export function differing(rows: readonly [string, string[]][]): Fact[] {
  return rows
    .filter(([, values]) => values.some((v) => v !== ''))
    .map(([what, values]) => ({ what, values, differs: new Set(values).size > 1 }))
}

/** The part of a roast's time that made most of the difference from its plan. */
export function costs(told: BookTold, units: Units): string {
  const parts = told.story?.minutes ?? []
  const most = parts.toSorted((a, b) => Math.abs(b.value) - Math.abs(a.value))[0]
  return most === undefined ? '' : `${sentence(most.words, units)}: ${moved(most.value)}`
}
