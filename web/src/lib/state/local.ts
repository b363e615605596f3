// Small things kept in this browser. Private windows may refuse: then they last as long as the page.

import { PRACTICE } from '$lib/api/base'

// What waits to be handed over belongs to one kitchen.
const PREFIX = PRACTICE === '' ? 'trencher.' : `trencher.practice.${PRACTICE}.`
const page = new Map<string, string>()

/** What was kept under a name, or what to take instead. */
export function local<T>(name: string, otherwise: T): T {
  try {
    const text = page.get(name) ?? localStorage.getItem(PREFIX + name)
    return text === null ? otherwise : (JSON.parse(text) as T)
  } catch {
    return otherwise
  }
}

/** Keep something under a name. */
export function keepLocal(name: string, value: unknown): void {
  const text = JSON.stringify(value)
  try {
    localStorage.setItem(PREFIX + name, text)
    page.delete(name)
  } catch {
    page.set(name, text)
  }
}
