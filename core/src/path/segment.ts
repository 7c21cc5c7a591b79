import {
  add,
  along,
  anySquare,
  cross,
  dist,
  dot,
  norm,
  remember,
  scale,
  sub,
  unit,
  type Vec3,
} from '../geom/index.js'
import { patternUnits, reversedPattern } from './pattern.js'

/** A piece of a centreline. Directions are unit vectors, `x` square to `y`. */
export type Segment =
  | { readonly kind: 'line'; readonly from: Vec3; readonly to: Vec3 }
  /** centre + radius (cos t · x + sin t · y), t from 0 to sweep > 0 (radians). */
  | {
      readonly kind: 'arc'
      readonly centre: Vec3
      readonly x: Vec3
      readonly y: Vec3
      readonly radius: number
      readonly sweep: number
    }
  /** An arc that climbs `rise` along x × y over its sweep. */
  | {
      readonly kind: 'helix'
      readonly centre: Vec3
      readonly x: Vec3
      readonly y: Vec3
      readonly radius: number
      readonly sweep: number
      readonly rise: number
    }
  /** Cubic Bézier pieces end to end: 1 + 3k points. */
  | { readonly kind: 'spline'; readonly points: readonly Vec3[] }
  | Pattern

/** One unit again and again along a line, each folded in its own measure: an edge of loops, a row of waves. */
export interface Pattern {
  readonly kind: 'pattern'
  /** The line, in one plane, and the direction square to that plane in which the units stand up. */
  readonly carrier: readonly Segment[]
  readonly up: Vec3
  /** 1: outward is to the right of travel as one looks down from `up`. */
  readonly side: 1 | -1
  readonly count: number
  /** Places on one unit, the last where the next one begins. */
  readonly unit: readonly PatternKnot[]
  /** What stands above the line is folded inward, and what hangs below it. */
  readonly over?: Fold
  readonly under?: Fold
}

/**
 * A place on a unit and how fast the wire goes there from one place to the next: along the line as a share of the unit's stretch of it (0 to 1),
 * up its rib and outward from that, mm.
 */
export interface PatternKnot {
  readonly at: Vec3
  readonly slope: Vec3
}

/** A rib goes straight on so far from the line, then turns inward with each unit's own radius by its own angle, and straight on: mm and degrees. */
export interface Fold {
  readonly from: number
  readonly radii: readonly number[]
  readonly angles: readonly number[]
  /** The radii and angles are those where units meet, one more than there are units: within a unit they change evenly. */
  readonly even?: true
}

/** A point of a centreline and the unit direction of travel there. */
export interface PathPoint {
  readonly p: Vec3
  readonly t: Vec3
}

/** Places and weights of the 8-point Gauss-Legendre rule, those on one side of the middle. */
const NODES = [0.1834346424956498, 0.525532409916329, 0.7966664774136267, 0.9602898564975363]
const WEIGHTS = [0.362683783378362, 0.3137066458778873, 0.2223810344533745, 0.1012285362903763]

const bezierSpeed = (b: readonly Vec3[], o: number, u: number): Vec3 => {
  const v = 1 - u
  const [p0, p1, p2, p3] = [b[o]!, b[o + 1]!, b[o + 2]!, b[o + 3]!]
  const k0 = 3 * v * v
  const k1 = 6 * u * v
  const k2 = 3 * u * u
  return [
    k0 * (p1[0] - p0[0]) + k1 * (p2[0] - p1[0]) + k2 * (p3[0] - p2[0]),
    k0 * (p1[1] - p0[1]) + k1 * (p2[1] - p1[1]) + k2 * (p3[1] - p2[1]),
    k0 * (p1[2] - p0[2]) + k1 * (p2[2] - p1[2]) + k2 * (p3[2] - p2[2]),
  ]
}

const bezierPoint = (b: readonly Vec3[], o: number, u: number): Vec3 => {
  const v = 1 - u
  const k0 = v * v * v
  const k1 = 3 * u * v * v
  const k2 = 3 * u * u * v
  const k3 = u * u * u
  const [p0, p1, p2, p3] = [b[o]!, b[o + 1]!, b[o + 2]!, b[o + 3]!]
  return [
    k0 * p0[0] + k1 * p1[0] + k2 * p2[0] + k3 * p3[0],
    k0 * p0[1] + k1 * p1[1] + k2 * p2[1] + k3 * p3[1],
    k0 * p0[2] + k1 * p1[2] + k2 * p2[2] + k3 * p3[2],
  ]
}

