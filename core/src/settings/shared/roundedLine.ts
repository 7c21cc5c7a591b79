import { cross, dot, norm, scale, sub, unit, along, type Vec3 } from '../../geom/index.js'
import type { Segment } from '../../path/index.js'

/**
 * A line through points with its corners rounded to `radius`; where two corners stand too near each other for that, to as much as half of what
 * lies between them allows.
 * @example roundedLine([[0, 0, 0], [10, 0, 0], [10, 10, 0]], 2) // a line of 8, a quarter circle, a line of 8
 */
export function roundedLine(points: readonly Vec3[], radius: number): Segment[] {
  const out: Segment[] = []
  let at = points[0]!
  for (let i = 1; i < points.length; i++) {
    const corner = points[i]!
    const next = points[i + 1]
    const back = sub(corner, points[i - 1]!)
    const on = next && sub(next, corner)
    const u = unit(back)
    const v = on && unit(on)
    const turn = v ? Math.atan2(norm(cross(u, v)), dot(u, v)) : 0
    if (!v || turn < 1e-7) {
      if (!v) out.push({ kind: 'line', from: at, to: corner })
      continue
    }
    const half = Math.tan(turn / 2)
    const cut = Math.min(radius * half, norm(back) / 2, norm(on) / 2)
    const r = cut / half
    const from = along(corner, u, -cut)
    const inward = unit(sub(v, scale(u, dot(u, v))))
    if (norm(sub(from, at)) > 1e-9) out.push({ kind: 'line', from: at, to: from })
    out.push({
      kind: 'arc',
      centre: along(from, inward, r),
      x: scale(inward, -1),
      y: u,
      radius: r,
      sweep: turn,
    })
    at = along(corner, v, cut)
  }
  return out
}
