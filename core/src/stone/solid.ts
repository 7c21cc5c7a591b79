import type { MeshIndex, Vec3 } from '../geom/index.js'
import { outlineOf } from './body.js'
import { outlineNearest, outlinePoint, outlineRay, type Outline } from './outline.js'
import { outlineHull } from './outlineHull.js'
import { shapeOf } from './shape.js'
import { ALL_MEASURES, type FullStone } from './stone.js'

/** Nearest surface point: q, the unit direction m from q toward the asked point (outward normal at a face), signed distance. */
export interface Nearest {
  readonly q: Vec3
  readonly m: Vec3
  readonly distance: number
  /** On a face that is flat or straight one way: a facet, not a dome. */
  readonly flat?: true
  /** At a sharp edge: the two face normals between which all directions are normal to the stone. */
  readonly edge?: readonly [Vec3, Vec3]
  /** Of a point above the wall and outside the outline: how far outside, and in which direction. */
  readonly beside?: { readonly distance: number; readonly m: Vec3 } | undefined
}

/** Where the last search on the dome ended: passing it back makes the next search for a point nearby quick. */
export interface DomeSeed {
  theta: number
  phi: number
}

/**
 * A domed stone as a solid: a wall between z = foot and z = rim, above it a dome with ρ^p + ζ^p = 1 (ρ the scale of the outline about
 * its star centre, ζ the height over the rise, p the fullness); below it a flat back, or the like dome downward.
 */
export interface Solid {
  readonly stone: FullStone
  readonly outline: Outline
  /** The stone's own edge, where `outline` is the line that a wire takes round it. */
  readonly edge?: Outline
  /** Lowest point: the flat back, or the deepest point of the dome behind. */
  readonly back: number
  /** Where the wall begins behind: the flat back's height, or the rim of the dome behind. */
  readonly foot: number
  readonly rim: number
  readonly rise: number
  readonly apex: number
  /** Nearest point of the surface. Exact to 1e-6 mm outside and just inside; deep inside it is the nearest face found. */
  nearest(x: number, y: number, z: number, seed?: DomeSeed): Nearest
}

/** Is this a kind of stone that `solidOf` makes a solid of: flat back or two domes. */
export const isDomed = (stone: Pick<FullStone, 'kind'>): boolean =>
  stone.kind === 'cabochon' || stone.kind === 'puffy'

/** Is this bead turned about its length with an ellipse as its profile: a ball, or an egg. */
export const isEgg = (stone: Pick<FullStone, 'kind' | 'form' | 'width' | 'depth'>): boolean =>
  stone.kind === 'bead' &&
  (stone.form === undefined || stone.form === 'sphere' || stone.form === 'egg') &&
  Math.abs(stone.width - stone.depth) < ROUND_WITHIN * stone.width

/** Width and depth that differ by less than this share are one diameter. */
const ROUND_WITHIN = 0.02

const known = new Map<string, Solid>()
const MOST_KNOWN = 12

/** The solid of a measured stone; the last few are remembered, as one plan asks for it many times. @throws RangeError for measures that enclose nothing */
export function solidOf(stone: FullStone): Solid {
  const key = JSON.stringify([
    stone.kind,
    stone.outline,
    stone.length,
    stone.width,
    stone.depth,
    stone.mineral,
    stone.points,
    ...ALL_MEASURES.map((m) => stone[m]),
  ])
  let solid = known.get(key)
  if (!solid) {
    solid = makeSolid(stone)
    if (known.size >= MOST_KNOWN) known.clear()
    known.set(key, solid)
  }
  return solid
}

