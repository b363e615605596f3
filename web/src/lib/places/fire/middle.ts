// What is known of the middle this minute: shown by a tip that sits in it, read last, or reckoned.

import type { Instrument, Outlook, Roast } from '$lib/api/client'
import { showing } from '$lib/state/instruments'

type Tip = ReturnType<typeof showing>[number]

export interface Middle {
  /** A tip that sits in the middle and is heard of. */
  tip: Tip | undefined
  /** What it shows is not believed. */
  doubted: boolean
  last: Roast['readings'][number] | undefined
}

export function middleNow(
  roast: Roast,
  outlook: Outlook,
  instruments: Instrument[],
  now: Date,
): Middle {
  const tip = showing(roast, instruments, now).find((s) => s.place === 'core' && !s.lost)
  const doubted = outlook.live.some(
    (l) => l.device === tip?.device && l.channel === tip.channel && l.flag !== '',
  )
  return { tip, doubted, last: roast.readings.at(-1) }
}
