import { beforeEach, describe, expect, it, vi } from 'vitest'

type Ask = { method: string; path: string; body: Record<string, unknown> | undefined }
const asked: Ask[] = []
let refuse = false
let held: ((day: unknown) => void)[] = []
let hold = false

const fresh = (part: Record<string, unknown> = {}): Record<string, unknown> => ({
  date: '2026-10-03',
  serve_at: '2026-10-03T19:00:00Z',
  people: 8,
  clashes: [],
  sides: [
    { id: 'peas', entry: { id: 'peas', left_out: false } },
    { id: 'barley', entry: { id: 'barley', left_out: false, oven: null } },
  ],
  ...part,
})

vi.mock('$lib/api/client', () => {
  const ask =
    (method: string) =>
    async (path: string, options: { body?: Record<string, unknown> } = {}): Promise<unknown> => {
      asked.push({ method, path, body: options.body })
      if (refuse) throw new Error('a side stands there twice')
      if (hold) return new Promise((resolve) => held.push(resolve))
      return path.includes('repairs') ? [{ code: 'helper' }] : fresh(options.body)
    }
  return {
    http: { GET: ask('GET'), POST: ask('POST'), PATCH: ask('PATCH') },
    want: (p: Promise<unknown>) => p,
  }
})

const { DayState } = await import('./day.svelte')

beforeEach(() => {
  asked.length = 0
  refuse = false
  hold = false
  held = []
})

describe('a day', () => {
  it('changes one side and leaves the others as they are', async () => {
    const state = new DayState('2026-10-03')
    await state.load()
    await state.side('barley', { pinned_min: -60 })
    expect(asked.at(-1)).toMatchObject({ method: 'PATCH' })
    expect(asked.at(-1)?.body?.['sides']).toEqual([
      { id: 'peas', left_out: false },
      { id: 'barley', left_out: false, oven: null, pinned_min: -60 },
    ])
  })

  it('shows what was worked out last at once, and then what is true now', async () => {
    const state = new DayState('2026-10-03')
    hold = true
    const loading = state.load()
    held.shift()?.(fresh({ stale: true, people: 7 }))
    await vi.waitFor(() => expect(held).toHaveLength(1))
    expect([state.day?.people, state.day?.stale]).toEqual([7, true])
    held.shift()?.(fresh({ stale: false, people: 9 }))
    await loading
    expect([state.day?.people, state.day?.stale]).toEqual([9, false])
    expect(asked).toHaveLength(2)
  })

  it('keeps what it knew and says why when a change is refused', async () => {
    const state = new DayState('2026-10-03')
    await state.load()
    refuse = true
    expect(await state.change({ people: 9 })).toBe(false)
    expect(state.fault).toContain('twice')
    expect(state.day?.people).toBe(8)
    expect(state.busy).toBe(false)
  })

  it('never lets an older answer overwrite a newer one', async () => {
    const state = new DayState('2026-10-03')
    hold = true
    const first = state.load()
    const second = state.change({ people: 12 })
    held[1]?.(fresh({ people: 12 }))
    await second
    held[0]?.(fresh({ people: 8 }))
    await first
    expect(state.day?.people).toBe(12)
  })

  it('tries one change at a time and never leaves out the last', async () => {
    const state = new DayState('2026-10-03')
    await state.load()
    asked.length = 0
    hold = true
    const going = state.attempt({ people: 1 })
    void state.attempt({ people: 2 })
    void state.attempt({ people: 3 })
    expect(asked).toHaveLength(1)
    hold = false
    held[0]?.(fresh({ people: 1 }))
    await going
    expect(asked.map((a) => a.body?.['people'])).toEqual([1, 3])
    expect(state.tried?.people).toBe(3)
    state.leave()
    expect(state.tried).toBeNull()
  })

  it('forgets repairs when the clashes are others', async () => {
    const state = new DayState('2026-10-03')
    await state.load()
    await state.askRepairs(0)
    expect(state.repairs[0]).toEqual([{ code: 'helper' }])
    await state.load()
    expect(state.repairs[0]).toBeDefined()
    hold = true
    const going = state.load()
    held[0]?.(fresh({ clashes: [{ dish: 'peas' }] }))
    await going
    expect(state.repairs[0]).toBeUndefined()
  })

  it('enters a step for an earlier minute', async () => {
    const state = new DayState('2026-10-03')
    await state.did('peas/1', new Date('2026-10-03T18:00:00Z'))
    expect(asked.at(-1)?.body).toEqual({
      step: 'peas/1',
      skipped: false,
      at: '2026-10-03T18:00:00.000Z',
    })
  })
})
