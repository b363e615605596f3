import { describe, expect, it } from 'vitest'
import { convert, saltFor, spoons } from './convert'

describe('the same in other units', () => {
  it.each([
    ['4 lb 3 oz', ['1.9 kg', '4 lb 3 oz', '4.19 lb']],
    ['1.9kg', ['1.9 kg', '4 lb 3 oz', '4.19 lb']],
    ['450 grams', ['450 g', '1 lb 0 oz', '0.99 lb']],
    ['180C', ['356 °F', 'nearest gas 4']],
    ['350 °F', ['177 °C', 'nearest gas 4']],
    ['57 c', ['135 °F']],
    ['gas mark 4', ['177 °C', '350 °F', 'custom, no standard']],
    ['gas ½', ['121 °C', '250 °F', 'custom, no standard']],
    ['4 inches', ['102 mm', '4 in']],
    ['10,5 cm', ['105 mm', '4.13 in']],
  ])('%s', (text, same) => {
    expect(convert(text)?.same).toEqual(same)
  })
  it.each(['', '20 min per lb', 'gas 12', 'four', '4 lb 3 cm', '3'])(
    'leaves “%s” alone',
    (text) => {
      expect(convert(text)).toBeNull()
    },
  )
})

describe('salt', () => {
  it('is grams of the joint, and spoons of this salt: coarse ones are lighter', () => {
    expect(saltFor(2, 1.2, 6)).toEqual({ g: 24, tsp: 4 })
    expect(saltFor(2, 1.2, 3).tsp).toBe(8)
  })
  it.each([
    [0.05, 'a pinch'],
    [0.5, '½ tsp'],
    [2.25, '2¼ tsp'],
    [3, '1 tbsp'],
    [4.6, '1 tbsp 1½ tsp'],
  ])('%d teaspoons are %s', (tsp, said) => {
    expect(spoons(tsp)).toBe(said)
  })
})
