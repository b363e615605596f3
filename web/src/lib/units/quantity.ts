// Quantities as they are shown and typed. Inside, a weight is in kg, a length in mm, a heat in °C, a
// time in minutes; here alone they become what the person uses, and back.

export type Units = 'C' | 'F'
export type Kind = 'weight' | 'length' | 'heat' | 'difference' | 'time' | 'number'

interface Scale {
  /** What one of the unit is inside, and what is added: a degree does not begin at nought. */
  factor: number
  zero?: number
  kind: Kind
}

const SCALES: Record<string, Scale> = {
  kg: { factor: 1, kind: 'weight' },
  g: { factor: 0.001, kind: 'weight' },
  lb: { factor: 0.45359237, kind: 'weight' },
  oz: { factor: 0.45359237 / 16, kind: 'weight' },
  mm: { factor: 1, kind: 'length' },
  cm: { factor: 10, kind: 'length' },
  in: { factor: 25.4, kind: 'length' },
  c: { factor: 1, kind: 'heat' },
  f: { factor: 1 / 1.8, zero: -32 / 1.8, kind: 'heat' },
  // A difference of temperatures is another thing than a temperature.
  dc: { factor: 1, kind: 'difference' },
  df: { factor: 1 / 1.8, kind: 'difference' },
  min: { factor: 1, kind: 'time' },
  h: { factor: 60, kind: 'time' },
}
/** Other ways in which a unit is written. */
const WRITTEN: Record<string, string> = {
  kilo: 'kg',
  kilos: 'kg',
  kilogram: 'kg',
  kilograms: 'kg',
  gram: 'g',
  grams: 'g',
  gr: 'g',
  lbs: 'lb',
  pound: 'lb',
  pounds: 'lb',
  ounce: 'oz',
  ounces: 'oz',
  '"': 'in',
  '″': 'in',
  inch: 'in',
  inches: 'in',
  '°': '',
  '°c': 'c',
  '°f': 'f',
  celsius: 'c',
  fahrenheit: 'f',
  mins: 'min',
  minute: 'min',
  minutes: 'min',
  hour: 'h',
  hours: 'h',
  hr: 'h',
  hrs: 'h',
}
const USUAL: Record<Exclude<Kind, 'number'>, Record<Units, [string, string]>> = {
  weight: { C: ['kg', 'kg'], F: ['lb', 'lb'] },
  length: { C: ['mm', 'mm'], F: ['in', 'in'] },
  heat: { C: ['c', '°C'], F: ['f', '°F'] },
  difference: { C: ['dc', '°C'], F: ['df', '°F'] },
  time: { C: ['min', 'min'], F: ['min', 'min'] },
}

/** How many of what is kept inside one of a unit is: kg in a pound, mm in an inch. */
export function factor(unit: 'lb' | 'oz' | 'in' | 'cm' | 'g'): number {
  return SCALES[unit]?.factor ?? 1
}

/** The unit in which a kind of quantity is shown. */
export function unitOf(kind: Kind, units: Units): string {
  return kind === 'number' ? '' : USUAL[kind][units][1]
}

/** What is kept inside, in the unit shown. */
export function shownIn(kind: Kind, inside: number, units: Units): number {
  if (kind === 'number') return inside
  const { factor, zero = 0 } = SCALES[USUAL[kind][units][0]] as Scale
  return (inside - zero) / factor
}

/** What is shown, as it is kept inside. */
export function keptFrom(kind: Kind, shown: number, units: Units): number {
  if (kind === 'number') return shown
  const { factor, zero = 0 } = SCALES[USUAL[kind][units][0]] as Scale
  return shown * factor + zero
}

/** The scale of a unit as somebody wrote it; undefined for what is none. */
export function scaleOf(written: string): Scale | undefined {
  const unit = written.trim().toLowerCase()
  return SCALES[WRITTEN[unit] ?? unit]
}

const FRACTIONS: Record<string, string> = {
  '¼': ' 1/4',
  '½': ' 1/2',
  '¾': ' 3/4',
  '⅓': ' 1/3',
  '⅔': ' 2/3',
  '⅛': ' 1/8',
}
const NUMBER = String.raw`\d+/\d+|-?\d+(?:[.,]\d+)?(?:\s+\d+/\d+)?`
const PART = new RegExp(String.raw`\s*(${NUMBER})\s*([a-z°"″]*)\.?\s*`, 'giy')

function amount(text: string): number {
  return text
    .split(/\s+/)
    .map((part) => {
      const [over, under] = part.split('/')
      return Number((over ?? '').replace(',', '.')) / (under === undefined ? 1 : Number(under))
    })
    .reduce((all, part) => all + part, 0)
}

/** A typed quantity as it is kept inside: `6 lb`, `4 1/2`, `1.9kg`, `2 lb 4 oz`, `1 h 30`; a bare
 * number is in the unit shown. Null where it is not understood, or is of another kind. */
export function readQuantity(text: string, kind: Kind, units: Units): number | null {
  const plain = text.trim().replace(/[¼½¾⅓⅔⅛]/g, (sign) => FRACTIONS[sign] ?? sign)
  if (plain === '') return null
  let sum = 0
  let before: string | null = null
  PART.lastIndex = 0
  while (PART.lastIndex < plain.length) {
    const match = PART.exec(plain)
    if (match === null) return null
    const value = amount(match[1] ?? '')
    const written = WRITTEN[(match[2] ?? '').toLowerCase()] ?? match[2] ?? ''
    if (written === '') {
      // After hours come minutes; else a number without a unit stands alone.
      if (before !== null && before !== 'h') return null
      sum += before === 'h' ? value : keptFrom(kind, value, units)
      before = 'last'
      continue
    }
    const scale = scaleOf(kind === 'difference' ? `d${written}` : written)
    if (scale === undefined || scale.kind !== kind || before === 'last') return null
    if (before !== null && kind === 'heat') return null
    sum += value * scale.factor + (scale.zero ?? 0)
    before = written.toLowerCase()
  }
  return Number.isFinite(sum) ? sum : null
}

export type Amount = { value: number } | { fault: string }

/** A typed quantity within bounds that are kept inside, or a sentence that says what is allowed. */
export function within(
  text: string,
  kind: Kind,
  units: Units,
  low: number,
  high: number,
  unit = unitOf(kind, units),
): Amount {
  const value = readQuantity(text, kind, units)
  // What is shown is rounded: an end typed as it is shown counts as that end.
  const slack = Math.abs(keptFrom(kind, 0.006, units) - keptFrom(kind, 0, units))
  if (value === null || value < low - slack || value > high + slack) {
    const round = (x: number): string => String(Math.round(shownIn(kind, x, units) * 100) / 100)
    return { fault: `${round(low)} to ${round(high)} ${unit}`.trim() }
  }
  return { value: Math.min(high, Math.max(low, value)) }
}
