import { dist, type Vec3 } from '../../geom/index'
import { pathAt, pathLength, stationsOf } from '../../path/index'
import { seams, seeded } from '../../testing'
import { loopFigures, loopPath } from './loopBail'
import { BAIL_BARE, bailRuns, bailSegments } from './rolledBail'

const random = seeded(31)
const between = (low: number, high: number) => low + (high - low) * random()

describe('a rolled bail', () => {
  const list = Array.from({ length: 20 }, () => ({
    inside: between(3, 8),
    thickness: between(0.4, 1),
    binder: between(0.2, 0.4),
    neck: between(4, 10),
  })).filter((b) => bailRuns(b).turnBack > 0.6 * b.thickness)

  it('runs on without a gap or a kink, and is as long as its runs say', () => {
    expect(list.length).toBeGreaterThan(10)
    for (const bail of list) {
      const { bound, bare } = bailSegments(bail, [0.3, 12, -0.4])
      const path = { segments: [...bound, ...bare] }
      const { apart, kink } = seams(path.segments)
      expect(apart).toBeLessThan(1e-9)
      expect(kink).toBeLessThan(1e-6)
      const { rise, loop, back, end } = bailRuns(bail)
      expect(pathLength(path)).toBeCloseTo(rise + loop + back + end, 9)
      expect(pathLength({ segments: bare })).toBeCloseTo(BAIL_BARE, 9)
    }
  })

  it('a rod as thick as its inside goes through the bound strip, and no thicker one', () => {
    for (const bail of list) {
      const { bound } = bailSegments(bail, [0, 0, 0])
      const path = { segments: bound }
      const { radius } = bailRuns(bail)
      const middle: Vec3 = [0, radius, -radius]
      const least = Math.min(
        ...stationsOf(path, 0, pathLength(path), 0.05).map(({ at }) => dist(at.p, middle)),
      )
      // from the rod's middle: half the rod, the binder on the strip's inner side, half the strip
      expect(least - bail.thickness / 2 - bail.binder).toBeCloseTo(bail.inside / 2, 3)
    }
  })

  it('its end lies behind the neck, as far off that strip and its binder lie between', () => {
    for (const bail of list) {
      const { bare } = bailSegments(bail, [0, 0, 0])
      const { p, t } = pathAt({ segments: bare }, BAIL_BARE)
      expect(p[0]).toBe(0)
      expect(p[2]).toBeCloseTo(-(bail.thickness + 2 * bail.binder), 9)
      // it points down again, and stops before the neck's foot
      expect(t[1]).toBeCloseTo(-1, 9)
      expect(-p[1]).toBeLessThan(Math.max(bail.neck, 2 * BAIL_BARE + bailRuns(bail).turnBack) + 1e-9)
    }
  })
})

describe('a wrapped-loop bail', () => {
  const list = Array.from({ length: 20 }, () => ({
    inside: between(3, 9),
    thickness: between(0.6, 1.5),
    neckRadius: between(0.8, 3),
  }))

  it('loop and leg meet without a gap or a kink and come down upright beside the middle', () => {
    for (const bail of list) {
      const { loop, leg } = loopPath(bail, 3, 0.2)
      const { apart, kink } = seams([loop, leg])
      expect(apart).toBeLessThan(1e-9)
      expect(kink).toBeLessThan(1e-6)
      const path = { segments: [loop, leg] }
      const end = pathAt(path, pathLength(path))
      expect(dist(end.p, [bail.thickness / 2, 3, 0.2])).toBeLessThan(1e-9)
      expect(dist(end.t, [0, -1, 0])).toBeLessThan(1e-9)
      // it begins at its top, level
      const { radius, rise } = loopFigures(bail)
      expect(dist(pathAt(path, 0).p, [0, 3 + rise + radius, 0.2])).toBeLessThan(1e-9)
      expect(dist(pathAt(path, 0).t, [1, 0, 0])).toBeLessThan(1e-9)
    }
  })

  it('its two halves lie beside each other and nowhere in each other', () => {
    for (const bail of list) {
      const { loop, leg } = loopPath(bail, 0, 0)
      const path = { segments: [loop, leg] }
      const low = stationsOf(path, pathLength(path) / 2, pathLength(path), 0.02)
      for (const { at } of low) expect(at.p[0]).toBeGreaterThan(bail.thickness / 2 - 1e-9)
    }
  })

  it('is as long as the arcs of its own triangle: loop, leg and upright touch', () => {
    for (const { inside, thickness, neckRadius } of list) {
      const { loop, leg } = loopPath({ inside, thickness, neckRadius }, 0, 0)
      const R = (inside + thickness) / 2
      // middles of loop and leg are R + r apart, and by t/2 + r beside each other
      const angle = Math.asin((thickness / 2 + neckRadius) / (R + neckRadius))
      expect(pathLength({ segments: [loop] })).toBeCloseTo(R * (Math.PI - angle), 9)
      expect(pathLength({ segments: [leg] })).toBeCloseTo(neckRadius * (Math.PI / 2 - angle), 9)
    }
  })
})
