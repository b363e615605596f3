// Alarms as hours and words.

import { parseHour } from '$lib/units'

/** Hours of the day in which nothing sounds, "22:00" to "07:00"; "" for none. */
export type Quiet = { from: string; to: string }

/** Whether the household sleeps at this hour. */
export function inQuiet(quiet: Quiet, now: Date): boolean {
  const from = parseHour(quiet.from)
  const to = parseHour(quiet.to)
  if (from === null || to === null) return false
  const minute = now.getHours() * 60 + now.getMinutes()
  const a = from[0] * 60 + from[1]
  const b = to[0] * 60 + to[1]
  return a <= b ? minute >= a && minute < b : minute >= a || minute < b
}
