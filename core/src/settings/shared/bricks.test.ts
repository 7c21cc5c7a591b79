import { dist, type Vec3 } from '../../geom/index'
import { pathAt, pathLength } from '../../path/index'
import { roundedLine } from './roundedLine'
import { swirlSeat, swirlSegments } from './swirl'

describe('a line with rounded corners', () => {
  it('is the line less its corners and plus their arcs, without a kink', () => {
    const points: Vec3[] = [
      [0, 0, 0],
      [10, 0, 0],
      [10, 10, 0],
      [10, 10, 5],
    ]
    const path = { segments: roundedLine(points, 2) }
    // 8 + quarter + 6 + quarter + 3
    expect(pathLength(path)).toBeCloseTo(8 + Math.PI + 6 + Math.PI + 3, 9)
    for (let s = 0.001; s < pathLength(path) - 0.001; s += 0.25) {
      const [a, b] = [pathAt(path, s).t, pathAt(path, s + 1e-6).t]
      expect(a[0] * b[0] + a[1] * b[1] + a[2] * b[2]).toBeGreaterThan(1 - 1e-9)
    }
  })

  it('takes no more than half of a short run', () => {
    const points: Vec3[] = [
      [0, 0, 0],
      [2, 0, 0],
      [2, 2, 0],
      [4, 2, 0],
    ]
    const path = { segments: roundedLine(points, 5) }
    // both corners with a radius of 1
    expect(pathLength(path)).toBeCloseTo(1 + Math.PI / 2 + Math.PI / 2 + 1, 9)
  })
})

describe('a swirl on a shoulder', () => {
  const swirl = {
    from: [0.4, 20, 0.8] as Vec3,
    against: [6, 12] as const,
    away: [Math.SQRT1_2, Math.SQRT1_2] as const,
    thickness: 0.8,
    least: 0.4,
  }

  it('has the length of its bend, its common tangent and its half circles', () => {
    const path = { segments: swirlSegments(swirl) }
    // by hand: bend of 2.2 × 0.8 about (2.16, 20); two thirds of a circle of 2.88, half circles of 2.28, 1.68 and 1.08 about and from a middle 3.68 off (6, 12)
    const [r1, r2] = [1.76, 2.88]
    const m = [6 + 3.68 * Math.SQRT1_2, 12 + 3.68 * Math.SQRT1_2] as const
    const c = [0.4 + r1, 20] as const
    const far = Math.hypot(m[0] - c[0], m[1] - c[1])
    const tangent = Math.sqrt(far * far - (r2 - r1) ** 2)
    // it heads down along the middles' line, turned by what one circle is wider than the other
    const heading = Math.atan2(m[1] - c[1], m[0] - c[0]) + Math.asin((r2 - r1) / far)
    const bend = r1 * (Math.PI / 2 - heading)
    expect(pathLength(path)).toBeCloseTo(
      bend + tangent + Math.PI * ((4 / 3) * 2.88 + 2.336 + 1.792 + 1.248),
      9,
    )
  })

  it('touches what it lies against, runs without a kink, and its turns lie clear of each other', () => {
    const path = { segments: swirlSegments(swirl) }
    const length = pathLength(path)
    let least = Infinity
    const points: Vec3[] = []
    for (let s = 0; s <= length; s += 0.02) {
      const { p, t } = pathAt(path, s)
      points.push(p)
      // the line through (6, 12), square to the way off it
      least = Math.min(least, (p[0] - 6) * Math.SQRT1_2 + (p[1] - 12) * Math.SQRT1_2)
      if (s + 1e-6 < length) {
        const next = pathAt(path, s + 1e-6).t
        expect(t[0] * next[0] + t[1] * next[1]).toBeGreaterThan(1 - 1e-9)
      }
    }
    expect(least).toBeCloseTo(0.8, 3)
    // two places of the wire that are over a turn apart stand at least a thickness apart
    const { middle, radius } = swirlSeat(swirl)
    const inside = points.filter((p) => dist(p, [middle[0], middle[1], 0.8]) < radius + 0.01)
    for (let i = 0; i < inside.length; i += 10)
      for (let j = i + 300; j < inside.length; j += 10)
        expect(dist(inside[i]!, inside[j]!)).toBeGreaterThan(0.8)
  })

  it('has no room where its circles would lie in each other', () => {
    expect(() => swirlSegments({ ...swirl, against: [2.16, 16.5], away: [0, 1] })).toThrow(RangeError)
  })
})
