import { bisect } from '../geom/index.js'
import type { Alloy, Temper } from './alloy.js'

/** What springs back: a round or a rectangular section (square, flat; half-round is taken as rectangular), its thickness in the direction of the bend, mm. */
export interface Springy {
  readonly section: 'round' | 'rectangular'
  readonly thickness: number
  /** Young's modulus and yield stress, MPa. */
  readonly modulus: number
  readonly yield: number
}

/** Share by which a wire that is wholly elastic in the bend keeps of it: none. */
const NOTHING = 0

/**
 * Bent radius over sprung radius, Ri/Rf, of an elastic, perfectly plastic wire. Rectangular: 4x³ − 3x + 1 with x = Ri sy/(E t). Round,
 * u = 2x: 1 − (16u/π) {[asin u − u √(1 − u²)(1 − 2u²)]/(8u) + (1 − u²)^1.5/3}. 0 where the bend stays elastic. Radii to the centreline.
 * Both are M/(EI) of the elastic-plastic moment; they take no hardening, and a bend sharper than half the thickness is outside them.
 * @throws RangeError unless radius, thickness, modulus and yield are above 0
 * @example springShare({ section: 'round', thickness: 0.8, modulus: 117000, yield: 60 }, 9.4) // 0.980
 */
export function springShare({ section, thickness, modulus, yield: sy }: Springy, radius: number): number {
  for (const v of [thickness, modulus, sy, radius])
    if (!(v > 0 && Number.isFinite(v))) throw new RangeError(`spring-back needs values above 0, got ${v}`)
  const x = (radius * sy) / (modulus * thickness)
  const u = 2 * x
  if (u >= 1) return NOTHING
  if (section === 'rectangular') return 4 * x ** 3 - 3 * x + 1
  const root = Math.sqrt(1 - u * u)
  return (
    1 -
    ((16 * u) / Math.PI) * ((Math.asin(u) - u * root * (1 - 2 * u * u)) / (8 * u) + (1 - u * u) ** 1.5 / 3)
  )
}

/** Inside diameter to which a bend over a mandrel springs open, mm; Infinity where it springs straight. @example sprungDiameter(round08, 18) // 18.4 */
export function sprungDiameter(wire: Springy, mandrel: number): number {
  const radius = (mandrel + wire.thickness) / 2
  const share = springShare(wire, radius)
  return share === NOTHING ? Infinity : (2 * radius) / share - wire.thickness
}

/**
 * Mandrel over which to bend so that the wire springs open to an inside diameter, mm: the other way round, by bisection.
 * @throws RangeError for a diameter not above 0
 * @example mandrelFor(round08, 18) // 17.6
 */
export function mandrelFor(wire: Springy, inside: number): number {
  if (!(inside > 0)) throw new RangeError(`the inside diameter must be above 0, got ${inside}`)
  // it only ever springs open: the mandrel is smaller, and down to nothing it keeps its bend
  return bisect((m) => Math.min(1e9, sprungDiameter(wire, m)) - inside, 1e-9, inside, 1e-9).root
}

/** A metal's yield as a range of springs: low and high end, and the middle between them. */
export function springsOf(
  alloy: Alloy,
  temper: Temper,
  shape: Pick<Springy, 'section' | 'thickness'>,
): { readonly low: Springy; readonly mid: Springy; readonly high: Springy } {
  const [low, high] = alloy.yield[temper]
  const at = (sy: number): Springy => ({ ...shape, modulus: alloy.modulus, yield: sy })
  return { low: at(low), mid: at((low + high) / 2), high: at(high) }
}
