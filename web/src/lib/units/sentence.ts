// A sentence of the server's with its quantities in the units shown.

import { weight, length } from './amounts'
import { temp } from './heat'
import type { Units } from './quantity'

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
