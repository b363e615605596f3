import { describe, expect, it } from 'vitest'
import type { Instrument, Roast } from '$lib/api/client'
import { isLost, placeWords, showing } from './instruments'

const at = '2026-10-03T16:00:00Z'
const after = (s: number): Date => new Date(new Date(at).getTime() + s * 1000)
const one: Instrument = {
  id: 'probe',
  name: 'Two tips',
  last_at: at,
  every_s: 5,
  battery: 0.1,
  lost: false,
  low: true,
  latest: [
    { channel: '1', at, unit: 'c', value: 38.4 },
    { channel: '2', at, unit: 'c', value: 160 },
  ],
}
const roast = {
  attached: [
    { device: 'probe', channel: '2', place: 'air' },
    { device: 'probe', channel: '1', place: 'core' },
    { device: 'gone', channel: '1', place: 'core' },
  ],
} as Roast

describe('instruments', () => {
  it('are lost after two of their own intervals, not before', () => {
    expect(isLost(one, after(9))).toBe(false)
    expect(isLost(one, after(11))).toBe(true)
  })

  it('show the middle first, and nothing that was never heard of', () => {
    const found = showing(roast, [one], after(3))
    expect(found.map((f) => [f.place, f.value, f.lost, f.low])).toEqual([
      ['core', 38.4, false, true],
      ['air', 160, false, true],
    ])
  })

  it('say where a tip sits', () => {
    expect(placeWords('thin_end')).toBe('at the thin end')
  })
})
