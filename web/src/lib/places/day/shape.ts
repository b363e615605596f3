// The day's clock as geometry: a vertical scale that widens towards the table, lanes, and what
// stands side by side in one lane. Pure; minutes before the table in, px out.

import { scaleLinear } from 'd3-scale'
import type { Day, DaySpan, DayStep } from '$lib/api/client'
import { hour, later } from '$lib/units'

export const NEAR_MIN = 75
const NEAR_PX = 4.6
const FAR_PX = 1.55
const BEFORE_PX = 0.11
export const STEP_MIN = 5

export type ClockScale = { y: (min: number) => number; min: (y: number) => number; height: number }

/** The last hour and a quarter is where everything happens: it gets three times the paper. The days
 * before, from `before` on, stand above it on very little. */
export function clockScale(first: number, last: number, before = first): ClockScale {
  const from = Math.min(first, -NEAR_MIN - 10)
  const near = -NEAR_MIN
  const days = Math.max(from - before, 0) * BEFORE_PX
  const far = days + (near - from) * FAR_PX
  const height = far + NEAR_MIN * NEAR_PX + Math.max(last, 0) * NEAR_PX
  const top = days > 0 ? [before] : []
  const scale = scaleLinear(
    [...top, from, near, Math.max(last, 0)],
    [...top.map(() => 0), days, far, height],
  )
  return { y: (m) => scale(m), min: (y) => scale.invert(y), height }
}

/** The first minute of the day's own work: what comes before the day stands in the list alone. */
export function firstOfDay(day: Day): number {
  const own = day.steps.filter((s) => s.code !== 'before').map((s) => s.at_min)
  return own.length === 0 ? -120 : Math.min(...own)
}

/** The first minute of all: of what comes before the day too, if anything does. */
export function firstOfAll(day: Day, first: number): number {
  const all = [...day.steps.map((s) => s.at_min), ...day.spans.map((s) => s.from_min)]
  return Math.min(first, ...all.map((at) => at - 60))
}

/** Quarters of the days before to be marked; a midnight by its weekday. */
export function marksBefore(
  before: number,
  first: number,
  serve: Date,
): { min: number; at: Date; midnight: boolean }[] {
  const found: { min: number; at: Date; midnight: boolean }[] = []
  const at = new Date(serve.getTime() + before * 60_000)
  at.setHours(Math.ceil((at.getHours() + at.getMinutes() / 60) / 6) * 6, 0, 0, 0)
  for (; at.getTime() < serve.getTime() + (first - 150) * 60_000; at.setHours(at.getHours() + 6)) {
    const min = (at.getTime() - serve.getTime()) / 60_000
    found.push({ min, at: new Date(at), midnight: at.getHours() === 0 })
  }
  return found
}

/** Hours to be marked: every half hour, in the last stretch every quarter. */
export function marks(first: number, serve: Date): { min: number; at: Date; whole: boolean }[] {
  const found: { min: number; at: Date; whole: boolean }[] = []
  const at = new Date(serve.getTime() + first * 60_000)
  at.setMinutes(Math.ceil(at.getMinutes() / 15) * 15, 0, 0)
  for (; at.getTime() < serve.getTime() - 60_000; at.setMinutes(at.getMinutes() + 15)) {
    const min = (at.getTime() - serve.getTime()) / 60_000
    if (min < -NEAR_MIN && at.getMinutes() % 30 !== 0) continue
    found.push({ min, at: new Date(at), whole: at.getMinutes() === 0 })
  }
  return found
}

export type Lane = { id: string; name: string }

/** Hands, each oven in use or not, hob, the fridge where something stands in it, and what waits. */
export function lanesOf(ovens: { id: string; name: string }[], fridge = false): Lane[] {
  return [
    { id: 'hands', name: 'Hands' },
    ...ovens.map((o) => ({ id: `oven:${o.id}`, name: o.name })),
    { id: 'hob', name: 'Hob' },
    ...(fridge ? [{ id: 'fridge', name: 'Fridge' }] : []),
    { id: 'table', name: 'Resting, waiting' },
  ]
}

export type Laid = { span: DaySpan; column: number; columns: number }

