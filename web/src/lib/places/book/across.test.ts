import { expect, test } from 'vitest'
import type { Learned } from '$lib/api/client'
import { byCut, drift, gaps, median, told, type One } from './across'
import { costs, differing } from './beside'

const SHORT: One['short'] = {
  cut: 'Rib',
  school: null,
  served_at: '2026-10-03T19:00:00+00:00',
  wanted_c: 57,
  kg: 2,
  planned_min: 100,
  pulled_min: 110,
  planned_c: 57,
  out_c: 50,
  peak_c: 57,
  peak_open: false,
  looked_min: 120,
  closed: '',
  price: null,
  raw_kg: null,
  cooked_kg: null,
  eaten_kg: null,
  reckoned_kg: null,
  cut_id: 'beef-rib',
  hand_min: null,
  guests: [],
  tags: [],
}
const one = (
  id: string,
  short: Partial<One['short']> | null,
  oven = 'house',
): Learned['roasts'][number] => ({
  id,
  name: id,
  readings: 5,
  weight: 1,
  used: true,
  left_out: false,
  pending: false,
  oven_id: oven,
  short: short === null ? null : { ...SHORT, ...short },
})
const BOOK: Learned = {
  hands: { middle: 0, count: 0 },
  roasts: [
    one('b', { served_at: '2026-10-10T19:00:00+00:00', pulled_min: 90 }),
    one('a', {}),
    one('c', { pulled_min: null, raw_kg: 2, cooked_kg: 1.6, price: 40 }),
    one('d', { cut: 'Leg', cooked_kg: 1.5 }, 'spare'),
    one('e', null),
  ],
  strays: [],
  left_out: [],
}

test('a roast without figures, or that nobody took out, is no dot', () => {
  expect(told(BOOK).map((r) => r.id)).toEqual(['b', 'a', 'c', 'd'])
  expect(gaps(told(BOOK)).map((g) => g.id)).toEqual(['b', 'a', 'd'])
})

test('an oven over time, in the order of its dates', () => {
  const found = drift(told(BOOK), 'house')
  expect(found.map((d) => d.id)).toEqual(['a', 'b'])
  expect(found.map((d) => d.share)).toEqual([expect.closeTo(0.1), expect.closeTo(-0.1)])
})

test('loss and price only of those that were weighed', () => {
  const [rib, leg] = byCut(told(BOOK))
  expect(rib).toMatchObject({ cut: 'Rib', count: 3, weighed: 1, priced: 1, price: 25 })
  expect(rib?.loss).toBeCloseTo(0.2)
  expect(leg).toMatchObject({ cut: 'Leg', count: 1, weighed: 1, price: null, priced: 0 })
  expect(leg?.loss).toBeCloseTo(0.25)
})

test('the middle of an even and an odd number, and of none', () => {
  expect([median([3, 1, 2]), median([4, 1, 2, 3]), median([])]).toEqual([2, 2.5, null])
})

test('what differs between roasts is told apart; what nobody noted is left out', () => {
  expect(
    differing([
      ['oven', ['House', 'House']],
      ['weight', ['2 kg', '3 kg']],
      ['word', ['', '']],
    ]),
  ).toEqual([
    { what: 'oven', values: ['House', 'House'], differs: false },
    { what: 'weight', values: ['2 kg', '3 kg'], differs: true },
  ])
})

test('the part that made most of it, in the units of the screen', () => {
  const part = (words: string, value: number) => ({ code: 'joint' as const, words, value })
  const story = { minutes: [part('the joint: {d:2} colder inside', 9), part('doors', -2)] }
  expect(costs({ story } as never, 'C')).toBe('the joint: 2 °C colder inside: 9 min later')
  expect(costs({ story: null } as never, 'C')).toBe('')
})
