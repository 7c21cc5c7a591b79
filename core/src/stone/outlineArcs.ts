import type { Vec2 } from '../geom/index.js'
import type { OutlineArc } from './outline.js'

const START = -Math.PI / 2
const TURN = 2 * Math.PI
/** Biarcs per quarter of an ellipse: they leave a 3 : 1 ellipse by under 0.002 of its width's hundredth (checked in tests). */
const BIARCS = 8
/** A straight side is taken as an arc with this camber as a share of its length: 0.0075 mm on 30 mm. */
const CAMBER = 1 / 4000

const normalAngle = (from: Vec2, to: Vec2): number => Math.atan2(to[1] - from[1], to[0] - from[0])

/** Eccentric angles of the nodes, normal directions and biarcs through an ellipse's first quarter, mirrored round. */
export function ellipseArcs(a: number, b: number): OutlineArc[] {
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
export function dropArcs(length: number, width: number, tip: number): OutlineArc[] {
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

/** A circle that a side of an outline runs along. */
interface Circle {
  readonly c: Vec2
  readonly r: number
}

/** Centre of a circle that touches two others from inside, nearest to `near`; radii less its own are given. @throws RangeError when they do not meet */
function touching(a: Circle, b: Circle, near: Vec2): Vec2 {
  const dx = b.c[0] - a.c[0]
  const dy = b.c[1] - a.c[1]
  const d = Math.hypot(dx, dy)
  const t = (a.r * a.r - b.r * b.r + d * d) / (2 * d)
  const h2 = a.r * a.r - t * t
  if (!(h2 >= 0)) throw new RangeError('the corners do not fit between the sides')
  const h = Math.sqrt(h2)
  const [ux, uy] = [dx / d, dy / d]
  const found = ([1, -1] as const).map((s): Vec2 => [
    a.c[0] + ux * t - s * uy * h,
    a.c[1] + uy * t + s * ux * h,
  ])
  const far = (p: Vec2) => Math.hypot(p[0] - near[0], p[1] - near[1])
  return far(found[0]!) <= far(found[1]!) ? found[0]! : found[1]!
}

/** Circle of radius r through p and q, its bulge on the right of the way from p to q (outside of a counter-clockwise walk). */
function sideCircle(p: Vec2, q: Vec2, r: number): Circle {
  const dx = q[0] - p[0]
  const dy = q[1] - p[1]
  const l = Math.hypot(dx, dy)
  const k = Math.sqrt(Math.max(0, r * r - (l * l) / 4))
  return { c: [(p[0] + q[0]) / 2 - (dy / l) * k, (p[1] + q[1]) / 2 + (dx / l) * k], r }
}

/**
 * Corners joined counter-clockwise by sides that bulge outward by a share of their length (none: straight), each corner
 * rounded by a radius that touches both sides. Two corners make a lens.
 * @throws RangeError when the corners take more than the sides
 */
export function corneredArcs(corners: readonly Vec2[], bulge: number, radius: number): OutlineArc[] {
  const n = corners.length
  const sides = corners.map((p, i) => {
    const q = corners[(i + 1) % n]!
    const l = Math.hypot(q[0] - p[0], q[1] - p[1])
    const b = Math.max(bulge, CAMBER) * l
    return sideCircle(p, q, (l * l) / (8 * b) + b / 2)
  })
  // at corner i the side before it meets the side that starts there
  const rounds = corners.map((p, i) => {
    const [before, after] = [sides[(i + n - 1) % n]!, sides[i]!]
    return touching({ c: before.c, r: before.r - radius }, { c: after.c, r: after.r - radius }, p)
  })
  const arcs: OutlineArc[] = []
  sides.forEach((s, i) => {
    const [k0, k1] = [rounds[i]!, rounds[(i + 1) % n]!]
    const from = normalAngle(s.c, k0)
    const to = from + turnFrom(from, normalAngle(s.c, k1))
    if (!(to > from && to - from < Math.PI)) throw new RangeError('the corners take more than the sides')
    arcs.push({ cx: s.c[0], cy: s.c[1], r: s.r, from, to })
    const next = sides[(i + 1) % n]!
    arcs.push({ cx: k1[0], cy: k1[1], r: radius, from: to, to: to + turnFrom(to, normalAngle(next.c, k1)) })
  })
  return arcs
}

/** Angle b taken to within half a turn after a. */
const turnFrom = (a: number, b: number): number => b - a - TURN * Math.round((b - a) / TURN)

/**
 * A heart, tip down: two lobes that meet at the cleft, two flanks, and a small round at the tip. With e the cleft's depth under
 * the lobes' tops, a lobe's radius is width/2 + e - √(e width).
 * @throws RangeError unless the cleft is above 0 and at most a quarter of the width
 */
export function heartArcs(length: number, width: number, cleft: number, tip: number): OutlineArc[] {
  if (!(cleft > 0 && cleft <= width / 4))
    throw new RangeError('a heart’s cleft is at most a quarter of its width')
  const r = width / 2 + cleft - Math.sqrt(cleft * width)
  const lobe: Vec2 = [width / 2 - r, length / 2 - r]
  const foot: Vec2 = [0, -length / 2 + tip]
  const flank = 4 * Math.max(length, width)
  // the flank's circle lies far up on the other side
  const c = touching({ c: lobe, r: flank - r }, { c: foot, r: flank - tip }, [-flank, flank / 2])
  const low = normalAngle(c, foot)
  const high = normalAngle(c, lobe)
  const notch: Vec2 = [0, length / 2 - cleft]
  const meet = normalAngle(lobe, notch)
  const half: OutlineArc[] = [
    { cx: foot[0], cy: foot[1], r: tip, from: START, to: low },
    { cx: c[0], cy: c[1], r: flank, from: low, to: high },
    { cx: lobe[0], cy: lobe[1], r, from: high, to: meet },
  ]
  const other = half.map((k) => ({ ...k, cx: -k.cx, from: Math.PI - k.to, to: Math.PI - k.from })).reverse()
  return [
    ...half,
    // the cleft itself: a point where the normal turns back
    { cx: notch[0], cy: notch[1], r: 0, from: meet, to: Math.PI - meet },
    ...other,
  ]
}

/** Unit direction of travel through `b` on the circle through three points in order; straight on where they lie in line. */
function travel(a: Vec2, b: Vec2, c: Vec2): Vec2 {
  const [u, v]: [Vec2, Vec2] = [
    [b[0] - a[0], b[1] - a[1]],
    [c[0] - b[0], c[1] - b[1]],
  ]
  const [lu, lv] = [u[0] ** 2 + u[1] ** 2, v[0] ** 2 + v[1] ** 2]
  const t: Vec2 = [u[0] * lv + v[0] * lu, u[1] * lv + v[1] * lu]
  const size = Math.hypot(t[0], t[1])
  if (!(size > 0)) throw new RangeError('two points of the outline lie on each other')
  return [t[0] / size, t[1] / size]
}

/** A piece turns by this much at least: straight ones too are arcs, of a radius that can still be added to a coordinate. */
const LEAST_TURN = 1e-7

/**
 * The arc from p to q that begins with the outward normal at angle `from`: it turns by twice what its chord leans off its beginning.
 * Signed radius, negative where the outline is hollow.
 */
function arcFrom(p: Vec2, from: number, q: Vec2): OutlineArc {
  const [dx, dy] = [q[0] - p[0], q[1] - p[1]]
  // outward is to the right of travel
  const lean = turnFrom(from, Math.atan2(dy, dx) - Math.PI / 2)
  const turn = Math.abs(2 * lean) < LEAST_TURN ? (lean < 0 ? -LEAST_TURN : LEAST_TURN) : 2 * lean
  const r = Math.hypot(dx, dy) / (2 * Math.sin(turn / 2))
  return { cx: p[0] - r * Math.cos(from), cy: p[1] - r * Math.sin(from), r, from, to: from + turn }
}

/**
 * A smooth closed line through points, counter-clockwise, as two arcs between neighbours (biarcs with the direction of the
 * circle through three points at each). Hollow stretches have a negative radius.
 * @throws RangeError for fewer than 5 points or points on each other
 */
export function freeArcs(points: readonly Vec2[]): OutlineArc[] {
  if (points.length < 5) throw new RangeError('a free outline needs five points or more')
  const turned = area(points) > 0 ? [...points] : [...points].reverse()
  const n = turned.length
  const at = (i: number) => turned[(i + n) % n]!
  const ways = turned.map((p, i) => travel(at(i - 1), p, at(i + 1)))
  const arcs: OutlineArc[] = []
  let from = Math.atan2(-ways[0]![0], ways[0]![1])
  turned.forEach((p, i) => {
    const q = at(i + 1)
    const join = biarcJoint(p, ways[i]!, q, ways[(i + 1) % n]!)
    for (const [a, b] of [
      [p, join],
      [join, q],
    ] as const) {
      const arc = arcFrom(a, from, b)
      arcs.push(arc)
      from = arc.to
    }
  })
  return arcs
}

const area = (points: readonly Vec2[]): number =>
  points.reduce((sum, p, i) => {
    const q = points[(i + 1) % points.length]!
    return sum + (p[0] * q[1] - q[0] * p[1]) / 2
  }, 0)

/** Where the two arcs between p and q meet, their tangent lengths taken equal. */
function biarcJoint(p: Vec2, t0: Vec2, q: Vec2, t1: Vec2): Vec2 {
  const v: Vec2 = [q[0] - p[0], q[1] - p[1]]
  const t: Vec2 = [t0[0] + t1[0], t0[1] + t1[1]]
  const vt = v[0] * t[0] + v[1] * t[1]
  const vv = v[0] ** 2 + v[1] ** 2
  const k = 2 * (1 - (t0[0] * t1[0] + t0[1] * t1[1]))
  const d = k < 1e-12 ? vv / (2 * vt) : (-vt + Math.sqrt(vt * vt + k * vv)) / k
  return [(p[0] + q[0] + d * (t0[0] - t1[0])) / 2, (p[1] + q[1] + d * (t0[1] - t1[1])) / 2]
}