/** Spans of one lane side by side where they overlap: each in a column, columns shared by a run. */
export function laid(spans: readonly DaySpan[]): Laid[] {
  const order = spans.toSorted((a, b) => a.from_min - b.from_min || b.to_min - a.to_min)
  const found: Laid[] = []
  let run: Laid[] = []
  let ends: number[] = []
  const close = (): void => {
    for (const one of run) one.columns = ends.length
    found.push(...run)
    run = []
    ends = []
  }
  for (const span of order) {
    if (ends.length > 0 && Math.max(...ends) <= span.from_min + 1e-6) close()
    let column = ends.findIndex((end) => end <= span.from_min + 1e-6)
    if (column === -1) column = ends.push(span.to_min) - 1
    ends[column] = Math.max(ends[column] ?? -Infinity, span.to_min)
    run.push({ span, column, columns: 1 })
  }
  close()
  return found
}

/** When hands are busy with something of their own, for the lane that shows it. */
export function handsOf(steps: readonly DayStep[]): DaySpan[] {
  return steps
    .filter((s) => s.hands_min > 0)
    .map((s) => ({
      dish: s.dish,
      kind: 'hands',
      lane: 'hands',
      from_min: s.at_min,
      to_min: s.code === 'carve' || s.code === 'plate' ? s.until_min : s.at_min + s.hands_min,
      label: s.words,
      air_c: null,
      note: '',
      step: s.id,
    }))
}

/** A pulled minute on whole steps. */
export function snapped(min: number): number {
  return STEP_MIN * Math.round(min / STEP_MIN)
}

/** How strongly a block is coloured for its heat, 0 … 1. */
export function glow(air: number | null): number {
  return air === null ? 0 : Math.min(1, Math.max(0, (air - 80) / 170))
}

/** What the change of a day costs or gains, in short sentences. */
export function costs(before: Day, after: Day): string[] {
  const found: string[] = []
  for (const side of after.sides) {
    const was = before.sides.find((s) => s.id === side.id)
    if (was === undefined) continue
    if (was.drag_min !== null && side.drag_min === null) found.push(`${side.name} has no place`)
    else if (was.drag_min === null && side.drag_min !== null) found.push(`${side.name} fits`)
    else if (side.look !== was.look && side.look !== '') found.push(`${side.name} ${side.look}`)
    const more = (side.waits_min ?? 0) - (was.waits_min ?? 0)
    if (side.waits_min !== null && Math.abs(more) >= 5)
      found.push(
        more > 0
          ? `${side.name} waits ${Math.round(side.waits_min)} min`
          : `${side.name} waits ${Math.round(-more)} min less`,
      )
  }
  const gone = after.clashes.length - before.clashes.length
  if (gone > 0) found.push(gone === 1 ? 'one more clash' : `${gone} more clashes`)
  if (found.length === 0) found.push('costs nothing')
  return found
}

const several = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`

/** What the cook has at hand, in a line. */
export function stoveSays(day: Day): string {
  const helpers = day.helpers.length > 0 ? ` (${day.helpers.join(', ')} could help)` : ''
  return [
    `${several(day.hands, 'pair', 'pairs')} of hands${helpers}`,
    several(day.rings, 'ring', 'rings'),
    several(day.tins ?? 0, 'tin', 'tins'),
    `${several(day.shelves, 'shelf', 'shelves')} free`,
    day.quiet ? `quiet ${day.quiet[0]} to ${day.quiet[1]}` : '',
  ]
    .filter((said) => said !== '')
    .join(' · ')
}

/** The steps of a day as one at the stove needs them: what is due, the next few, the rest. */
export function nowNextLater(
  day: Day,
  nowMin: number,
): { now: DayStep[]; next: DayStep[]; later: DayStep[]; over: DayStep[] } {
  const over = day.steps.filter((s) => s.done_at !== null || s.skipped_at !== null)
  const left = day.steps.filter((s) => s.done_at === null && s.skipped_at === null)
  const due = new Set([...day.where.late, ...day.where.now])
  const now = left.filter((s) => due.has(s.id) || s.at_min <= nowMin)
  const ahead = left.filter((s) => !now.includes(s))
  return { now, next: ahead.slice(0, NEXT), later: ahead.slice(NEXT), over }
}
const NEXT = 3

/** How many steps, and when the first and the last of them is. */
export function stepsSay(steps: readonly DayStep[], serve: Date): string {
  const [first, last] = [steps[0], steps.at(-1)]
  if (first === undefined || last === undefined) return ''
  const at = (s: DayStep): string => hour(later(serve, s.at_min))
  return `${several(steps.length, 'step', 'steps')}, ${at(first)} to ${at(last)}`
}

/** The sides by name. */
export function sidesSay(day: Day): string {
  return day.sides.length === 0 ? 'none yet' : day.sides.map((s) => s.name).join(' · ')
}
