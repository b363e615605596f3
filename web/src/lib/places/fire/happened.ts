// What can be entered at the fire, and how an entry is worded in the log.

import type { Oven, Roast, Sense } from '$lib/api/client'
import { parseHour, sentence, temp, type Units } from '$lib/units'

type Entry = Roast['log'][number]['entry']
type Marked = Extract<Entry, { kind: 'marked' }>

/** What happened, in a word; with what may be refined afterwards. */
export const HAPPENINGS: { what: Marked['what']; words: string; done: string; door: boolean }[] = [
  { what: 'door', words: 'Door opened', done: 'door opened', door: true },
  { what: 'basted', words: 'Basted', done: 'basted', door: true },
  { what: 'turned', words: 'Turned over', done: 'turned over', door: true },
  { what: 'covered', words: 'Covered', done: 'covered', door: true },
  { what: 'uncovered', words: 'Uncovered', done: 'uncovered', door: true },
  { what: 'added', words: 'Added to the tin', done: 'something added to the tin', door: true },
  { what: 'poured', words: 'Poured into the tin', done: 'poured into the tin', door: true },
  { what: 'moved_probe', words: 'Moved the tip', done: 'tip moved', door: true },
  { what: 'browned', words: 'Brown enough', done: 'brown enough', door: false },
  { what: 'crisped', words: 'Crisp enough', done: 'crisp enough', door: false },
  { what: 'oven_off', words: 'Oven was off', done: 'oven off', door: false },
  { what: 'oven_on', words: 'Oven is on again', done: 'oven on again', door: false },
]

/** Kinds of entries the log at the fire shows. */
export const SHOWN = ['read', 'ended_stage', 'rewrote', 'marked', 'put_in', 'carved']

/** Seconds a door may have stood open, to be tapped. */
export const DOOR_SECONDS = [10, 30, 60, 120, 300]
/** Minutes ago, to be tapped. */
export const AGO = [1, 2, 5, 10, 20]

/** The marks that still count, in the order of their minutes. */
export function marksOf(roast: Roast): Marked[] {
  return roast.log
    .filter((line) => !line.withdrawn)
    .map((line) => line.entry)
    .filter((e) => e.kind === 'marked')
    .sort((a, b) => a.minute - b.minute || a.seq - b.seq)
}

/** Whether the oven stands off, and whether the joint is covered, by what was entered last. */
export function standing(roast: Roast): { off: boolean; covered: boolean } {
  const marks = marksOf(roast)
  const last = (a: string, b: string): string | undefined =>
    marks.findLast((m) => m.what === a || m.what === b)?.what
  const moved = marks.findLast((m) => m.what === 'moved_oven')?.minute ?? -1
  const off = marks.findLast((m) => m.what === 'oven_off' || m.what === 'oven_on')
  return {
    off: off?.what === 'oven_off' && off.minute >= moved,
    covered: last('covered', 'uncovered') === 'covered',
  }
}

/** A door's seconds in words: "30 s", "2 min". */
export function open(seconds: number): string {
  return seconds < 60 ? `${seconds} s` : `${Math.round(seconds / 6) / 10} min`
}

const PLACES: Record<string, string> = {
  thin_end: ', thin end',
  near_surface: ', near the surface',
  unknown: ', somewhere',
  air: ', the air',
}

/** An entry of the log, in words. */
export function words(
  e: Entry,
  roast: Roast,
  ovens: readonly Oven[],
  senses: readonly Sense[],
  units: Units,
): string {
  switch (e.kind) {
    case 'read': {
      const low = temp(e.low_c, units)
      const span = e.high_c === e.low_c ? low : `${low} to ${temp(e.high_c, units)}`
      const place = PLACES[e.place] ?? (e.spot === '' ? '' : `, ${e.spot}`)
      return `${span}${place}${e.who === '' ? '' : `, ${e.who}`}`
    }
    case 'ended_stage': {
      const seen = HAPPENINGS.find((h) => h.what === e.seen)
      const ended = e.stage === roast.pull_stage ? 'taken out' : `stage ${e.stage + 1} ended`
      return seen === undefined ? ended : `${seen.done}: ${ended}`
    }
    case 'put_in':
      return e.core_c === null ? 'went in' : `went in at ${temp(e.core_c, units)}`
    case 'rewrote':
      return sentence(e.words, units)
    case 'marked':
      return mark(e, ovens, senses)
    case 'carved':
      return 'carved'
    default:
      return e.kind
  }
}

function mark(e: Marked, ovens: readonly Oven[], senses: readonly Sense[]): string {
  if (e.what === 'sense') {
    const sign = senses.find((s) => s.code === e.sense)
    return sign === undefined ? (e.sense ?? '') : sign.words.toLowerCase()
  }
  if (e.what === 'moved_oven') {
    return `moved to ${ovens.find((o) => o.id === e.oven_id)?.name ?? 'the other oven'}`
  }
  if (e.what === 'note') return e.text
  const seconds = e.seconds === null ? '' : `, ${open(e.seconds)}`
  const text = e.text === '' ? '' : `: ${e.text}`
  return `${HAPPENINGS.find((h) => h.what === e.what)?.done ?? e.what}${text}${seconds}`
}

/** When the door closed, from what was typed beside it: an hour of the last day, "18:40", or how
 * many minutes ago, "20"; null: now. A sentence where it is neither. */
export function closedAt(typed: string, now: Date): Date | null | string {
  const text = typed.trim().replace(/\s*min(utes?)?( ago)?$/i, '')
  if (text === '') return null
  if (/^\d{1,3}$/.test(text)) return new Date(now.getTime() - Number(text) * 60_000)
  const clock = parseHour(text)
  if (clock === null) return `“${typed}” is no hour: 18:40, or how many minutes ago: 20.`
  const at = new Date(now)
  at.setHours(clock[0], clock[1], 0, 0)
  if (at.getTime() > now.getTime()) at.setDate(at.getDate() - 1)
  return at
}

/** The minute of an hour of the clock: the first such hour after the joint went in. */
export function minuteAt(putIn: Date, [h, m]: [number, number]): number {
  const at = new Date(putIn)
  at.setHours(h, m, 0, 0)
  if (at.getTime() < putIn.getTime() - 60_000) at.setDate(at.getDate() + 1)
  return Math.max(0, (at.getTime() - putIn.getTime()) / 60_000)
}
