// Small things kept in this browser. Private windows may refuse: then they last as long as the page.

import { PRACTICE } from '$lib/api/base'

const PREFIX = 'trencher.'
// What belongs to one kitchen; all else is of this screen, in a practice too.
const OF_A_KITCHEN = ['queue', 'queue.refused', 'clock', 'alarms']
const keyOf = (name: string): string =>
  PRACTICE !== '' && OF_A_KITCHEN.includes(name)
    ? `${PREFIX}practice.${PRACTICE}.${name}`
    : PREFIX + name

const page = new Map<string, string>()

/** What was kept under a name, or what to take instead. */
export function local<T>(name: string, otherwise: T): T {
  try {
    const text = page.get(name) ?? localStorage.getItem(keyOf(name))
    return text === null ? otherwise : (JSON.parse(text) as T)
  } catch {
    return otherwise
  }
}

/** Keep something under a name. */
export function keepLocal(name: string, value: unknown): void {
  const text = JSON.stringify(value)
  try {
    localStorage.setItem(keyOf(name), text)
    page.delete(name)
  } catch {
    page.set(name, text)
  }
}
