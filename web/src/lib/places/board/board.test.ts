import { describe, expect, it } from 'vitest'
import { lastDay, lastTime, peaked, platesOf, portionOf, slicePortion } from './board'

describe('slices', () => {
  it('are portions, the first and last by their end', () => {
    expect([0, 3, 8].map((i) => slicePortion(i, 9))).toEqual(['end-thick', 'slice-3', 'end-thin'])
    expect(portionOf('end-thin')).toBe(', the thin end')
    expect(portionOf('slice-3')).toBe('')
  })
})

describe('what is left', () => {
  const now = new Date('2026-10-03T21:30:00')
  it('says its last day as a cook does', () => {
    const day = (use_by: string | null, standing: 'keep' | 'eat_now' | 'discard' = 'keep') =>
      lastDay({ use_by, standing }, now)
    expect(day('2026-10-05')).toBe('until Mon 5 Oct')
    expect(day('2026-10-04')).toBe('until tomorrow')
    expect(day('2026-10-03')).toBe('today is its last day')
    expect(day('2026-10-01')).toMatch(/throw it away/)
    expect(day(null, 'eat_now')).toBe('eat it now')
    expect(day(null, 'discard')).toBe('not to be kept')
  })

  it('counts plates only of what was weighed', () => {
    expect(platesOf([4, 7])).toBe('4 to 7 plates')
    expect(platesOf([0, 1])).toBe('1 small plate')
    expect(platesOf([0, 0])).toBe('')
    expect(platesOf(null)).toBe('')
  })
})

describe('an hour typed', () => {
  it('is the last that was', () => {
    const now = new Date('2026-10-04T00:20:00')
    expect(lastTime([23, 40], now)).toEqual(new Date('2026-10-03T23:40:00'))
    expect(lastTime([0, 10], now)).toEqual(new Date('2026-10-04T00:10:00'))
  })
})

describe('peak, then falling', () => {
  const read = (minute: number, low_c: number, place = 'core') => ({ minute, low_c, place })
  it('is seen from readings of the rest alone', () => {
    expect(peaked([read(90, 52), read(110, 57.2), read(125, 58), read(140, 57.1)], 100)).toEqual({
      minute: 125,
      c: 58,
      by: expect.closeTo(0.9, 5) as number,
    })
  })

  it('is not said while it climbs, within the noise, or of another end', () => {
    expect(peaked([read(110, 57), read(125, 58)], 100)).toBeNull()
    expect(peaked([read(125, 58), read(140, 57.7)], 100)).toBeNull()
    expect(peaked([read(95, 60), read(140, 57)], 100)).toBeNull()
    expect(peaked([read(125, 58), read(140, 52, 'thin_end')], 100)).toBeNull()
    expect(peaked([read(125, 58), read(140, 50)], null)).toBeNull()
  })
})
