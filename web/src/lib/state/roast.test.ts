import { describe, expect, it, vi } from 'vitest'
import type { Roast } from '$lib/api/client'

let asked = 0
const waiting: ((value: unknown) => void)[] = []

vi.mock('$lib/api/client', () => ({
  http: {
    GET: () =>
      new Promise((done) => {
        asked += 1
        const turn = asked
        waiting.push(() => {
          done({ now_min: turn })
        })
      }),
  },
  want: (answer: Promise<unknown>) => answer,
}))

const { RoastState } = await import('./roast.svelte')

const answer = async (): Promise<void> => {
  waiting.shift()?.(null)
  await new Promise((done) => setTimeout(done, 0))
}

describe('looking at a roast that is on', () => {
  it('takes the outlook that comes with an answer, and nothing that is older', async () => {
    const state = new RoastState('live')
    const at = (last_seq: number, now_min: number | null) =>
      ({
        id: 'live',
        last_seq,
        method: 'm',
        ends: {},
        readings: [],
        outlook: now_min === null ? null : { now_min, current_stage: 0, stages: [], agenda: [] },
      }) as unknown as Roast
    state.take(at(4, 40))
    expect([state.outlook?.now_min, state.lookedAt]).toEqual([40, 4])
    state.take(at(3, 30))
    expect(state.outlook?.now_min).toBe(40)
    const before = asked
    const looked = state.look()
    state.take(at(5, 50))
    await answer()
    await looked
    expect(state.outlook?.now_min).toBe(50)
    state.take(at(6, null))
    expect(state.lookedAt).toBeLessThan(6)
    asked = before
  })

  it('shows a slow answer although there was news meanwhile, and asks once more', async () => {
    const state = new RoastState('live')
    const looked = state.look()
    void state.look()
    void state.look()
    expect(asked).toBe(1)
    await answer()
    expect(state.outlook?.now_min).toBe(1)
    expect(asked).toBe(2)
    await answer()
    await looked
    expect(state.outlook?.now_min).toBe(2)
    expect(asked).toBe(2)
  })
})
