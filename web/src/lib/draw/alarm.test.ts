import { describe, expect, it } from 'vitest'
import type { Alarm } from '$lib/api/client'
import { inQuiet, ringingOf } from './alarm'

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

describe('what is heard when a phone wakes late', () => {
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
