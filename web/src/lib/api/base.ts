// Which kitchen this page speaks with: the real one, or that of a practice. A tab stays in its
// practice when it is loaded again; another tab is not in it.

const KEY = 'trencher.in-practice'
const KEPT = 'trencher.practice.'

function kept(): string {
  try {
    return sessionStorage.getItem(KEY) ?? ''
  } catch {
    return ''
  }
}

/** The id of the practice this tab is in; "" for the real kitchen. */
export const PRACTICE = kept()
/** Where the kitchen's questions and commands go. */
export const BASE = PRACTICE === '' ? '/api' : '/api/in-practice'

/** Into a practice, or with "" out of it; the page begins anew at `address`. */
export function enter(id: string, address: string): void {
  try {
    // What this tab kept of another practice goes with it.
    for (const name of Object.keys(localStorage)) {
      if (name.startsWith(KEPT) && !name.startsWith(`${KEPT}${id}.`)) localStorage.removeItem(name)
    }
    if (id === '') sessionStorage.removeItem(KEY)
    else sessionStorage.setItem(KEY, id)
  } catch {
    return
  }
  location.assign(address)
}
