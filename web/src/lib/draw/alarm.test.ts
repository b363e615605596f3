import { describe, expect, it } from 'vitest'
import { inQuiet } from './alarm'

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
