import { describe, expect, it } from 'vitest'
import * as u from './index'
import table from './quantities.json'

describe('temperatures', () => {
  it.each([
    [57, 'C', '57 °C'],
    [57, 'F', '135 °F'],
    [-0.4, 'C', '0 °C'],
    [100, 'F', '212 °F'],
  ] as const)('%d °C in %s', (c, units, text) => {
    expect(u.temp(c, units)).toBe(text)
  })

  it('goes there and back', () => {
    for (const c of [-40, 0, 36.6, 57, 230]) expect(u.fromF(u.toF(c))).toBeCloseTo(c, 10)
  })

  it('treats a difference as a difference: ten degrees are eighteen', () => {
    expect(u.delta(10, 'C')).toBe('+10°')
    expect(u.delta(10, 'F')).toBe('+18°')
    expect(u.delta(-1.25, 'C')).toBe('−1.3°')
    // What rounds to nothing is nothing, of no sign.
    for (const c of [0, -0.04, 0.04, -0]) expect(u.delta(c, 'C')).toBe('0.0°')
    expect(u.delta(-0.04, 'F')).toBe('−0.1°')
  })
})

it.each(table.rows as [string, string, string][])(
  'writes %s out as the core does',
  (text, c, f) => {
    expect(u.sentence(text, 'C')).toBe(c)
    expect(u.sentence(text, 'F')).toBe(f)
  },
)

it.each(table.dials as [number, u.Marks, string][])('a dial for %d °C in %s', (c, marks, shown) => {
  expect(u.dial(c, marks)).toBe(shown)
})

describe('the dial, in its own marks', () => {
  it.each([
    [172, 'C', '172 °C'],
    [172, 'F', '342 °F'],
    [176.7, 'gas', 'gas 4'],
    [190, 'gas', 'gas 5'],
    [107, 'gas', 'gas ¼'],
    [260, 'gas', 'gas 10'],
  ] as const)('%d in %s', (c, marks, text) => {
    expect(u.dial(c, marks)).toBe(text)
  })
})

describe('gas marks', () => {
  it.each([
    ['4', 350],
    ['½', 250],
    ['1/4', 225],
    ['11', null],
  ] as const)('%s', (mark, f) => {
    expect(u.gasF(mark)).toBe(f)
  })
})

describe('weights and lengths', () => {
  it('says kilograms, or pounds and ounces', () => {
    expect(u.weight(1.9, 'C')).toBe('1.90 kg')
    expect(u.weight(0.05, 'C')).toBe('50 g')
    expect(u.weight(1.9, 'F')).toBe('4 lb 3 oz')
    expect(u.weight(0.45359237, 'F')).toBe('1 lb 0 oz')
  })
  it('says millimetres or inches', () => {
    expect(u.length(105.4, 'C')).toBe('105 mm')
    expect(u.length(105, 'F')).toBe('4.1 in')
  })
})

describe('time', () => {
  it.each([
    [38.4, '38 min'],
    [60, '1 h 00'],
    [125, '2 h 05'],
    [-3, '0 min'],
  ])('%d minutes', (min, text) => {
    expect(u.duration(min)).toBe(text)
  })
  it.each([
    [38, 46, '38 to 46 minutes'],
    [11.6, 12.4, 'about 12 minutes'],
    [-4, 3, '0 to 3 minutes'],
    [80, 95, '1 h 20 to 1 h 35'],
  ])('%d to %d', (low, high, text) => {
    expect(u.minutesRange(low, high)).toBe(text)
  })
  it('rounds a wide range to what is known', () => {
    expect(u.minutesRange(42, 59)).toBe('42 to 59 minutes')
    expect(u.minutesRange(41, 78)).toBe('40 to 80 minutes')
    expect(u.minutesRange(153, 244)).toBe('2 h 30 to 4 h 00')
  })
  it('reads an hour as a cook types it', () => {
    expect(u.parseHour('19:00')).toEqual([19, 0])
    expect(u.parseHour('7.30')).toEqual([7, 30])
    expect(u.parseHour('1930')).toEqual([19, 30])
    expect(u.parseHour(' 8 ')).toEqual([8, 0])
    for (const wrong of ['', 'seven', '25:00', '12:75', '1:2:3']) {
      expect(u.parseHour(wrong)).toBeNull()
    }
  })
  it('puts the next seven where there is time to roast', () => {
    const morning = new Date(2026, 9, 3, 9, 0)
    const evening = new Date(2026, 9, 3, 18, 0)
    expect(u.nextSeven(morning).getDate()).toBe(3)
    expect(u.nextSeven(evening).getDate()).toBe(4)
    expect(u.hour(u.nextSeven(evening))).toBe('19:00')
  })
})

