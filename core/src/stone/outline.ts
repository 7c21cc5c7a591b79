import type { Vec2 } from '../geom/index.js'
import type { OutlineKind } from './stone.js'

/**
 * One arc of an outline. `from` and `to` are the directions of its outward normal in radians,
 * counter-clockwise from +x, so a point of it is centre + r (cos a, sin a) for a normal direction a.
 * Where the outline is hollow the radius is negative and the normal turns back (to < from); at a sharp corner it is 0.
 */
export interface OutlineArc {
  readonly cx: number
  readonly cy: number
  readonly r: number
  readonly from: number
  readonly to: number
}

/**
 * A closed outline about its star centre (0, 0): arcs that follow each other counter-clockwise, the normal turning from -π/2 (the
 * foot) once round to 3π/2. A parallel curve outside a convex one has the same arcs with r + offset, which makes lengths along
 * it exact (Steiner). Functions that take a normal direction hold for convex outlines only.
 */
export interface Outline {
  readonly kind: OutlineKind
  readonly arcs: readonly OutlineArc[]
  /** Polar angle about the star centre at which each arc begins, ascending from the first. */
  readonly starts: Float64Array
  readonly convex: boolean
  readonly top: number
  readonly bottom: number
  readonly left: number
  readonly right: number
}

const START = -Math.PI / 2
const TURN = 2 * Math.PI

/** Area, its centre and its second moments about the origin, exact for the arcs (Green). mm², mm, mm⁴. */
export function outlineMoments(o: Outline): {
  readonly area: number
  readonly centre: Vec2
  readonly xx: number
  readonly yy: number
  readonly xy: number
} {
  let [a, mx, my, xx, yy, xy] = [0, 0, 0, 0, 0, 0]
  for (const { cx, cy, r, from, to } of o.arcs) {
    // ∮ of polynomials in x and y along an arc: Gauss's rule on pieces of at most a quarter turn is exact to rounding
    const pieces = Math.max(1, Math.ceil(Math.abs(to - from) / 0.4))
    const h = (to - from) / pieces
    for (let i = 0; i < pieces; i++)
      for (let k = 0; k < GAUSS.length; k++) {
        const t = from + (i + 0.5 + GAUSS[k]![0] / 2) * h
        const w = (GAUSS[k]![1] * h) / 2
        const [c, s] = [Math.cos(t), Math.sin(t)]
        const [x, y] = [cx + r * c, cy + r * s]
        const [dx, dy] = [-r * s * w, r * c * w]
        a += (x * dy - y * dx) / 2
        mx += (x * x * dy) / 2
        my -= (y * y * dx) / 2
        xx += (x * x * x * dy) / 3
        yy -= (y * y * y * dx) / 3
        xy += (x * x * y * dy - x * y * y * dx) / 4
      }
  }
  return { area: a, centre: [mx / a, my / a], xx, yy, xy }
}

const GAUSS: readonly (readonly [number, number])[] = [
  [-0.906179845938664, 0.236926885056189],
  [-0.538469310105683, 0.478628670499366],
  [0, 0.568888888888889],
  [0.538469310105683, 0.478628670499366],
  [0.906179845938664, 0.236926885056189],
]

/** Points round an outline, counter-clockwise from its foot, no farther than `tolerance` from its arcs; corners are kept. */
export function outlinePoints(o: Outline, tolerance: number): Vec2[] {
  const out: Vec2[] = []
  for (const k of o.arcs) {
    const r = Math.abs(k.r)
    const step = r > tolerance ? 2 * Math.acos(1 - tolerance / r) : Math.PI
    const n = r < 1e-9 ? 1 : Math.max(1, Math.ceil(Math.abs(k.to - k.from) / step))
    for (let i = 0; i < n; i++) {
      const a = k.from + ((k.to - k.from) * i) / n
      out.push([k.cx + k.r * Math.cos(a), k.cy + k.r * Math.sin(a)])
    }
  }
  return out
}

