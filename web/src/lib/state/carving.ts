// When to carve: the last step of what comes next.

import type { Outlook } from '$lib/api/client'

/** From when it may be carved, and by when it should be, minutes of the roast. */
export function carveWindow(outlook: Outlook): { from: number; until: number } {
  const step = outlook.agenda.find((s) => s.code === 'carve')
  const from = step?.low_min ?? outlook.peak_min
  return { from, until: Math.max(step?.high_min ?? outlook.end_min, from) }
}
