import { dist, type Vec3 } from '../geom/index'
import { seeded } from '../testing'
import { END_FOR_END, inPiece, intoStone, seatRows } from './seat'

describe('how a stone lies in a piece', () => {
  const random = seeded(21)
  const some = (most: number): Vec3 => [0, 1, 2].map(() => most * (2 * random() - 1)) as unknown as Vec3

  it('there and back again is where it was, and no distance changes', () => {
    for (let k = 0; k < 40; k++) {
      const seat = { turn: some(180), shift: some(30) }
      const [p, q] = [some(20), some(20)]
      const [there, other] = [inPiece(seat)(p), inPiece(seat)(q)]
      expect(dist(intoStone(seat)(there), p)).toBeLessThan(1e-9)
      expect(dist(there, other)).toBeCloseTo(dist(p, q), 9)
    }
  })

  it('rows are those of a turn: right-handed, square to each other', () => {
    const [x, y, z] = seatRows({ turn: some(180) })
    const det =
      x[0] * (y[1] * z[2] - y[2] * z[1]) -
      x[1] * (y[0] * z[2] - y[2] * z[0]) +
      x[2] * (y[0] * z[1] - y[1] * z[0])
    expect(det).toBeCloseTo(1, 12)
  })

  it('end for end, the top is at the foot, the left on the right, and the face stays in front', () => {
    const turned = inPiece(END_FOR_END[0]!)([3, 10, 2])
    ;[-3, -10, 2].forEach((v, i) => expect(turned[i]).toBeCloseTo(v, 12))
  })
})