function makeSolid(stone: FullStone): Solid {
  const { depth, wall } = stone
  const behind = stone.kind === 'puffy' ? stone.back : 0
  const rise = depth - wall - behind
  if (!isDomed(stone)) throw new RangeError(`a ${stone.kind} is no domed stone`)
  if (!(rise > 0 && wall >= 0 && behind >= 0 && stone.fullness >= 1))
    throw new RangeError('depth must exceed the wall, fullness must be 1 or more')
  const edge = outlineOf(stone)
  const rim = wall / 2
  const foot = -wall / 2
  const back = foot - behind
  const apex = rim + rise
  const plain = { stone, outline: edge, back, foot, rim, rise, apex }
  // a wall that leans and a chamfer have no closed form here: the triangles are asked
  if (stone.draft > 0 || stone.chamfer > 0) return { ...plain, nearest: byTriangles(stone, edge, rim) }
  const front = domeOver(edge, rim, rise, stone.fullness)
  if (stone.kind === 'puffy') {
    const rear = domeOver(edge, wall / 2, behind, stone.backFullness)
    const nearest = (x: number, y: number, z: number, seed?: DomeSeed): Nearest => {
      if (z >= rim) return front(x, y, z, seed)
      if (z <= foot) return new Turned(rear(x, y, -z, seed))
      const e = outlineNearest(edge, x, y)
      return { q: [e.x, e.y, z], m: [e.nx, e.ny, 0], distance: e.distance }
    }
    return { ...plain, nearest }
  }
  const nearest = (x: number, y: number, z: number, seed?: DomeSeed): Nearest => {
    const e = z < rim ? outlineNearest(edge, x, y) : undefined
    if (z <= back && e) {
      if (e.distance <= 0) return { q: [x, y, back], m: [0, 0, -1], distance: back - z }
      const [dx, dy, dz] = [x - e.x, y - e.y, z - back]
      const d = Math.sqrt(dx * dx + dy * dy + dz * dz)
      return {
        q: [e.x, e.y, back],
        m: d > 1e-7 ? [dx / d, dy / d, dz / d] : [0, 0, -1],
        distance: d,
        edge: [
          [e.nx, e.ny, 0],
          [0, 0, -1],
        ],
      }
    }
    if (e) {
      if (e.distance >= 0) return { q: [e.x, e.y, z], m: [e.nx, e.ny, 0], distance: e.distance }
      const below = back - z
      return below > e.distance
        ? { q: [x, y, back], m: [0, 0, -1], distance: below }
        : { q: [e.x, e.y, z], m: [e.nx, e.ny, 0], distance: e.distance }
    }
    const found = front(x, y, z, seed)
    if (found.distance < back - z) return { q: [x, y, back], m: [0, 0, -1], distance: back - z }
    return found
  }
  return { ...plain, nearest }
}

/**
 * How far a domed stone reaches in a direction (a unit vector): the greatest m · x over it, its hollows filled by a taut string round the edge. Of a
 * dome ρ^p + ζ^p = 1 over an edge that reaches s, rising h: (s^q + h^q)^(1/q) with 1/p + 1/q = 1. A wall that leans or a chamfer reaches no farther.
 * @example solidSupport(solidOf(fullStone(oval)))([0, 1, 0]) // 15
 */
export function solidSupport(solid: Solid): (m: Vec3) => number {
  const { stone, rim, foot, back, rise } = solid
  const hull = outlineHull(solid.outline)
  const reach = (flat: number, high: number, p: number): number => {
    if (flat <= 0 || high <= 0) return Math.max(flat, high, 0)
    if (p <= 1) return Math.max(flat, high)
    const q = p / (p - 1)
    return (flat ** q + high ** q) ** (1 / q)
  }
  return ([x, y, z]) => {
    const flat = Math.hypot(x, y)
    let psi = Math.atan2(y, x)
    if (psi < -Math.PI / 2) psi += 2 * Math.PI
    const [px, py] = outlinePoint(hull, psi)
    const side = px * x + py * y
    if (flat < 1e-12) return z > 0 ? z * (rim + rise) : z * back
    if (z >= 0) return z * rim + reach(side, z * rise, stone.fullness)
    return stone.kind === 'puffy'
      ? z * foot + reach(side, -z * (foot - back), stone.backFullness)
      : side + z * back
  }
}

/** A point of the dome behind, found as if it lay in front. */
class Turned implements Nearest {
  readonly q: Vec3
  readonly m: Vec3
  readonly distance: number

  constructor(private readonly inFront: Nearest) {
    const { q, m, distance } = inFront
    this.q = [q[0], q[1], -q[2]]
    this.m = [m[0], m[1], -m[2]]
    this.distance = distance
  }

  get beside(): Nearest['beside'] {
    return this.inFront.beside
  }
}

/** Nearest points by the stone's triangles, exact for them. */
function byTriangles(stone: FullStone, edge: Outline, rim: number): Solid['nearest'] {
  let index: MeshIndex | undefined
  return (x, y, z) => {
    index ??= shapeOf(stone).index
    const { q, m, distance } = index.nearest([x, y, z])
    if (z >= rim && distance > 0) {
      const out = outlineNearest(edge, x, y)
      if (out.distance > 0)
        return { q, m, distance, beside: { distance: out.distance, m: [out.nx, out.ny, 0] } }
    }
    return { q, m, distance }
  }
}

/** Directions about the middle that are looked at for hollows, and how far to the sides of one its banks matter, of those. */
const DIRECTIONS = 256
const BESIDE = 14

