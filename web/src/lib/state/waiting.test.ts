import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Alarm, Outlook, Roast } from '$lib/api/client'
import {
  entryOf,
  minuteOf,
  movedBy,
  ringingOf,
  stillToHear,
  withWaiting,
  type Entry,
} from './waiting'

const posted: { key: string; body: Record<string, unknown> }[] = []
let answers: unknown[] = []

vi.mock('$lib/api/client', () => {
  class Refused extends Error {
    code: string
    constructor(problem: { detail?: string; code?: string }) {
      super(problem.detail ?? 'nobody answers')
      this.code = problem.code ?? 'offline'
    }
  }
  return {
    Refused,
    http: {
      POST: (
        _path: string,
        asked: {
          params: { header: { 'Idempotency-Key': string } }
          body: Record<string, unknown>
        },
      ) => {
        posted.push({ key: asked.params.header['Idempotency-Key'], body: asked.body })
        return answers.shift() ?? new Refused({})
      },
    },
    want: (answer: unknown) =>
      answer instanceof Error ? Promise.reject(answer) : Promise.resolve(answer),
  }
})
const kitchen = vi.hoisted(() => ({
  now: new Date('2026-10-03T18:30:00Z'),
  connected: true,
  commanding: (_id: string, ask: () => Promise<unknown>) => ask(),
}))
vi.mock('$lib/state/kitchen.svelte', () => ({ kitchen }))

const { Refused } = await import('$lib/api/client')
const { freshKey, queue } = await import('./queue.svelte')

const IN = '2026-10-03T16:00:00Z'
const at = (minute: number): Date => new Date(new Date(IN).getTime() + minute * 60_000)
const roast = {
  id: 'sirloin',
  status: 'roasting',
  put_in_at: IN,
  pull_stage: 1,
  pulled_min: null,
  ends: {},
  readings: [{ seq: 4, minute: 60, low_c: 25, high_c: 25, place: 'core' }],
} as unknown as Roast
const entry = (command: Entry['command'], body: Record<string, unknown>, minute: number): Entry =>
  entryOf(`key-${command}-${minute}`, roast, command, body, at(minute), command)

describe('an entry', () => {
  it('knows its minute, and none before it went in', () => {
    expect(minuteOf(IN, at(12))).toBe(12)
    expect(minuteOf(null, at(12))).toBeNull()
    expect(entry('readings', { low_c: 30 }, 61.5).then).toEqual({ minute: 61.5 })
    expect(entry('readings', { low_c: 30, minute: 40 }, 61.5).then).toEqual({ minute: 40 })
    expect(entry('put-in', { core_c: 6 }, 0).then).toEqual({ at: at(0).toISOString() })
  })

  it('has a key of its own', () => {
    expect(freshKey()).toMatch(/^[0-9a-f]{32}$/)
    expect(freshKey()).not.toBe(freshKey())
  })
})

describe('a roast with what waits', () => {
  it('shows readings in their minute, and no other joint’s', () => {
    const other = { ...entry('readings', { low_c: 99 }, 70), roast_id: 'pork' }
    const found = withWaiting(roast, [entry('readings', { low_c: 24 }, 55), other])
    expect(found.readings.map((r) => r.low_c)).toEqual([24, 25])
    expect(found.readings[0]?.seq).toBeLessThan(0)
  })

  it('goes in, comes out and is carved', () => {
    const before = { ...roast, status: 'planning', put_in_at: null } as Roast
    const went = entryOf('k', before, 'put-in', { core_c: 6 }, at(3), 'in')
    expect(withWaiting(before, [went])).toMatchObject({
      status: 'roasting',
      put_in_at: at(3).toISOString(),
      start_c: 6,
    })
    const out = withWaiting(roast, [entry('stage-end', { stage: 1 }, 101)])
    expect(out).toMatchObject({ status: 'resting', pulled_min: 101, ends: { 1: 101 } })
    expect(withWaiting(roast, [entry('stage-end', { stage: 0 }, 20)]).status).toBe('roasting')
    expect(withWaiting(out, [entry('carve', {}, 140)]).status).toBe('done')
  })

  it('moves the last forecast by a stage that ended early', () => {
    const outlook = {
      put_in_at: IN,
      now_min: 60,
      current_stage: 1,
      stages: [
        { start_min: 0, end_min: 20 },
        { start_min: 20, end_min: 105 },
        { start_min: 105, end_min: 145 },
      ],
      agenda: [
        { code: 'task', stage: null, due_min: 90, low_min: null, high_min: null },
        { code: 'out', stage: 1, due_min: 105, low_min: 98, high_min: null },
        { code: 'carve', stage: null, due_min: 145, low_min: 125, high_min: null },
      ],
      pull_min: { low: 98, value: 105, high: null },
      peak_min: 130,
      end_min: 145,
    } as unknown as Outlook
    const found = movedBy(outlook, { 0: 20, 1: 100 })
    expect(found.current_stage).toBe(2)
    expect(found.stages.map((s) => [s.start_min, s.end_min])).toEqual([
      [0, 20],
      [20, 100],
      [100, 140],
    ])
    expect(found).toMatchObject({ peak_min: 125, end_min: 140 })
    expect(found.pull_min).toEqual({ low: 93, value: 100, high: null })
    expect(found.agenda.map((step) => [step.code, step.due_min, step.low_min])).toEqual([
      ['carve', 140, 120],
    ])
    // A stage that is over already in the forecast moves nothing twice.
    expect(movedBy(found, { 0: 20, 1: 100 })).toBe(found)
  })

  it('hears no alarm that waits to be said heard or done', () => {
    const alarm = (code: string, stage: number | null): Alarm =>
      ({ roast_id: 'sirloin', code, stage }) as Alarm
    const all = [alarm('look:60', null), alarm('out:1', 1), alarm('rest', null)]
    const waits = [entry('answer', { code: 'look:60' }, 80), entry('stage-end', { stage: 1 }, 100)]
    expect(stillToHear(all, waits).map((a) => a.code)).toEqual(['rest'])
    expect(
      stillToHear(
        all,
        waits.map((w) => ({ ...w, roast_id: 'pork' })),
      ),
    ).toHaveLength(3)
  })
})

