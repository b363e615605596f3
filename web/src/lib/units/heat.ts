// Heat: temperatures, differences of temperatures, and what a dial shows.

import type { Units } from './quantity'

export type Marks = 'C' | 'F' | 'gas'

const GAS_F: [string, number][] = [
  ['¼', 225],
  ['½', 250],
  ...Array.from({ length: 10 }, (_, i): [string, number] => [String(i + 1), 275 + 25 * i]),
]

/** The air of a gas mark in °F by custom (`4`, `½`, `1/2`); null if it is no mark. */
export function gasF(mark: string): number | null {
  const name = { '1/4': '¼', '1/2': '½' }[mark] ?? mark
  return GAS_F.find((m) => m[0] === name)?.[1] ?? null
}

export const toF = (c: number): number => c * 1.8 + 32
export const fromF = (f: number): number => (f - 32) / 1.8

/** A temperature in whole degrees, with its unit unless `bare`. */
export function temp(c: number, units: Units, bare = false): string {
  // `|| 0` because −0.4 would round to −0.
  const value = Math.round(units === 'C' ? c : toF(c)) || 0
  return bare ? `${value}°` : `${value} °${units}`
}

/** To a tenth; whole from ten on. `|| 0`: nothing is ever −0. */
function tenths(value: number): number {
  return Number(value.toFixed(Math.abs(value) < 9.95 ? 1 : 0)) || 0
}

/** How far two temperatures are apart, in a sentence. */
export function apart(c: number, units: Units): string {
  return `${tenths(units === 'C' ? c : c * 1.8)} °${units}`
}

/** A difference of temperatures, signed unless it is none. */
export function delta(c: number, units: Units): string {
  const value = tenths(units === 'C' ? c : c * 1.8)
  const text = Math.abs(value).toFixed(Math.abs(value) < 9.95 ? 1 : 0)
  return `${value > 0 ? '+' : value < 0 ? '−' : ''}${text}°`
}

/** What an oven's dial must show for a dial temperature in °C, in its own marks. */
export function dial(c: number, marks: Marks): string {
  if (marks === 'gas') {
    const f = toF(c)
    const nearest = GAS_F.reduce((a, b) => (Math.abs(b[1] - f) < Math.abs(a[1] - f) ? b : a))
    return `gas ${nearest[0]}`
  }
  return temp(c, marks)
}

/** A dial's number in its own marks as °C, or null. */
export function readDial(text: string, marks: Marks): number | null {
  const clean = text
    .trim()
    .replace(/^gas\s*(mark\s*)?/i, '')
    .replace(',', '.')
  if (marks === 'gas') {
    const f = gasF(clean)
    return f === null ? null : fromF(f)
  }
  const value = Number(clean.replace(/°|[CF]$/gi, '').trim())
  if (clean === '' || !Number.isFinite(value)) return null
  return marks === 'C' ? value : fromF(value)
}
