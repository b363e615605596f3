import { describe, expect, it } from 'vitest'
import { searClock, timer } from './sear'

describe('the clock of the pan', () => {
  it('gives each face its share, counted from the last turn', () => {
    expect(searClock(0, 8, 0.5, [])).toEqual({ face: 1, left: 1.5, out: 7.5 })
    expect(searClock(0, 8, 2.5, [2.2])).toMatchObject({ face: 2, left: expect.closeTo(1.7) })
    // A turn that came late does not steal from the next face; the last stays until the end.
    expect(searClock(0, 8, 7, [2, 4, 6.5])).toEqual({ face: 4, left: 1, out: 1 })
    expect(searClock(0, 8, 3, [])).toMatchObject({ face: 1, left: -1 })
  })

  it('is read like a kitchen timer', () => {
    expect([2.083, 0.5, 0, -0.5, 12].map(timer)).toEqual(['2:05', '0:30', '0:00', '−0:30', '12:00'])
  })
})
