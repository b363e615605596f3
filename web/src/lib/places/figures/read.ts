// What is typed for a figure of one's own, read into what is kept.

import type { FigureRow } from '$lib/api/client'
import { fromF, toF, type Units } from '$lib/units'

export interface Typed {
  temp: string
  hold: string
  why: string
}

export type Body = { temp_c: number | null; hold_min: number; value: number | null; why: string }

/** Fields as they stand for a row, in the units shown. */
export function fieldsOf(row: FigureRow, units: Units): Typed {
  const number = row.unit === 'figure' ? row.temp_c : row.value
  const warm = row.unit === 'figure' || row.unit === 'C'
  return {
    temp: number === null ? '' : String(warm && units === 'F' ? round(toF(number)) : number),
    hold: row.hold_min === null ? '' : String(round(row.hold_min)),
    why: row.why,
  }
}

/** The body to send, or what is wrong with the fields. An empty temperature is the outside alone. */
export function bodyOf(row: FigureRow, typed: Typed, units: Units): Body | { fault: string } {
  const number = typed.temp.trim() === '' ? null : Number(typed.temp.replace(',', '.'))
  const hold = typed.hold.trim() === '' ? 0 : Number(typed.hold.replace(',', '.'))
  if (number !== null && !Number.isFinite(number)) return { fault: `“${typed.temp}” is no number` }
  if (!Number.isFinite(hold)) return { fault: `“${typed.hold}” is no number of minutes` }
  const warm = row.unit === 'figure' || row.unit === 'C'
  const kept = number !== null && warm && units === 'F' ? fromF(number) : number
  return row.unit === 'figure'
    ? { temp_c: kept, hold_min: hold, value: null, why: typed.why }
    : { temp_c: null, hold_min: 0, value: kept, why: typed.why }
}

function round(value: number): number {
  return Math.round(value * 10) / 10
}
