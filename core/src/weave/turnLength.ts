import { convexHull, perimeter, type Vec2 } from '../geom/index.js'
import { mm, notNegative, positive, type Mm } from '../units/index.js'
import type { Profile } from '../wire/index.js'

/** A bundle of equal wires laid side by side in columns and rows, touching. */
export interface Bundle {
  readonly profile: Profile
  readonly size: number
  readonly columns: number
  readonly rows: number
}

/** A wrap of one binder round a bundle: height and width of the binder, advance per turn. */
export interface Turn {
  readonly bundle: Bundle
  readonly binderHeight: Mm
  readonly lead: Mm
}

/**
 * Hull perimeter of the bundle's own section: a square bundle's outer rectangle, or the hull of the
 * axes plus πd for round wires.
 * @example bundleHull({ profile: 'square', size: 0.723, columns: 1, rows: 3 }) // 5.784
 */
export function bundleHull({ profile, size, columns, rows }: Bundle): number {
  positive(size, 'wire size')
  if (!(columns >= 1 && rows >= 1)) throw new RangeError('a bundle has at least one wire')
  if (profile === 'square') return 2 * size * (columns + rows)
  const axes: Vec2[] = []
  for (let i = 0; i < columns; i++) for (let j = 0; j < rows; j++) axes.push([i * size, j * size])
  return perimeter(convexHull(axes)) + Math.PI * size
}

/**
 * Wire used by one turn along its centreline: L = √(P² + lead²), P the bundle's hull plus π × the binder's height
 * (Steiner: a parallel curve at mid height). Half-round lies flat inward: its height counts here, its width in the lead.
 * Exact for rigid wires laid tight.
 * @throws RangeError for a height <= 0 or a lead < 0
 * @example turnLength({ bundle: { profile: 'square', size: 0.723, columns: 1, rows: 3 }, binderHeight: 0.2555, lead: 0 }) // 6.587
 */
export function turnLength({ bundle, binderHeight, lead }: Turn): Mm {
  const hull = bundleHull(bundle) + Math.PI * positive(binderHeight, 'binder height')
  return mm(Math.hypot(hull, notNegative(lead, 'lead')))
}

/** Advance of one packed turn laid by hand: width × 1.03 (wraps never lie perfectly; 1.02 to 1.08 is usual, an estimate). */
export const HAND_PACKING = 1.03

/** Whole turns that fill a length, at least one. @example turnsFor(mm(10), 0.511) // 19 */
export const turnsFor = (length: Mm, binderWidth: number): number =>
  Math.max(1, Math.round(length / (positive(binderWidth, 'binder width') * HAND_PACKING)))