/** Index of the arc that holds normal direction psi, taken into [-π/2, 3π/2). */
function arcOfNormal(o: Outline, psi: number): number {
  let lo = 0
  let hi = o.arcs.length - 1
  while (lo < hi) {
    const mid = (lo + hi + 1) >> 1
    if (o.arcs[mid]!.from <= psi) lo = mid
    else hi = mid - 1
  }
  return lo
}

/** The point whose outward normal points in direction psi, moved outward by `offset`. */
export function outlinePoint(o: Outline, psi: number, offset = 0): Vec2 {
  const k = o.arcs[arcOfNormal(o, psi)]!
  return [k.cx + (k.r + offset) * Math.cos(psi), k.cy + (k.r + offset) * Math.sin(psi)]
}

/** Length of the parallel curve at `offset` between two normal directions, from <= to, both in [-π/2, 3π/2]. */
export function outlineRun(o: Outline, from: number, to: number, offset = 0): number {
  let sum = 0
  for (const k of o.arcs) {
    const a = Math.max(from, k.from)
    const b = Math.min(to, k.to)
    if (b > a) sum += (b - a) * (k.r + offset)
  }
  return sum
}

/** The normal direction reached after `run` mm along the parallel curve from direction `from`. @throws RangeError past the full turn. */
export function outlineAfter(o: Outline, from: number, run: number, offset = 0): number {
  let left = run
  for (const k of o.arcs) {
    if (k.to <= from) continue
    const a = Math.max(from, k.from)
    const piece = (k.to - a) * (k.r + offset)
    if (left <= piece) return a + left / (k.r + offset)
    left -= piece
  }
  if (left < 1e-9) return START + TURN
  throw new RangeError(`${run} mm is longer than what is left of the outline`)
}

/** Arcs of the parallel curve between two normal directions, in order. */
export function outlineArcs(o: Outline, from: number, to: number, offset: number): OutlineArc[] {
  const out: OutlineArc[] = []
  for (const k of o.arcs) {
    const a = Math.max(from, k.from)
    const b = Math.min(to, k.to)
    if (b - a > 1e-9) out.push({ cx: k.cx, cy: k.cy, r: k.r + offset, from: a, to: b })
  }
  return out
}

/** Perimeter of the outline, or of the parallel curve outside a convex one. */
export const outlinePerimeter = (o: Outline, offset = 0): number =>
  o.arcs.reduce((sum, k) => sum + (k.to - k.from) * (k.r + offset), 0)

/** Enclosed area by Green's theorem, exact for the arcs. */
export function outlineArea(o: Outline): number {
  let sum = 0
  for (const { cx, cy, r, from, to } of o.arcs) {
    sum +=
      r * (cx * (Math.sin(to) - Math.sin(from)) - cy * (Math.cos(to) - Math.cos(from))) + r * r * (to - from)
  }
  return sum / 2
}

/** Result of a ray from the star centre: distance to the edge, and the edge's normal there. */
export interface RayHit {
  readonly radius: number
  readonly nx: number
  readonly ny: number
  readonly arc: number
}

/** Where the ray in polar direction theta leaves the outline. */
export function outlineRay(o: Outline, theta: number): RayHit {
  const first = o.starts[0]!
  let t = theta
  while (t < first) t += TURN
  while (t >= first + TURN) t -= TURN
  let lo = 0
  let hi = o.arcs.length - 1
  while (lo < hi) {
    const mid = (lo + hi + 1) >> 1
    if (o.starts[mid]! <= t) lo = mid
    else hi = mid - 1
  }
  const k = o.arcs[lo]!
  const dx = Math.cos(t)
  const dy = Math.sin(t)
  const b = k.cx * dx + k.cy * dy
  // the ray leaves a bulging arc's circle, and enters a hollow one's
  const root = Math.sqrt(Math.max(0, b * b - k.cx * k.cx - k.cy * k.cy + k.r * k.r))
  const radius = k.r < 0 ? b - root : b + root
  if (k.r === 0) return { radius, nx: Math.cos(k.from), ny: Math.sin(k.from), arc: lo }
  return { radius, nx: (radius * dx - k.cx) / k.r, ny: (radius * dy - k.cy) / k.r, arc: lo }
}

