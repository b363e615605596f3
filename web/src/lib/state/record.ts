// A record that cannot be read, in a cook's words. Pure.

import type { KitchenRecord } from '$lib/api/client'
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
export function called(record: Pick<KitchenRecord, 'kind' | 'id' | 'name'>): string {
  if (record.kind === 'day') return `The day ${day(new Date(record.name))}`
  if (record.kind === 'oven') return `The oven ${record.name}`
  return record.kind === 'setting' ? (SETTINGS[record.id] ?? `“${record.id}”`) : record.name
}

/** What is done to go on without it. */
export const ASIDE: Record<KitchenRecord['kind'], string> = {
  roast: 'Put it aside',
  day: 'Begin that day anew',
  oven: 'Give its facts anew',
  setting: 'Go on without it',
}
