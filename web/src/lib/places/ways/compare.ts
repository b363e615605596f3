// Sorting, sifting and comparing ways: what a cook cares about, as numbers and as one sentence.

import type { Forecast, Way } from '$lib/api/client'
import { apart, delta, duration, hour, later, temp, type Units } from '$lib/units'

export type Worked = Way & { forecast: Forecast }

export type Care =
  'start' | 'hands' | 'even' | 'crust' | 'loss' | 'late' | 'climb' | 'sure' | 'peak' | 'rind'

/** Whether every stage ends by the clock: it is out on time, wherever its middle then is. */
export const byClock = (way: Worked): boolean => !/\buntil\b/.test(way.method)

/** How far the hour of the take-out is open, in minutes to either side; null before it is computed.
 * By the clock it is not open at all: there it is the middle that is. */
export function unsure(way: Worked): number | null {
  const { low, high } = way.forecast.pull_min
  if (byClock(way)) return 0
  return low === null || high === null ? null : (high - low) / 2
}

type Column = {
  id: Care
  /** Heading of the column, and how it is said when it is what counts. */
  head: string
  /** The same where there is room. */
  long: string
  says: string
  /** Smaller is better, for sorting. */
  rank: (way: Worked, wanted: number) => number
}

/** Every column of the ways; the table they are sorted and headed by. */
export const COLUMNS: Column[] = [
  {
    id: 'start',
    head: 'in by',
    long: 'in by',
    says: 'latest start',
    rank: (w) => w.forecast.end_min,
  },
  {
    id: 'peak',
    head: 'ends at',
    long: 'it ends at',
    says: 'nearest to the wanted',
    rank: (w, wanted) => Math.abs(w.forecast.peak_c.value - wanted),
  },
  {
    id: 'climb',
    head: 'climbs',
    long: 'it climbs',
    says: 'least climb',
    rank: (w) => w.forecast.carryover_c,
  },
  {
    id: 'even',
    head: 'as wanted',
    long: 'as wanted',
    says: 'most as wanted',
    rank: (w) => -(w.forecast.even_fraction ?? 0),
  },
  { id: 'crust', head: 'crust', long: 'crust', says: 'best crust', rank: (w) => -w.forecast.crust },
  { id: 'rind', head: 'rind', long: 'rind', says: 'crispest rind', rank: (w) => -w.forecast.crisp },
  {
    id: 'loss',
    head: 'loses',
    long: 'weight lost',
    says: 'least loss',
    rank: (w) => w.forecast.loss,
  },
  {
    id: 'late',
    head: '10′ late',
    long: '10 min late',
    says: 'least hurt by a late look',
    rank: (w) => Math.abs(w.forecast.late_c),
  },
  {
    id: 'hands',
    head: 'hands',
    long: 'of your time',
    says: 'least work',
    rank: (w) => w.hands_on_min,
  },
  {
    id: 'sure',
    head: '±',
    long: 'its hour, ±',
    says: 'surest of its hour',
    rank: (w) => unsure(w) ?? 0,
  },
]

/** The ways in the order of what counts. Ties keep the order they came in. */
export function ordered(ways: readonly Worked[], by: Care, wanted: number): Worked[] {
  const column = COLUMNS.find((c) => c.id === by)
  return column === undefined
    ? [...ways]
    : ways.toSorted((a, b) => column.rank(a, wanted) - column.rank(b, wanted))
}

export type Sieve = 'in_time' | 'crust' | 'no_pan' | 'crackles' | 'no_watch'

type Sift = { id: Sieve; says: string; keeps: (way: Worked, minutesLeft: number) => boolean }

export const SIEVES: Sift[] = [
  { id: 'in_time', says: 'still in time', keeps: (w, left) => w.forecast.end_min <= left },
  { id: 'crust', says: 'brown all round', keeps: (w) => w.forecast.crust >= 0.6 },
  { id: 'crackles', says: 'rind crackles', keeps: (w) => w.forecast.crackling === true },
  {
    id: 'no_pan',
    says: 'oven alone',
    keeps: (w) => !w.needs.some((n) => /pan|pot|salt|foil|liquid/.test(n)),
  },
  { id: 'no_watch', says: 'under 20 min of work', keeps: (w) => w.hands_on_min < 20 },
]

/** The ways that pass every sieve that is on. */
export function sifted(
  ways: readonly Worked[],
  on: readonly Sieve[],
  minutesLeft: number,
): Worked[] {
  const sieves = SIEVES.filter((s) => on.includes(s.id))
  return ways.filter((w) => sieves.every((s) => s.keeps(w, minutesLeft)))
}

/** A way whose joint stays in until its collagen gives: how pink it is was given up with it. */
export const untilTender = (way: Worked): boolean => way.method.includes('until tender')

/** How far a way ends from what is wanted, where that is worth a word; else empty. */
export function misses(way: Worked, wanted_c: number, units: Units): string {
  const off = way.forecast.peak_c.value - wanted_c
  if (Math.abs(off) < 1 || wanted_c >= 85 || untilTender(way)) return ''
  const by = apart(Math.abs(off), units)
  return `It would end ${by} ${off > 0 ? 'over' : 'under'} what you want.`
}

const percent = (share: number | null): number => Math.round((share ?? 0) * 100)
const lower = (name: string): string => name.charAt(0).toLowerCase() + name.slice(1)

