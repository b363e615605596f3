// Weights and lengths as they are said.

import { factor, type Units } from './quantity'

const LB = factor('lb')
const IN = factor('in')

/** Weight in kg or in pounds and ounces; so little that a spoon weighs it, in grams. */
export function weight(kg: number, units: Units): string {
  if (units === 'C' && kg > 0 && kg < 0.1) return `${Math.round(kg * 1000)} g`
  if (units === 'C') return `${kg.toFixed(2)} kg`
  const ounces = Math.round((kg / LB) * 16)
  const pounds = Math.floor(ounces / 16)
  return `${pounds === 0 ? '' : `${pounds} lb `}${ounces % 16} oz`
}

/** A weight within a sentence: a joint's to a tenth of a kilogram. */
export function saidWeight(kg: number, units: Units): string {
  return units === 'C' && kg >= 1 ? `${kg.toFixed(1)} kg` : weight(kg, units)
}

/** A length in mm or inches. */
export function length(mm: number, units: Units): string {
  return units === 'C' ? `${Math.round(mm)} mm` : `${(mm / IN).toFixed(1)} in`
}
