// The board in words: slices and their portions, days and what is left.

import type { Batch, Guest } from '$lib/api/client'
import { shortDay } from '$lib/units'

/** The portion a slice is: an end, or its number. */
export function slicePortion(index: number, count: number): string {
  if (index === 0) return 'end-thick'
  return index === count - 1 ? 'end-thin' : `slice-${index}`
}

/** A portion in brackets of a sentence, "" for a slice like any other. */
export function portionOf(portion: string): string {
  if (portion === 'end-thick') return ', the thick end'
  return portion === 'end-thin' ? ', the thin end' : ''
}

/** The last day of a batch as a cook says it. */
export function lastDay(batch: Pick<Batch, 'use_by' | 'standing'>, now: Date): string {
  if (batch.use_by === null) return batch.standing === 'eat_now' ? 'eat it now' : 'not to be kept'
  const last = new Date(`${batch.use_by}T12:00:00`)
  const days = Math.round((last.getTime() - noon(now).getTime()) / 86_400_000)
  if (days < 0) return `was to be eaten by ${shortDay(last)}: throw it away`
  if (days === 0) return 'today is its last day'
  return days === 1 ? 'until tomorrow' : `until ${shortDay(last)}`
}

const noon = (at: Date): Date => {
  const found = new Date(at)
  found.setHours(12, 0, 0, 0)
  return found
}

/** For how many it is a plate: "4 to 7 plates", "" where nobody weighed it. */
export function platesOf(serves: [number, number] | null): string {
  if (serves === null || serves[1] === 0) return ''
  const [low, high] = serves
  if (low === 0 || low === high) return `${high} small plate${high === 1 ? '' : 's'}`
  return `${low} to ${high} plates`
}

/** The last time the clock showed an hour: today's, or yesterday's where today's is to come. */
export function lastTime(at: [number, number], now: Date): Date {
  const then = new Date(now)
  then.setHours(at[0], at[1], 0, 0)
  if (then > now) then.setDate(then.getDate() - 1)
  return then
}

/** Whether the joint has peaked: the highest of what was read since it came out, and when; null
 * while it still climbs, or where too little was read. */
export function peaked(
  readings: { minute: number; low_c: number; place: string }[],
  pulled: number | null,
): { minute: number; c: number; by: number } | null {
  if (pulled === null) return null
  const seen = readings
    .filter((r) => r.place === 'core' && r.minute >= pulled)
    .toSorted((a, b) => a.minute - b.minute)
  const last = seen.at(-1)
  if (last === undefined || seen.length < 2) return null
  const top = seen.reduce((a, b) => (b.low_c > a.low_c ? b : a))
  const by = top.low_c - last.low_c
  // Half a degree is a probe's noise.
  return by >= 0.5 && last.minute > top.minute ? { minute: top.minute, c: top.low_c, by } : null
}

/** Wish → the names that have it; a joint of a kind somebody does not eat drops their other wishes. */
export function wishesOf(people: readonly Guest[], kind: string | undefined): [string, string[]][] {
  const found: [string, string[]][] = []
  for (const guest of people) {
    const none = guest.avoids.includes('meat') || guest.avoids.some((k) => k === kind)
    const asks = none
      ? [`no ${kind ?? 'meat'}`]
      : [guest.strict ? 'strict figure' : '', guest.wish].filter((w) => w !== '')
    for (const wish of asks) {
      const same = found.find((f) => f[0] === wish)
      if (same) same[1].push(guest.name)
      else found.push([wish, [guest.name]])
    }
  }
  return found
}
