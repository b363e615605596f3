import type { Thermometer } from '$lib/api/client'

/** What one may measure with, and how it is said. */
export const PROBES: [Thermometer, string][] = [
  ['leave-in', 'leave-in probe'],
  ['spot', 'spot thermometer'],
  ['none', 'no thermometer'],
]
