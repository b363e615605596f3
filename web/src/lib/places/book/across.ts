// What the roasts of a Book tell together: planned against happened, by oven and by cut.

import type { Learned } from '$lib/api/client'

export type One = Learned['roasts'][number] & {
  short: NonNullable<Learned['roasts'][number]['short']>
}

/** Those with figures of their own. */
export function told(learned: Learned): One[] {
  return learned.roasts.filter((r): r is One => r.short !== null)
}

/** Planned and real minutes to the take-out, of those where both are known. */
export function gaps(
  roasts: readonly One[],
): { id: string; name: string; at: Date; planned: number; real: number; oven: string }[] {
  return roasts.flatMap((r) =>
    r.short.planned_min === null || r.short.pulled_min === null
      ? []
      : [
          {
            id: r.id,
            name: r.name,
            at: new Date(r.short.served_at),
            planned: r.short.planned_min,
            real: r.short.pulled_min,
            oven: r.oven_id,
          },
        ],
  )
}

export function median(values: readonly number[]): number | null {
  const sorted = values.toSorted((a, b) => a - b)
  const n = sorted.length
  if (n === 0) return null
  const [a, b] = [sorted[(n - 1) >> 1] ?? 0, sorted[n >> 1] ?? 0]
  return (a + b) / 2
}

export type ByCut = {
  cut: string
  count: number
  /** Loss from the raw to the cooked weight, and of how many. */
  loss: number | null
  weighed: number
  /** A cooked kilogram, in the cook's own money. */
  price: number | null
  priced: number
}

/** By cut, the most roasted first. */
export function byCut(roasts: readonly One[]): ByCut[] {
  const cuts = new Map<string, One[]>()
  for (const r of roasts) cuts.set(r.short.cut, [...(cuts.get(r.short.cut) ?? []), r])
  return [...cuts]
    .map(([cut, of]) => {
      const losses = of.flatMap(({ short: s }) =>
        s.cooked_kg === null || (s.raw_kg ?? s.kg) <= 0
          ? []
          : [1 - s.cooked_kg / (s.raw_kg ?? s.kg)],
      )
      const prices = of.flatMap(({ short: s }) =>
        s.price === null || s.cooked_kg === null ? [] : [s.price / s.cooked_kg],
      )
      return {
        cut,
        count: of.length,
        loss: median(losses),
        weighed: losses.length,
        price: median(prices),
        priced: prices.length,
      }
    })
    .toSorted((a, b) => b.count - a.count || a.cut.localeCompare(b.cut))
}

/** Later or sooner than planned as a share, in the order of their dates. */
export function drift(
  roasts: readonly One[],
  oven: string,
): { id: string; at: Date; share: number }[] {
  return gaps(roasts)
    .filter((g) => g.oven === oven && g.planned > 0)
    .map((g) => ({ id: g.id, at: g.at, share: g.real / g.planned - 1 }))
    .toSorted((a, b) => a.at.getTime() - b.at.getTime())
}
