import { dist, type Vec3 } from '../../../geom/index'
import { pathAt, pathLength } from '../../../path/index'
import { roundedLine } from '../../shared/roundedLine'
import { aroundWire, crownOf, turnCorners, type FrameTurns } from './turnsOnFrame'

/** A straight frame along y, the stone to its left, the viewer in front. */
const frame: FrameTurns = {
  wire: (along) => ({ at: [10, along, 0], out: [1, 0, 0] }),
  face: [0, 0, 1],
  turns: 3,
  comes: true,
  up: 1,
  stiff: 1,
  lace: 0.4,
}
const c = aroundWire(1, 0.4)

describe('turns of a fine wire on a frame', () => {
  it('lie at their distance from its middle all round, and none in another', () => {
    const path = { segments: roundedLine(turnCorners(frame), c) }
    const long = pathLength(path)
    const places = Array.from({ length: 600 }, (_, i) => pathAt(path, (long * i) / 599).p)
    // from the first corner's rounding to the last one's
    const turning = places.filter(([x, y, z]) => Math.hypot(x - 10, z) < 1.01 * c && Math.abs(y) < 1)
    for (const [x, , z] of turning) expect(Math.hypot(x - 10, z)).toBeGreaterThan(0.99 * c)
    // three turns of a circle, each a little on
    expect(long).toBeGreaterThan(3 * 2 * Math.PI * c)
    expect(long).toBeLessThan(3.4 * 2 * Math.PI * c + 4)
    const apart = Math.ceil((0.6 * 2 * Math.PI * c) / (long / 599))
    const nearest = Math.min(
      ...places.map((p, i) => Math.min(9, ...places.slice(i + apart).map((q) => dist(p, q)))),
    )
    expect(nearest).toBeGreaterThan(0.4)
  })

  it('by hand: a taut wire leaves the crown along a tangent', () => {
    for (const beyond of [
      [0, 0, c],
      [0, 0, 4],
      [4, 0, -0.5],
    ] as Vec3[]) {
      const { place, angle } = crownOf(frame, beyond)
      // on the circle, and square to the radius there
      const [u, w] = [place[0] - 10, place[2]]
      expect(Math.hypot(u, w)).toBeCloseTo(c, 9)
      const y = place[1]
      const toward: Vec3 = [beyond[0] - place[0], 0, beyond[2] - place[2]]
      expect((u * toward[0] + w * toward[2]) / Math.hypot(toward[0], toward[2])).toBeCloseTo(0, 9)
      expect(Math.atan2(w, u)).toBeCloseTo(angle, 9)
      expect(y).toBeLessThan(0)
    }
    // level with the crown it leaves straight inward
    expect(crownOf(frame, [0, 0, c]).angle).toBeCloseTo(Math.PI / 2, 9)
  })

  it('that go on are those that come, the other way round', () => {
    const comes = turnCorners(frame)
    const goes = turnCorners({ ...frame, comes: false, up: -1 })
    expect([...goes].reverse()).toEqual(comes.map((p) => p.map((v) => expect.closeTo(v, 9))))
  })
})
