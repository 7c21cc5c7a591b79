import { along, anySquare, cross, dot, norm, scale, type Vec3 } from '../geom/index.js'
import type { Wire } from './design.js'
import type { SectionPose } from './gapAt.js'

/** The section's own two axes at `s`, square to the direction of travel `t`: face normal and the other. */
export function rollAt(wire: Wire, s: number, t: Vec3): readonly [Vec3, Vec3] {
  const roll = wire.roll.find((r) => s >= r.s0 - 1e-9 && s <= r.s1 + 1e-9) ?? wire.roll[0]
  const raw = roll ? along(roll.face, t, -dot(roll.face, t)) : anySquare(t)
  const size = norm(raw)
  const face = size > 1e-6 ? scale(raw, 1 / size) : anySquare(t)
  return [face, cross(t, face)]
}

/** The wire's section as it lies at `s`. */
export const sectionAt = (wire: Wire, s: number, t: Vec3): SectionPose => ({
  // a twisted wire touches with its corners, wherever it is asked: round, as wide as they stand apart
  profile: wire.twist ? 'round' : wire.stock.profile,
  size: spanOf(wire),
  axes: rollAt(wire, s, t),
})

/** Width of a wire as it lies, mm: of a twisted square one across its corners. @example spanOf({ ...square1, twist: { pitch: 6, sense: 1 } }) // 1.414 */
export const spanOf = ({ stock, twist }: Pick<Wire, 'stock' | 'twist'>): number =>
  twist ? twistedSpan(stock.size.mm) : stock.size.mm

/** Width across the corners of a square wire of this size. */
export const twistedSpan = (size: number): number => size * Math.SQRT2
