// What is typed for a figure of one's own, read into what is kept.

import type { FigureRow } from '$lib/api/client'
import { readQuantity, shownIn, type Kind, type Units } from '$lib/units'

export interface Typed {
  temp: string
  hold: string
  why: string
}

export type Body = { temp_c: number | null; hold_min: number; value: number | null; why: string }

/** Fields as they stand for a row, in the units shown. */
export function fieldsOf(row: FigureRow, units: Units): Typed {
  const number = row.unit === 'figure' ? row.temp_c : row.value
  return {
    temp: number === null ? '' : String(round(shownIn(kindOf(row), number, units))),
    hold: row.hold_min === null ? '' : String(round(row.hold_min)),
    why: row.why,
  }
}

/** The body to send, or what is wrong with the fields. An empty temperature is the outside alone. */
export function bodyOf(row: FigureRow, typed: Typed, units: Units): Body | { fault: string } {
  const kept = typed.temp.trim() === '' ? null : readQuantity(typed.temp, kindOf(row), units)
  const hold = typed.hold.trim() === '' ? 0 : readQuantity(typed.hold, 'time', units)
  if (kept === null && typed.temp.trim() !== '') return { fault: `“${typed.temp}” is no number` }
  if (hold === null) return { fault: `“${typed.hold}” is no number of minutes` }
  return row.unit === 'figure'
    ? { temp_c: kept, hold_min: hold, value: null, why: typed.why }
    : { temp_c: null, hold_min: 0, value: kept, why: typed.why }
}

const kindOf = (row: FigureRow): Kind =>
  row.unit === 'figure' || row.unit === 'C' ? 'heat' : 'number'

function round(value: number): number {
  return Math.round(value * 10) / 10
}
