import type { SeatedStone } from '../design/index.js'
import { add, dot, sub, type Vec3 } from '../geom/index.js'
import type { Nearest } from '../stone/index.js'
import type { Held } from './held.js'

type Rows = readonly [Vec3, Vec3, Vec3]

/** Rows of the turn about x, then y, then z, degrees. */
function turnOf([x, y, z]: Vec3): Rows {
  const [a, b, c] = [x, y, z].map((d) => (d * Math.PI) / 180) as [number, number, number]
  const [sa, ca, sb, cb, sc, cc] = [
    Math.sin(a),
    Math.cos(a),
    Math.sin(b),
    Math.cos(b),
    Math.sin(c),
    Math.cos(c),
  ]
  return [
    [cb * cc, sa * sb * cc - ca * sc, ca * sb * cc + sa * sc],
    [cb * sc, sa * sb * sc + ca * cc, ca * sb * sc - sa * cc],
    [-sb, sa * cb, ca * cb],
  ]
}

/**
 * A stone as it lies in a piece, in the piece's frame: what is asked of it is asked in its own frame, and told turned and shifted.
 * @example heldAt(ball(4), { id: 'left', of: 0, turn: [0, 0, 0], shift: [-5, 0, 0] }).centre // [-5, 0, 0]
 */
export function heldAt(held: Held, { turn, shift }: SeatedStone): Held {
  if ([...turn, ...shift].every((v) => v === 0)) return held
  const rows = turnOf(turn)
  const out = (v: Vec3): Vec3 => [dot(rows[0], v), dot(rows[1], v), dot(rows[2], v)]
  const back = (v: Vec3): Vec3 =>
    [0, 1, 2].map((k) => rows[0][k]! * v[0] + rows[1][k]! * v[1] + rows[2][k]! * v[2]) as unknown as Vec3
  const into = (p: Vec3): Vec3 => back(sub(p, shift))
  const place = (p: Vec3): Vec3 => add(out(p), shift)
  const told = ({ q, m, distance, flat, edge, beside }: Nearest): Nearest => ({
    q: place(q),
    m: out(m),
    distance,
    ...(flat ? { flat } : {}),
    ...(edge ? { edge: [out(edge[0]), out(edge[1])] as const } : {}),
    ...(beside ? { beside: { distance: beside.distance, m: out(beside.m) } } : {}),
  })
  const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((k) =>
    place([
      k & 1 ? held.high[0] : held.low[0],
      k & 2 ? held.high[1] : held.low[1],
      k & 4 ? held.high[2] : held.low[2],
    ]),
  )
  const box = (of: (...v: number[]) => number): Vec3 =>
    [0, 1, 2].map((k) => of(...corners.map((p) => p[k]!))) as unknown as Vec3
  const { nearestAll, support, outside } = held
  // its outline is the stone's own only as long as it faces the front
  const faces = turn[0] === 0 && turn[1] === 0
  return {
    nearest: (p, seed) => told(held.nearest(into(p), seed)),
    ...(nearestAll ? { nearestAll: (p, reach) => nearestAll(into(p), reach).map(told) } : {}),
    ...(support ? { support: (m) => support(back(m)) + dot(m, shift) } : {}),
    ...(outside && faces
      ? {
          outside: (x, y) => {
            const [u, v] = into([x, y, shift[2]])
            const { distance, way } = outside(u, v)
            const turned = out([way[0], way[1], 0])
            return { distance, way: [turned[0], turned[1]] as const }
          },
        }
      : {}),
    convex: held.convex,
    low: box(Math.min),
    high: box(Math.max),
    centre: place(held.centre),
    size: held.size,
  }
}
