import { describe, expect, it } from 'vitest'
import { ASIDE, called } from './record'

const record = (kind: 'roast' | 'day' | 'oven' | 'setting', id: string, name = id) => ({
  kind,
  id,
  name,
  why: '',
  at: null,
})

describe('what a cook calls a record', () => {
  it('says what kind of thing it is', () => {
    expect(called(record('roast', 'x1', 'Saddle of hare'))).toBe('Saddle of hare')
    expect(called(record('oven', 'o', 'House oven'))).toBe('The oven House oven')
    expect(called(record('day', '2026-10-03'))).toBe('The day 3 October 2026')
    expect(called(record('setting', 'people'))).toBe('Who sits down')
    expect(called(record('setting', 'thinned'))).toBe('“thinned”')
  })

  it('has words for going on without each', () => {
    expect(new Set(Object.values(ASIDE)).size).toBe(4)
  })
})
