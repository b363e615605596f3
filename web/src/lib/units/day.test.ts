import { describe, expect, it } from 'vitest'
import { atDate, atItsEnd, carveAt, dateOf, day, longDay, sentence, shortDay } from './index'

const plan = (ahead_min: number): { serve_at: string; ahead_min: number } => ({
  serve_at: new Date(2026, 9, 3, 19, 0).toISOString(),
  ahead_min,
})

it('names every day and month as the language does', () => {
  for (let n = 0; n < 366; n += 5) {
    const at = new Date(2028, 0, 1 + n, 12)
    const named = (asked: Intl.DateTimeFormatOptions): string =>
      at.toLocaleDateString('en-GB', asked)
    expect(longDay(at)).toBe(named({ weekday: 'long', day: 'numeric', month: 'long' }))
    expect(day(at)).toBe(named({ day: 'numeric', month: 'long', year: 'numeric' }))
    const short = named({ weekday: 'short', day: 'numeric', month: 'short' })
    expect(shortDay(at)).toBe(short.replace('Sept', 'Sep'))
  }
})

describe('when a joint is carved', () => {
  it('is when people sit down, if it is the only thing on the table', () => {
    expect(carveAt(plan(0)).getTime()).toBe(new Date(2026, 9, 3, 19, 0).getTime())
    expect(atItsEnd(plan(0))).toBe('sit down 19:00')
  })
  it('is as long before as carving and plating take', () => {
    expect(carveAt(plan(23)).getMinutes()).toBe(37)
    expect(atItsEnd(plan(23))).toBe('carve 18:37')
  })
})

describe('words of a day', () => {
  it('name the day of the week', () => {
    expect(longDay(new Date(2026, 9, 3, 12))).toBe('Saturday 3 October')
  })
  it('show a lift in the cook’s own units', () => {
    expect(sentence('the empty tin ({w:1.6})', 'C')).toBe('the empty tin (1.6 kg)')
    expect(sentence('the empty tin ({w:1.6})', 'F')).toBe('the empty tin (3 lb 8 oz)')
  })
})

describe('another date', () => {
  const evening = new Date(2026, 9, 3, 19, 30)

  it('keeps the hour, over the change of the clocks too', () => {
    const later = atDate(evening, '2026-12-25')
    expect(later).toEqual(new Date(2026, 11, 25, 19, 30))
    expect(dateOf(later as Date)).toBe('2026-12-25')
  })

  it.each(['', '2026-02-30', '1999-12-31', '2101-01-01', '2026-1-1', 'soon'])(
    'is not %s',
    (text) => {
      expect(atDate(evening, text)).toBeNull()
    },
  )
})
