// What was said in a kitchen, as what is to be entered. Words that are not understood stay words. Pure.

import { keptFrom, type Units } from '$lib/units'

export type Heard = { reads: number } | { does: 'out' | 'door' | 'say' } | { unclear: string }

const ONES =
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(
    ' ',
  )
const TENS = 'twenty thirty forty fifty sixty seventy eighty ninety'.split(' ')
const DOES: [RegExp, 'out' | 'door' | 'say'][] = [
  [/^(it is |it's |its )?(taken )?out( now)?$/, 'out'],
  [/^(the )?(oven )?door( open| was open| opened)?$/, 'door'],
  [/^(say (it )?again|again|what now|what next|next)$/, 'say'],
]
const LEAST_C = -25
const MOST_C = 99

/** `fifty-two`, `fifty two point five`, `one hundred and thirty five`, `52.5` as a number; null for
 * what is none, whole or in part. */
export function numberSaid(text: string): number | null {
  const clean = text
    .replaceAll('-', ' ')
    .replace(/\band\b/g, ' ')
    .trim()
  if (/^\d+([.,]\d+)?$/.test(clean)) return Number(clean.replace(',', '.'))
  const [whole = '', part, more] = clean.split(/\s+point\s+/)
  if (more !== undefined) return null
  const before = wholeSaid(whole.split(/\s+/))
  if (before === null || part === undefined) return before
  const digits = part.split(/\s+/).map((word) => ONES.indexOf(word))
  if (digits.some((d) => d < 0 || d > 9)) return null
  return Number(`${before}.${digits.join('')}`)
}

function wholeSaid(words: readonly string[]): number | null {
  const hundred = words.indexOf('hundred')
  if (hundred >= 0) {
    const before = hundred === 0 ? 1 : ONES.indexOf(words[0] ?? '')
    if (hundred > 1 || before < 1 || before > 9) return null
    const rest = words.slice(hundred + 1)
    const after = rest.length === 0 ? 0 : wholeSaid(rest)
    return after === null || after > 99 ? null : before * 100 + after
  }
  const [first = '', second, third] = words
  if (third !== undefined) return null
  const tens = TENS.indexOf(first)
  if (tens >= 0) {
    if (second === undefined) return 20 + 10 * tens
    const one = ONES.indexOf(second)
    return one >= 1 && one <= 9 ? 20 + 10 * tens + one : null
  }
  const one = ONES.indexOf(first)
  return second === undefined && one >= 0 ? one : null
}

/** What a sentence means here; a number is a reading in the units of the screen, °C inside. */
export function heard(said: string, units: Units): Heard {
  const text = said
    .toLowerCase()
    .replace(/[.!?]+$/, '')
    .replace(/\b(degrees?|celsius|fahrenheit)\b|°[cf]?/g, '')
    .replace(/^(it )?(reads|shows|says|is at)\s+/, '')
    .trim()
  for (const [pattern, does] of DOES) if (pattern.test(text)) return { does }
  const value = numberSaid(text)
  if (value === null) return { unclear: said.trim() }
  const c = keptFrom('heat', value, units)
  return c >= LEAST_C && c <= MOST_C ? { reads: c } : { unclear: said.trim() }
}
