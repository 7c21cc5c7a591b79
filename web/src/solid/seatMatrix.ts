import { seatRows, type SeatedStone } from '@verger/core'
import { Matrix4 } from 'three'

/** A stone's lie in a piece, as three.js moves things. */
export function seatMatrix(seat: Pick<SeatedStone, 'turn' | 'shift'>): Matrix4 {
  const [a, b, c] = seatRows(seat)
  const [x, y, z] = seat.shift
  return new Matrix4().set(...a, x, ...b, y, ...c, z, 0, 0, 0, 1)
}
