import { add, along, cross, dot, norm, scale, squareTo, sub, unit, type Vec3 } from '../geom/index.js'
import type { Hole, Nearest } from '../stone/index.js'
import { smaller, type Held } from './held.js'

/**
 * A hole's wall is known by planes round it, so many degrees to either side of where it is nearest: what moves in it is stopped by whichever it
 * comes to, and beside the nearest by what follows the round closely.
 */
const BESIDE = [0, 8, 20, 40, 70, 110, 150]
const ROUND = BESIDE.flatMap((deg) => (deg === 0 ? [0] : [deg, -deg])).map((deg) => (deg * Math.PI) / 180)
/** A wire is bent over the mouth of the hole: it is looked at so closely, mm. */
const SPACING = 0.5
/** The hole is taken to be wider than its wire by so much on every side, mm: what it is wider besides lets no stone off its wire. */
const SNUG = 0.005
/** Its mouths are rounded by so much, mm: typical, uncited. */
const MOUTH = 0.25
/** Halvings of a search. */
const HALVINGS = 20
/** So near to its middle nothing says which way its wall is nearest, mm. */
const MIDDLE = 1e-9

/**
 * A stone strung on a wire so thick that runs straight through its hole, as that wire finds it: the hole's wall is as much of its surface as its
 * outside. Wider holes only let it swing: whether it stays on its wire is for what stands before both mouths.
 * @example strungOn(ball(5), { through: [0, 0, 0], along: [0, 1, 0] }, 1).nearest([0.2, 1, 0], { theta: NaN, phi: NaN }).distance // 0.305
 */
export function strungOn(face: Held, hole: Pick<Hole, 'through' | 'along'>, thick: number): Held {
  const axis = unit(hole.along)
  const radius = thick / 2 + SNUG
  const first = squareTo(Math.abs(axis[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0], axis)
  /** The place of the axis beside a point, and how far and which way the point lies from it. */
  const from = (p: Vec3): { readonly at: Vec3; readonly off: number; readonly out: Vec3 } => {
    const at = along(hole.through, axis, dot(sub(p, hole.through), axis))
    const d = sub(p, at)
    const off = norm(d)
    return { at, off, out: off > MIDDLE ? scale(d, 1 / off) : first }
  }
  const wallAlong = (p: Vec3, at: Vec3, out: Vec3): Nearest => ({
    q: along(at, out, radius),
    m: scale(out, -1),
    distance: radius - dot(sub(p, at), out),
  })
  /** The nearer of face and wall, or over the mouth the round between both. */
  const either = (p: Vec3, outside: Nearest, wall: Nearest): Nearest => {
    const [a, b] = [outside.distance + MOUTH, wall.distance + MOUTH]
    if (a <= 0 || b <= 0) return wall.distance > outside.distance ? wall : outside
    const distance = Math.hypot(a, b) - MOUTH
    const m = unit(add(scale(outside.m, a), scale(wall.m, b)))
    return { q: along(p, m, -distance), m, distance }
  }
  const nearestIn = (p: Vec3, outside: Nearest): Nearest => {
    const { at, out } = from(p)
    return either(p, outside, wallAlong(p, at, out))
  }
  const seed = { theta: NaN, phi: NaN }
  /** How far along the axis from `through` all that lies near it is deep inside the stone. */
  const deepTo = (way: 1 | -1): number => {
    const outer = (s: number): number => face.nearest(along(hole.through, axis, way * s), seed).distance
    let [inside, beyond] = [0, 2 * face.size]
    for (let i = 0; i < HALVINGS; i++) {
      const middle = (inside + beyond) / 2
      if (outer(middle) < -(2 * radius + MOUTH)) inside = middle
      else beyond = middle
    }
    return inside
  }
  const deep = [deepTo(-1), deepTo(1)] as const
  /** Only the wall is near here: the outside need not be asked. */
  const isDeep = (p: Vec3, off: number): boolean => {
    const s = dot(sub(p, hole.through), axis)
    return off < 2 * radius && s > -deep[0] && s < deep[1]
  }
  /** Deep inside: no nearer to the outside than a wire’s thickness. */
  const INSIDE: Nearest = { q: hole.through, m: axis, distance: -Infinity }
  return {
    ...face,
    nearest: (p, last) => {
      const { at, off, out } = from(p)
      return isDeep(p, off) ? wallAlong(p, at, out) : nearestIn(p, face.nearest(p, last))
    },
    nearestAll: (p, reach) => {
      const { at, off, out } = from(p)
      const outside = isDeep(p, off) ? INSIDE : face.nearest(p, seed)
      if (off > radius + MOUTH) return [nearestIn(p, outside)]
      const beside = cross(axis, out)
      return ROUND.map((a) =>
        either(p, outside, wallAlong(p, at, add(scale(out, Math.cos(a)), scale(beside, Math.sin(a))))),
      ).filter((n) => n.distance <= reach)
    },
    convex: false,
    strung: { spacing: SPACING, smaller: (by) => strungOn(smaller(face, by), hole, thick) },
  }
}
