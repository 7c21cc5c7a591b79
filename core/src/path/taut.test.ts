import { dist, norm, unit, type Vec3 } from '../geom/index'
import { heldStone } from '../hold/index'
import { fullStone } from '../stone/index'
import { OVAL } from '../testing'
import { pathLength, stationsOf } from './index'
import { tautLine, tautPath, type Skin } from './taut'

const lengthOf = (points: readonly Vec3[]): number =>
  points.slice(1).reduce((sum, p, i) => sum + dist(p, points[i]!), 0)

const ball =
  (radius: number): Skin =>
  (p) => ({ distance: norm(p) - radius, m: unit(p) })
/** About the y axis. */
const cylinder =
  (radius: number): Skin =>
  ([x, , z]) => {
    const far = Math.hypot(x, z)
    return { distance: far - radius, m: [x / far, 0, z / far] }
  }
/** A cone about the y axis with its tip at the top: half angle in radians. */
const cone =
  (half: number): Skin =>
  ([x, y, z]) => {
    const far = Math.hypot(x, z)
    const m: Vec3 = [(x / far) * Math.cos(half), Math.sin(half), (z / far) * Math.cos(half)]
    return { distance: far * Math.cos(half) + y * Math.sin(half), m }
  }
/** Half sizes along the axes. */
const box =
  (half: Vec3): Skin =>
  (p) => {
    const q = p.map((v, k) => Math.abs(v) - half[k as 0 | 1 | 2]) as unknown as Vec3
    const out = q.map((v) => Math.max(v, 0)) as unknown as Vec3
    const sign = p.map((v) => (v < 0 ? -1 : 1)) as unknown as Vec3
    const outside = norm(out)
    if (outside > 0) {
      return { distance: outside, m: unit([out[0] * sign[0], out[1] * sign[1], out[2] * sign[2]]) }
    }
    const k = q.indexOf(Math.max(...q))
    const m: [number, number, number] = [0, 0, 0]
    m[k] = sign[k as 0 | 1 | 2]
    return { distance: Math.max(...q), m }
  }

/** How far a length may be off, as a share. */
const SHARE = 0.001
const off = (found: number, exact: number): number => Math.abs(found / exact - 1)

const FRONT: Vec3 = [0, 0, 1]
const OFF = 0.2

/** From few pieces to many, each point in turn is drawn toward the middle of its neighbours and put back on the body: slow, and found otherwise. */
function relaxed(skin: Skin, from: Vec3, to: Vec3): Vec3[] {
  let points: Vec3[] = Array.from({ length: 17 }, (_, i): Vec3 => {
    const u = i / 16
    return [
      from[0] + u * (to[0] - from[0]),
      from[1] + u * (to[1] - from[1]),
      from[2] + u * (to[2] - from[2]) + 14 * Math.sin(Math.PI * u) ** 0.5,
    ]
  })
  for (let pieces = 16; pieces <= 256; pieces *= 2) {
    for (let sweep = 0; sweep < 200; sweep++)
      for (let i = 1; i < pieces; i++) {
        const [a, p, b] = [points[i - 1]!, points[i]!, points[i + 1]!]
        // farther than the middle: an over-relaxation
        const q = p.map((v, k) => v + 1.7 * ((a[k]! + b[k]!) / 2 - v)) as unknown as Vec3
        const { distance, m } = skin(q)
        const out = Math.max(0, OFF - distance)
        points[i] = [q[0] + out * m[0], q[1] + out * m[1], q[2] + out * m[2]]
      }
    if (pieces < 256)
      points = points.flatMap((p, i) => {
        const next = points[i + 1]
        return next ? [p, p.map((v, k) => (v + next[k]!) / 2) as unknown as Vec3] : [p]
      })
  }
  return points
}

