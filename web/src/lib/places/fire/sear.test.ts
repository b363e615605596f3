import { describe, expect, it } from 'vitest'
import { timer } from './sear'

describe('the clock of the pan', () => {
  it('is read like a kitchen timer', () => {
    expect([2.083, 0.5, 0, -0.5, 12].map(timer)).toEqual(['2:05', '0:30', '0:00', '−0:30', '12:00'])
  })
})
