// The picture of a method: its scales, what the hand holds, and what that would change. The start
// stands still while the hand is at work, so nothing slides away under it.

import { scaleLinear } from 'd3-scale'
import type { Edit, Shaped } from '$lib/api/client'
import { hours as hourMarks, type Scale } from '$lib/draw/curve'
import type { Pulled } from '$lib/draw/pull'
import { hour, later, type Units } from '$lib/units'
import { landing, nudged, pulledGoal, pulledHeat, pulledMinutes, spans } from './shape'

export const HEIGHT = 330
export const BASE = HEIGHT - 46
export const TOP = 34
const ROOM = BASE - TOP - 6
const EDGE = 6

export type What = 'edge' | 'top' | 'flag' | 'serve' | 'block'

interface Hold {
  base: string
  what: What
  stage: number
  from: number
  edit: Edit | null
  value: number
  startAt: number
  domain: [number, number]
  shaped: Shaped
}

export interface Given {
  shaped: Shaped
  serve: Date
  units: Units
  busy: boolean
  /** The hand is at work: the change as it would be, from the method it took hold of. */
  onpull: (base: string, edit: Edit) => void
  /** It lets go; null if nothing shall change. */
  ondrop: (base: string, edit: Edit | null) => void
  /** A key's change of the method as it is. */
  onedit: (edit: (now: Shaped) => Edit | null) => void
  onserve: (at: Date) => void
}

/** Scales and hands of one picture; `given` is read anew whenever it is asked. */
export class HandClock {
  /** Until it is told: no wider than a phone, whose whole page it would widen for a moment. */
  width = $state(340)
  hold = $state<Hold | null>(null)
  readonly #given: () => Given

  constructor(given: () => Given) {
    this.#given = given
  }

  readonly forecast = $derived.by(() => this.#given().shaped.forecast)
  readonly stages = $derived.by(() => spans(this.#given().shaped))
  readonly #total = $derived(this.forecast?.end_min ?? this.stages.at(-1)?.end ?? 60)
  readonly #startAt = $derived.by(() =>
    this.hold === null || this.hold.what === 'serve'
      ? this.#given().serve.getTime() - this.#total * 60_000
      : this.hold.startAt,
  )
  readonly #domain = $derived.by((): [number, number] => {
    if (this.hold !== null) return this.hold.domain
    const spare = Math.max(25, this.#total * 0.08) * 60_000
    const end = this.#given().serve.getTime() + Math.max(18 * 60_000, spare * 0.6)
    return [this.#startAt - spare, end]
  })
  readonly #clock = $derived(scaleLinear(this.#domain, [EDGE, this.width - EDGE]))
  readonly x = $derived((min: number): number => this.#clock(this.#startAt + min * 60_000))
  readonly #hottest = $derived(
    Math.max(260, ...(this.forecast?.series.map((r) => r[1] + 30) ?? [])),
  )
  readonly air: Scale = (c) => BASE - (Math.max(c, 0) / this.#hottest) * ROOM
  readonly core: Scale = (c) => BASE - (Math.max(c, 0) / 110) * ROOM
  readonly ticks = $derived.by(() => {
    const [from, to] = this.#domain
    const most = Math.max(3, Math.floor(this.width / 90))
    return hourMarks(later(from, 0), later(to, 0), most).map((at) => ({
      x: this.#clock(at.getTime()),
      text: hour(at),
    }))
  })
  /** The hour of serving, where the hand has it. */
  readonly serve = $derived.by(() => {
    return later(this.#given().serve, this.hold?.what === 'serve' ? this.hold.value : 0)
  })
  readonly serveX = $derived(this.#clock(this.serve.getTime()))
  /** Minutes by which it would be ready after the hour, as it is pulled; 0 else. */
  readonly late = $derived.by(() => {
    const { hold } = this
    if (hold === null || hold.what === 'serve' || hold.what === 'block') return 0
    return (this.#startAt + this.#total * 60_000 - this.#given().serve.getTime()) / 60_000
  })

  take(what: What, stage: number, from: number, event: PointerEvent): boolean {
    const { busy, shaped } = this.#given()
    if (event.button !== 0 || busy) return false
    event.preventDefault()
    ;(event.currentTarget as SVGElement).focus()
    const { method: base } = shaped
    const domain: [number, number] = [...this.#domain]
    const startAt = this.#startAt
    this.hold = { base, what, stage, from, edit: null, value: from, startAt, domain, shaped }
    return true
  }

  move({ dx, dy }: Pulled): void {
    const { hold } = this
    if (hold === null) return
    const minutes = dx / ((this.width - 2 * EDGE) / ((hold.domain[1] - hold.domain[0]) / 60_000))
    const [value, edit] = this.#meant(hold, minutes, -dy)
    const moved = value !== hold.value
    this.hold = { ...hold, value, edit: value === hold.from ? null : edit }
    if (moved && edit !== null && hold.what !== 'block') this.#given().onpull(hold.base, edit)
  }

  /** What so many minutes along and pixels up mean for what is held. */
  #meant(hold: Hold, minutes: number, up: number): [number, Edit | null] {
    const { what, stage, from, shaped } = hold
    if (what === 'edge') {
      const value = pulledMinutes(from, minutes)
      return [value, { op: 'length', stage, minutes: value }]
    }
    if (what === 'top') {
      const value = pulledHeat(from, (up / ROOM) * this.#hottest, this.#given().units)
      return [value, { op: 'heat', stage, air_c: value }]
    }
    if (what === 'flag') {
      const told = shaped.forecast?.stages[stage]
      if (told === undefined || shaped.forecast === null) return [from, null]
      const value = pulledGoal(shaped.forecast, told, from, minutes)
      const peak = shaped.blocks[stage]?.ends === 'peak'
      return [value, { op: 'goal', stage, core_c: value, peak }]
    }
    if (what === 'serve') return [Math.round(minutes / 5) * 5, null]
    const at = spans(shaped)[stage] ?? { start: 0, end: 0 }
    const to = landing(shaped, stage, (at.start + at.end) / 2 + minutes)
    return [to, to === stage ? null : { op: 'move', stage, to }]
  }

  drop(kept: boolean): void {
    const { hold } = this
    if (hold === null) return
    const { onserve, ondrop } = this.#given()
    const { what, base, edit, value, from } = hold
    this.hold = null
    if (!kept) {
      if (what !== 'serve' && what !== 'block') ondrop(base, null)
    } else if (what === 'serve') {
      if (value !== 0) onserve(later(this.#given().serve, value))
    } else if (value !== from || edit !== null) ondrop(base, edit)
  }

  key(what: What, stage: number, sign: number, coarse: boolean): void {
    const { serve, units, onserve, onedit } = this.#given()
    if (what === 'serve') {
      onserve(later(serve, sign * (coarse ? 30 : 5)))
    } else onedit((now) => nudged(now, what, stage, sign, coarse, units))
  }
}
