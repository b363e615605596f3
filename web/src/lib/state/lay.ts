// A cut is enough to begin with: a joint of it on the block, the rest as usual until it is said.

import { http, want, type Cut, type Oven, type Schemas } from '$lib/api/client'
import { kitchen } from '$lib/state/kitchen.svelte'
import { nextSeven } from '$lib/units'

type Roast = Schemas['RoastOut']
/** Out of a fridge, for a while. */
const USUAL_START_C = 6

/** The oven to begin with: the first there is, else one of which nothing is known yet. */
export async function firstOven(): Promise<Oven> {
  if (kitchen.ovens.length === 0) {
    const body = { name: 'My oven', marks: 'C', kind: 'fan', assumed: true } as never
    await want(http.POST('/ovens', { body }))
    await kitchen.reloadOvens()
  }
  const oven = kitchen.ovens[0]
  if (oven === undefined) throw new Error('There is no oven yet: describe one under Ovens.')
  return oven
}

export type InAlready = {
  cut: Cut
  weight_kg: number
  assumed: Roast['assumed']
  oven: Oven
  at: Date
  /** What its dial shows, °C. */
  dial_c: number
  /** What it reads now, °C; null where nobody looked. */
  core_c: number | null
}

/** Follow a joint that is in already; the id of its roast. Throws `Refused` with the reason. */
export async function followCut(told: InAlready): Promise<string> {
  const { cut, oven, at, weight_kg, dial_c, core_c, assumed } = told
  const body = {
    joint: { cut: cut.id, weight_kg, start_c: USUAL_START_C, own: cut.own ?? null },
    oven_id: oven.id,
    wanted_c: cut.wanted_c,
    thermometer: core_c === null ? 'none' : 'leave-in',
    at: at.toISOString(),
    dial_c,
    core_c,
    assumed,
  }
  const roast = await want(http.POST('/roasts/in-already', { body: body as never }))
  await kitchen.reload()
  return roast.id
}

/** Lay a cut on the block; the id of its roast. Throws `Refused` with the reason. */
export async function layCut(cut: Cut): Promise<string> {
  const oven = await firstOven()
  const roast = await want(
    http.POST('/roasts', {
      body: {
        name: cut.name,
        joint: {
          cut: cut.id,
          flags: [],
          weight_kg: cut.usual_kg,
          start_c: USUAL_START_C,
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
        assumed: ['weight_kg', 'start_c', 'wanted_c', 'rest_min', 'thermometer', 'serve_at'],
      },
    }),
  )
  await kitchen.reload()
  return roast.id
}
