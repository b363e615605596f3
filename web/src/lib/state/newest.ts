/** Keeps answers in the order they were asked for: one that comes in after the answer to a later
 * asking is thrown away, for it tells of an older house. Null answers nothing. */
export function newest<T>(keep: (answer: T) => void): (ask: Promise<T | null>) => Promise<void> {
  let asked = 0
  let heard = 0
  return async (ask) => {
    const turn = ++asked
    const answer = await ask
    if (answer === null || turn < heard) return
    heard = turn
    keep(answer)
  }
}
