// The joint as it lies on the block: which cut it is, and how large.

import type { Cut, Forecast, Joint } from '$lib/api/client'

export const MEASURES = [
  ['Thickness', 'thickness_mm', 15, 400],
  ['Width', 'width_mm', 15, 1000],
  ['Length', 'length_mm', 20, 2000],
] as const
export type Size = Record<(typeof MEASURES)[number][1], number>

/** What the block shows of a cut. */
export type Named = Pick<Cut, 'name' | 'note' | 'rind' | 'fat_mm' | 'bone_share'>

/** The joint's cut; one of one's own that was forgotten since, as the joint still knows it. */
export function cutOf(joint: Joint | undefined, cuts: Cut[]): Named | undefined {
  const known = cuts.find((cut) => cut.id === joint?.cut)
  if (known !== undefined || !joint?.own) return known
  const unknown = { note: '', rind: false, fat_mm: 0, bone_share: 0 }
  return { ...unknown, ...(joint.own as { name: string }) }
}

/** Its measures: taken, else reckoned from its weight, else of some joint while nothing is known. */
export function sizeOf(joint: Joint | undefined, forecast: Forecast | null): Size {
  const one = (key: keyof Size, some: number): number => joint?.[key] ?? forecast?.size[key] ?? some
  return {
    thickness_mm: one('thickness_mm', 80),
    width_mm: one('width_mm', 80),
    length_mm: one('length_mm', 200),
  }
}

/** The same joint, ten millimetres more all round, within what is allowed. */
export function thicker(joint: Joint, size: Size): [Joint, Joint] {
  const { thickness_mm, width_mm } = size
  const grown = (key: keyof Size): number =>
    Math.min(MEASURES.find((m) => m[1] === key)?.[3] ?? Infinity, size[key] + 10)
  return [
    { ...joint, thickness_mm: grown('thickness_mm'), width_mm: grown('width_mm') },
    { ...joint, thickness_mm, width_mm },
  ]
}
