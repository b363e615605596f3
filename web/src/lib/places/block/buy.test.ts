import { describe, expect, it } from 'vitest'
import { fromString, parts } from './buy'

const yields = {
  raw_kg: 3,
  bone_kg: 0.5,
  trim_kg: 0.1,
  fat_kg: 0,
  cooking_kg: 0.4,
  cooked_kg: 2,
  low_kg: 1.8,
  high_kg: 2.2,
  ribs: 3,
  plates: [10, 14] as [number, number],
}

describe('where a raw weight goes', () => {
  it('is whole, and leaves out what weighs nothing', () => {
    const found = parts(yields)
    expect(found.map((p) => p.name)).toEqual(['bone', 'trim', 'oven', 'eaten'])
    expect(found.reduce((sum, p) => sum + p.share, 0)).toBeCloseTo(1)
    expect(found.reduce((sum, p) => sum + p.kg, 0)).toBeCloseTo(yields.raw_kg)
  })
})

describe('a string round the thickest place', () => {
  it('gives a round piece its diameter', () => {
    expect(fromString(314.159, null)).toBeCloseTo(100, 2)
  })
  it('gives an oval one its other diameter', () => {
    const [a, b] = [150, 90]
    const around = Math.PI * Math.sqrt((a * a + b * b) / 2)
    expect(fromString(around, a)).toBeCloseTo(b, 6)
  })
  it('says when it is too short', () => {
    expect(fromString(200, 150)).toBeNull()
  })
})
