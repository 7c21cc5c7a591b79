import { anySquare, cross, dot, type Vec3 } from '../geom/index.js'
import type { Wire } from './design.js'
import type { SectionPose } from './gapAt.js'

/** Two axes square to a direction and to each other. */
const across = (t: Vec3): readonly [Vec3, Vec3] => {
  const face = anySquare(t)
  return [face, cross(t, face)]
}

/** The section's own two axes at `s`, square to the direction of travel `t`: face normal and the other. */
export function rollAt(wire: Wire, s: number, t: Vec3): readonly [Vec3, Vec3] {
  let roll = wire.roll[0]
  for (const r of wire.roll)
    if (s >= r.s0 - 1e-9 && s <= r.s1 + 1e-9) {
      roll = r
      break
    }
  if (!roll) return across(t)
  const { face: f } = roll
  const off = dot(f, t)
  const [x, y, z] = [f[0] - off * t[0], f[1] - off * t[1], f[2] - off * t[2]]
  const size = Math.sqrt(x * x + y * y + z * z)
  if (!(size > 1e-6)) return across(t)
  const face: Vec3 = [x / size, y / size, z / size]
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
