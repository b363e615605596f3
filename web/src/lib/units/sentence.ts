// A sentence of the server's with its quantities in the units shown.

import { length, saidWeight } from './amounts'
import { apart, temp } from './heat'
import type { Units } from './quantity'

/** A sentence with its marked temperatures, `{c:70}`, differences, `{d:1.4}`, lengths, `{l:105}`,
 * and weights, `{w:1.9}`, in the units shown; as `quantities.json` has it. */
export function sentence(text: string, units: Units): string {
  return text.replace(/\{([cdlw]):(-?\d+(?:\.\d+)?)\}/g, (_, kind: string, value: string) => {
    if (kind === 'c') return temp(Number(value), units)
    if (kind === 'l') return length(Number(value), units)
    if (kind === 'w') return saidWeight(Number(value), units)
    return apart(Number(value), units)
  })
}
