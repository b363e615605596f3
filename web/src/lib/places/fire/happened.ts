// What can be entered at the fire, and how an entry is worded in the log.

import type { Oven, Roast, Sense } from '$lib/api/client'
import { parseHour, sentence, temp, type Units } from '$lib/units'

type Entry = Roast['log'][number]

/** What happened, in a word; with what may be refined afterwards. */
export const HAPPENINGS: { what: string; words: string; done: string; door: boolean }[] = [
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
export function marksOf(roast: Roast): { what: string; minute: number; seq: number }[] {
  return roast.log
    .filter((e) => e.kind === 'marked' && !e.withdrawn)
    .map((e) => ({ what: String(e.data['what']), minute: Number(e.data['minute']), seq: e.seq }))
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

/** An entry of the log, in words. */
export function words(
  entry: Entry,
  roast: Roast,
  ovens: readonly Oven[],
  senses: readonly Sense[],
  units: Units,
): string {
  const data = entry.data as Record<string, unknown>
  if (entry.kind === 'read') {
    const low = temp(Number(data['low_c']), units)
    const span =
      data['high_c'] === data['low_c'] ? low : `${low} to ${temp(Number(data['high_c']), units)}`
    const place = {
      thin_end: ', thin end',
      near_surface: ', near the surface',
      unknown: ', somewhere',
    }
    const spot = typeof data['spot'] === 'string' ? `, ${data['spot']}` : ''
    return `${span}${place[String(data['place']) as keyof typeof place] ?? spot}`
  }
  if (entry.kind === 'ended_stage') {
    const stage = Number(data['stage'])
    const seen = HAPPENINGS.find((h) => h.what === data['seen'])
    const ended = stage === roast.pull_stage ? 'taken out' : `stage ${stage + 1} ended`
    return seen === undefined ? ended : `${seen.done}: ${ended}`
  }
  if (entry.kind === 'put_in') {
    const core = data['core_c']
    return typeof core === 'number' ? `went in at ${temp(core, units)}` : 'went in'
  }
  if (entry.kind === 'rewrote') return sentence(String(data['words']), units)
  const what = String(data['what'])
  if (what === 'sense') {
    const sign = senses.find((s) => s.code === data['sense'])
    return sign === undefined ? String(data['sense']) : sign.words.toLowerCase()
  }
  if (what === 'moved_oven') {
    return `moved to the ${ovens.find((o) => o.id === data['oven_id'])?.name ?? 'other oven'}`
  }
  if (what === 'note') return String(data['text'])
  const seconds = typeof data['seconds'] === 'number' ? `, ${open(data['seconds'])}` : ''
  const text = data['text'] ? `: ${String(data['text'])}` : ''
  return `${HAPPENINGS.find((h) => h.what === what)?.done ?? what}${text}${seconds}`
}

/** The minute of an hour of the clock: the first such hour after the joint went in. */
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

export function minuteAt(putIn: Date, [h, m]: [number, number]): number {
  const at = new Date(putIn)
  at.setHours(h, m, 0, 0)
  if (at.getTime() < putIn.getTime() - 60_000) at.setDate(at.getDate() + 1)
  return Math.max(0, (at.getTime() - putIn.getTime()) / 60_000)
}
