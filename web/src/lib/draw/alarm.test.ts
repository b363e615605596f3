import { describe, expect, it } from 'vitest'
import { doneWords, inQuiet } from './alarm'

const at = (h: number, m = 0): Date => new Date(2026, 9, 3, h, m)

describe('quiet hours', () => {
  it('may go over midnight', () => {
    const quiet = { from: '22:00', to: '07:00' }
    expect(
      [at(23), at(2), at(6, 59), at(7), at(12), at(21, 59)].map((d) => inQuiet(quiet, d)),
    ).toEqual([true, true, true, false, false, false])
  })

  it('may lie within a day, and need both ends', () => {
    expect(inQuiet({ from: '13:00', to: '14:30' }, at(14))).toBe(true)
    expect(inQuiet({ from: '13:00', to: '14:30' }, at(15))).toBe(false)
    expect(inQuiet({ from: '22:00', to: '' }, at(23))).toBe(false)
  })
})

describe('what can be said done', () => {
  it('is what the sentence asks for', () => {
    expect(doneWords('Turn it down to 172 °C now.', 0, false)).toBe('Turned down')
    expect(doneWords('Take it out now, at 51.', 1, false)).toBe('Taken out')
    expect(doneWords('Take it out soon.', 1, true)).toBeNull()
    expect(doneWords('Look at the middle now.', null, false)).toBeNull()
  })
})
