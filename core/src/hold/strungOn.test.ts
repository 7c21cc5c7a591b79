import { cross, dist, dot, norm, scale, sub, unit, type Vec3 } from '../geom/index'
import { seeded } from '../testing'
import { ball } from '../testingDesigns'
import { smaller, strungOn } from './index'

const seed = () => ({ theta: NaN, phi: NaN })
const HOLE = { through: [0, 0, 0], along: [0, 1, 0] } as const
const R = 5
const strung = strungOn(ball(R), HOLE, 1)
/** Half the wire and a hair. */
const BORE = 0.505

/** Distance to a ball with a hole by many places of its surface, the mouths left out. */
function byPlaces(p: Vec3): number {
  let least = Infinity
  for (let i = 0; i < 360; i++) {
    const a = (i * Math.PI) / 180
    for (let y = -4.5; y <= 4.5; y += 0.05) {
      least = Math.min(least, dist(p, [BORE * Math.cos(a), y, BORE * Math.sin(a)]))
    }
  }
  return Math.min(least, Math.abs(norm(p) - R))
}

describe('a stone strung on a wire', () => {
  it('is as far off as the places of its surface are, away from its mouths', () => {
    const random = seeded(5)
    for (let i = 0; i < 40; i++) {
      const p: Vec3 = [3 * (random() - 0.5), 7 * (random() - 0.5), 3 * (random() - 0.5)]
      expect(Math.abs(strung.nearest(p, seed()).distance)).toBeCloseTo(byPlaces(p), 1)
    }
    // in the hole nothing is in the stone, beside it all is
    expect(strung.nearest([0.2, 1, 0.1], seed()).distance).toBeGreaterThan(0)
    expect(strung.nearest([0.8, 1, 0.1], seed()).distance).toBeLessThan(0)
  })

  it('its distance grows by no more than one goes, the nearest place lies that far off, and the way there is a unit', () => {
    const random = seeded(7)
    for (let i = 0; i < 400; i++) {
      const p: Vec3 = [2 * (random() - 0.5), 4 + 2 * random(), 2 * (random() - 0.5)]
      const q: Vec3 = [p[0] + 0.1 * (random() - 0.5), p[1] + 0.1 * (random() - 0.5), p[2]]
      const [a, b] = [p, q].map((x) => strung.nearest(x, seed()))
      expect(Math.abs(a!.distance - b!.distance)).toBeLessThan(dist(p, q) + 1e-9)
      expect(norm(a!.m)).toBeCloseTo(1, 9)
      expect(dist(a!.q, sub(p, scale(a!.m, a!.distance)))).toBeLessThan(1e-6)
    }
  })

  it('in its hole every way across is stopped, and along it none', () => {
    const walls = strung.nearestAll!([0.1, 1, -0.05], 2)
    for (let k = 0; k < 12; k++) {
      const way: Vec3 = [Math.cos((k * Math.PI) / 6), 0, Math.sin((k * Math.PI) / 6)]
      expect(Math.min(...walls.map((w) => dot(w.m, way)))).toBeLessThan(-0.8)
    }
    expect(Math.max(...walls.map((w) => Math.abs(w.m[1])))).toBeLessThan(1e-9)
  })

  it('drilled another way it is the same, turned', () => {
    const along = unit([1, 2, -0.5])
    const other = strungOn(ball(R), { through: [0, 0, 0], along }, 1)
    const side = unit(cross(along, [0, 0, 1]))
    for (const [u, v] of [
      [1, 0.2],
      [4.9, 0.3],
      [5.4, 0.9],
      [2, 1.4],
    ] as const) {
      const there: Vec3 = [0, 1, 2].map((k) => along[k as 0]! * u + side[k as 0]! * v) as unknown as Vec3
      expect(other.nearest(there, seed()).distance).toBeCloseTo(strung.nearest([v, u, 0], seed()).distance, 9)
    }
  })

  it('smaller it is smaller without, and its hole as wide', () => {
    const less = smaller(strung, 0.2)
    expect(less.nearest([0.1, 1, 0], seed()).distance).toBeCloseTo(BORE - 0.1, 9)
    expect(less.nearest([3, 6, 0], seed()).distance).toBeCloseTo(Math.hypot(3, 6) - R + 0.2, 6)
  })
})
