// Entries made while the server does not answer: what they are, and how a roast looks with them.

import type { Alarm, Outlook, Roast } from '$lib/api/client'

export type Command =
  | 'put-in'
  | 'readings'
  | 'stage-end'
  | 'marks'
  | 'answer'
  | 'carve'
  | 'slices'
  | 'claims'
  | 'kept'
  | 'kept/uses'

/** Commands that say no minute. */
const TIMELESS: Command[] = ['claims', 'kept/uses']

export type Entry = {
  /** Made here: handed over twice, it is kept once. */
  key: string
  roast_id: string
  command: Command
  body: Record<string, unknown>
  /** The minute or hour it was made, for when it is handed over later. */
  then: { minute?: number; at?: string }
  /** The hour it was entered, in the kitchen's time. */
  at: string
  /** What it says, for the cook. */
  words: string
}

/** An entry made now. `put_in_at`: when the joint went in, as far as is known here. */
export function entryOf(
  key: string,
  roast: { id: string; put_in_at: string | null },
  command: Command,
  body: Record<string, unknown>,
  at: Date,
  words: string,
): Entry {
  const minute = body.minute ?? minuteOf(roast.put_in_at, at)
  const then =
    command === 'put-in'
      ? { at: typeof body.at === 'string' ? body.at : at.toISOString() }
      : typeof minute === 'number' && !TIMELESS.includes(command)
        ? { minute }
        : {}
  return { key, roast_id: roast.id, command, body, then, at: at.toISOString(), words }
}

const of = (entries: Entry[], roast_id: string): Entry[] =>
  entries.filter((e) => e.roast_id === roast_id)

const number = (value: unknown): number | null => (typeof value === 'number' ? value : null)

/** The minute of an entry; counted from the moment it went in, also where that waits too. */
export function minuteOf(put_in_at: string | null, at: Date): number | null {
  if (put_in_at === null) return null
  return Math.max(0, (at.getTime() - new Date(put_in_at).getTime()) / 60_000)
}

/** The roast as it will be once what waits has been handed over. */
export function withWaiting(roast: Roast, entries: Entry[]): Roast {
  let found = roast
  of(entries, roast.id).forEach((entry, n) => {
    const { body } = entry
    const minute = number(body.minute) ?? entry.then.minute ?? 0
    if (entry.command === 'put-in' && found.status === 'planning') {
      const put_in_at = typeof body.at === 'string' ? body.at : entry.at
      found = { ...found, status: 'roasting', put_in_at, start_c: number(body.core_c) }
    } else if (entry.command === 'readings') {
      const low_c = number(body.low_c) ?? 0
      const reading = {
        seq: -1 - n,
        minute,
        low_c,
        high_c: number(body.high_c) ?? low_c,
        place: body.place,
        spot: typeof body.spot === 'string' ? body.spot : '',
        instrument: body.instrument ?? 'probe',
      } as Roast['readings'][number]
      found = {
        ...found,
        readings: [...found.readings, reading].toSorted((a, b) => a.minute - b.minute),
      }
    } else if (entry.command === 'stage-end') {
      const stage = number(body.stage) ?? 0
      const out = stage === found.pull_stage
      found = {
        ...found,
        ends: { ...found.ends, [stage]: minute },
        pulled_min: out ? minute : found.pulled_min,
        status: out ? 'resting' : found.status,
      }
    } else if (entry.command === 'carve') found = { ...found, status: 'done' }
  })
  return found
}

/** The last forecast, moved by the stages that have ended since it was made: stage → minute. */
export function movedBy(outlook: Outlook, ends: Roast['ends']): Outlook {
  let found = outlook
  for (const [key, minute] of Object.entries(ends).toSorted(
    (a, b) => Number(a[0]) - Number(b[0]),
  )) {
    const stage = Number(key)
    if (stage < found.current_stage) continue
    const was = found.stages[stage]?.end_min ?? minute
    const by = minute - was
    found = {
      ...found,
      current_stage: stage + 1,
      stages: found.stages.map((s, i) => ({
        ...s,
        start_min: i > stage ? s.start_min + by : s.start_min,
        end_min: i >= stage ? s.end_min + by : s.end_min,
      })),
      // What stood before that end is done or never will be; the rest moves with it.
      agenda: found.agenda
        .filter((s) => (s.stage === null ? s.due_min > was : s.stage > stage))
        .map((s) => ({
          ...s,
          due_min: s.due_min + by,
          low_min: s.low_min === null ? null : s.low_min + by,
          high_min: s.high_min === null ? null : s.high_min + by,
        })),
      pull_min: shifted(found.pull_min, by),
      peak_min: found.peak_min + by,
      end_min: found.end_min + by,
    }
  }
  return found
}

const shifted = (range: Outlook['pull_min'], by: number): Outlook['pull_min'] => ({
  low: range.low === null ? null : range.low + by,
  value: range.value + by,
  high: range.high === null ? null : range.high + by,
})

/** What is still to be heard: without what waits to be said heard or done. */
export function stillToHear(alarms: Alarm[], entries: Entry[]): Alarm[] {
  return alarms.filter(
    (a) =>
      !entries.some(
        (e) =>
          e.roast_id === a.roast_id &&
          ((e.command === 'answer' && e.body.code === a.code) ||
            (e.command === 'stage-end' && e.body.stage === a.stage)),
      ),
  )
}

/** What is to be heard now: what must not be missed first, else what is longest due. A phone that
 * slept does not make up for what something later has overtaken. */
export function ringingOf(alarms: Alarm[], now: Date): Alarm | null {
  const due = alarms.filter(
    (a) => new Date(a.at) <= now && ((a.until ?? null) === null || new Date(a.until ?? 0) > now),
  )
  return due.find((a) => a.loud) ?? due[0] ?? null
}
