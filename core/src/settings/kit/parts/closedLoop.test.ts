import { dist, type Vec3 } from '../../../geom/index'
import { pathAt, pathLength } from '../../../path/index'
import { loopPoint, loopStretch, type ClosedLoop } from './closedLoop'

const loop: ClosedLoop = {
  at: [3, 1, 0],
  heading: [0, 1, 0],
  inward: [1, 0, 0],
  over: [0, 0, -1],
  radius: 2,
  rise: 1,
}

describe('a closed loop', () => {
  it('goes once round and on as before, its end over its beginning', () => {
    const path = { segments: [loopStretch(loop, 0, 2 * Math.PI)] }
    const [first, last] = [pathAt(path, 0), pathAt(path, pathLength(path))]
    expect(first.p).toEqual([3, 1, 0])
    ;[3, 1, -1].forEach((v, i) => expect(last.p[i]).toBeCloseTo(v, 6))
    for (const { t } of [first, last]) [0, 1, 0].forEach((v, i) => expect(t[i]).toBeCloseTo(v, 6))
    // the circle, and a little for its rise: 6 rise² / (5 × 2π r × 2)
    const round = 4 * Math.PI
    expect(pathLength(path) / (round + 0.6 / round)).toBeCloseTo(1, 3)
  })

  it('lies on its circle, farthest out half way, where it has risen half', () => {
    for (let a = 0; a <= 2 * Math.PI; a += 0.1) {
      const [x, y] = loopPoint(loop, a)
      expect(Math.hypot(x - 5, y - 1)).toBeCloseTo(2, 9)
    }
    const half: Vec3 = [7, 1, -0.5]
    expect(dist(loopPoint(loop, Math.PI), half)).toBeLessThan(1e-9)
  })

  it('is the same in one stretch or three', () => {
    const cuts = [0, 2.5, 3.9, 2 * Math.PI]
    const parts = cuts.slice(1).map((b, i) => pathLength({ segments: [loopStretch(loop, cuts[i]!, b)] }))
    const whole = pathLength({ segments: [loopStretch(loop, 0, 2 * Math.PI)] })
    expect(parts.reduce((a, b) => a + b, 0)).toBeCloseTo(whole, 4)
  })
})