/** Length of `bezierSpeed`, without an array for each of the many places that an arc length asks. */
function bezierPace(b: readonly Vec3[], o: number, u: number): number {
  const v = 1 - u
  const p0 = b[o]!
  const p1 = b[o + 1]!
  const p2 = b[o + 2]!
  const p3 = b[o + 3]!
  const k0 = 3 * v * v
  const k1 = 6 * u * v
  const k2 = 3 * u * u
  const x = k0 * (p1[0] - p0[0]) + k1 * (p2[0] - p1[0]) + k2 * (p3[0] - p2[0])
  const y = k0 * (p1[1] - p0[1]) + k1 * (p2[1] - p1[1]) + k2 * (p3[1] - p2[1])
  const z = k0 * (p1[2] - p0[2]) + k1 * (p2[2] - p1[2]) + k2 * (p3[2] - p2[2])
  return Math.sqrt(x * x + y * y + z * z)
}

/** Arc length of one Bézier piece from 0 to u (8-point Gauss-Legendre on two halves: relative error under 1e-7 for the bends made here). */
function bezierLength(b: readonly Vec3[], o: number, u: number): number {
  const half = u / 4
  let sum = 0
  for (let mid = half; mid < u; mid += 2 * half)
    for (let i = 0; i < 4; i++) {
      const off = half * NODES[i]!
      sum += WEIGHTS[i]! * (bezierPace(b, o, mid - off) + bezierPace(b, o, mid + off))
    }
  return half * sum
}

/** Lengths of the pieces of a spline, kept because a spline is read many times. */
const splineLengths = remember<readonly Vec3[], Float64Array>(1024)

const piecesOf = (points: readonly Vec3[]): Float64Array =>
  splineLengths(points, () => {
    const lengths = new Float64Array((points.length - 1) / 3)
    for (let i = 0; i < lengths.length; i++) lengths[i] = bezierLength(points, 3 * i, 1)
    return lengths
  })

/** A pattern's units, and the lengths along it at which they begin; one more for its end. */
interface Units {
  readonly units: readonly Segment[]
  readonly starts: Float64Array
}

const unitSplines = remember<Pattern, Units>(128)

/** A pattern's units as they lie, one spline each. */
export const unitsOf = (pattern: Pattern): readonly Segment[] => laidUnits(pattern).units

/** A pattern that is another one travelled the other way: which. A wire's halves are turned about and back, and laying knots takes long. */
const turned = new WeakMap<Pattern, Pattern>()

const laidUnits = (pattern: Pattern): Units =>
  unitSplines(pattern, () => {
    const other = turned.get(pattern)
    if (other) {
      const { units, starts } = laidUnits(other)
      const whole = starts[units.length]!
      return {
        units: units.map(reverseSegment).reverse(),
        starts: starts.map((s) => whole - s).reverse(),
      }
    }
    const lengths = pattern.carrier.map(segmentLength)
    const whole = lengths.reduce((a, b) => a + b, 0)
    const at = (s: number): PathPoint => {
      // past an end it goes straight on
      const past = s < 0 ? s : Math.max(0, s - whole)
      if (past !== 0) {
        const { p, t } = at(s < 0 ? 0 : whole)
        return { p: along(p, t, past), t }
      }
      let [i, left] = [0, s]
      while (i < lengths.length - 1 && left > lengths[i]!) left -= lengths[i++]!
      return segmentAt(pattern.carrier[i]!, left)
    }
    const units = patternUnits(pattern, at, whole)
    const starts = new Float64Array(units.length + 1)
    units.forEach((unit, i) => (starts[i + 1] = starts[i]! + segmentLength(unit)))
    return { units, starts }
  })

/** Index of the last of the first `count` numbers, which ascend, that is not above a value; 0 where all are. */
export function lastUpTo(ascending: Float64Array, count: number, value: number): number {
  let lo = 0
  let hi = count - 1
  while (lo < hi) {
    const mid = (lo + hi + 1) >> 1
    if (ascending[mid]! <= value) lo = mid
    else hi = mid - 1
  }
  return lo
}

