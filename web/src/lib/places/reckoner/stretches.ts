// A text cut into what was read and what was not, with the stages each stretch became.

import type { Reckoning } from '$lib/api/client'

export type Stretch = { text: string; read: boolean; stages: number[] }

/** Places in their order; what overlaps an earlier one is left out, what lies between is not read. */
export function stretchesOf(text: string, found: Pick<Reckoning, 'read'>): Stretch[] {
  const parts: Stretch[] = []
  let at = 0
  const bare = (to: number): void => {
    if (to > at) parts.push({ text: text.slice(at, to), read: false, stages: [] })
  }
  for (const place of found.read) {
    if (place.start < at) continue
    bare(place.start)
    parts.push({
      text: text.slice(place.start, place.end),
      read: true,
      stages: place.stages,
    })
    at = place.end
  }
  bare(text.length)
  return parts
}
