import { describe, expect, it } from 'vitest'
import type { Oven, Roast, Sense } from '$lib/api/client'
import { closedAt, HAPPENINGS, marksOf, minuteAt, open, standing, words } from './happened'

type Entry = Roast['log'][number]
let seq = 0
const entry = (kind: string, data: Record<string, unknown>, more: Partial<Entry> = {}): Entry =>
  ({
    entry: { seq: ++seq, kind, written: '2026-10-03T16:00:00Z', ...data },
    withdrawn: false,
    corrected: false,
    ...more,
  }) as unknown as Entry
const mark = (what: string, minute: number, more: Record<string, unknown> = {}): Entry =>
  entry('marked', { text: '', seconds: null, ...more, what, minute })
const roast = (...log: Entry[]): Roast => ({ log, pull_stage: 1 }) as unknown as Roast
const ovens = [{ id: 'range', name: 'Scullery range' }] as Oven[]
const senses = [{ code: 'springs', words: 'Springs back slowly' }] as Sense[]
const say = (e: Entry): string => words(e.entry, roast(e), ovens, senses, 'C')

describe('what happened, in words', () => {
  it('is a reading with its place, a range, or in the other unit', () => {
    const at = { place: 'core', spot: '', who: '' }
    expect(say(entry('read', { low_c: 38, high_c: 38, ...at }))).toBe('38 °C')
    expect(say(entry('read', { low_c: 57, high_c: 59, ...at, place: 'thin_end' }))).toBe(
      '57 °C to 59 °C, thin end',
    )
    expect(say(entry('read', { low_c: 38, high_c: 38, ...at, who: 'Ines' }))).toBe('38 °C, Ines')
    const e = entry('read', { low_c: 50, high_c: 50, ...at })
    expect(words(e.entry, roast(e), ovens, senses, 'F')).toBe('122 °F')
  })

  it('is a stage that ended, or the take-out', () => {
    expect(say(entry('ended_stage', { stage: 0, minute: 20 }))).toBe('stage 1 ended')
    expect(say(entry('ended_stage', { stage: 1, minute: 90 }))).toBe('taken out')
  })

  it('is what was done, with the seconds of the door and what was added', () => {
    expect(say(mark('door', 3, { seconds: 120 }))).toBe('door opened, 2 min')
    expect(say(mark('added', 3, { text: 'carrots' }))).toBe('something added to the tin: carrots')
    expect(say(mark('moved_oven', 3, { oven_id: 'range' }))).toBe('moved to Scullery range')
    expect(say(mark('sense', 3, { sense: 'springs' }))).toBe('springs back slowly')
    expect(say(mark('note', 3, { text: 'Telephone' }))).toBe('Telephone')
  })

  it('knows when the door closed from an hour or from minutes ago', () => {
    const now = new Date(2026, 9, 3, 18, 50)
    expect(closedAt(' ', now)).toBeNull()
    expect(closedAt('20', now)).toEqual(new Date(2026, 9, 3, 18, 30))
    expect(closedAt('5 min ago', now)).toEqual(new Date(2026, 9, 3, 18, 45))
    expect(closedAt('18:40', now)).toEqual(new Date(2026, 9, 3, 18, 40))
    expect(closedAt('23:30', now)).toEqual(new Date(2026, 9, 2, 23, 30))
    expect(closedAt('soon', now)).toContain('18:40')
  })

  it('has a word for everything that can be entered', () => {
    for (const h of HAPPENINGS) expect(say(mark(h.what, 1))).toBe(h.done)
  })

  it('is the moment it went in', () => {
    expect(say(entry('put_in', { at: '', core_c: 6 }))).toBe('went in at 6 °C')
    expect(say(entry('put_in', { at: '', core_c: null }))).toBe('went in')
  })
})

describe('how it stands', () => {
  it('goes by the latest minute, not by the order of entry', () => {
    const found = roast(mark('oven_on', 50), mark('oven_off', 30), mark('covered', 10))
    expect(standing(found)).toEqual({ off: false, covered: true })
    expect(marksOf(found).map((m) => m.minute)).toEqual([10, 30, 50])
  })

  it('forgets what was taken back, and an oven it was moved away from', () => {
    const back = entry('marked', { what: 'covered', minute: 10 }, { withdrawn: true })
    expect(standing(roast(back)).covered).toBe(false)
    expect(standing(roast(mark('oven_off', 20))).off).toBe(true)
    expect(standing(roast(mark('oven_off', 20), mark('moved_oven', 25))).off).toBe(false)
  })

  it('says seconds as a cook does', () => {
    expect([10, 59, 60, 90, 300].map(open)).toEqual(['10 s', '59 s', '1 min', '1.5 min', '5 min'])
  })
})

it('an hour is the first after the joint went in, over midnight too', () => {
  const putIn = new Date(2026, 9, 3, 22, 30)
  expect(minuteAt(putIn, [23, 40])).toBe(70)
  expect(minuteAt(putIn, [1, 0])).toBe(150)
  expect(minuteAt(putIn, [22, 30])).toBe(0)
})
