import { describe, expect, it } from 'vitest'
import { Echo } from './echo'

const heard: number[] = []
const made = (): Echo<{ id: string; seq: number }> => {
  heard.length = 0
  return new Echo((told) => heard.push(told.seq))
}

describe('an echo', () => {
  it('is news once, and only where it goes beyond what is known', () => {
    const echo = made()
    echo.tell({ id: 'a', seq: 3 })
    echo.tell({ id: 'a', seq: 3 })
    echo.tell({ id: 'a', seq: 2 })
    echo.tell({ id: 'b', seq: 1 })
    expect(heard).toEqual([3, 1])
    expect([echo.knows('a', 2), echo.knows('a', 3), echo.knows('a', 9)]).toEqual([
      false,
      true,
      true,
    ])
    echo.tell({ id: 'a', seq: 9 })
    expect(heard).toEqual([3, 1])
  })

  it('waits for every command that is on its way', async () => {
    const echo = made()
    const done: ((seq: number) => void)[] = []
    const ask = (): Promise<number> =>
      echo.during(
        'a',
        () => new Promise<number>((d) => done.push(d)),
        (seq) => echo.knows('a', seq),
      )
    const [first, second] = [ask(), ask()]
    echo.tell({ id: 'a', seq: 1 })
    echo.tell({ id: 'a', seq: 2 })
    echo.tell({ id: 'b', seq: 5 })
    done[0]?.(1)
    await first
    expect(heard).toEqual([5])
    done[1]?.(2)
    await second
    expect(heard).toEqual([5])
  })
})
