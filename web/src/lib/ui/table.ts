// Who sits down, in a few words. Pure.

import type { Guest } from '$lib/api/client'

/** `17 people · 3 by the strict figure · no beef for one · allergies: nuts`. */
export function tableSays(people: number | null, guests: readonly Guest[]): string {
  const strict = guests.filter((g) => g.strict).length
  const avoids = guests.filter((g) => g.avoids.length > 0).length
  const allergies = [...new Set(guests.flatMap((g) => g.allergies))]
  return [
    people === null ? 'nobody counted yet' : `${people} people`,
    guests.length > 0 ? `${guests.length} by name` : '',
    strict > 0 ? `${strict} by the strict figure` : '',
    avoids > 0 ? `${avoids} avoid something` : '',
    allergies.length > 0 ? `allergies: ${allergies.join(', ')}` : '',
  ]
    .filter((said) => said !== '')
    .join(' · ')
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
