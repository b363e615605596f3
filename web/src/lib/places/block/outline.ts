// The joint on the block, in the picture's own units: how large a millimetre is, its outline, its ruler.

import { area, curveCatmullRom, curveMonotoneX } from 'd3-shape'
import type { Edge, HeatMap } from '$lib/draw/meat'
import { factor, type Units } from '$lib/units'

export const WIDTH = 800
export const HEIGHT = 372
export const LEFT = 66
export const BASE = 300
/** Least and most of what is pulled, mm. */
export const LIMITS = { thickness_mm: [15, 400], length_mm: [20, 2000] } as const
export type Pulls = keyof typeof LIMITS

/** The end faces bulge: share of the first half disc, share of its height. */
const ROUND: [number, number][] = [
  [0, 0],
  [0.06, 0.42],
  [0.2, 0.66],
  [0.45, 0.84],
]
const CLEAR = 70
const BETWEEN_MM = 30
const TALLEST = 250
const LARGEST = 4

/** What is pulled, whole and within its ends. */
export function clamp(what: Pulls, value: number): number {
  return Math.min(LIMITS[what][1], Math.max(LIMITS[what][0], Math.round(value)))
}

/** How wide the cut face is beside it, mm. */
export function faceOf(map: HeatMap, thickness_mm: number): number {
  return thickness_mm * Math.min(map.width_over_thickness, 2.4)
}

/** The largest scale at which joint and face stand beside one another. */
export function roomFor(thickness_mm: number, length_mm: number, face_mm: number): number {
  const across = (WIDTH - LEFT - CLEAR) / (length_mm + BETWEEN_MM + face_mm)
  return Math.min(across, TALLEST / thickness_mm, LARGEST)
}

/** Where the joint stands at a scale. */
export function standing(
  thickness_mm: number,
  length_mm: number,
  scale: number,
): { top: number; middle: number; right: number } {
  const middle = BASE - 22 - (thickness_mm * scale) / 2
  return { middle, top: middle - (thickness_mm * scale) / 2, right: LEFT + length_mm * scale }
}

/** One contour of the heat as a path; `whole`: the joint itself, with its ends rounded. */
export function outline(
  points: Edge[],
  whole: boolean,
  map: HeatMap,
  at: { middle: number; sx: number; sy: number },
): string {
  const first = points[0]
  const last = points.at(-1)
  if (first === undefined || last === undefined) return ''
  const tip = map.at_mm[0] ?? 0
  const begin = ROUND.map(([x, h]): Edge => [tip * x, first[1] * h, first[2] * h])
  const end = ROUND.toReversed().map(([x, h]): Edge => {
    return [map.length_mm - tip * x, last[1] * h, last[2] * h]
  })
  const shape = area<Edge>(
    (p) => LEFT + p[0] * at.sx,
    (p) => at.middle - p[1] * at.sy,
    (p) => at.middle + p[2] * at.sy,
  ).curve(whole ? curveCatmullRom.alpha(0.5) : curveMonotoneX)
  return shape(whole ? [...begin, ...points, ...end] : points) ?? ''
}

export interface Tick {
  mm: number
  major: boolean
  text: string
}

/** Marks of the ruler: each centimetre, or each half inch. */
export function ticks(scale: number, units: Units): Tick[] {
  const step = units === 'C' ? 10 : factor('in') / 2
  const found: Tick[] = []
  for (let i = 0; i * step <= (WIDTH - LEFT - 8) / scale; i++) {
    const major = units === 'C' ? i % 5 === 0 : i % 2 === 0
    found.push({ mm: i * step, major, text: units === 'C' ? String(i * 10) : String(i / 2) })
  }
  return found
}

/** Where it will be sliced, mm from its end. */
export function cutsOf(length_mm: number, slice_mm: number): number[] {
  const count = Math.max(3, Math.round(length_mm / slice_mm))
  return Array.from({ length: count - 1 }, (_, i) => ((i + 1) * length_mm) / count)
}
