import { inPiece, intoStone, liesPlain, seatRows, type SeatedStone } from '../design/index.js'
import { dot, type Vec3 } from '../geom/index.js'
import type { Nearest } from '../stone/index.js'
import type { Held } from './held.js'

/**
 * A stone as it lies in a piece, in the piece's frame: what is asked of it is asked in its own frame, and told turned and shifted.
 * @example heldAt(ball(4), { id: 'left', of: 0, turn: [0, 0, 0], shift: [-5, 0, 0] }).centre // [-5, 0, 0]
 */
export function heldAt(held: Held, seat: SeatedStone): Held {
  if (liesPlain(seat)) return held
  const { turn, shift } = seat
  const rows = seatRows(seat)
  const out = (v: Vec3): Vec3 => [dot(rows[0], v), dot(rows[1], v), dot(rows[2], v)]
  const into = intoStone(seat)
  const back = intoStone({ turn, shift: [0, 0, 0] })
  const place = inPiece(seat)
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
    ...(held.strung
      ? { strung: { ...held.strung, smaller: (by) => heldAt(held.strung!.smaller(by), seat) } }
      : {}),
    low: box(Math.min),
    high: box(Math.max),
    centre: place(held.centre),
    size: held.size,
  }
}
