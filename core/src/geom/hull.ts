import type { Vec2 } from './vec.js'

/**
 * Convex hull, counter-clockwise, without collinear points (monotone chain, O(n log n)).
 * One point gives one, collinear points give the two ends.
 * @throws RangeError without points
 */
export function convexHull(points: readonly Vec2[]): Vec2[] {
  if (points.length === 0) throw new RangeError('a hull needs at least one point')
  const sorted = [...points].sort((p, q) => p[0] - q[0] || p[1] - q[1])
  const turn = (o: Vec2, a: Vec2, b: Vec2) => (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0])
  const chain = (list: readonly Vec2[]): Vec2[] => {
    const out: Vec2[] = []
    for (const p of list) {
      while (out.length >= 2 && turn(out[out.length - 2]!, out[out.length - 1]!, p) <= 0) out.pop()
      out.push(p)
    }
    out.pop()
    return out
  }
  const first = sorted[0]!
  const last = sorted[sorted.length - 1]!
  if (first[0] === last[0] && first[1] === last[1]) return [first]
  return [...chain(sorted), ...chain(sorted.reverse())]
}

/** Length of the closed polygon; two points count there and back, as a taut string does. @example perimeter([[0,0],[1,0]]) // 2 */
export function perimeter(polygon: readonly Vec2[]): number {
  let sum = 0
  polygon.forEach((p, i) => {
    const q = polygon[(i + 1) % polygon.length]!
    sum += Math.hypot(q[0] - p[0], q[1] - p[1])
  })
  return sum
}