/** Whether a polar direction looks toward a hollow stretch of the edge, or beside one. */
function hollowZones(edge: Outline): (theta: number) => boolean {
  if (edge.convex) return () => false
  const hull = outlineHull(edge)
  const at = (i: number) => (i / DIRECTIONS) * 2 * Math.PI
  const hollow = Array.from(
    { length: DIRECTIONS },
    (_, i) => outlineRay(hull, at(i)).radius - outlineRay(edge, at(i)).radius > 1e-3,
  )
  const zone = hollow.map((_, i) =>
    Array.from({ length: 2 * BESIDE + 1 }, (_, k) => (i + k - BESIDE + DIRECTIONS) % DIRECTIONS).some(
      (k) => hollow[k],
    ),
  )
  return (theta) => {
    const i = Math.round((theta / (2 * Math.PI)) * DIRECTIONS)
    return zone[((i % DIRECTIONS) + DIRECTIONS) % DIRECTIONS]!
  }
}

/** What was found on a dome. A class, for it is made many thousand times; whether it lies beside the stone is worked out only where it is asked for. */
class OnDome implements Nearest {
  constructor(
    readonly q: Vec3,
    readonly m: Vec3,
    readonly distance: number,
    private readonly outline: Outline | undefined,
    private readonly x: number,
    private readonly y: number,
  ) {}

  get beside(): Nearest['beside'] {
    if (!this.outline) return undefined
    const out = outlineNearest(this.outline, this.x, this.y)
    return out.distance > 0 ? { distance: out.distance, m: [out.nx, out.ny, 0] } : undefined
  }
}

