// What a fold of the block says while it is closed. Pure.

import type { Care, Forecast, Joint, Roast } from '$lib/api/client'
import { duration, length, temp, weight, type Units } from '$lib/units'

const FROZEN: Record<Care['frozen'], string> = {
  no: 'never frozen',
  was: 'frozen once, thawed',
  is: 'frozen now',
}

/** Before the day: frozen or not, salt, fridge, and what else is done to it; `flags`
 * raise its figure. */
export function careSays(care: Care, flags: number, units: Units): string {
  const done = [
    care.uncovered ? 'dried uncovered' : '',
    care.marinade ? 'in a marinade' : '',
    care.tie ? 'to be tied' : '',
    care.chill_min > 0 ? `out of the fridge ${duration(care.chill_min)} before` : '',
  ]
  const raised = flags > 0 ? 'its figure is raised' : ''
  const salt = care.salt_g_kg > 0 ? `${care.salt_g_kg} g of salt a kg` : 'no salt ahead'
  return [FROZEN[care.frozen], salt, `fridge ${temp(care.fridge_c, units)}`, ...done, raised]
    .filter((said) => said !== '')
    .join(' · ')
}

/** In the shop: what it feeds, and its price. */
export function shopSays(forecast: Forecast | null, buy: Roast['buy'], units: Units): string {
  if (forecast === null) return ''
  const [hearty, small] = forecast.servings
  const price = buy.price == null ? 'no price yet' : `${buy.price.toFixed(2)} in all`
  return `${weight(forecast.cooked_kg, units)} carved: ${hearty} hearty or ${small} small plates · ${price}`
}

/** What kind of piece it is. */
export function natureSays(joint: Joint, fat_mm: number, rest_min: number, units: Units): string {
  const pieces = joint.pieces ?? 1
  const surface = joint.surface === 'dried' ? 'dried cold' : (joint.surface ?? 'blotted')
  return [
    `rests ${duration(rest_min)}`,
    `fat ${length(joint.fat_mm ?? fat_mm, units)}`,
    surface,
    pieces > 1 ? `${pieces} alike` : '',
    joint.bones_on === true ? 'bones tied back' : '',
  ]
    .filter((said) => said !== '')
    .join(' · ')
}
