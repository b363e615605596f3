// Where a raw weight goes, and how thick a piece is that only a string and a ruler have measured.

import type { Schemas } from '$lib/api/client'

export type Part = { name: string; words: string; kg: number; share: number }

/** The parts of a raw weight in the order in which they leave it; nothing of no weight. */
export function parts(y: Schemas['YieldOut']): Part[] {
  const all: [string, string, number][] = [
    ['bone', 'bone', y.bone_kg],
    ['trim', 'trim', y.trim_kg],
    ['fat', 'fat', y.fat_kg],
    ['oven', 'lost in the oven', y.cooking_kg],
    ['eaten', 'eaten', y.cooked_kg],
  ]
  const total = all.reduce((sum, part) => sum + part[2], 0)
  return all
    .filter((part) => part[2] > 0.004)
    .map(([name, words, kg]) => ({ name, words, kg, share: kg / total }))
}

/** Thickness from a string laid once round the thickest place, and the width where it is not round
 * (an ellipse's perimeter by its mean square); null where the string is too short for the width. */
export function fromString(around: number, width: number | null): number | null {
  if (width === null) return around / Math.PI
  const square = 2 * (around / Math.PI) ** 2 - width ** 2
  return square > 0 ? Math.sqrt(square) : null
}
