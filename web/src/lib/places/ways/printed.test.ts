import { describe, expect, it } from 'vitest'
import type { Beside } from '$lib/api/client'
import { apart, nearest, span } from './printed'

const row = (part: Partial<Beside>): Beside => ({
  who: 'a chart',
  rule: '20 to 25 min a pound',
  air_c: 163,
  until_c: 63,
  gives: [100, 130],
  computed_min: 118,
  ends_c: 70,
  why: [],
  ...part,
})

describe('printed rules', () => {
  it('gives one figure where a rule gives one', () => {
    expect(span([96, 96])).toBe('1 h 36')
    expect(span([100, 130])).toBe('1 h 40 to 2 h 10')
  })

  it('measures from the nearer edge, not from the middle', () => {
    expect(apart(row({}))).toBe('within it')
    expect(apart(row({ computed_min: 92 }))).toBe('8 min sooner')
    expect(apart(row({ computed_min: 151 }))).toBe('21 min later')
    expect(apart(row({ gives: [96, 96], computed_min: 96.2 }))).toBe('the same')
    expect(apart(row({ computed_min: null }))).toBe('')
  })

  it('points at the rule that ends nearest, and at none where none says', () => {
    expect(nearest([row({ ends_c: 78 }), row({ ends_c: 61 }), row({ ends_c: null })], 57)).toBe(1)
    expect(nearest([row({ ends_c: null })], 57)).toBe(-1)
  })
})
