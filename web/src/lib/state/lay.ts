// A cut is enough to begin with: a joint of it on the block, the rest as usual until it is said.

import { http, want, type Cut } from '$lib/api/client'
import { kitchen } from '$lib/state/kitchen.svelte'
import { nextSeven } from '$lib/units'

/** Lay a cut on the block; the id of its roast. Throws `Refused` with the reason. */
export async function layCut(cut: Cut): Promise<string> {
  if (kitchen.ovens.length === 0) {
    await want(http.POST('/ovens', { body: { name: 'My oven', marks: 'C', kind: 'fan' } as never }))
    await kitchen.reloadOvens()
  }
  const oven = kitchen.ovens[0]
  if (oven === undefined) throw new Error('There is no oven yet: describe one under Ovens.')
  const roast = await want(
    http.POST('/roasts', {
      body: {
        name: cut.name,
        joint: {
          cut: cut.id,
          flags: [],
          weight_kg: cut.usual_kg,
          start_c: 6,
          surface: 'blotted',
          coat: 'none',
          pieces: 1,
          bones_on: false,
          own: cut.own ?? null,
        },
        oven_id: oven.id,
        wanted_c: cut.wanted_c,
        rest_min: 30,
        thermometer: 'leave-in',
        ahead_min: 0,
        buy: { leftover_plates: 0, label: '', offers: [] },
        care: {
          frozen: 'no' as const,
          thaw_in: 'fridge' as const,
          fridge_c: 4,
          salt_g_kg: 0,
          salt_id: 'fine',
          uncovered: false,
          marinade: false,
          tie: false,
          chill_min: 0,
          grain_deg: null,
        },
        serve_at: nextSeven(kitchen.now).toISOString(),
      },
    }),
  )
  await kitchen.reload()
  return roast.id
}
