// Instruments that push: what they show now, and whether they have fallen silent.

import type { Instrument, Roast } from '$lib/api/client'

/** Silent for more than this many of its own intervals, an instrument is lost. */
const MISSED = 2

export type Showing = {
  device: string
  name: string
  channel: string
  place: string
  value: number
  at: Date
  lost: boolean
  low: boolean
}

/** Whether an instrument is silent for too long at `now`. */
export function isLost(one: Pick<Instrument, 'last_at' | 'every_s'>, now: Date): boolean {
  return now.getTime() - new Date(one.last_at).getTime() > MISSED * one.every_s * 1000
}

/** What the channels in a joint show, the middle first. */
export function showing(roast: Roast, instruments: readonly Instrument[], now: Date): Showing[] {
  const order = ['core', 'thin_end', 'near_surface', 'air']
  return roast.attached
    .flatMap((tip) => {
      const one = instruments.find((i) => i.id === tip.device)
      const value = one?.latest.find((v) => v.channel === tip.channel)
      if (one === undefined || value === undefined) return []
      return [
        {
          ...tip,
          name: one.name,
          value: value.value,
          at: new Date(value.at),
          lost: isLost(one, now),
          low: one.low,
        },
      ]
    })
    .sort((a, b) => order.indexOf(a.place) - order.indexOf(b.place))
}

/** Where a tip sits, in words. */
export const PLACES: [string, string][] = [
  ['core', 'in the middle'],
  ['thin_end', 'at the thin end'],
  ['near_surface', 'near the surface'],
  ['air', 'in the oven’s air'],
]

export const placeWords = (place: string): string =>
  PLACES.find(([id]) => id === place)?.[1] ?? place

/** What the scale that was heard of last shows, in grams; undefined without one. */
export function newestGrams(instruments: readonly Instrument[]): number | undefined {
  return instruments
    .flatMap((i) => i.latest.filter((v) => v.unit === 'g'))
    .toSorted((a, b) => b.at.localeCompare(a.at))[0]?.value
}
