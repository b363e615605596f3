import { describe, expect, it } from 'vitest'
import { heard, numberSaid } from './heard'

describe('a number that was said', () => {
  it.each([
    ['fifty-two', 52],
    ['fifty two', 52],
    ['thirty', 30],
    ['nineteen', 19],
    ['fifty seven point five', 57.5],
    ['one hundred and thirty five', 135],
    ['a hundred', null],
    ['hundred', 100],
    ['52', 52],
    ['52.5', 52.5],
    ['fifty twelve', null],
    ['fifty two three', null],
    ['fifty or sixty', null],
    ['two fifty', null],
    ['', null],
  ])('%s', (text, value) => {
    expect(numberSaid(text)).toBe(value)
  })
})

describe('what was said', () => {
  it.each([
    ['Fifty-two.', { reads: 52 }],
    ['it reads forty one degrees', { reads: 41 }],
    ['Out', { does: 'out' }],
    ["it's out", { does: 'out' }],
    ['door', { does: 'door' }],
    ['what now?', { does: 'say' }],
    ['get out of the kitchen', { unclear: 'get out of the kitchen' }],
    ['the door bell', { unclear: 'the door bell' }],
    ['about fifty', { unclear: 'about fifty' }],
    ['four hundred', { unclear: 'four hundred' }],
  ] as const)('%s', (said, meant) => {
    expect(heard(said, 'C')).toEqual(meant)
  })

  it('is a reading in the units of the screen', () => {
    expect(heard('one hundred thirty five', 'F')).toEqual({ reads: expect.closeTo(57.22, 2) })
    expect(heard('one hundred thirty five', 'C')).toEqual({ unclear: 'one hundred thirty five' })
  })
})
