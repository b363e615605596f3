// Places in the joint as the cook names them.

import type { Outlook, Roast } from '$lib/api/client'
import type { Where } from '$lib/state/roast.svelte'
import { length, shownIn, temp, type Units } from '$lib/units'

const MIDDLE = /^(the )?(middle|core|centre|center)?$/i
const THIN = /^(at )?(the )?thin(ner)? end$/i

/** What was typed as the place of a reading. */
export function placeOf(typed: string): Where {
  const name = typed.trim()
  if (MIDDLE.test(name)) return { place: 'core' }
  return THIN.test(name) ? { place: 'thin_end' } : { place: 'core', spot: name }
}

/** Where a reading was taken. */
export function spotOf(reading: { place: string; spot?: string }): string {
  if (reading.place === 'thin_end') return 'thin end'
  return reading.spot || 'middle'
}

/** The places one may mean: the two that are always there, and those named before. */
export function spotsOf(roast: Roast): string[] {
  return [...new Set(['middle', 'thin end', ...roast.readings.map(spotOf)])]
}

/** What the places say beside each other: the lowest counts, and why the others read more. */
export function placesSaid(places: Outlook['places'], units: Units): string {
  const [lowest, ...others] = places
  if (lowest === undefined) return ''
  const told = others.map((p) => {
    const by = shownIn('difference', p.over_c, units).toFixed(0)
    const off =
      p.off_mm === null || p.off_mm < 1 ? '' : `, about ${length(p.off_mm, units)} off that`
    return p.over_c < 0.5 ? `${p.name} reads the same` : `${p.name} ${by}° more${off}`
  })
  return `The lowest counts: ${lowest.name}, ${temp(lowest.value_c, units, true)}; ${told.join('; ')}.`
}