/** Two ways in one breath: what the second costs and gives against the first. */
export function tradeoff(a: Worked, b: Worked, units: Units): string {
  const [f, g] = [a.forecast, b.forecast]
  const parts: string[] = []
  const longer = g.end_min - f.end_min
  if (Math.abs(longer) >= 5) {
    parts.push(`in ${duration(Math.abs(longer))} ${longer > 0 ? 'earlier' : 'later'}`)
  }
  const [even, other] = [percent(g.even_fraction), percent(f.even_fraction)]
  if (Math.abs(even - other) >= 4) {
    parts.push(`${even} % of the meat as wanted instead of ${other}`)
  }
  if (Math.abs(g.crust - f.crust) >= 0.15) {
    parts.push(g.crust > f.crust ? 'browns more' : 'browns less')
  }
  if (f.crackling !== null && f.crackling !== g.crackling) {
    parts.push(g.crackling ? 'makes the rind crackle' : 'leaves the rind soft')
  }
  if (Math.abs(g.carryover_c - f.carryover_c) >= 1) {
    parts.push(`climbs ${delta(g.carryover_c, units)} instead of ${delta(f.carryover_c, units)}`)
  }
  if (Math.abs(g.late_c - f.late_c) >= 0.4) {
    parts.push(
      `ten minutes late costs ${delta(g.late_c, units)} instead of ${delta(f.late_c, units)}`,
    )
  }
  if (percent(Math.abs(g.loss - f.loss)) >= 2) {
    parts.push(`loses ${percent(g.loss)} % of its weight instead of ${percent(f.loss)}`)
  }
  if (parts.length === 0) return `${b.name} and ${lower(a.name)} come to the same here.`
  return `${b.name}, against ${lower(a.name)}: ${parts.join('; ')}.`
}

/** The air of the longest stage in the oven, °C. */
function mainAir(f: Forecast): number | null {
  const ovens = f.stages.filter((s) => s.air_c !== null)
  const longest = ovens.toSorted((a, b) => b.end_min - b.start_min - (a.end_min - a.start_min))[0]
  return longest?.air_c ?? null
}

/** Why two ways differ, in the terms of heat; empty where their air is alike. */
export function because(a: Worked, b: Worked, units: Units): string {
  const [x, y] = [mainAir(a.forecast), mainAir(b.forecast)]
  if (x === null || y === null || Math.abs(x - y) < 15) return ''
  const [gentle, other, low, high] = x < y ? [a, b, x, y] : [b, a, y, x]
  const more = other.forecast
  const even = (gentle.forecast.even_fraction ?? 0) > (more.even_fraction ?? 0) + 0.03
  return (
    `Why: air of ${temp(low, units)} against ${temp(high, units)} drives heat in no faster than ` +
    `it spreads, so less waits in the outside${even ? ' and more of the meat ends alike' : ''}.`
  )
}

/** Eight in ten peaks lie between; empty before the bands are there. */
function middle(f: Forecast, units: Units): string {
  const { low, high } = f.peak_c
  return low === null || high === null
    ? ''
    : `${temp(low, units, true)} to ${temp(high, units, true)}`
}

/** Which of two ways suits a fixed hour, and why; empty before the bands are there. */
export function forFixedHour(a: Worked, b: Worked, units: Units): string {
  const [x, y] = [unsure(a), unsure(b)]
  if (x === null || y === null) return ''
  if (byClock(a) && byClock(b)) {
    const [one, two] = [middle(a.forecast, units), middle(b.forecast, units)]
    if (one === '' || two === '') return ''
    return (
      `By the clock both are out on time; what is open is the middle: ${lower(a.name)} ${one}, ` +
      `${lower(b.name)} ${two}.`
    )
  }
  if (byClock(a) || byClock(b)) {
    const clock = byClock(a) ? a : b
    return `For a fixed hour: ${lower(clock.name)}, out by the clock, wherever its middle then is.`
  }
  const [sure, other, least, most] = x <= y ? [a, b, x, y] : [b, a, y, x]
  if (most - least < 3) {
    return `For a fixed hour they are alike: each take-out is known to about ±${Math.round(most)} min.`
  }
  return (
    `For a fixed hour: ${lower(sure.name)}, whose take-out is known to ±${Math.round(least)} min; ` +
    `${lower(other.name)} only to ±${Math.round(most)}, so start it that much earlier and hold it.`
  )
}

/** Notes that are said before the way is opened, too. */
export const LOUD = ['coat_scorches', 'still_tough']

export const inPercent = (share: number): string => `${Math.round(share * 100)} %`

/** A band of temperatures, bare; nothing where it is not known. */
export function band(low: number | null, high: number | null, units: Units): string {
  return low === null || high === null ? '' : `${temp(low, units, true)}–${temp(high, units, true)}`
}

/** A figure of a way as it is shown: an hour, a temperature, a share, a word. */
export function figureOf(
  way: Worked,
  care: Care,
  { serve, units, now, quick }: { serve: Date; units: Units; now: Date; quick: boolean },
): string {
  const f = way.forecast
  switch (care) {
    case 'start': {
      const at = later(serve, -f.end_min)
      return at.getTime() < now.getTime() ? `${hour(at)}, past` : hour(at)
    }
    case 'peak':
      return temp(f.peak_c.value, units, true)
    case 'climb':
      return delta(f.carryover_c, units)
    case 'even':
      return untilTender(way) ? '–' : inPercent(f.even_fraction ?? 0)
    case 'crust':
      return f.crust < 0.15 ? 'none' : f.crust < 0.6 ? 'pale' : 'brown'
    case 'rind':
      return f.crackling ? 'crisp' : f.crisp > 0.3 ? 'half' : 'soft'
    case 'loss':
      return inPercent(f.loss)
    case 'late':
      return quick ? '…' : delta(f.late_c, units)
    case 'hands':
      return `${Math.round(way.hands_on_min)} min`
    case 'sure': {
      const about = unsure(way)
      return about === null ? '…' : byClock(way) ? 'clock' : `${Math.round(about)} min`
    }
  }
}
