import type { Reading } from '@verger/contract'

/** Carats in a gram. */
const CARATS = 5

/** A reading as it is typed into a field: with its unit where it is not the workshop's own; a scale's in grams. */
export function readingText({ value, unit }: Pick<Reading, 'value' | 'unit'>, units: 'mm' | 'in'): string {
  if (unit === 'g') return String(value)
  if (unit === 'ct') return String(Number((value / CARATS).toFixed(4)))
  return unit === units ? String(value) : `${value} ${unit}`
}