describe('the queue', () => {
  beforeEach(() => {
    localStorage.clear()
    posted.length = 0
    answers = []
    queue.waiting = []
    queue.refused = []
    kitchen.connected = true
  })

  it('keeps what nobody takes, hands it over in order with its minute, once', async () => {
    expect(await queue.send(entry('readings', { low_c: 30 }, 80))).toBeNull()
    expect(await queue.send(entry('marks', { what: 'door' }, 81))).toBeNull()
    expect(JSON.parse(localStorage.getItem('trencher.queue') ?? '')).toHaveLength(2)
    // Asked at once, now is the server's.
    expect(posted[0]?.body).toEqual({ low_c: 30 })
    posted.length = 0
    answers = [{ id: 'sirloin' }, { id: 'sirloin' }]
    await queue.flush()
    await queue.flush()
    expect(posted.map((p) => p.body)).toEqual([
      { low_c: 30, minute: 80 },
      { what: 'door', minute: 81 },
    ])
    expect(queue.waiting).toEqual([])
  })

  it('throws what is wrong at the hand that typed it, and keeps what came late', async () => {
    answers = [new Refused({ detail: 'too hot', code: 'out_of_range' })]
    await expect(queue.send(entry('readings', { low_c: 300 }, 80))).rejects.toThrow('too hot')
    expect(queue.waiting).toEqual([])
    await queue.send(entry('stage-end', { stage: 1 }, 90))
    answers = [new Refused({ detail: 'has ended already', code: 'conflict' })]
    await queue.flush()
    expect(queue.refused.map((r) => r.reason)).toEqual(['has ended already'])
    answers = [{ id: 'sirloin' }]
    await queue.again(queue.refused[0]?.entry.key ?? '')
    expect(queue.refused).toEqual([])
    expect(queue.waiting).toEqual([])
  })

  it('what was said to be kept here says there that it was not taken, even on its first try', async () => {
    kitchen.connected = false
    answers = [new Refused({ detail: 'has ended already', code: 'conflict' })]
    expect(await queue.send(entry('stage-end', { stage: 1 }, 90))).toBeNull()
    expect(posted[0]?.body.minute).toBe(90)
    expect(queue.refused.map((r) => r.reason)).toEqual(['has ended already'])
  })

  it('a screen that is locked out keeps what it has', async () => {
    answers = [new Refused({ detail: 'the code, please', code: 'locked' })]
    expect(await queue.send(entry('marks', { what: 'door' }, 82))).toBeNull()
    expect(queue.waiting).toHaveLength(1)
  })

  it('never says a minute that the kitchen’s clock has not reached', async () => {
    await queue.send(entry('readings', { low_c: 40 }, 160))
    posted.length = 0
    answers = [{ id: 'sirloin' }]
    await queue.flush()
    expect(posted[0]?.body.minute).toBe(150)
  })
})

describe('what is heard when a phone wakes late', () => {
  const at = (h: number, m = 0): Date => new Date(2026, 9, 3, h, m)
  const alarm = (code: string, due: Date, loud: boolean, until: Date | null = null): Alarm =>
    ({ code, at: due.toISOString(), loud, until: until?.toISOString() ?? null }) as Alarm
  const look = alarm('look:1', at(14, 2), false, at(14, 45))
  const soon = alarm('soon:out', at(14, 40), true, at(14, 45))
  const out = alarm('out', at(14, 45), true)
  const baste = alarm('baste', at(14, 10), false)

  it('the take-out goes before what is longer due', () => {
    expect(ringingOf([look, soon, out], at(14, 46))?.code).toBe('out')
    expect(ringingOf([look, baste, soon, out], at(14, 46))?.code).toBe('out')
    expect(ringingOf([look, baste], at(14, 46))?.code).toBe('baste')
  })

  it('what prepares for it only before it is due', () => {
    expect(ringingOf([look, soon, out], at(14, 42))?.code).toBe('soon:out')
    expect(ringingOf([soon], at(14, 46))).toBeNull()
    expect(ringingOf([look, out], at(14))).toBeNull()
  })
})
