// Scales and paths of the curves: core, air, bands. Pure; px in, path text out.

import { scaleLinear } from 'd3-scale'
import { area, curveMonotoneX, line } from 'd3-shape'

export type Row = readonly [number, number, number, number]

export type Box = {
  width: number
  height: number
  left: number
  right: number
  top: number
  bottom: number
}

export type Scale = (value: number) => number

export type Axes = { x: Scale; y: Scale; air: Scale; ticks: number[] }

const CORE_TOP_C = 100

/** Axes over minutes `from`…`to`; the core has its own scale, the air fills the lower part. */
export function axes(box: Box, from: number, to: number, coreTop = CORE_TOP_C): Axes {
  const x = scaleLinear([from, to], [box.left, box.width - box.right])
  const y = scaleLinear([0, coreTop], [box.height - box.bottom, box.top])
  const air = scaleLinear([0, 300], [box.height - box.bottom, box.top])
  return { x, y, air, ticks: y.ticks(6) }
}

/** A line through (minute, value). */
export function linePath(
  points: readonly (readonly [number, number])[],
  x: Scale,
  y: Scale,
): string {
  return (
    line<readonly [number, number]>(
      (p) => x(p[0]),
      (p) => y(p[1]),
    ).curve(curveMonotoneX)(points) ?? ''
  )
}

/** The soft ribbon between two values. */
export function ribbonPath(rows: readonly Row[], x: Scale, y: Scale): string {
  return (
    area<Row>(
      (r) => x(r[0]),
      (r) => y(r[2]),
      (r) => y(r[3]),
    ).curve(curveMonotoneX)(rows) ?? ''
  )
}

/** Heat as a silhouette standing on the baseline. */
export function silhouette(
  points: readonly (readonly [number, number])[],
  x: Scale,
  y: Scale,
): string {
  return (
    area<readonly [number, number]>(
      (p) => x(p[0]),
      () => y(0),
      (p) => y(p[1]),
    )(points) ?? ''
  )
}

/** Full hours (and halves, when there is room) between two moments. */
export function hours(from: Date, to: Date, maximum = 9): Date[] {
  const span = (to.getTime() - from.getTime()) / 60_000
  const step = [15, 30, 60, 120, 240].find((m) => span / m <= maximum) ?? 480
  const first = new Date(from)
  first.setSeconds(0, 0)
  first.setMinutes(0)
  const found: Date[] = []
  for (let t = first.getTime(); t <= to.getTime(); t += step * 60_000) {
    if (t >= from.getTime()) found.push(new Date(t))
  }
  return found
}
