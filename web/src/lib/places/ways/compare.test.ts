import { describe, expect, it } from 'vitest'
import {
  COLUMNS,
  because,
  forFixedHour,
  misses,
  ordered,
  sifted,
  tradeoff,
  unsure,
  type Worked,
} from './compare'

type Part = Partial<Worked['forecast']>

const way = (id: string, part: Part, more: Partial<Worked> = {}): Worked =>
  ({
    id,
    name: `The ${id} way`,
    needs: [],
    method: '160C until peak 57C',
    hands_on_min: 15,
    ...more,
    forecast: {
      end_min: 150,
      pull_min: { value: 110, low: 100, high: 120 },
      pull_core_c: 47,
      peak_c: { value: 57, low: 55, high: 59 },
      carryover_c: 10,
      even_fraction: 0.3,
      crust: 0.9,
      crisp: 0.2,
      crackling: null,
      loss: 0.11,
      late_c: 3,
      stages: [],
      ...part,
    },
  }) as unknown as Worked

const hot = way('hot', {})
const low = way(
  'low',
  {
    end_min: 270,
    pull_min: { value: 225, low: 185, high: 265 },
    carryover_c: 2.9,
    even_fraction: 0.53,
    late_c: 0.9,
    loss: 0.13,
  },
  { hands_on_min: 25 },
)
const pan = way('pan', { crust: 1, late_c: -4 }, { needs: ['a wide pan'] })

describe('sorting', () => {
  it.each([
    ['start', 'hot'],
    ['even', 'low'],
    ['climb', 'low'],
    ['late', 'low'],
    ['crust', 'pan'],
    ['hands', 'hot'],
    ['sure', 'hot'],
  ] as const)('by %s puts the %s way first', (by, first) => {
    expect(ordered([hot, low, pan], by, 57)[0]?.id).toBe(first)
  })
  it('counts a lower peak as far from the wanted as a higher one', () => {
    const over = way('over', { peak_c: { value: 60, low: null, high: null } })
    const under = way('under', { peak_c: { value: 53, low: null, high: null } })
    expect(ordered([under, over], 'peak', 57).map((w) => w.id)).toEqual(['over', 'under'])
  })
  it('has a heading for every column, each once', () => {
    expect(new Set(COLUMNS.map((c) => c.head)).size).toBe(COLUMNS.length)
  })
})

describe('sieves', () => {
  it('keeps what is still in time', () => {
    expect(sifted([hot, low], ['in_time'], 200).map((w) => w.id)).toEqual(['hot'])
  })
  it('keeps what needs no pan, and does little work', () => {
    expect(sifted([hot, low, pan], ['no_pan', 'no_watch'], 999).map((w) => w.id)).toEqual(['hot'])
  })
  it('keeps what crackles', () => {
    const rind = way('rind', { crackling: true })
    expect(sifted([hot, rind], ['crackles'], 999)).toEqual([rind])
    expect(sifted([hot, low], [], 0)).toHaveLength(2)
  })
})

describe('ending somewhere else', () => {
  const ends = (value: number) => way('x', { peak_c: { value, low: null, high: null } as never })
  it.each([
    [49, 57, 'C', 'It would end 8 °C under what you want.'],
    [62, 57, 'F', 'It would end 9 °F over what you want.'],
    [57.6, 57, 'C', ''],
    [95, 90, 'C', ''],
  ] as const)('%d for %d', (peak, wanted, units, said) => {
    expect(misses(ends(peak), wanted, units)).toBe(said)
  })
  it('is no miss where it stays in until tender', () => {
    expect(misses({ ...ends(95), method: '150C until tender' }, 62, 'C')).toBe('')
  })
})

describe('the trade-off in one breath', () => {
  it('says what the second costs and gives', () => {
    expect(tradeoff(hot, low, 'C')).toBe(
      'The low way, against the hot way: in 2 h 00 earlier; 53 % of the meat as wanted instead ' +
        'of 30; climbs +2.9° instead of +10°; ten minutes late costs +0.9° instead of +3.0°; ' +
        'loses 13 % of its weight instead of 11.',
    )
  })
  it('turns round when the pair does', () => {
    expect(tradeoff(low, hot, 'C')).toContain('in 2 h 00 later')
  })
  it('says the rind, and that twins are twins', () => {
    const soft = way('soft', { crackling: false })
    const crisp = way('crisp', { crackling: true })
    expect(tradeoff(soft, crisp, 'C')).toContain('makes the rind crackle')
    expect(tradeoff(hot, way('twin', {}), 'C')).toContain('come to the same')
  })
  it('says why: cooler air lets heat spread', () => {
    const stages = (air_c: number) => [{ air_c, start_min: 0, end_min: 90 }] as never
    const warm = way('warm', { stages: stages(160) })
    const cool = way('cool', { stages: stages(115), even_fraction: 0.6 })
    expect(because(warm, cool, 'C')).toMatch(/^Why: air of 115 °C against 160 °C/)
    expect(because(warm, cool, 'C')).toContain('more of the meat ends alike')
    expect(because(cool, warm, 'F')).toContain('239 °F against 320 °F')
    expect(because(warm, way('same', { stages: stages(170) }), 'C')).toBe('')
  })
  it('knows which suits a fixed hour, once there are bands', () => {
    expect(unsure(low)).toBe(40)
    expect(forFixedHour(low, hot, 'C')).toMatch(
      /^For a fixed hour: the hot way.*±10 min.*only to ±40/,
    )
    expect(forFixedHour(hot, way('twin', {}), 'C')).toContain('alike')
    expect(
      forFixedHour(hot, way('bare', { pull_min: { value: 1, low: null, high: null } }), 'C'),
    ).toBe('')
  })
  it('does not call an hour open that a clock fixes: there the middle is', () => {
    const clock = (id: string, low: number) =>
      way(id, { peak_c: { value: 57, low, high: 62 } as never }, { method: '160C 1h' })
    expect(unsure(clock('one', 51))).toBe(0)
    expect(forFixedHour(clock('one', 51), clock('two', 54), 'C')).toBe(
      'By the clock both are out on time; what is open is the middle: the one way 51° to 62°, ' +
        'the two way 54° to 62°.',
    )
    expect(forFixedHour(hot, clock('one', 51), 'C')).toContain('the one way, out by the clock')
  })
})
