// The pan's own clock: each of four faces has its share, and the oven waits beside it.

export const FACES = 4

export type SearClock = {
  /** The face that is down now, from 1. */
  face: number
  /** Minutes until the next turn, or until it leaves the pan; negative: overdue. */
  left: number
  /** Minutes until it leaves the pan. */
  out: number
}

/** Where a sear stands. `turned`: minutes of the roast at which it was turned, in this stage. */
export function searClock(
  start: number,
  end: number,
  now: number,
  turned: readonly number[],
): SearClock {
  const share = (end - start) / FACES
  const done = turned.filter((m) => m >= start && m <= now).length
  const since = done === 0 ? start : Math.max(...turned.filter((m) => m >= start && m <= now))
  const face = Math.min(done + 1, FACES)
  const left = face === FACES ? end - now : since + share - now
  return { face, left, out: end - now }
}

/** Minutes as a kitchen timer shows them: "2:05", "−0:30" overdue. */
export function timer(minutes: number): string {
  const seconds = Math.round(Math.abs(minutes) * 60)
  const text = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
  return minutes < 0 && seconds > 0 ? `−${text}` : text
}
