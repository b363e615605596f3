// A record that cannot be read, in a cook's words. Pure.

import type { Stray } from '$lib/api/client'
import { day } from '$lib/units'

const SETTINGS: Record<string, string> = {
  people: 'Who sits down',
  bands: 'Your words for doneness',
  own_cuts: 'Your own cuts',
  own_sides: 'Your own sides',
  own_methods: 'Your own methods',
  own_figures: 'Your own figures',
  profile: 'Which authority’s figures',
  tins: 'Your tins',
}

/** What a cook calls a record. */
export function called(stray: Pick<Stray, 'record' | 'id' | 'name'>): string {
  if (stray.record === 'day') return `The day ${day(new Date(stray.name))}`
  if (stray.record === 'oven') return `The oven ${stray.name}`
  return stray.record === 'setting' ? (SETTINGS[stray.id] ?? `“${stray.id}”`) : stray.name
}

/** What is done to go on without it. */
export const ASIDE: Record<Stray['record'], string> = {
  roast: 'Put it aside',
  day: 'Begin that day anew',
  oven: 'Give its facts anew',
  setting: 'Go on without it',
}
