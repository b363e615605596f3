import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Roast } from '$lib/api/client'

const asked: { path: string; body: Record<string, unknown> }[] = []
let refuse = false
/** The server has all of it, whoever asks how. */
let atHand = false

/** The ways of the roast as the server has it. */
const OPENED = '/roasts/{roast_id}/ways'
const found = (quick: unknown): Promise<object> => {
  const ways = [{ id: 'w', quick, method: 'm', forecast: {} }]
  const unlike = [{ id: 'w', words: 'The only one.' }]
  return Promise.resolve({ quick: quick === true && !atHand, ways, unlike })
}

vi.mock('$lib/api/client', () => ({
  http: {
    GET: (path: string) => {
      asked.push({ path, body: { quick: true } })
      return found(true)
    },
    POST: (path: string, { body }: { body: Record<string, unknown> }) => {
      asked.push({ path, body: structuredClone(body) })
      if (path === '/fragile') return Promise.resolve([[{ text: `${body.wanted_c}` }]])
      return found(body.quick)
    },
    PATCH: (path: string, { body }: { body: Record<string, unknown> }) => {
      if (refuse) return Promise.reject(new Error('joint.weight_kg: too much'))
      asked.push({ path, body: structuredClone(body) })
      return Promise.resolve({ id: 'r', serve_at: '', name: '', status: 'planning', last_seq: 2 })
    },
  },
  want: (answer: Promise<unknown>) => answer,
}))

const { PlanState } = await import('./plan.svelte')

const roast = {
  id: 'sirloin',
  name: 'Sirloin',
  joint: {
    cut: 'x',
    weight_kg: 1.9,
    thickness_mm: 105,
    width_mm: null,
    length_mm: 205,
    start_c: 6,
  },
  oven: { id: 'o' },
  wanted_c: 57,
  rest_min: 40,
  serve_at: '2026-10-03T19:00:00Z',
  ahead_min: 0,
  care: {},
  buy: { leftover_plates: 0, label: '', offers: [] },
  assumed: ['wanted_c', 'start_c'],
  last_seq: 1,
} as unknown as Roast

beforeEach(() => {
  vi.useFakeTimers()
  asked.length = 0
  refuse = false
})
afterEach(() => vi.useRealTimers())

describe('fragile moments', () => {
  it('come in for the full answer of the newest draft alone', async () => {
    const plan = new PlanState()
    plan.looking()
    plan.open(roast)
    await vi.runAllTimersAsync()
    expect(asked.filter((a) => a.path === '/fragile')).toHaveLength(1)
    expect(plan.fragile.m?.[0]?.text).toBe('57')
    plan.pull({ wanted_c: 60 }, false)
    await vi.runAllTimersAsync()
    expect(plan.fragile.m?.[0]?.text).toBe('60')
  })

  it('are asked for when somebody looks at the ways, not before', async () => {
    const plan = new PlanState()
    plan.open(roast)
    await vi.runAllTimersAsync()
    expect(asked.map((a) => a.path)).toEqual([OPENED, '/ways'])
    const away = plan.looking()
    await vi.runAllTimersAsync()
    expect(
      asked
        .map((a) => a.path)
        .toSorted()
        .slice(0, 2),
    ).toEqual(['/fragile', '/printed'])
    asked.length = 0
    plan.looking()()
    away()
    await vi.runAllTimersAsync()
    expect(asked).toEqual([])
  })
})

describe('what is assumed', () => {
  it('is so until it is said, even to be as it was', async () => {
    const plan = new PlanState()
    plan.open(roast)
    plan.pull({ wanted_c: 57 }, true)
    expect(plan.draft?.assumed).toEqual(['start_c'])
    plan.pull({ joint: { start_c: 6 } }, true)
    await vi.runAllTimersAsync()
    expect(plan.draft?.assumed).toEqual([])
    expect(asked.findLast((a) => a.path === '/roasts/{roast_id}')?.body.assumed).toEqual([])
  })
})

it('asks nothing again for another hour of the same joint', async () => {
  const plan = new PlanState()
  plan.open(roast)
  await vi.runAllTimersAsync()
  asked.length = 0
  plan.open({ ...roast, serve_at: '2026-10-04T12:00:00Z', ahead_min: 12, last_seq: 5 })
  await vi.runAllTimersAsync()
  expect(asked).toEqual([])
  expect(plan.draft?.ahead_min).toBe(12)
  plan.open({ ...roast, wanted_c: 61, last_seq: 6 })
  await vi.runAllTimersAsync()
  expect(asked.map((a) => a.path)).toEqual([OPENED, '/ways'])
})

