import { add, dot, norm, scale, sub, type MeshIndex, type Vec3 } from '../geom/index.js'
import {
  bodyOf,
  bodyVolume,
  outlineNearest,
  shapeOf,
  solidSupport,
  type DomeSeed,
  type Nearest,
  type Solid,
} from '../stone/index.js'

/** Something that lies beside what is held. */
export interface Beside {
  /** The stone's name. */
  readonly id: string
  /** A closed wire so thick, mm, whose outer side is the stone's. */
  readonly thick: number
  readonly line: readonly Vec3[]
}

/** What is held, in its own frame: its surface, its box, its middle, and half of its largest measure (all mm). */
export interface Held {
  /** Nearest point of the surface; the seed makes the next question for a place nearby quick, and may be left alone. */
  nearest(p: Vec3, seed: DomeSeed): Nearest
  /** Every local nearest point within reach: a hollow is touched on both its sides. Where there is none, the nearest alone is known. */
  nearestAll?(p: Vec3, reach: number): readonly Nearest[]
  /** Of a stone with hollows: the greatest m · x over it for a unit vector m, or somewhat more. A plane that far out bounds it for ever. */
  support?(m: Vec3): number
  /** Distance of a place in plan from the stone's outline, below 0 inside, and the way outward; where its outline is known. */
  outside?(x: number, y: number): { readonly distance: number; readonly way: readonly [number, number] }
  /** Has no hollow anywhere: then what was measured once bounds every later pose. */
  readonly convex: boolean
  /** Lines round stones that lie beside it: it comes no farther than these. */
  readonly beside?: readonly Beside[]
  /** A wire runs through its hole: places on wires are looked at so near to each other, mm; and smaller all round but for its hole. */
  readonly strung?: { readonly spacing: number; readonly smaller: (by: number) => Held }
  readonly low: Vec3
  readonly high: Vec3
  /** Centre of its mass. */
  readonly centre: Vec3
  readonly size: number
}

/** Centre of the solid's mass, by its slices. */
export const centreOfMass = (solid: Solid): Vec3 => bodyVolume(bodyOf(solid.stone)).centre

/** A domed stone as it is held. */
export function heldOf(solid: Solid): Held {
  const { outline, stone } = solid
  let index: MeshIndex | undefined
  return {
    nearest: (p, seed) => solid.nearest(p[0], p[1], p[2], seed),
    outside: (x, y) => {
      const e = outlineNearest(outline, x, y)
      return { distance: e.distance, way: [e.nx, e.ny] }
    },
    convex: outline.convex,
    ...(outline.convex
      ? {}
      : {
          support: solidSupport(solid),
          nearestAll: (p, reach) => (index ??= shapeOf(stone).index).nearestAll(p, reach),
        }),
    low: [outline.left, outline.bottom, solid.back],
    high: [outline.right, outline.top, solid.apex],
    centre: centreOfMass(solid),
    size: Math.max(stone.length, stone.width, stone.depth) / 2,
  }
}

/** What was found of a face that is drawn in. A class, for it is made many thousand times. */
class DrawnIn implements Nearest {
  readonly q: Vec3
  readonly m: Vec3
  readonly distance: number
  declare readonly flat?: true
  declare readonly edge?: readonly [Vec3, Vec3]

  constructor(
    private readonly found: Nearest,
    private readonly by: number,
  ) {
    const { q, m, distance, flat, edge } = found
    this.q = [q[0] - by * m[0], q[1] - by * m[1], q[2] - by * m[2]]
    this.m = m
    this.distance = distance + by
    if (flat) this.flat = flat
    if (edge) this.edge = edge
  }

  get beside(): Nearest['beside'] {
    const { beside } = this.found
    return beside && { distance: beside.distance + this.by, m: beside.m }
  }
}

/**
 * The same stone smaller by so much all round, mm: every face drawn in along its normal. Exact off faces and off edges whose two faces are told;
 * at other edges it is rounded, so a wire there is taken to stand nearer than it does, by less than a tenth of `by`.
 * @example smaller(ball(6), 0.1).nearest([8, 0, 0], { theta: NaN, phi: NaN }).distance // 2.1
 */