describe('a typed reading', () => {
  it.each([
    ['57', 57, 57],
    ['57.5', 57.5, 57.5],
    ['57,5', 57.5, 57.5],
    ['57..59', 57, 59],
    ['57-59', 57, 59],
    ['57 to 59', 57, 59],
    [' 57° ', 57, 57],
    ['-4', -4, -4],
  ])('%s', (text, low, high) => {
    expect(u.parseReading(text, 'C')).toEqual({ low, high })
  })
  it('is in the units shown', () => {
    const read = u.parseReading('135..140', 'F')
    if ('fault' in read) throw new Error(read.fault)
    expect(read.low).toBeCloseTo(57.22, 2)
    expect(read.high).toBeCloseTo(60, 2)
  })
  it.each(['', 'hot', '5.7.9', '57..', '59..57', '200', '-40', '57 C 59'])(
    '“%s” gets a sentence',
    (text) => {
      const read = u.parseReading(text, 'C')
      expect('fault' in read && read.fault.length > 5).toBe(true)
    },
  )
})

describe('a typed quantity', () => {
  it('is within its bounds or says them, in the unit shown', () => {
    expect(u.within('2,5', 'weight', 'C', 0.1, 25)).toEqual({ value: 2.5 })
    expect(u.within('26', 'weight', 'C', 0.1, 25)).toEqual({ fault: '0.1 to 25 kg' })
    expect(u.within('60', 'weight', 'F', 0.1, 25)).toEqual({ fault: '0.22 to 55.12 lb' })
    // The end as it is shown is that end, though the screen rounds it.
    expect(u.within('55.12', 'weight', 'F', 0.1, 25)).toEqual({ value: 25 })
    for (const wrong of ['', ' ', 'x', 'NaN', 'Infinity', '1e9', '1/0', '2 3']) {
      expect('fault' in u.within(wrong, 'weight', 'C', 0.1, 25), wrong).toBe(true)
    }
  })

  it.each([
    ['6 lb', 'weight', 'C', 2.7216],
    ['1.9kg', 'weight', 'F', 1.9],
    ['4 1/2', 'weight', 'F', 2.0412],
    ['4½ pounds', 'weight', 'C', 2.0412],
    ['2 lb 4 oz', 'weight', 'C', 1.0206],
    ['500 grams', 'weight', 'F', 0.5],
    ['10cm', 'length', 'C', 100],
    ['4 1/4"', 'length', 'C', 107.95],
    ['4', 'length', 'F', 101.6],
    ['41F', 'heat', 'C', 5],
    ['6 °C', 'heat', 'F', 6],
    ['41', 'heat', 'F', 5],
    ['1 h 30', 'time', 'C', 90],
    ['1 h 30 min', 'time', 'C', 90],
    ['45 minutes', 'time', 'F', 45],
    ['3/4 h', 'time', 'C', 45],
    ['-3', 'heat', 'C', -3],
    ['9', 'difference', 'F', 5],
    ['9F', 'difference', 'C', 5],
  ] as const)('“%s” is a %s, on a screen in °%s: %d', (text, kind, units, inside) => {
    expect(u.readQuantity(text, kind, units)).toBeCloseTo(inside, 3)
  })

  it.each([
    ['6 lb', 'length'],
    ['4 in', 'weight'],
    ['5 stone', 'weight'],
    ['40C 2F', 'heat'],
    ['3 people', 'number'],
  ] as const)('“%s” is no %s', (text, kind) => {
    expect(u.readQuantity(text, kind, 'C')).toBeNull()
  })

  it.each(['weight', 'length', 'heat', 'difference', 'time', 'number'] as const)(
    'a %s comes back as it was kept',
    (kind) => {
      for (const units of ['C', 'F'] as const) {
        expect(u.keptFrom(kind, u.shownIn(kind, 57.3, units), units)).toBeCloseTo(57.3, 9)
      }
    },
  )
})

describe('a typed date', () => {
  const now = new Date(2026, 10, 29)
  it.each([
    ['2027-01-06', '2027-01-06'],
    ['6 Jan', '2027-01-06'],
    ['Wed 6 Jan 2027', '2027-01-06'],
    ['24th December', '2026-12-24'],
    ['24.12.', '2026-12-24'],
    ['29 feb 2028', '2028-02-29'],
    ['29 nov', '2026-11-29'],
  ])('%s', (text, date) => {
    expect(u.dateFrom(text, now)).toBe(date)
  })
  it.each(['', 'soon', '31 Feb', '6/1/2027', '2026-13-01', '6 Jan 1999'])(
    '“%s” is none',
    (text) => {
      expect(u.dateFrom(text, now)).toBeNull()
    },
  )
})
