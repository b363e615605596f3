// Rounding, units and words for quantities: the last step before a person reads them.

export type Units = 'C' | 'F'
export type Marks = 'C' | 'F' | 'gas'

/** Kilograms in a pound. */
export const LB = 0.45359237
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

/** A sentence with its marked temperatures, `{c:70}`, differences, `{d:1.4}`, lengths, `{l:105}`,
 * and weights, `{w:1.9}`, in the units shown. */
export function sentence(text: string, units: Units): string {
  return text.replace(/\{([cdlw]):(-?\d+(?:\.\d+)?)\}/g, (_, kind: string, value: string) => {
    if (kind === 'c') return temp(Number(value), units)
    if (kind === 'l') return length(Number(value), units)
    if (kind === 'w') return weight(Number(value), units)
    return `${Number((Number(value) * (units === 'C' ? 1 : 1.8)).toFixed(1))} °${units}`
  })
}

/** A difference of temperatures, signed. */
export function delta(c: number, units: Units): string {
  const value = units === 'C' ? c : c * 1.8
  const text = Math.abs(value) < 9.95 ? value.toFixed(1) : value.toFixed(0)
  return `${value >= 0 ? '+' : '−'}${text.replace('-', '')}°`
}

/** What an oven's dial must show for a dial temperature in °C, in its own marks. */
export function dial(c: number, marks: Marks): string {
  if (marks === 'gas') {
    const f = toF(c)
    const nearest = GAS_F.reduce((a, b) => (Math.abs(b[1] - f) < Math.abs(a[1] - f) ? b : a))
    return `gas ${nearest[0]}`
  }
  return `${Math.round(marks === 'C' ? c : toF(c))} °${marks}`
}

/** Weight in kg or in pounds and ounces; so little that a spoon weighs it, in grams. */
export function weight(kg: number, units: Units): string {
  if (units === 'C' && kg > 0 && kg < 0.1) return `${Math.round(kg * 1000)} g`
  if (units === 'C') return `${kg.toFixed(2)} kg`
  const ounces = Math.round((kg / LB) * 16)
  return `${Math.floor(ounces / 16)} lb ${ounces % 16} oz`
}

/** A length in mm or inches. */
export function length(mm: number, units: Units): string {
  return units === 'C' ? `${Math.round(mm)} mm` : `${(mm / 25.4).toFixed(1)} in`
}

/** Minutes as a cook says them: 38 min, 2 h 05. */
export function duration(min: number): string {
  const whole = Math.max(0, Math.round(min))
  if (whole < 60) return `${whole} min`
  return `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`
}

/** A range of minutes without false precision: 38 to 46 minutes; about 12 minutes; 2 h 30 to 4 h 10
 * where so little is known. */
export function minutesRange(low: number, high: number): string {
  const step = high - low > 60 ? 10 : high - low > 30 ? 5 : 1
  const a = Math.max(0, Math.round(low / step) * step)
  const b = Math.max(0, Math.round(high / step) * step)
  if (b >= 90) return `${duration(a)} to ${duration(b)}`
  return a === b ? `about ${a} minutes` : `${a} to ${b} minutes`
}

/** Hour of the day in the kitchen's zone. */
export function hour(at: Date): string {
  return `${String(at.getHours()).padStart(2, '0')}:${String(at.getMinutes()).padStart(2, '0')}`
}

/** When a joint is carved: as long before sitting down as carving and plating take. */
export function carveAt(plan: { serve_at: string; ahead_min: number }): Date {
  return new Date(new Date(plan.serve_at).getTime() - plan.ahead_min * 60_000)
}

/** What happens at the end of its rest: carved ahead of the others, or sat down to at once. */
export function atItsEnd(plan: { serve_at: string; ahead_min: number }): string {
  const word = plan.ahead_min > 0 ? 'carve' : 'sit down'
  return `${word} ${hour(carveAt(plan))}`
}

/** The same day at another hour. */
export function atHour(day: Date, hours: number, minutes: number): Date {
  const at = new Date(day)
  at.setHours(hours, minutes, 0, 0)
  return at
}

/** The local date of a moment as a date field has it. */
export function dateOf(at: Date): string {
  const two = (n: number): string => String(n).padStart(2, '0')
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`
}

/** The same hour on another date (`2026-10-03`); null for what is no date of our years. */
export function atDate(hourOf: Date, date: string): Date | null {
  const match = /^(20\d\d|2100)-(\d\d)-(\d\d)$/.exec(date)
  if (match === null) return null
  const at = new Date(hourOf)
  at.setFullYear(Number(match[1]), Number(match[2]) - 1, Number(match[3]))
  return dateOf(at) === date ? at : null
}

/** The next seven in the evening that leaves three hours to roast. */
export function nextSeven(now: Date): Date {
  const at = atHour(now, 19, 0)
  return at.getTime() < now.getTime() + 3 * 3_600_000 ? new Date(at.getTime() + 24 * 3_600_000) : at
}

/** `19:00`, `7.30`, `1930` as hours and minutes of the day, or null. */
export function parseHour(text: string): [number, number] | null {
  const match = /^\s*(\d{1,2})(?:[:.h ]?(\d{2}))?\s*$/.exec(text)
  if (match === null) return null
  const [hours, minutes] = [Number(match[1]), Number(match[2] ?? 0)]
  return hours < 24 && minutes < 60 ? [hours, minutes] : null
}

/** A day in short: Sat 3 Oct. */
export function shortDay(at: Date): string {
  return at.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })
}

/** A day with its name: Saturday 3 October. */
export function longDay(at: Date): string {
  return at.toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })
}

/** A day: 3 October 2026. */
export function day(at: Date): string {
  return at.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })
}

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

export type NumberText = { value: number } | { fault: string }

/** A typed number within bounds, or a sentence that says what is allowed. */
export function parseNumber(text: string, low: number, high: number, unit: string): NumberText {
  const value = Number(text.trim().replace(',', '.'))
  if (text.trim() === '' || !Number.isFinite(value) || value < low || value > high) {
    const round = (x: number): string => String(Math.round(x * 100) / 100)
    return { fault: `${round(low)} to ${round(high)} ${unit}` }
  }
  return { value }
}
