import { describe, expect, it } from 'vitest'
import type { Block, Forecast, Shaped } from '$lib/api/client'
import {
  firstWay,
  byCore,
  byTime,
  coreAt,
  ended,
  landing,
  nudged,
  pulledGoal,
  pulledHeat,
  pulledMinutes,
  spans,
} from './shape'

const block = (part: Partial<Block>): Block =>
  ({ kind: 'oven', ends: 'minutes', value: 20, tasks: [], ...part }) as Block

const forecast = {
  series: [
    [0, 200, 20, 5],
    [50, 200, 90, 20],
    [90, 160, 90, 40],
    [94, 160, 90, 42],
    [98, 160, 90, 44],
    [100, 160, 90, 45],
    [140, 21, 50, 55],
  ],
  stages: [
    { start_min: 0, end_min: 20 },
    { start_min: 20, end_min: 100 },
    { start_min: 100, end_min: 140 },
  ],
} as unknown as Forecast

const shaped = {
  blocks: [
    block({}),
    block({ ends: 'peak', value: 57 }),
    block({ kind: 'rest', ends: 'minutes', value: 40 }),
  ],
  forecast,
} as unknown as Shaped

describe('pulling', () => {
  it('goes by whole minutes, by fives when long, and never below one', () => {
    expect(pulledMinutes(20, 6.4)).toBe(26)
    expect(pulledMinutes(118, 6.4)).toBe(125)
    expect(pulledMinutes(20, -60)).toBe(1)
  })
  it('goes by five degrees within what an oven can mean', () => {
    expect(pulledHeat(160, 12, 'C')).toBe(170)
    expect(pulledHeat(160, -500, 'C')).toBe(30)
    expect(pulledHeat(340, 90, 'C')).toBe(350)
    expect(pulledHeat(160, 5, 'F') * 1.8 + 32).toBeCloseTo(330, 6)
  })
  it('carries the flag along the curve, and on beyond it', () => {
    const stage = forecast.stages[1] as Forecast['stages'][number]
    expect(pulledGoal(forecast, stage, 57, -10)).toBe(52)
    expect(pulledGoal(forecast, stage, 57, 10)).toBe(62)
    expect(pulledGoal(forecast, stage, 57, 0)).toBe(57)
    expect(pulledGoal(forecast, stage, 97, 60)).toBe(99)
  })
  it('reads the core between rows', () => {
    expect(coreAt(forecast, 25, 100)).toBe(12.5)
    expect(coreAt(forecast, -5, 100)).toBe(3.5)
  })
})

describe('keys', () => {
  const oven = { ...shaped, blocks: shaped.blocks.map((b) => ({ ...b, air_c: 160 })) } as Shaped
  it.each([
    ['edge', 0, 1, false, { op: 'length', stage: 0, minutes: 21 }],
    ['edge', 2, -1, true, { op: 'length', stage: 2, minutes: 30 }],
    ['top', 1, 1, false, { op: 'heat', stage: 1, air_c: 165 }],
    ['top', 1, -1, true, { op: 'heat', stage: 1, air_c: 135 }],
    ['flag', 1, 1, false, { op: 'goal', stage: 1, core_c: 57.5, peak: true }],
    ['flag', 1, -1, true, { op: 'goal', stage: 1, core_c: 52, peak: true }],
    ['block', 2, -1, false, { op: 'move', stage: 2, to: 1 }],
  ] as const)('%s of stage %d by %d', (what, stage, sign, coarse, edit) => {
    expect(nudged(oven, what, stage, sign, coarse, 'C')).toEqual(edit)
  })
  it('step in the unit that is shown', () => {
    const heat = nudged(oven, 'top', 1, 1, false, 'F')
    expect(heat?.op === 'heat' && heat.air_c * 1.8 + 32).toBeCloseTo(325, 6)
    const goal = nudged(oven, 'flag', 1, 1, false, 'F')
    expect(goal?.op === 'goal' && goal.core_c).toBeCloseTo(57 + 1 / 1.8, 6)
  })
  it('do nothing where there is nothing to move', () => {
    expect(nudged(oven, 'block', 2, 1, false, 'C')).toBeNull()
    expect(nudged(oven, 'block', 0, -1, false, 'C')).toBeNull()
    expect(nudged(oven, 'edge', 1, 1, false, 'C')).toBeNull()
    expect(nudged(oven, 'flag', 0, 1, false, 'C')).toBeNull()
    expect(nudged(oven, 'top', 9, 1, false, 'C')).toBeNull()
    expect(
      nudged({ ...oven, blocks: [block({ air_c: null })] }, 'top', 0, 1, false, 'C'),
    ).toBeNull()
  })
})

describe('blocks', () => {
  it('stand where the forecast has them', () => {
    expect(spans(shaped).map((s) => s.end)).toEqual([20, 100, 140])
  })
  it('stand one after another while there is no forecast', () => {
    const bare = { ...shaped, forecast: null }
    expect(spans(bare)).toEqual([
      { start: 0, end: 20 },
      { start: 20, end: 80 },
      { start: 80, end: 120 },
    ])
  })
  it('land where they are let go', () => {
    expect(landing(shaped, 2, 5)).toBe(0)
    expect(landing(shaped, 0, 70)).toBe(1)
    expect(landing(shaped, 0, 139)).toBe(2)
    expect(landing(shaped, 1, 60)).toBe(1)
  })
  it('know what ends them', () => {
    expect(byTime(block({ ends: 'rate' }))).toBe(true)
    expect(byTime(block({ kind: 'turn', ends: 'none' }))).toBe(false)
    expect(byCore(block({ ends: 'held' }))).toBe(true)
    expect(byCore(block({ ends: 'outcome' }))).toBe(false)
  })
  it('are ended by what is typed', () => {
    expect(ended(block({}), 1, 'peak', 57)).toEqual({
      op: 'goal',
      stage: 1,
      core_c: 57,
      peak: true,
    })
    expect(ended(block({}), 1, 'minutes', 30)).toEqual({ op: 'length', stage: 1, minutes: 30 })
    expect(ended(block({}), 1, 'crisp', 0)).toEqual({ op: 'outcome', stage: 1, what: 'crisp' })
  })
})

it('opens a joint without a way with its own peak and rest', () => {
  expect(firstWay({ wanted_c: 62.04, rest_min: 20 }, false)).toBe(
    '160C until peak 62C; rest tented 20min',
  )
  expect(firstWay({ wanted_c: 72, rest_min: 0 }, true)).toBe('160C until tender; rest tented 1min')
})