/** Nearest point of a dome that stands on `rim`, asked for points at its height or above. */
function domeOver(edge: Outline, rim: number, rise: number, p: number): Solid['nearest'] {
  const besideHollow = hollowZones(edge)
  // of one surface evaluation the place, and the slopes of the distance: in an array, for a captured number is boxed at each write
  const at = new Float64Array(5)
  const evaluate = (theta: number, phi: number, x: number, y: number, z: number) => {
    const hit = outlineRay(edge, theta)
    const ct = Math.cos(theta)
    const st = Math.sin(theta)
    const nr = hit.nx * ct + hit.ny * st
    const nt = -hit.nx * st + hit.ny * ct
    const slope = (-hit.radius * nt) / nr
    const c = Math.max(Math.cos(phi), 0)
    const s = Math.max(Math.sin(phi), 0)
    // the elliptic dome, much the commonest, needs no powers
    let g = 1
    let dg = 0
    if (p !== 2) {
      const cp = c ** p
      const sp = s ** p
      g = (cp + sp) ** (-1 / p)
      // d g / d phi = -g / (c^p + s^p) (s^(p-1) c - c^(p-1) s)
      dg = (-g / (cp + sp)) * ((s > 0 ? (sp / s) * c : 0) - (c > 0 ? (cp / c) * s : 0))
    }
    const rho = g * c
    const zeta = g * s
    const drho = dg * c - g * s
    const dzeta = dg * s + g * c
    const qx = rho * hit.radius * ct
    const qy = rho * hit.radius * st
    const qz = rim + rise * zeta
    at[0] = qx
    at[1] = qy
    at[2] = qz
    const rx = qx - x
    const ry = qy - y
    const rz = qz - z
    const radial = rx * ct + ry * st
    const around = -rx * st + ry * ct
    at[3] = rho * (slope * radial + hit.radius * around)
    at[4] = drho * hit.radius * radial + dzeta * rise * rz
    return rx * rx + ry * ry + rz * rz
  }

  const onDome = (x: number, y: number, z: number, seed?: DomeSeed): Nearest => {
    const theta0 = Math.atan2(y, x)
    if (!besideHollow(theta0)) return downTo(theta0, x, y, z, seed)
    // beside a hollow there may be one on either bank: it is looked for from ahead, and from where the edge is nearest in plan
    const near = outlineNearest(edge, x, y)
    const [ahead, beside] = [downTo(theta0, x, y, z, seed), downTo(Math.atan2(near.y, near.x), x, y, z)]
    return beside.distance < ahead.distance ? beside : ahead
  }

  /** The nearest place that is come to from a polar direction, or from where the last search ended. */
  const downTo = (theta0: number, x: number, y: number, z: number, seed?: DomeSeed): Nearest => {
    let theta = theta0
    let phi: number
    if (seed && Number.isFinite(seed.theta)) {
      theta = seed.theta
      phi = seed.phi
    } else {
      const r = outlineRay(edge, theta0).radius
      // direction from the middle of the rim plane, in the gauge's own scales
      phi = Math.atan2(Math.max(z - rim, 0) / rise, Math.hypot(x, y) / r)
    }
    const H = 1e-5
    let damping = 0
    let best = evaluate(theta, phi, x, y, z)
    // second derivatives by differences; kept for a last step once steps are short
    let tt = 0
    let pp = 0
    let off = 0
    let short = false
    for (let step = 0; step < 40; step++) {
      const f = best
      const g0 = at[3]!
      const g1 = at[4]!
      if (!short) {
        const dp = phi > 0.7 ? -H : H
        evaluate(theta + H, phi, x, y, z)
        tt = (at[3]! - g0) / H
        const pt = (at[4]! - g1) / H
        evaluate(theta, phi + dp, x, y, z)
        const tp = (at[3]! - g0) / dp
        pp = (at[4]! - g1) / dp
        off = (pt + tp) / 2
      }
      let size = 0
      for (let tries = 0; tries < 24; tries++) {
        const a = tt + damping
        const d = pp + damping
        const det = a * d - off * off
        if (a > 0 && d > 0 && det > 1e-14) {
          let st = (-g0 * d + g1 * off) / det
          let sp = (-g1 * a + g0 * off) / det
          st = Math.max(-0.5, Math.min(0.5, st))
          sp = Math.max(-0.4, Math.min(0.4, sp))
          const np = Math.max(0, Math.min(Math.PI / 2, phi + sp))
          const value = evaluate(theta + st, np, x, y, z)
          if (value <= f + 1e-15) {
            size = Math.abs(st) + Math.abs(np - phi)
            theta += st
            phi = np
            best = value
            damping = damping > 1e-9 ? damping / 8 : 0
            break
          }
        }
        damping = damping === 0 ? 1e-3 : damping * 6
      }
      if (size > 0 && size <= 1e-6) break
      if (size === 0) {
        // nothing better was found: back to the place itself
        evaluate(theta, phi, x, y, z)
        if (!short) break
        short = false
        damping = 0
        continue
      }
      short = size < 2e-3 && damping === 0
    }
    if (seed) {
      seed.theta = theta
      seed.phi = phi
    }
    if (phi < 1e-9) {
      // the rim itself: exact on the outline, whatever the dome's slope there
      const e = outlineNearest(edge, x, y)
      return face([e.x, e.y, rim], x, y, z, inDome(x, y, z) ? -1 : 1, [e.nx, e.ny, 0])
    }
    return face([at[0]!, at[1]!, at[2]!], x, y, z, inDome(x, y, z) ? -1 : 1, undefined)
  }

  const inDome = (x: number, y: number, z: number): boolean => {
    if (z < rim) return false
    const rho = Math.sqrt(x * x + y * y) / outlineRay(edge, Math.atan2(y, x)).radius
    return rho ** p + ((z - rim) / rise) ** p <= 1
  }

  const face = (
    q: Vec3,
    x: number,
    y: number,
    z: number,
    sign: 1 | -1,
    fallback: Vec3 | undefined,
  ): Nearest => {
    const dx = x - q[0]
    const dy = y - q[1]
    const dz = z - q[2]
    const d = Math.sqrt(dx * dx + dy * dy + dz * dz)
    if (d > 1e-7) return { q, m: [(sign * dx) / d, (sign * dy) / d, (sign * dz) / d], distance: sign * d }
    return { q, m: fallback ?? domeNormal(q), distance: sign * d }
  }

  const domeNormal = ([x, y, z]: Vec3): Vec3 => {
    const hit = outlineRay(edge, Math.atan2(y, x))
    const rho = Math.hypot(x, y) / hit.radius
    const zeta = Math.max((z - rim) / rise, 0)
    // gradient of ρ^p + ζ^p; grad ρ = n / (radius n·e)
    const reach = hit.radius * (hit.nx * Math.cos(Math.atan2(y, x)) + hit.ny * Math.sin(Math.atan2(y, x)))
    const radial = rho ** (p - 1) / reach
    const up = zeta ** (p - 1) / rise
    const size = Math.hypot(radial, up) || 1
    return [(radial * hit.nx) / size, (radial * hit.ny) / size, up / size]
  }

  return (x, y, z, seed) => {
    const { q, m, distance } = onDome(x, y, z, seed)
    return new OnDome(q, m, distance, distance > 0 && Math.hypot(x, y) > 0 ? edge : undefined, x, y)
  }
}
