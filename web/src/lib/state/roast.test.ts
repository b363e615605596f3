import { describe, expect, it, vi } from 'vitest'

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
