// A reading as it is typed.

import { fromF } from './heat'
import type { Units } from './quantity'

export type ReadingText = { low: number; high: number } | { fault: string }

/** A typed reading: `57`, `57.5`, `57..59`, `57-59`; in the units shown. */
export function parseReading(text: string, units: Units): ReadingText {
  const match =
    /^\s*(-?\d+(?:[.,]\d+)?)\s*(?:(?:\.\.|-|–|to|\s)\s*(\d+(?:[.,]\d+)?))?\s*°?\s*$/.exec(text)
  if (match === null) return { fault: `“${text}” is no reading; write 57 or 57..59` }
  const value = (part: string): number => {
    const number = Number(part.replace(',', '.'))
    return units === 'C' ? number : fromF(number)
  }
  const low = value(match[1] ?? '')
  const high = match[2] === undefined ? low : value(match[2])
  if (high < low) return { fault: 'A range rises: 57..59' }
  const limit = units === 'C' ? '−25 to 130 °C' : '−13 to 266 °F'
  if (low < -25 || high > 130) return { fault: `${text.trim()}° is out of range; ${limit}` }
  return { low, high }
}
