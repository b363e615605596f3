import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Wish } from './plan.svelte'

type Asked = { path: string; body: Record<string, unknown> }
const asked: Asked[] = []
let slow = 0

class Refused extends Error {
  start = 3
  end = 7
}

vi.mock('$lib/api/client', () => ({
  Refused: class extends Error {},
  http: {
    POST: async (path: string, { body }: { body: Record<string, unknown> }) => {
      asked.push({ path, body: structuredClone(body) })
      if (slow > 0) await new Promise((done) => setTimeout(done, slow))
      if (path === '/fragile' || path === '/what-if') return []
      const method = body.method as string
      if (method.includes('wrong')) throw new Refused('no unit')
      const edit = body.edit as { op: string; minutes?: number } | undefined
      return { method: edit === undefined ? method : `${method}|${edit.minutes}`, forecast: {} }
    },
  },
  want: (answer: Promise<unknown>) => answer,
}))

const { HandState } = await import('./hand.svelte')

const wish = (quick: boolean): Wish => ({ quick }) as Wish
const edit = (minutes: number) => ({ op: 'length', stage: 0, minutes }) as const

beforeEach(() => {
  vi.useFakeTimers()
  asked.length = 0
  slow = 0
})
afterEach(() => vi.useRealTimers())

async function begun(text = 'a'): Promise<InstanceType<typeof HandState>> {
  const hand = new HandState(wish)
  hand.open(text)
  await vi.runAllTimersAsync()
  asked.length = 0
  return hand
}

describe('a method under the hand', () => {
  it('follows coarsely from where it was taken hold of, and fully when let go', async () => {
    const hand = await begun()
    slow = 30
    hand.pull('a', edit(21))
    hand.pull('a', edit(22))
    hand.pull('a', edit(25))
    await vi.runAllTimersAsync()
    const quick = asked.filter((a) => a.body.quick === true)
    expect(quick.map((a) => (a.body.edit as { minutes: number }).minutes)).toEqual([21, 25])
    expect(hand.stale).toBe(true)
    void hand.drop('a', edit(26))
    await vi.runAllTimersAsync()
    expect(hand.shaped?.method).toBe('a|26')
    expect(hand.stale).toBe(false)
    expect(asked.filter((a) => a.path === '/method').at(-1)?.body.quick).toBe(false)
    expect(hand.undoable).toBe(1)
  })

  it('loses nothing under quick fingers', async () => {
    const hand = await begun()
    slow = 40
    void hand.edit(edit(1))
    void hand.edit(edit(2))
    void hand.drop('a|1|2', edit(3))
    expect(hand.busy).toBe(true)
    await vi.runAllTimersAsync()
    expect(hand.text).toBe('a|1|2|3')
    expect(hand.undoable).toBe(3)
    expect(hand.busy).toBe(false)
  })

  it('works a change out from what stands there when its turn comes', async () => {
    const hand = await begun()
    slow = 40
    const more = () => hand.edit((now) => edit(now.method.length))
    void more()
    void more()
    void hand.edit(() => null)
    await vi.runAllTimersAsync()
    expect(hand.text).toBe('a|1|3')
    expect(hand.undoable).toBe(2)
  })

  it('goes back and forth', async () => {
    const hand = await begun()
    await hand.edit(edit(1))
    await hand.edit(edit(2))
    expect(hand.text).toBe('a|1|2')
    hand.undo()
    await vi.runAllTimersAsync()
    expect(hand.text).toBe('a|1')
    expect([hand.undoable, hand.redoable]).toEqual([1, 1])
    hand.redo()
    await vi.runAllTimersAsync()
    expect(hand.text).toBe('a|1|2')
    hand.undo()
    await vi.runAllTimersAsync()
    await hand.edit(edit(9))
    expect(hand.redoable).toBe(0)
  })

  it('keeps what is typed, however wrong, and the picture that was', async () => {
    const hand = await begun()
    hand.type('wrong')
    await vi.runAllTimersAsync()
    expect(hand.text).toBe('wrong')
    expect(hand.fault?.text).toBe('no unit')
    expect(hand.shaped?.method).toBe('a')
    hand.type('right')
    await vi.runAllTimersAsync()
    expect(hand.fault).toBeNull()
    expect(hand.undoable).toBe(1)
  })

  it('reads what was just typed before it changes it', async () => {
    const hand = await begun()
    hand.type('typed')
    void hand.edit(edit(5))
    await vi.runAllTimersAsync()
    expect(hand.text).toBe('typed|5')
    expect(hand.undoable).toBe(2)
    hand.type('typed again')
    hand.settle()
    await vi.runAllTimersAsync()
    expect(hand.shaped?.method).toBe('typed again')
  })

  it('goes back twice and forth once, however slow the answers', async () => {
    const hand = await begun()
    for (const minutes of [21, 22]) {
      void hand.edit(edit(minutes))
      await vi.runAllTimersAsync()
    }
    expect(hand.text).toBe('a|21|22')
    slow = 500
    hand.undo()
    hand.undo()
    hand.redo()
    await vi.runAllTimersAsync()
    expect(hand.text).toBe('a|21')
    hand.redo()
    await vi.runAllTimersAsync()
    expect(hand.text).toBe('a|21|22')
  })

  it('takes back a change that is still on its way, not the one before it', async () => {
    const hand = await begun()
    await hand.edit(edit(1))
    await vi.runAllTimersAsync()
    slow = 300
    hand.pull('a|1', edit(2))
    await vi.advanceTimersByTimeAsync(350)
    void hand.drop('a|1', edit(2))
    await vi.advanceTimersByTimeAsync(20)
    expect([hand.text, hand.undoable]).toEqual(['a|1|2', 1])
    hand.undo()
    await vi.runAllTimersAsync()
    expect([hand.text, hand.undoable, hand.redoable]).toEqual(['a|1', 1, 1])
    hand.undo()
    await vi.runAllTimersAsync()
    expect(hand.text).toBe('a')
    hand.redo()
    hand.redo()
    await vi.runAllTimersAsync()
    expect(hand.text).toBe('a|1|2')
  })

  it('waits for what is being read before it changes it', async () => {
    const hand = await begun()
    slow = 2000
    hand.type('b')
    await vi.advanceTimersByTimeAsync(1000)
    void hand.edit(edit(30))
    await vi.runAllTimersAsync()
    expect(hand.text).toBe('b|30')
  })

  it('thinks better of it: nothing is remembered', async () => {
    const hand = await begun()
    hand.pull('a', edit(30))
    void hand.drop('a', null)
    await vi.runAllTimersAsync()
    expect(hand.shaped?.method).toBe('a')
    expect(hand.undoable).toBe(0)
  })

  it('ponders only over what stands', async () => {
    const hand = await begun()
    hand.refresh()
    await vi.runAllTimersAsync()
    expect(asked.map((a) => a.path)).toEqual(['/method', '/fragile', '/what-if'])
  })
})
