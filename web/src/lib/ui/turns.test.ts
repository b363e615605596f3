import { describe, expect, it, vi } from 'vitest'
import { inTurn } from './turns'

const later = (): Promise<void> => new Promise((done) => setTimeout(done, 20))

describe('parts in turn', () => {
  it('are made in order, and not in the breath they are asked for in', async () => {
    const made: number[] = []
    for (const n of [1, 2, 3]) inTurn(() => made.push(n))
    expect(made).toEqual([])
    await later()
    expect(made).toEqual([1, 2, 3])
  })

  it('let others in when some milliseconds are over', async () => {
    const tasks = vi.spyOn(MessagePort.prototype, 'postMessage')
    const clock = vi.spyOn(performance, 'now')
    const made = vi.fn()
    const lasting = async (ms: number): Promise<number> => {
      let at = 0
      clock.mockImplementation(() => (at += ms))
      tasks.mockClear()
      for (let n = 0; n < 4; n++) inTurn(made)
      await later()
      return tasks.mock.calls.length
    }
    expect(await lasting(0.1)).toBe(1)
    expect(await lasting(3)).toBe(4)
    expect(made).toHaveBeenCalledTimes(8)
    vi.restoreAllMocks()
  })

  it('are not made when their turn was given up', async () => {
    const made = vi.fn()
    inTurn(made)()
    await later()
    expect(made).not.toHaveBeenCalled()
  })
})
