import { describe, expect, it } from 'vitest'
import type { Day, DaySpan, DayStep } from '$lib/api/client'
import {
  clockScale,
  costs,
  firstOfAll,
  firstOfDay,
  glow,
  handsOf,
  laid,
  lanesOf,
  marks,
  marksBefore,
  snapped,
  NEAR_MIN,
} from './shape'

const span = (from: number, to: number, dish = 'a'): DaySpan => ({
  dish,
  kind: 'side',
  lane: 'hob',
  from_min: from,
  to_min: to,
  label: dish,
  air_c: null,
  note: '',
  step: dish,
})

const step = (id: string, at: number, part: Partial<DayStep> = {}): DayStep => ({
  id,
  dish: 'a',
  code: 'prep',
  words: id,
  at_min: at,
  until_min: at + 5,
  hands_min: 5,
  latest_min: at,
  after: [],
  who: '',
  place: 'hands',
  note: '',
  done_at: null,
  at_fire: false,
  tick: null,
  skipped_at: null,
  ...part,
})

describe('the clock', () => {
  it('goes down the page and back', () => {
    const scale = clockScale(-280, 0)
    for (const min of [-280, -100, -75, -20, 0]) expect(scale.min(scale.y(min))).toBeCloseTo(min, 6)
    expect(scale.y(-280)).toBe(0)
    expect(scale.y(0)).toBe(scale.height)
  })
  it('widens towards the table', () => {
    const scale = clockScale(-280, 0)
    expect(scale.y(-20) - scale.y(-30)).toBeGreaterThan(2 * (scale.y(-150) - scale.y(-160)))
  })
  it('folds the days before into little paper, and still goes back', () => {
    const scale = clockScale(-280, 0, -1700)
    expect(scale.y(-1700)).toBe(0)
    for (const min of [-1700, -900, -280, -60]) expect(scale.min(scale.y(min))).toBeCloseTo(min, 6)
    expect(scale.y(-1500) - scale.y(-1600)).toBeLessThan(0.2 * (scale.y(-150) - scale.y(-250)))
    expect(clockScale(-280, 0, -280).height).toBe(clockScale(-280, 0).height)
  })
  it('marks the quarters of the days before, midnight by its weekday', () => {
    const serve = new Date(2026, 9, 3, 19, 0)
    const found = marksBefore(-1700, -300, serve)
    expect(found.map((m) => m.at.getHours())).toEqual([18, 0, 6])
    expect(found.filter((m) => m.midnight)).toHaveLength(1)
    expect(marksBefore(-300, -300, serve)).toEqual([])
  })
  it('begins with what comes before the day', () => {
    const day = { steps: [step('salt', -1500)], spans: [span(-1490, -300)] } as unknown as Day
    expect(firstOfAll(day, -300)).toBe(-1560)
    expect(firstOfAll({ ...day, steps: [], spans: [] }, -300)).toBe(-300)
  })
  it('is never shorter than its last stretch', () => {
    expect(clockScale(-10, 0).height).toBeGreaterThan(NEAR_MIN)
  })
  it('marks half hours, and quarters near the table, never the table itself', () => {
    const serve = new Date(2026, 9, 3, 19, 0)
    const found = marks(-200, serve)
    expect(found.at(-1)?.min).toBe(-15)
    for (const mark of found) {
      expect(mark.at.getMinutes() % (mark.min < -NEAR_MIN ? 30 : 15)).toBe(0)
      expect(mark.whole).toBe(mark.at.getMinutes() === 0)
    }
  })
  it('snaps to five minutes', () => {
    expect([snapped(-12), snapped(-13), snapped(3)]).toEqual([-10, -15, 5])
  })
})

describe('lanes', () => {
  it('are hands, every oven, the hob and what waits', () => {
    expect(lanesOf([{ id: 'x', name: 'X' }]).map((l) => l.id)).toEqual([
      'hands',
      'oven:x',
      'hob',
      'table',
    ])
  })
  it('put what overlaps side by side and what does not under one another', () => {
    const found = laid([span(-60, -30, 'a'), span(-50, -20, 'b'), span(-20, -10, 'c')])
    const of = (dish: string): [number, number] => {
      const one = found.find((f) => f.span.dish === dish)
      return [one?.column ?? -1, one?.columns ?? -1]
    }
    expect(of('a')).toEqual([0, 2])
    expect(of('b')).toEqual([1, 2])
    expect(of('c')).toEqual([0, 1])
  })
  it('never lay two spans of one column over each other', () => {
    const spans = Array.from({ length: 40 }, (_, i) =>
      span(-((i * 37) % 200), -((i * 37) % 200) + 5 + ((i * 13) % 40), `d${i}`),
    )
    const found = laid(spans)
    expect(found).toHaveLength(40)
    for (const one of found)
      for (const other of found)
        if (one !== other && one.column === other.column) {
          const together =
            Math.min(one.span.to_min, other.span.to_min) -
            Math.max(one.span.from_min, other.span.from_min)
          expect(together).toBeLessThanOrEqual(1e-6)
        }
  })
  it('show hands only where they have something of their own to do', () => {
    const found = handsOf([
      step('prep', -100),
      step('heat', -90, { hands_min: 0 }),
      step('carve', -20, { code: 'carve', until_min: -12, hands_min: 6 }),
    ])
    expect(found.map((f) => [f.step, f.to_min])).toEqual([
      ['prep', -95],
      ['carve', -12],
    ])
  })
})

const day = (part: Partial<Day> = {}): Day =>
  ({
    steps: [step('before', -1500, { code: 'before' }), step('one', -120), step('two', -60)],
    sides: [],
    clashes: [],
    ...part,
  }) as unknown as Day

const side = (id: string, waits: number | null, look = ''): Day['sides'][number] =>
  ({ id, name: id, waits_min: waits, look, drag_min: waits === null ? null : -60 }) as never

describe('the day', () => {
  it('begins with its own work, not the evening before', () => {
    expect(firstOfDay(day())).toBe(-120)
    expect(firstOfDay(day({ steps: [] }))).toBeLessThan(0)
  })
  it('says what a change costs', () => {
    const before = day({ sides: [side('peas', 0), side('roots', 5, 'browns'), side('tart', 0)] })
    const after = day({
      sides: [side('peas', 20), side('roots', 5, 'only colours'), side('tart', null)],
      clashes: [{}] as never,
    })
    expect(costs(before, after)).toEqual([
      'peas waits 20 min',
      'roots only colours',
      'tart has no place',
      'one more clash',
    ])
    expect(costs(after, before)).toContain('tart fits')
    expect(costs(before, before)).toEqual(['costs nothing'])
  })
  it('colours a block by its heat', () => {
    expect(glow(null)).toBe(0)
    expect(glow(60)).toBe(0)
    expect(glow(260)).toBe(1)
    expect(glow(220)).toBeGreaterThan(glow(160))
  })
})