/** Nearest point of the outline to (x, y), its outward normal, and the signed distance (negative inside). */
export function outlineNearest(
  o: Outline,
  x: number,
  y: number,
): {
  readonly x: number
  readonly y: number
  readonly nx: number
  readonly ny: number
  readonly distance: number
} {
  if (!o.convex) return nearestOfAll(o, x, y)
  let i = outlineRay(o, Math.atan2(y, x)).arc
  const count = o.arcs.length
  for (let step = 0; step <= count; step++) {
    const k = o.arcs[i]!
    const mid = (k.from + k.to) / 2
    let off = Math.atan2(y - k.cy, x - k.cx) - mid
    off -= TURN * Math.round(off / TURN)
    const half = (k.to - k.from) / 2
    if (Math.abs(off) <= half + 1e-12 || step === count) {
      const a = mid + Math.max(-half, Math.min(half, off))
      const nx = Math.cos(a)
      const ny = Math.sin(a)
      const px = k.cx + k.r * nx
      const py = k.cy + k.r * ny
      return { x: px, y: py, nx, ny, distance: (x - px) * nx + (y - py) * ny }
    }
    i = (i + (off > 0 ? 1 : count - 1)) % count
  }
  throw new RangeError('no nearest point: the outline has no arcs')
}

/** Figures of an arc: middle of its circle, radius, middle of its angles, half their range, and a circle that holds it (middle, radius). */
const FIGURES = 8
const arcFigures = new WeakMap<Outline, Float64Array>()

function arcFiguresOf(o: Outline): Float64Array {
  let found = arcFigures.get(o)
  if (!found) {
    found = Float64Array.from(
      o.arcs.flatMap((k) => {
        const mid = (k.from + k.to) / 2
        const half = Math.abs(k.to - k.from) / 2
        // no chord from an arc's middle is longer than half the arc
        return [
          k.cx,
          k.cy,
          k.r,
          mid,
          half,
          k.cx + k.r * Math.cos(mid),
          k.cy + k.r * Math.sin(mid),
          half * Math.abs(k.r),
        ]
      }),
    )
    arcFigures.set(o, found)
  }
  return found
}

/** Every arc is asked that may be nearer: where an outline is hollow a walk from arc to arc can end at a nearer one's neighbour. */
function nearestOfAll(o: Outline, x: number, y: number): ReturnType<typeof outlineNearest> {
  const ray = outlineRay(o, Math.atan2(y, x))
  const f = arcFiguresOf(o)
  const count = o.arcs.length
  let [best, px, py, nx, ny] = [Infinity, 0, 0, 1, 0]
  // the arc that is looked toward first: it is most often the nearest, or nearly
  for (let step = 0; step < count; step++) {
    const i = FIGURES * ((ray.arc + step) % count)
    const u = x - f[i + 5]!
    const v = y - f[i + 6]!
    const far = best + f[i + 7]!
    if (u * u + v * v >= far * far) continue
    const cx = f[i]!
    const cy = f[i + 1]!
    const r = f[i + 2]!
    const half = f[i + 4]!
    let off = (r < 0 ? Math.atan2(cy - y, cx - x) : Math.atan2(y - cy, x - cx)) - f[i + 3]!
    off -= TURN * Math.round(off / TURN)
    const a = f[i + 3]! + Math.max(-half, Math.min(half, off))
    const c = Math.cos(a)
    const s = Math.sin(a)
    const ax = cx + r * c
    const ay = cy + r * s
    const d = Math.sqrt((x - ax) * (x - ax) + (y - ay) * (y - ay))
    if (d < best) {
      best = d
      px = ax
      py = ay
      nx = c
      ny = s
    }
  }
  return { x: px, y: py, nx, ny, distance: Math.hypot(x, y) < ray.radius ? -best : best }
}

/** Normal direction at a place named as on a clock face: 12 at the top, 3 at the viewer's right. In [-π/2, 3π/2). */
export function normalAtHour(o: Outline, hour: number): number {
  const hit = outlineRay(o, Math.PI / 2 - (hour / 12) * TURN)
  const psi = Math.atan2(hit.ny, hit.nx)
  return psi < START ? psi + TURN : psi
}
