import type { Vec2 } from '../geom/index.js'
import type { OutlineKind } from './stone.js'
import { TIP_SHARE } from './stone.js'

/**
 * One arc of an outline. `from` and `to` are the directions of its outward normal in radians,
 * counter-clockwise from +x, so a point of it is centre + r (cos a, sin a) for a normal direction a.
 */
export interface OutlineArc {
  readonly cx: number
  readonly cy: number
  readonly r: number
  readonly from: number
  readonly to: number
}

/**
 * A smooth convex outline about its star centre (0, 0): arcs that follow each other counter-clockwise,
 * normals running from -π/2 (the foot) once round to 3π/2. A parallel curve outside it has the same arcs
 * with r + offset, which makes lengths along it exact (Steiner).
 */
export interface Outline {
  readonly kind: OutlineKind
  readonly arcs: readonly OutlineArc[]
  /** Polar angle about the star centre at which each arc begins, ascending from -π/2. */
  readonly starts: Float64Array
  readonly top: number
  readonly bottom: number
}

const START = -Math.PI / 2
const TURN = 2 * Math.PI
/** Biarcs per quarter of an ellipse: they leave a 3 : 1 ellipse by under 0.002 of its width's hundredth (checked in tests). */
const BIARCS = 8

/** Eccentric angles of the nodes, normal directions and biarcs through an ellipse's first quarter, mirrored round. */
function ellipseArcs(a: number, b: number): OutlineArc[] {
  const node = (t: number) => ({
    x: a * Math.cos(t),
    y: b * Math.sin(t),
    psi: Math.atan2(a * Math.sin(t), b * Math.cos(t)),
  })
  const quarter: OutlineArc[] = []
  for (let i = 0; i < BIARCS; i++) {
    const p = node((i / BIARCS) * (Math.PI / 2))
    const q = node(((i + 1) / BIARCS) * (Math.PI / 2))
    const mid = (p.psi + q.psi) / 2
    const n = (psi: number): Vec2 => [Math.cos(psi), Math.sin(psi)]
    const [np, nm, nq] = [n(p.psi), n(mid), n(q.psi)]
    const [u, v]: [Vec2, Vec2] = [
      [nm[0] - np[0], nm[1] - np[1]],
      [nq[0] - nm[0], nq[1] - nm[1]],
    ]
    const det = u[0] * v[1] - u[1] * v[0]
    const dx = q.x - p.x
    const dy = q.y - p.y
    const r1 = (dx * v[1] - dy * v[0]) / det
    const r2 = (u[0] * dy - u[1] * dx) / det
    quarter.push({ cx: p.x - r1 * np[0], cy: p.y - r1 * np[1], r: r1, from: p.psi, to: mid })
    quarter.push({ cx: q.x - r2 * nq[0], cy: q.y - r2 * nq[1], r: r2, from: mid, to: q.psi })
  }
  const flipX = quarter
    .map((k) => ({ ...k, cx: -k.cx, from: Math.PI - k.to, to: Math.PI - k.from }))
    .reverse()
  const upper = [...quarter, ...flipX]
  const lower = upper.map((k) => ({ ...k, cy: -k.cy, from: -k.to, to: -k.from })).reverse()
  // lower runs from -π to 0: its second half leads from the foot to the right end
  return [
    ...lower.slice(lower.length / 2),
    ...upper,
    ...lower.slice(0, lower.length / 2).map((k) => ({ ...k, from: k.from + TURN, to: k.to + TURN })),
  ]
}

/**
 * A drop, tip up: half a circle of the full width below, two flanks that start square to it and touch a
 * small tip circle inside. With R = width/2, t the tip's radius and k = length - R - t the flank's radius is
 * (R² + k² - t²) / (2 (R - t)).
 */
function dropArcs(length: number, width: number, tip: number): OutlineArc[] {
  const R = width / 2
  const k = length - R - tip
  const flank = (R * R + k * k - tip * tip) / (2 * (R - tip))
  const reach = Math.atan2(k, flank - R)
  return [
    { cx: 0, cy: 0, r: R, from: START, to: 0 },
    { cx: R - flank, cy: 0, r: flank, from: 0, to: reach },
    { cx: 0, cy: k, r: tip, from: reach, to: Math.PI - reach },
    { cx: flank - R, cy: 0, r: flank, from: Math.PI - reach, to: Math.PI },
    { cx: 0, cy: 0, r: R, from: Math.PI, to: Math.PI - START },
  ]
}

/** Radius of a drop's tip: an estimate from its width. @example tipRadius(18) // 1.08 */
export const tipRadius = (width: number): number => TIP_SHARE * width

/**
 * The outline of a stone of this kind, length along y, width along x.
 * @throws RangeError unless both are above 0 and a drop is longer than wide
 */
export function outline(kind: OutlineKind, length: number, width: number): Outline {
  const key = `${kind} ${length} ${width}`
  let found = known.get(key)
  if (!found) {
    found = makeOutline(kind, length, width)
    if (known.size >= MOST_KNOWN) known.clear()
    known.set(key, found)
  }
  return found
}

/** The last few outlines: formulas of one plan ask for the same one many times. */
const known = new Map<string, Outline>()
const MOST_KNOWN = 24

function makeOutline(kind: OutlineKind, length: number, width: number): Outline {
  if (!(length > 0 && width > 0)) throw new RangeError(`outline needs length and width above 0`)
  let arcs: OutlineArc[]
  switch (kind) {
    case 'round':
      arcs = [{ cx: 0, cy: 0, r: length / 2, from: START, to: START + TURN }]
      break
    case 'oval':
      arcs =
        length === width
          ? [{ cx: 0, cy: 0, r: length / 2, from: START, to: START + TURN }]
          : ellipseArcs(width / 2, length / 2)
      break
    case 'drop':
      if (!(length > width)) throw new RangeError('a drop is longer than it is wide')
      arcs = dropArcs(length, width, tipRadius(width))
      break
    default: {
      const never: never = kind
      throw new RangeError(`unknown outline ${String(never)}`)
    }
  }
  const starts = new Float64Array(arcs.length)
  arcs.forEach((k, i) => {
    const angle = Math.atan2(k.cy + k.r * Math.sin(k.from), k.cx + k.r * Math.cos(k.from))
    starts[i] = i === 0 ? START : angle < START ? angle + TURN : angle
  })
  const top = kind === 'drop' ? length - width / 2 : length / 2
  return { kind, arcs, starts, top, bottom: top - length }
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

/** Perimeter of the parallel curve at `offset`. */
export const outlinePerimeter = (o: Outline, offset = 0): number => outlineRun(o, START, START + TURN, offset)

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
  let t = theta
  while (t < START) t += TURN
  while (t >= START + TURN) t -= TURN
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
  const radius = b + Math.sqrt(Math.max(0, b * b - k.cx * k.cx - k.cy * k.cy + k.r * k.r))
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

/** Normal direction at a place named as on a clock face: 12 at the top, 3 at the viewer's right. In [-π/2, 3π/2). */
export function normalAtHour(o: Outline, hour: number): number {
  const hit = outlineRay(o, Math.PI / 2 - (hour / 12) * TURN)
  const psi = Math.atan2(hit.ny, hit.nx)
  return psi < START ? psi + TURN : psi
}
