// Who sits down, in a few words. Pure.

import type { Guest } from '$lib/api/client'

/** Those who are named: `3 by the strict figure · 2 avoid something · allergies: nuts`. */
export function guestsSay(guests: readonly Guest[]): string {
  const strict = guests.filter((g) => g.strict).length
  const avoids = guests.filter((g) => g.avoids.length > 0).length
  const allergies = [...new Set(guests.flatMap((g) => g.allergies))]
  return [
    guests.length > 0 ? `${guests.length} by name` : '',
    strict > 0 ? `${strict} by the strict figure` : '',
    avoids === 0 ? '' : avoids === 1 ? 'one avoids something' : `${avoids} avoid something`,
    allergies.length > 0 ? `allergies: ${allergies.join(', ')}` : '',
  ]
    .filter((said) => said !== '')
    .join(' · ')
}

/** Who sits down, with how many they are in all. */
export function tableSays(people: number | null, guests: readonly Guest[]): string {
  const all = people === null ? 'nobody counted yet' : `${people} people`
  return guests.length === 0 ? all : `${all} · ${guestsSay(guests)}`
}

/** What was typed with commas, as a list. */
export function listed(text: string): string[] {
  return text
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '')
}

const EATS: Record<Guest['appetite'], string> = {
  small: 'eats little',
  usual: '',
  hearty: 'hearty',
}

/** What is known of a guest, in a line. */
export function guestSays(g: Guest): string {
  const said = [
    g.wish,
    EATS[g.appetite],
    ...g.avoids.map((what) => `no ${what}`),
    g.allergies.length > 0 ? `allergies: ${g.allergies.join(', ')}` : '',
    g.strict ? 'strict figure' : '',
  ].filter((one) => one !== '')
  return said.length === 0 ? 'as it comes' : said.join(' · ')
}