/** Developed length of a segment, exact for lines, arcs and helices. */
export function segmentLength(seg: Segment): number {
  switch (seg.kind) {
    case 'line':
      return dist(seg.from, seg.to)
    case 'arc':
      return seg.radius * seg.sweep
    case 'helix':
      return Math.hypot(seg.radius * seg.sweep, seg.rise)
    case 'spline':
      return piecesOf(seg.points).reduce((a, b) => a + b, 0)
    case 'pattern':
      return laidUnits(seg).starts.at(-1)!
    default: {
      const never: never = seg
      throw new RangeError(`unknown segment ${JSON.stringify(never)}`)
    }
  }
}

/** Point and direction at `s` mm along a segment, clamped to its ends. */
export function segmentAt(seg: Segment, s: number): PathPoint {
  switch (seg.kind) {
    case 'line': {
      const t = unit(sub(seg.to, seg.from))
      return { p: along(seg.from, t, Math.max(0, Math.min(dist(seg.from, seg.to), s))), t }
    }
    case 'arc':
    case 'helix': {
      const rise = seg.kind === 'helix' ? seg.rise : 0
      const share = Math.max(0, Math.min(1, s / segmentLength(seg)))
      const a = share * seg.sweep
      const c = Math.cos(a)
      const n = Math.sin(a)
      const { centre, x, y, radius: r } = seg
      const flat: Vec3 = [
        centre[0] + r * (x[0] * c + y[0] * n),
        centre[1] + r * (x[1] * c + y[1] * n),
        centre[2] + r * (x[2] * c + y[2] * n),
      ]
      const turn: Vec3 = [y[0] * c - x[0] * n, y[1] * c - x[1] * n, y[2] * c - x[2] * n]
      if (rise === 0) return { p: flat, t: turn }
      const axis = cross(seg.x, seg.y)
      return {
        p: along(flat, axis, rise * share),
        t: unit(add(scale(turn, seg.radius * seg.sweep), scale(axis, rise))),
      }
    }
    case 'spline': {
      const pieces = piecesOf(seg.points)
      let left = Math.max(0, s)
      let i = 0
      while (i < pieces.length - 1 && left > pieces[i]!) left -= pieces[i++]!
      const whole = pieces[i]!
      let u = Math.min(1, left / whole)
      for (let k = 0; k < 3 && u > 0 && u < 1; k++) {
        const slip = bezierLength(seg.points, 3 * i, u) - left
        if (Math.abs(slip) < 1e-7) break
        u = Math.max(0, Math.min(1, u - slip / bezierPace(seg.points, 3 * i, u)))
      }
      return { p: bezierPoint(seg.points, 3 * i, u), t: unit(bezierSpeed(seg.points, 3 * i, u)) }
    }
    case 'pattern': {
      const { units, starts } = laidUnits(seg)
      const i = lastUpTo(starts, units.length, s)
      return segmentAt(units[i]!, s - starts[i]!)
    }
    default: {
      const never: never = seg
      throw new RangeError(`unknown segment ${JSON.stringify(never)}`)
    }
  }
}

/** The same segment after a rigid move (or mirror) given by what it does to points and to directions. */
export function moveSegment(seg: Segment, point: (p: Vec3) => Vec3, direction: (d: Vec3) => Vec3): Segment {
  switch (seg.kind) {
    case 'line':
      return { kind: 'line', from: point(seg.from), to: point(seg.to) }
    case 'arc':
      return { ...seg, centre: point(seg.centre), x: direction(seg.x), y: direction(seg.y) }
    case 'helix':
      return { ...seg, centre: point(seg.centre), x: direction(seg.x), y: direction(seg.y) }
    case 'spline':
      return { kind: 'spline', points: seg.points.map(point) }
    case 'pattern': {
      const carrier = seg.carrier.map((c) => moveSegment(c, point, direction))
      // a mirror turns the side round: outward is moved as it is
      const [x, up] = [anySquare(seg.up), direction(seg.up)]
      const mirrored = dot(cross(direction(x), direction(cross(seg.up, x))), up) < 0
      return { ...seg, carrier, up, side: mirrored ? (-seg.side as 1 | -1) : seg.side }
    }
    default: {
      const never: never = seg
      throw new RangeError(`unknown segment ${JSON.stringify(never)}`)
    }
  }
}

