// Typed figures of an oven: pairs of dial and measured, lists of measures. Pure.

import type { Oven, OvenBody } from '$lib/api/client'
import { readDial, readQuantity, shownIn, type Marks, type Units } from '$lib/units'

export type PairText = { pair: [number, number] } | { fault: string }

/** What the dial showed and what was measured, in °C; or what is wrong with it. */
export function parsePair(dial: string, real: string, marks: Marks, units: Units): PairText {
  const shown = readDial(dial, marks)
  if (shown === null) {
    return {
      fault: marks === 'gas' ? 'The dial: a mark from ¼ to 10' : `The dial: a number in °${marks}`,
    }
  }
  const value = readQuantity(real, 'heat', units)
  if (value === null) return { fault: `Measured: a number in °${units}` }
  return { pair: [shown, value] }
}

export type ListText = { list: number[] } | { fault: string }

/** Measures separated by commas or spaces, in mm or inches, as mm. */
export function parseList(text: string, units: Units): ListText {
  const parts = text
    .trim()
    .split(/[\s,;×x]+/)
    .filter((part) => part !== '')
  const values = parts.map((part) => readQuantity(part, 'length', units) ?? 0)
  if (values.some((value) => value <= 0)) {
    return { fault: `Numbers in ${units === 'C' ? 'mm' : 'inches'}, separated by commas` }
  }
  return { list: values }
}

/** Measures in the units shown, separated by commas. */
export function listOf(mm: readonly number[], units: Units): string {
  const digits = units === 'C' ? 0 : 1
  return mm.map((one) => shownIn('length', one, units).toFixed(digits)).join(', ')
}

/** An oven's profile as it is sent back: all but its id. */
export function bodyOf(oven: Oven): OvenBody {
  const body: OvenBody & { id?: string } = { ...oven }
  delete body.id
  return body
}

/** A new oven, to be described. */
export function freshOven(count: number): OvenBody {
  return {
    name: count === 0 ? 'My oven' : `Oven ${count + 1}`,
    marks: 'C',
    kind: 'fan',
    cooling_fan: false,
    swing_c: 0,
    assumed: true,
    dial_true: false,
    shelves_mm: [],
    bare_element: false,
    pairs: [],
    dial_points: [],
  }
}
