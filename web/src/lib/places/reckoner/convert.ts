// Unlike units of one thing side by side: weights, heats, lengths, salt. Pure.

import { dial, factor, fromF, gasF, scaleOf, toF, type Kind } from '$lib/units'

const trim = (value: number, digits: number): string => String(Number(value.toFixed(digits)))

export type Converted = { said: string; same: string[] }

/** `4 lb 3 oz`, `1.9kg`, `180C`, `350 F`, `gas 4`, `4 in`: what it is in the other units; null if
 * it is none of these. */
export function convert(text: string): Converted | null {
  const clean = text.trim().toLowerCase().replace(',', '.')
  const gas = /^gas\s*(?:mark\s*)?(¼|½|1\/4|1\/2|10|[1-9])$/.exec(clean)
  if (gas?.[1] !== undefined) {
    const mark = gas[1]
    const f = gasF(mark) ?? 0
    return {
      said: `gas ${mark}`,
      same: [`${trim(fromF(f), 0)} °C`, `${f} °F`, 'custom, no standard'],
    }
  }
  const heat = /^(-?\d+(?:\.\d+)?)\s*(?:°|degrees?)?\s*(c|f)$/.exec(clean)
  if (heat?.[1] !== undefined) {
    const value = Number(heat[1])
    const c = heat[2] === 'c' ? value : fromF(value)
    const same = heat[2] === 'c' ? `${trim(toF(c), 0)} °F` : `${trim(c, 0)} °C`
    const marks = c >= 100 && c <= 275 ? [`nearest ${dial(c, 'gas')}`] : []
    return { said: `${trim(value, 1)} °${heat[2]?.toUpperCase() ?? ''}`, same: [same, ...marks] }
  }
  const parts = [...clean.matchAll(/(\d+(?:\.\d+)?)\s*([a-z"]+)/g)]
  if (
    parts.length === 0 ||
    parts
      .map((p) => p[0])
      .join(' ')
      .replace(/\s/g, '') !== clean.replace(/\s/g, '')
  ) {
    return null
  }
  const scales = parts.map((p) => scaleOf(p[2] ?? ''))
  const sum = (kind: Kind): number | null =>
    scales.every((scale) => scale?.kind === kind)
      ? parts.reduce((total, p, i) => total + Number(p[1]) * (scales[i]?.factor ?? 0), 0)
      : null
  const kg = sum('weight')
  if (kg !== null) {
    const ounces = Math.round(kg / factor('oz'))
    const imperial = `${Math.floor(ounces / 16)} lb ${ounces % 16} oz`
    const metric = kg < 1 ? `${trim(kg * 1000, 0)} g` : `${trim(kg, 2)} kg`
    return { said: clean, same: [metric, imperial, `${trim(kg / factor('lb'), 2)} lb`] }
  }
  const mm = sum('length')
  return mm === null
    ? null
    : { said: clean, same: [`${trim(mm, 0)} mm`, `${trim(mm / factor('in'), 2)} in`] }
}

/** Salt for a joint: grams, and level teaspoons of a salt of which one weighs `teaspoon_g`. */
export function saltFor(
  kg: number,
  percent: number,
  teaspoon_g: number,
): { g: number; tsp: number } {
  const g = kg * 10 * percent
  return { g, tsp: g / teaspoon_g }
}

/** Teaspoons as a cook measures them: quarters; tablespoons from three on. */
export function spoons(tsp: number): string {
  const quarters = Math.round(tsp * 4)
  if (quarters === 0) return 'a pinch'
  const word = (n: number, unit: string): string => {
    const whole = Math.floor(n / 4)
    const rest = ['', '¼', '½', '¾'][n % 4] ?? ''
    return `${whole === 0 ? '' : whole}${rest} ${unit}`
  }
  if (quarters < 12) return word(quarters, 'tsp')
  const big = Math.floor(quarters / 12)
  const left = quarters - 12 * big
  return left === 0 ? `${big} tbsp` : `${big} tbsp ${word(left, 'tsp')}`
}