/** The same segment travelled the other way. */
export function reverseSegment(seg: Segment): Segment {
  switch (seg.kind) {
    case 'line':
      return { kind: 'line', from: seg.to, to: seg.from }
    case 'arc': {
      const [c, n] = [Math.cos(seg.sweep), Math.sin(seg.sweep)]
      return { ...seg, x: add(scale(seg.x, c), scale(seg.y, n)), y: add(scale(seg.x, n), scale(seg.y, -c)) }
    }
    case 'helix': {
      const [c, n] = [Math.cos(seg.sweep), Math.sin(seg.sweep)]
      return {
        ...seg,
        centre: along(seg.centre, cross(seg.x, seg.y), seg.rise),
        x: add(scale(seg.x, c), scale(seg.y, n)),
        y: add(scale(seg.x, n), scale(seg.y, -c)),
      }
    }
    case 'spline':
      return { kind: 'spline', points: [...seg.points].reverse() }
    case 'pattern': {
      const other = turned.get(seg)
      if (other) return other
      const back = reversedPattern(seg, [...seg.carrier].reverse().map(reverseSegment))
      turned.set(back, seg)
      return back
    }
    default: {
      const never: never = seg
      throw new RangeError(`unknown segment ${JSON.stringify(never)}`)
    }
  }
}

const leastRadii = remember<readonly Vec3[], number>(256)

/** Curvature of a Bézier piece at u, 1/mm. */
function bezierCurvature(points: readonly Vec3[], o: number, u: number): number {
  const d = bezierSpeed(points, o, u)
  const [p0, p1, p2, p3] = [points[o]!, points[o + 1]!, points[o + 2]!, points[o + 3]!]
  const second = add(
    scale(add(sub(p2, scale(p1, 2)), p0), 6 * (1 - u)),
    scale(add(sub(p3, scale(p2, 2)), p1), 6 * u),
  )
  const speed = norm(d)
  return speed > 1e-12 ? norm(cross(d, second)) / speed ** 3 : 0
}

/** Looked at so often a piece; a peak lies no higher than this times the highest place that was looked at beside it. */
const LOOKS = 10
const HIGHER = 1.4
const GOLDEN = (Math.sqrt(5) - 1) / 2

/** The sharpest place of a spline: of the places looked at, those that may lie beside the highest peak are closed in on by golden section. */
function splineRadius(points: readonly Vec3[]): number {
  const pieces = (points.length - 1) / 3
  const looked = Float64Array.from({ length: pieces * (LOOKS + 1) }, (_, i) =>
    bezierCurvature(points, 3 * Math.floor(i / (LOOKS + 1)), (i % (LOOKS + 1)) / LOOKS),
  )
  let most = looked.reduce((a, b) => Math.max(a, b), 0)
  const enough = most / HIGHER
  for (let piece = 0; piece < pieces; piece++)
    for (let k = 0; k <= LOOKS; k++) {
      const of = (j: number): number => looked[piece * (LOOKS + 1) + j]!
      const c = of(k)
      if (c < enough || (k > 0 && c < of(k - 1)) || (k < LOOKS && c < of(k + 1))) continue
      const at = (u: number): number => bezierCurvature(points, 3 * piece, u)
      let [lo, hi] = [Math.max(0, k - 1) / LOOKS, Math.min(LOOKS, k + 1) / LOOKS]
      for (let i = 0; i < 12; i++) {
        const [a, b] = [hi - GOLDEN * (hi - lo), lo + GOLDEN * (hi - lo)]
        if (at(a) > at(b)) hi = b
        else lo = a
      }
      most = Math.max(most, at((lo + hi) / 2))
    }
  return most > 1e-12 ? 1 / most : Infinity
}

/** Least radius of curvature on a segment: exact for arcs, found to 1e-3 for splines; Infinity for lines. */
export function leastRadius(seg: Segment): number {
  switch (seg.kind) {
    case 'line':
      return Infinity
    case 'arc':
      return seg.radius
    case 'helix':
      return seg.radius * (1 + (seg.rise / (seg.radius * seg.sweep)) ** 2)
    case 'spline':
      return leastRadii(seg.points, () => splineRadius(seg.points))
    case 'pattern':
      return Math.min(...unitsOf(seg).map(leastRadius))
    default: {
      const never: never = seg
      throw new RangeError(`unknown segment ${JSON.stringify(never)}`)
    }
  }
}