describe('a taut string', () => {
  it('over a ball: two tangents and the great circle between them', () => {
    for (const [r, a, b] of [
      [8, [-9, -3, -1], [9, 2, -1]],
      [5, [-5.3, 0, 1], [3, 4.4, 2]],
      [10, [-11, 0, 0.5], [11, 1, 0.5]],
    ] as const) {
      const R = r + OFF
      const between = Math.acos((a[0] * b[0] + a[1] * b[1] + a[2] * b[2]) / (norm(a) * norm(b)))
      const exact =
        Math.sqrt(norm(a) ** 2 - R * R) +
        Math.sqrt(norm(b) ** 2 - R * R) +
        R * (between - Math.acos(R / norm(a)) - Math.acos(R / norm(b)))
      const points = tautLine(ball(r), { from: a, to: b, side: FRONT, off: OFF })
      expect(off(lengthOf(points), exact)).toBeLessThan(SHARE)
      const path = tautPath(ball(r), { from: a, to: b, side: FRONT, off: OFF })
      expect(off(pathLength({ segments: path }), exact)).toBeLessThan(SHARE)
    }
  })

  it('over a cylinder: straight when it is unrolled', () => {
    const R = 6 + OFF
    for (const [turn, rise] of [
      [1.2, 4],
      [2.4, 7],
      [3.6, 2],
    ] as const) {
      const at = (t: number, y: number): Vec3 => [R * Math.sin(t), y, R * Math.cos(t)]
      const drawn = { from: at(-turn / 2, -rise / 2), to: at(turn / 2, rise / 2), side: FRONT, off: OFF }
      expect(off(lengthOf(tautLine(cylinder(6), drawn)), Math.hypot(R * turn, rise))).toBeLessThan(SHARE)
    }
  })

  it('over a cone: straight when it is unrolled', () => {
    const half = 0.3
    // middle of the string lies on a cone of the same angle whose tip is higher
    const lift = OFF / Math.sin(half)
    for (const [s, t, turn] of [
      [20, 20, 1.5],
      [14, 22, 2.2],
    ] as const) {
      const at = (far: number, a: number): Vec3 => [
        far * Math.sin(half) * Math.sin(a),
        lift - far * Math.cos(half),
        far * Math.sin(half) * Math.cos(a),
      ]
      const flat = turn * Math.sin(half)
      const exact = Math.sqrt(s * s + t * t - 2 * s * t * Math.cos(flat))
      const points = tautLine(cone(half), {
        from: at(s, -turn / 2),
        to: at(t, turn / 2),
        side: FRONT,
        off: OFF,
      })
      expect(off(lengthOf(points), exact)).toBeLessThan(SHARE)
    }
  })

  it('over a box: straight when its sides are laid flat, and round its edges', () => {
    const half: Vec3 = [5, 10, 3]
    for (const rise of [0, 3, 6]) {
      const [a, b]: [Vec3, Vec3] = [
        [-5 - OFF, -rise / 2, 0],
        [5 + OFF, rise / 2, 0],
      ]
      // two quarter circles round the edges, of the string's own half thickness
      const round = 3 + 10 + 3 + Math.PI * OFF
      const points = tautLine(box(half), { from: a, to: b, side: FRONT, off: OFF })
      expect(off(lengthOf(points), Math.hypot(round, rise))).toBeLessThan(SHARE)
    }
  })

  it('never stands in the body, its smooth path neither', () => {
    const skins: [Skin, Vec3, Vec3][] = [
      [ball(8), [-9, -3, -1], [9, 2, -1]],
      [box([5, 10, 3]), [-5.2, -2, -1], [5.2, 3, 0]],
      [cylinder(6), [-6.2, -3, 0], [6.2, 4, 0]],
    ]
    for (const [skin, from, to] of skins) {
      const segments = tautPath(skin, { from, to, side: FRONT, off: OFF })
      const deep = stationsOf({ segments }, 0, pathLength({ segments }), 0.05).map(
        ({ at }) => OFF - skin(at.p).distance,
      )
      expect(Math.max(...deep)).toBeLessThan(0.02)
    }
  })

  it('bridges a hollow: of two balls beside each other it touches both and nothing between', () => {
    const skin: Skin = (p) => {
      const [one, two] = [-4, 4].map((x): ReturnType<Skin> => {
        const d: Vec3 = [p[0] - x, p[1], p[2]]
        return { distance: norm(d) - 3, m: unit(d) }
      })
      return one!.distance < two!.distance ? one! : two!
    }
    const points = tautLine(skin, { from: [-8, 0, -2], to: [8, 0, -2], side: FRONT, off: OFF })
    // over the middle it is as high as the tops of both balls
    const high = Math.max(...points.map((p) => p[2]))
    expect(Math.abs(high - 3 - OFF)).toBeLessThan(0.002)
    const R = 3 + OFF
    // from (-8, -2) to the ball about (-4, 0): tangent, arc to its top, straight over
    const d = Math.hypot(4, 2)
    const arc = Math.PI / 2 + Math.atan2(2, 4) - Math.acos(R / d)
    expect(off(lengthOf(points), 2 * (Math.sqrt(d * d - R * R) + R * arc) + 8)).toBeLessThan(SHARE)
  })

  it('over domes lies as a string of 256 pieces does that is relaxed by hand, point by point', () => {
    for (const stone of [
      OVAL,
      { ...OVAL, outline: 'drop', length: 34 } as typeof OVAL,
      { ...OVAL, depth: 12 },
    ]) {
      const held = heldStone(fullStone(stone))
      const skin: Skin = (p) => held.nearest(p, { theta: NaN, phi: NaN })
      const from: Vec3 = [-stone.width / 2 - 0.5, -3, 0.5]
      const to: Vec3 = [stone.width / 2 + 0.5, 6, 0.5]
      const points = tautLine(skin, { from, to, side: FRONT, off: OFF })
      expect(Math.abs(lengthOf(points) - lengthOf(relaxed(skin, from, to)))).toBeLessThan(0.02)
    }
  })

  it('is straight where nothing is in its way, and the same in the mirror', () => {
    const free = { from: [-9, 0, 9] as Vec3, to: [9, 1, 9] as Vec3, side: FRONT, off: OFF }
    expect(lengthOf(tautLine(ball(4), free))).toBeCloseTo(dist(free.from, free.to), 6)
    const drawn = { from: [-9, -3, -1] as Vec3, to: [9, 2, -1] as Vec3, side: FRONT, off: OFF }
    const mirrored = {
      ...drawn,
      from: [9, -3, -1] as Vec3,
      to: [-9, 2, -1] as Vec3,
    }
    expect(lengthOf(tautLine(ball(8), mirrored))).toBeCloseTo(lengthOf(tautLine(ball(8), drawn)), 4)
  })
})