it('answers a choice coarsely at once, and then fully', async () => {
  const plan = new PlanState()
  plan.open(roast)
  await vi.runAllTimersAsync()
  asked.length = 0
  plan.pull({ thermometer: 'none' }, true)
  await vi.runAllTimersAsync()
  const ways = asked.filter((a) => a.path === '/ways')
  expect(ways.map((a) => [a.body.quick, a.body.thermometer])).toEqual([
    [true, 'none'],
    [false, 'none'],
  ])
})

it('is content with all of it where it asked for something quick', async () => {
  atHand = true
  const plan = new PlanState()
  plan.open(roast)
  await vi.runAllTimersAsync()
  atHand = false
  expect(asked.map((a) => a.path)).toEqual([OPENED])
  expect(plan.unlike).toHaveLength(1)
  expect([plan.quick, plan.stale]).toEqual([false, false])
})

describe('a plan being pulled', () => {
  it('asks coarsely while the hand moves and fully when it rests', async () => {
    const plan = new PlanState()
    plan.open(roast)
    await vi.runAllTimersAsync()
    expect(asked.map((a) => a.body.quick)).toEqual([true, false])
    plan.pull({ joint: { thickness_mm: 106 } }, false)
    plan.pull({ joint: { thickness_mm: 110 } }, false)
    expect(plan.stale).toBe(true)
    expect(plan.draft?.joint.thickness_mm).toBe(110)
    await vi.runAllTimersAsync()
    const ways = asked.filter((a) => a.path === '/ways')
    expect(ways.some((a) => a.body.quick === true)).toBe(true)
    expect(ways.at(-1)?.body.quick).toBe(false)
    expect(plan.stale).toBe(false)
    expect(plan.saved).toBe(true)
  })

  it('keeps what was pulled on the server once', async () => {
    const plan = new PlanState()
    plan.open(roast)
    plan.pull({ wanted_c: 55 }, false)
    plan.pull({ wanted_c: 54 }, true)
    await vi.runAllTimersAsync()
    const kept = asked.filter((a) => a.path === '/roasts/{roast_id}')
    expect(kept).toHaveLength(1)
    expect(kept[0]?.body.wanted_c).toBe(54)
  })

  it('takes back one pull, not every step of it', async () => {
    const plan = new PlanState()
    plan.open(roast)
    await vi.runAllTimersAsync()
    plan.pull({ joint: { thickness_mm: 106 } }, false)
    plan.pull({ joint: { thickness_mm: 120 } }, true)
    await vi.runAllTimersAsync()
    plan.undo()
    await vi.runAllTimersAsync()
    expect(plan.draft?.joint.thickness_mm).toBe(105)
    expect(plan.undoable).toBe(0)
  })

  it('keeps the draft and says why when the server refuses it', async () => {
    const plan = new PlanState()
    plan.open(roast)
    await vi.runAllTimersAsync()
    refuse = true
    plan.pull({ joint: { weight_kg: 24.9 } }, true)
    await vi.runAllTimersAsync()
    expect(plan.draft?.joint.weight_kg).toBe(24.9)
    expect(plan.saved).toBe(false)
    expect(plan.fault).toContain('too much')
  })

  it('does not let an older answer from the server undo what is being pulled', async () => {
    const plan = new PlanState()
    plan.open(roast)
    plan.pull({ wanted_c: 50 }, false)
    plan.open({ ...roast, wanted_c: 57 })
    expect(plan.draft?.wanted_c).toBe(50)
    await vi.runAllTimersAsync()
  })
})

describe('what a screen still holds from before', () => {
  it('does not undo a change that was kept since', async () => {
    const state = new PlanState()
    state.open(roast)
    state.pull({ wanted_c: 55 }, true)
    await vi.runAllTimersAsync()
    expect(state.saved).toBe(true)
    state.open(roast)
    expect(state.draft?.wanted_c).toBe(55)
    state.open({ ...roast, wanted_c: 54, last_seq: 3 })
    expect(state.draft?.wanted_c).toBe(54)
  })
})
