import { dot, sub, type Vec3 } from '../geom/index.js'
import { support, type Profile } from '../wire/index.js'
import type { Nearest } from '../stone/index.js'

/** A wire's section at one place: its profile, size and own axes (unit, square to the wire). */
export interface SectionPose {
  readonly profile: Profile
  readonly size: number
  readonly axes: readonly [Vec3, Vec3]
}

/** Width of the gap between a wire's skin and the stone, and the direction from stone to wire that it is measured in. */
export interface Gap {
  readonly gap: number
  readonly m: Vec3
}

/** How far a section reaches toward the stone, against the direction m that points from the stone to the wire; with `way` -1 the other way. */
export const reach = (s: SectionPose, m: Vec3, way: 1 | -1 = 1): number =>
  s.profile === 'round'
    ? s.size / 2
    : support(s.profile, s.size, -way * dot(m, s.axes[0]), -way * dot(m, s.axes[1]))

/**
 * Gap between a wire's skin and the stone: |c - q| - h(m) with h the section's support toward the nearest point q.
 * Beside a dome the outline's own normal separates too, and at a sharp edge of the stone every direction between its two faces; the widest of those
 * counts (separating axes): a square lying against the wall past the stone's back edge then has gap 0, where the
 * plain rule would report an overlap. Negative: how deep it stands in the stone.
 */
export function gapAt(c: Vec3, near: Nearest, section: SectionPose): Gap {
  let gap = near.distance - reach(section, near.m)
  let m = near.m
  const better = (value: number, direction: Vec3) => {
    if (value > gap) {
      gap = value
      m = direction
    }
  }
  if (near.beside && section.profile !== 'round')
    better(near.beside.distance - reach(section, near.beside.m), near.beside.m)
  if (near.edge && section.profile !== 'round') {
    const d = sub(c, near.q)
    const [a, b] = near.edge
    const ab = dot(a, b)
    const square = 1 - ab * ab
    const consider = (n: Vec3) => better(dot(d, n) - reach(section, n), n)
    consider(a)
    consider(b)
    for (const axis of section.axes)
      for (const sign of [1, -1]) {
        const n: Vec3 = [sign * axis[0], sign * axis[1], sign * axis[2]]
        // inside the wedge of a and b when both its shares of them are positive and it lies in their plane
        const u = (dot(n, a) - ab * dot(n, b)) / square
        const v = (dot(n, b) - ab * dot(n, a)) / square
        if (
          u > -1e-9 &&
          v > -1e-9 &&
          Math.hypot(n[0] - u * a[0] - v * b[0], n[1] - u * a[1] - v * b[1], n[2] - u * a[2] - v * b[2]) <
            1e-6
        )
          consider(n)
      }
  }
  return { gap, m }
}

/** The point of a section nearest to q, for a section about c: of a square, clamped to its sides; of a half-round wire, to its flat and its back. */
function nearestOf(section: SectionPose, c: Vec3, q: Vec3): Vec3 {
  const h = section.size / 2
  const a = section.axes[0]
  const b = section.axes[1]
  const x = q[0] - c[0]
  const y = q[1] - c[1]
  const z = q[2] - c[2]
  let u = x * a[0] + y * a[1] + z * a[2]
  let v = x * b[0] + y * b[1] + z * b[2]
  if (section.profile === 'half-round') {
    u = Math.max(0, u)
    const far = Math.sqrt(u * u + v * v)
    if (far > h) {
      u *= h / far
      v *= h / far
    }
  } else {
    u = Math.max(-h, Math.min(h, u))
    v = Math.max(-h, Math.min(h, v))
  }
  return [c[0] + u * a[0] + v * b[0], c[1] + u * a[1] + v * b[1], c[2] + u * a[2] + v * b[2]]
}

/** A distance found from point to point that is this near to its bound, mm, is the bound. */
const MEET = 0.0015

/**
 * Gap as `gapAt`, then made true for a square beside a curved face: its nearest point and the stone's are found from each
 * other in turn (alternating projections on two convex bodies). The separating rules alone would only bound it from
 * below, and their tilted directions would block a slide that is free. A gap whose bound is over `within` is left at its bound.
 */
export function trueGapAt(
  c: Vec3,
  section: SectionPose,
  nearest: (p: Vec3) => Nearest,
  within: number,
): Gap & { readonly q: Vec3 } {
  const near = nearest(c)
  const bound = gapAt(c, near, section)
  if (section.profile === 'round' || bound.gap > within) return { ...bound, q: near.q }
  if (near.flat || section.profile === 'half-round')
    return widestOf(c, section, nearest, { ...bound, q: near.q })
  let q = near.q
  let found: Nearest | undefined
  let before = Infinity
  for (let i = 0; i < 6; i++) {
    const p = nearestOf(section, c, q)
    found = nearest(p)
    q = found.q
    // no gap is below its bound: once it is met (a side lying flush) there is nothing left to find
    if (found.distance <= bound.gap + 1e-6 || before - found.distance < 1e-5 + 0.002 * found.distance) break
    before = found.distance
  }
  // the found distance is never too small, the bound never too large: where they meet, the bound's plane is the true one
  if (found && found.distance > 1e-6 && found.distance > bound.gap + MEET)
    return { gap: found.distance, m: found.m, q }
  return { ...bound, q: near.q }
}

/**
 * Places on section and stone found from each other in turn. Each of the stone's has a plane that the stone lies behind, and the section stands
 * before it by a gap that is never too large for a convex stone; the widest is taken. It is the true gap once the places stand still: where a
 * side meets a flat slope with its edge they creep there, so the widest is kept and not the last distance. On a dome they stand still soon.
 */
function widestOf(
  c: Vec3,
  section: SectionPose,
  nearest: (p: Vec3) => Nearest,
  bound: Gap & { readonly q: Vec3 },
): Gap & { readonly q: Vec3 } {
  let best = bound
  let { q } = bound
  let before = Infinity
  for (let i = 0; i < 6; i++) {
    const found = nearest(nearestOf(section, c, q))
    q = found.q
    // inside the section the distance says nothing; no gap is above it outside
    const gap = Math.min(dot(sub(c, q), found.m) - reach(section, found.m), Math.abs(found.distance))
    if (gap > best.gap) best = { gap, m: found.m, q }
    if (found.distance <= best.gap + 1e-6 || before - found.distance < 1e-5 + 0.002 * found.distance) break
    before = found.distance
  }
  return best
}
