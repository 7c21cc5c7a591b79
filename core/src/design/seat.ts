import { add, dot, scale, sub, type Vec3 } from '../geom/index.js'
import { ALONE, type SeatedStone } from './design.js'

/** Rows of a stone's turn about x, then y, then z: by them a direction of the stone is a direction of the piece. */
export function seatRows({ turn: [x, y, z] }: Pick<SeatedStone, 'turn'>): readonly [Vec3, Vec3, Vec3] {
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

/** Does it lie as it was measured, the piece's frame its own. */
export const liesPlain = ({ turn, shift }: Pick<SeatedStone, 'turn' | 'shift'>): boolean =>
  [...turn, ...shift].every((v) => v === 0)

/** Where a place of a stone is in the piece, mm. @example inPiece({ turn: [0, 0, 90], shift: [5, 0, 0] })([1, 0, 0]) // [5, 1, 0] */
export function inPiece(seat: Pick<SeatedStone, 'turn' | 'shift'>): (p: Vec3) => Vec3 {
  const rows = seatRows(seat)
  return (p) => add([dot(rows[0], p), dot(rows[1], p), dot(rows[2], p)], seat.shift)
}

/** Where a place of the piece is in a stone's own frame, mm: the other way round. @example intoStone({ turn: [0, 0, 90], shift: [5, 0, 0] })([5, 1, 0]) // [1, 0, 0] */
export function intoStone(seat: Pick<SeatedStone, 'turn' | 'shift'>): (p: Vec3) => Vec3 {
  const [x, y, z] = seatRows(seat)
  return (p) => {
    const from = sub(p, seat.shift)
    return add(add(scale(x, from[0]), scale(y, from[1])), scale(z, from[2]))
  }
}

/** One stone that hangs by its other end: turned half round in the plane of its face. */
export const END_FOR_END: readonly SeatedStone[] = [{ ...ALONE[0]!, turn: [0, 0, 180] }]
