// What is typed of a joint that is in already: since when, and in what heat. Pure.

import { atHour, duration, later, parseHour, readDial, type Marks } from '$lib/units'

const LONGEST_H = 24
const LOWEST_C = 40
const HIGHEST_C = 350

/** The hour it went in: today's, or yesterday's where today's is yet to come. */
export function readSince(text: string, now: Date): { at: Date } | { fault: string } {
  const read = parseHour(text)
  if (read === null) return { fault: 'an hour such as 17:20' }
  const today = atHour(now, ...read)
  // A clock shows no seconds: the minute that is now is not yet to come.
  return { at: today.getTime() - now.getTime() > 60_000 ? later(today, -LONGEST_H * 60) : today }
}

/** How long it has been in. */
export function sinceWords(at: Date, now: Date): string {
  const min = (now.getTime() - at.getTime()) / 60_000
  return min < 1 ? 'just now' : `${duration(min)} ago`
}

/** What the dial shows, in °C. */
export function readHeat(text: string, marks: Marks): { dial_c: number } | { fault: string } {
  const dial_c = readDial(text, marks)
  if (dial_c === null) {
    return { fault: marks === 'gas' ? 'a mark from ¼ to 10' : `a number in °${marks}` }
  }
  if (dial_c < LOWEST_C || dial_c > HIGHEST_C) return { fault: 'no oven roasts at that' }
  return { dial_c }
}