export function smaller(held: Held, by: number): Held {
  if (held.strung) return held.strung.smaller(by)
  const { nearestAll, support, outside } = held
  const drawnIn = (found: Nearest, p: Vec3): Nearest => {
    const { q, distance, edge } = found
    if (edge && distance > 0) {
      // where the two faces meet when both are drawn in
      const [a, b] = edge
      const share = by / (1 + dot(a, b))
      const at = sub(q, scale(add(a, b), share))
      const off = sub(p, at)
      const far = norm(off)
      return { q: at, m: scale(off, 1 / far), distance: far, edge }
    }
    return new DrawnIn(found, by)
  }
  const inward = (v: Vec3, sign: number): Vec3 => [v[0] + sign * by, v[1] + sign * by, v[2] + sign * by]
  return {
    ...held,
    nearest: (p, seed) => drawnIn(held.nearest(p, seed), p),
    ...(nearestAll ? { nearestAll: (p, reach) => nearestAll(p, reach - by).map((n) => drawnIn(n, p)) } : {}),
    ...(support ? { support: (m) => support(m) - by } : {}),
    ...(outside
      ? {
          outside: (x, y) => {
            const { distance, way } = outside(x, y)
            return { distance: distance + by, way }
          },
        }
      : {}),
    low: inward(held.low, 1),
    high: inward(held.high, -1),
  }
}

/** Any closed surface of triangles as it is held, its mass spread evenly. */
export function heldMesh(index: MeshIndex, centre: Vec3, convex = false): Held {
  let low: [number, number, number] = [Infinity, Infinity, Infinity]
  let high: [number, number, number] = [-Infinity, -Infinity, -Infinity]
  const { positions } = index.mesh
  for (let i = 0; i < positions.length; i += 3) {
    low = [0, 1, 2].map((k) => Math.min(low[k]!, positions[i + k]!)) as typeof low
    high = [0, 1, 2].map((k) => Math.max(high[k]!, positions[i + k]!)) as typeof high
  }
  return {
    nearest: (p, seed) => {
      // the triangle that was nearest before is most often near again
      const found = index.nearest(p, seed.theta)
      seed.theta = found.triangle
      return found
    },
    convex,
    nearestAll: (p, reach) => index.nearestAll(p, reach),
    low,
    high,
    centre,
    size: Math.max(...[0, 1, 2].map((k) => high[k]! - low[k]!)) / 2,
  }
}

/** Nearest point of the ellipse (a cos, b sin) in the first quadrant to a point there, by Newton's steps on the Lagrange multiplier (1e-12). */
function nearestOnEllipse(a: number, b: number, x: number, y: number): readonly [number, number] {
  if (x < 1e-12 && y < 1e-12) return a < b ? [a, 0] : [0, b]
  if (y < 1e-12) {
    // on the x axis: inside the evolute the nearest point lies off it
    const k = (a * x) / (a * a - b * b)
    if (a > b && k < 1) return [a * k, b * Math.sqrt(1 - k * k)]
    return [a, 0]
  }
  if (x < 1e-12) {
    const k = (b * y) / (b * b - a * a)
    if (b > a && k < 1) return [a * Math.sqrt(1 - k * k), b * k]
    return [0, b]
  }
  // (a x / (t + a²))² + (b y / (t + b²))² = 1 falls with t beyond -b²
  const least = Math.min(a, b)
  let t = -least * least + Math.max(least === b ? b * y : 0, least === a ? a * x : 0)
  // convex and falling from there: Newton's steps only climb toward the root
  for (let i = 0; i < 60; i++) {
    const [p, q] = [t + a * a, t + b * b]
    const u = (a * x) / p
    const v = (b * y) / q
    const step = (u * u + v * v - 1) / (2 * ((u * u) / p + (v * v) / q))
    t += step
    if (step < 1e-12 * p) break
  }
  return [(a * a * x) / (t + a * a), (b * b * y) / (t + b * b)]
}

/** A ball, or an egg turned about y, as it is held: its half width and half length in mm. Exact to 1e-9. */
export function heldEgg(a: number, b: number): Held {
  return {
    nearest: ([x, y, z]) => {
      const r = Math.hypot(x, z)
      const [px, py] = nearestOnEllipse(a, b, r, Math.abs(y))
      const [cx, cz] = r > 1e-12 ? [x / r, z / r] : [1, 0]
      // the ellipse's own normal there, outward
      const slope = Math.hypot(px / (a * a), py / (b * b))
      const [nr, ny] = [px / (a * a) / slope, (Math.sign(y) || 1) * (py / (b * b) / slope)]
      const q: Vec3 = [px * cx, (Math.sign(y) || 1) * py, px * cz]
      const m: Vec3 = [nr * cx, ny, nr * cz]
      return { q, m, distance: (x - q[0]) * m[0] + (y - q[1]) * m[1] + (z - q[2]) * m[2] }
    },
    convex: true,
    low: [-a, -b, -a],
    high: [a, b, a],
    centre: [0, 0, 0],
    size: Math.max(a, b),
  }
}
