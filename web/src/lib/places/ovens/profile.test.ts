import { describe, expect, it } from 'vitest'
import type { Oven } from '$lib/api/client'
import { readDial } from '$lib/units'
import { bodyOf, freshOven, parseList, parsePair } from './profile'

describe('a dial read in its own marks', () => {
  it.each([
    ['172', 'C', 172],
    ['350 F', 'F', 176.67],
    ['gas 4', 'gas', 176.67],
    ['½', 'gas', 121.11],
    ['11', 'gas', null],
    ['hot', 'C', null],
    ['', 'F', null],
  ] as const)('%s on a dial in %s', (text, marks, c) => {
    const read = readDial(text, marks)
    if (c === null) expect(read).toBeNull()
    else expect(read).toBeCloseTo(c, 1)
  })
})

describe('a pair', () => {
  it('is kept in °C whatever it was typed in', () => {
    const read = parsePair('gas 4', '338', 'gas', 'F')
    expect('pair' in read && read.pair.map(Math.round)).toEqual([177, 170])
  })
  it('says which half is missing', () => {
    expect(parsePair('4x', '160', 'gas', 'C')).toEqual({ fault: 'The dial: a mark from ¼ to 10' })
    expect(parsePair('170', '', 'C', 'F')).toEqual({ fault: 'Measured: a number in °F' })
  })
})

describe('a list of measures', () => {
  it('takes commas, spaces and crosses, in mm or inches', () => {
    expect(parseList('310, 250 190', 'C')).toEqual({ list: [310, 250, 190] })
    expect(parseList('14 x 10 x 3', 'F')).toEqual({ list: [14 * 25.4, 254, 3 * 25.4] })
    expect(parseList('', 'C')).toEqual({ list: [] })
  })
  it('says what it wants', () => {
    expect(parseList('tall', 'F')).toEqual({ fault: 'Numbers in inches, separated by commas' })
    expect('fault' in parseList('-3', 'C')).toBe(true)
  })
})

it('sends an oven back without its id', () => {
  const fresh = freshOven(0)
  expect(bodyOf({ ...fresh, id: 'x' } as Oven)).toEqual(fresh)
  expect(freshOven(2).name).toBe('Oven 3')
})
