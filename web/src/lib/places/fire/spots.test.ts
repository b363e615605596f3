import { expect, it } from 'vitest'
import { placeOf, placesSaid, spotOf } from './spots'

it('is the middle, the thin end, or what the cook calls it', () => {
  for (const middle of ['', ' ', 'middle', 'the middle', 'Core'])
    expect(placeOf(middle)).toEqual({ place: 'core' })
  expect(placeOf('thin end')).toEqual({ place: 'thin_end' })
  expect(placeOf(' by the bone ')).toEqual({ place: 'core', spot: 'by the bone' })
  expect(spotOf({ place: 'core', spot: 'deep' })).toBe('deep')
  expect(spotOf({ place: 'core', spot: '' })).toBe('middle')
})

it('says which counts, and why the others read more', () => {
  const place = (name: string, value_c: number, over_c: number, off_mm: number | null): object => ({
    name,
    value_c,
    over_c,
    off_mm,
    minute: 60,
  })
  const said = placesSaid(
    [
      place('the middle', 48, 0, 0),
      place('by the bone', 53, 5, 18),
      place('left', 48.2, 0.2, 3),
    ] as never,
    'C',
  )
  expect(said).toBe(
    'The lowest counts: the middle, 48°; by the bone 5° more, about 18 mm off that; left reads the same.',
  )
  expect(placesSaid([], 'C')).toBe('')
})
