import { cross, dot, norm, scale, sub, unit, along, type Vec3 } from '../../geom/index.js'
import type { Segment } from '../../path/index.js'

/**
 * A line through points with its corners rounded to `radius`; where two corners stand too near each other for that, both are rounded to less, so
 * that what lies between them is shared in the measure of what each wants.
 * @example roundedLine([[0, 0, 0], [10, 0, 0], [10, 10, 0]], 2) // a line of 8, a quarter circle, a line of 8
 */
export function roundedLine(line: readonly Vec3[], radius: number): Segment[] {
  // a place that comes twice is one corner
  const points = line.filter((p, i) => i === 0 || norm(sub(p, line[i - 1]!)) > NOTHING)
  const last = points.length - 1
  const ways = points.slice(1).map((p, i) => sub(p, points[i]!))
  /** Half of each corner's turn, as a tangent: 0 at both ends and where it goes straight on. */
  const tangents = points.map((_, i) => {
    if (i === 0 || i === last) return 0
    const [u, v] = [unit(ways[i - 1]!), unit(ways[i]!)]
    const turn = Math.atan2(norm(cross(u, v)), dot(u, v))
    return turn < STRAIGHT ? 0 : Math.tan(turn / 2)
  })
  const share = (i: number): number => {
    const wanted = radius * (tangents[i]! + tangents[i + 1]!)
    return wanted > 0 ? Math.min(1, norm(ways[i]!) / wanted) : 1
  }
  const out: Segment[] = []
  let at = points[0]!
  for (let i = 1; i <= last; i++) {
    const corner = points[i]!
    const half = tangents[i]!
    if (i === last) {
      if (norm(sub(corner, at)) > NOTHING) out.push({ kind: 'line', from: tidy(at), to: tidy(corner) })
      break
    }
    if (half === 0) continue
    const [u, v] = [unit(ways[i - 1]!), unit(ways[i]!)]
    const r = radius * Math.min(share(i - 1), share(i))
    const from = along(corner, u, -r * half)
    const inward = unit(sub(v, scale(u, dot(u, v))))
    if (norm(sub(from, at)) > NOTHING) out.push({ kind: 'line', from: tidy(at), to: tidy(from) })
    out.push({
      kind: 'arc',
      centre: tidy(along(from, inward, r)),
      x: tidy(scale(inward, -1)),
      y: tidy(u),
      radius: r,
      sweep: 2 * Math.atan(half),
    })
    at = along(corner, v, r * half)
  }
  return out
}

/** Without digits that say nothing: a line has hundreds of corners, and a piece is kept as text. */
const tidy = ([x, y, z]: Vec3): Vec3 => [digits(x), digits(y), digits(z)]
const digits = (v: number): number => Math.round(v * 1e10) / 1e10

/** A corner that turns by less than this goes straight on, radians; shorter than this nothing is drawn, mm. */
const STRAIGHT = 1e-7
const NOTHING = 1e-9
