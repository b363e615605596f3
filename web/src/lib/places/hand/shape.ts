// What a hand on the picture means: pixels to minutes, heats and goals. Pure.

import type { Block, Edit, Forecast, Shaped } from '$lib/api/client'
import { fromF, keptFrom, toF, type Units } from '$lib/units'

type Stage = Forecast['stages'][number]

const LONGEST = 48 * 60
const clamp = (value: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, value))

/** Bounds of what can be pulled: minutes of a stage, air and goal in °C. */
export const BOUNDS = {
  minutes: [1, LONGEST],
  air: [30, 350],
  goal: [30, 99],
} as const

/** Where stages stand: as forecast, else by their own minutes one after another. */
export function spans(shaped: Shaped): { start: number; end: number }[] {
  const told = shaped.forecast?.stages
  if (told !== undefined && told.length >= shaped.blocks.length) {
    return shaped.blocks.map((_, i) => ({
      start: told[i]?.start_min ?? 0,
      end: told[i]?.end_min ?? 0,
    }))
  }
  let at = 0
  return shaped.blocks.map((block) => {
    const length = block.ends === 'minutes' ? (block.value ?? 0) : block.kind === 'turn' ? 0 : 60
    at += length
    return { start: at - length, end: at }
  })
}

/** A stage pulled at its right edge by so many minutes: whole minutes, fives beyond two hours. */
export function pulledMinutes(from: number, by: number): number {
  const to = from + by
  const step = to > 120 ? 5 : 1
  return clamp(Math.round(to / step) * step, BOUNDS.minutes[0], BOUNDS.minutes[1])
}

/** A stage pulled at its top by so many °C: to fives of the unit that is shown. */
export function pulledHeat(from: number, by: number, units: Units): number {
  const to = from + by
  const five = units === 'C' ? Math.round(to / 5) * 5 : fromF(Math.round(toF(to) / 5) * 5)
  return clamp(five, BOUNDS.air[0], BOUNDS.air[1])
}

/** A handle moved by a key, from where it stands now; null where there is nothing to move.
 * `coarse`: with shift. */
export function nudged(
  now: Shaped,
  what: 'edge' | 'top' | 'flag' | 'block',
  stage: number,
  sign: number,
  coarse: boolean,
  units: Units,
): Edit | null {
  const block = now.blocks[stage]
  if (block === undefined) return null
  const degree = keptFrom('difference', 1, units)
  if (what === 'edge') {
    const at = spans(now)[stage]
    const long = Math.round((at?.end ?? 0) - (at?.start ?? 0))
    // Beyond two hours the smallest step is five minutes.
    const step = coarse ? 10 : long + sign > 120 ? 5 : 1
    return byTime(block) ? { op: 'length', stage, minutes: pulledMinutes(long, sign * step) } : null
  }
  if (what === 'top') {
    if (block.air_c === null) return null
    const by = sign * (coarse ? 25 : 5) * degree
    return { op: 'heat', stage, air_c: pulledHeat(block.air_c, by, units) }
  }
  if (what === 'flag') {
    if (!byCore(block) || block.value === null) return null
    const to = block.value + sign * (coarse ? 5 : units === 'C' ? 0.5 : 1) * degree
    return {
      op: 'goal',
      stage,
      core_c: clamp(to, BOUNDS.goal[0], BOUNDS.goal[1]),
      peak: block.ends === 'peak',
    }
  }
  const to = stage + sign
  return to >= 0 && to < now.blocks.length ? { op: 'move', stage, to } : null
}

/** The core at a minute of a forecast, carried on straight beyond its heated part. */
export function coreAt(forecast: Forecast, minute: number, until: number): number {
  const rows = forecast.series.filter((r) => r[0] <= until + 1e-6)
  const last = rows.at(-1)
  const before = rows.at(-4) ?? rows[0]
  if (last === undefined || before === undefined) return 0
  if (minute >= last[0]) {
    const rate = last[0] > before[0] ? (last[3] - before[3]) / (last[0] - before[0]) : 0
    return last[3] + rate * (minute - last[0])
  }
  const i = Math.max(
    1,
    rows.findIndex((r) => r[0] >= minute),
  )
  const [a, b] = [rows[i - 1], rows[i]]
  if (a === undefined || b === undefined) return last[3]
  return b[0] > a[0] ? a[3] + ((b[3] - a[3]) * (minute - a[0])) / (b[0] - a[0]) : b[3]
}

/** The flag carried along the curve by so many minutes: the goal moves with the core, in halves. */
export function pulledGoal(forecast: Forecast, stage: Stage, goal: number, by: number): number {
  const end = stage.end_min
  const moved = coreAt(forecast, end + by, end) - coreAt(forecast, end, end)
  return clamp(Math.round((goal + moved) * 2) / 2, BOUNDS.goal[0], BOUNDS.goal[1])
}

/** At which place a block lands that is let go at this minute. */
export function landing(shaped: Shaped, from: number, minute: number): number {
  const middles = spans(shaped).map((s) => (s.start + s.end) / 2)
  const others = middles.filter((_, i) => i !== from)
  return others.filter((m) => m < minute).length
}

/** Whether the right edge of a block can be pulled in time. */
export const byTime = (block: Block): boolean =>
  block.kind !== 'turn' && (block.ends === 'minutes' || block.ends === 'rate')

/** Whether a core ends the block. */
export const byCore = (block: Block): boolean =>
  block.ends === 'core' || block.ends === 'peak' || block.ends === 'held'

/** How a block's end is changed by a typed number of its kind. */
export function ended(
  block: Block,
  stage: number,
  how: 'minutes' | 'core' | 'peak' | 'brown' | 'crisp' | 'tender',
  value: number,
): Edit {
  if (how === 'minutes') return { op: 'length', stage, minutes: value }
  if (how === 'core' || how === 'peak') {
    return { op: 'goal', stage, core_c: value, peak: how === 'peak' }
  }
  return { op: 'outcome', stage, what: how }
}

/** A cook's word for a kind of stage. */
export const KINDS: Record<Block['kind'], string> = {
  oven: 'Oven',
  off: 'Oven off',
  sear: 'Pan',
  rest: 'Rest',
  wait: 'Stand',
  turn: 'Turn over',
}

/** The way a joint without one is opened with: one temperature to its own peak and rest. */
export function firstWay(roast: { wanted_c: number; rest_min: number }, collagen: boolean): string {
  const goal = collagen ? 'until tender' : `until peak ${Number(roast.wanted_c.toFixed(1))}C`
  return `160C ${goal}; rest tented ${Math.max(1, Math.round(roast.rest_min))}min`
}

type Task = Block['tasks'][number]
const MOST_TASKS = 30

/** When a task of a stage falls due, in its own minutes; a repeated one at most thirty times. */
export function minutesOf(task: Task, length_min: number): number[] {
  const { every_min: every, at_min } = task
  if (every === null) return [at_min ?? 0]
  const times = Math.min(MOST_TASKS, Math.floor(length_min / every))
  return Array.from({ length: times }, (_, k) => (k + 1) * every)
}
