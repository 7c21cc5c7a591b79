import { dist, scale, sub, unit, type Vec3 } from '../geom/index.js'
import { hermite, type Segment } from '../path/index.js'

/** A place that a strand goes through, across, along and out of the plane of its base wires, mm, and how it moves on to the next such place. */
export interface CurveKnot {
  readonly at: Vec3
  readonly slope: Vec3
}

/** What a half knot is tied of, mm: the strand, the base wires that it is tied round, and from the middle of the first of these to that of the last. */
export interface KnotSizes {
  readonly base: number
  readonly weaver: number
  readonly span: number
  /** How far it goes along the base wires: `HALF_HIGH` × the strand's thickness at least. */
  readonly high: number
}

/** How one of a half knot's two strands goes: the one in front leaves the base wires behind it. */
export interface KnotWay {
  readonly from: 'left' | 'right'
  readonly face: 'front' | 'back'
}

/** A half knot is so many thicknesses of its strands high: two of them pass each other at either edge. */
export const HALF_HIGH = 2
/** How far beside the outer base wire a strand stands between two half knots: one strand lies between, and so much of its thickness more. */
export const ASIDE = 1.19
/** Places on a half knot's curve, first and last included, for whatever goes through them evenly. */
const STEPS = 14

/**
 * Places that the strand goes through that comes from the left and crosses in front, up to the middle of the half knot: past the other one, which
 * goes out over it at the left edge, and up over the outer base wire. From there on the same the other way about: down at the right edge, under the
 * other one, and out. Of such curves a search over their measures found the shortest that is bent to no less than six tenths of its thickness and
 * stands in nothing by more than a sixteenth; at base wires twice as thick by an eighth, in itself.
 */
function frontFromLeft({ base, weaver: w, span, high }: KnotSizes): Vec3[] {
  const f = (base + w) / 2
  const aside = ASIDE * w
  const onBase = (degrees: number, along: number): Vec3 => {
    const a = (degrees * Math.PI) / 180
    return [f * Math.cos(a), along, f * Math.sin(a)]
  }
  const half: readonly Vec3[] = [
    [-f - aside, 0, 0],
    [-f - aside + 0.017 * w, 0.406, -0.118 * w],
    [-f - 0.605 * aside, 0.979, -0.546 * w],
    [-f - 0.144 * w, 1.446, -0.259 * w],
    onBase(140.9, 1.504),
    onBase(122.9, 1.429),
  ]
  const rest = half.map(([x, y, z]): Vec3 => [span - x, HALF_HIGH - y, z]).reverse()
  return [...half, ...rest].map(([x, y, z]) => [x, (y / HALF_HIGH) * high, z])
}

/**
 * One strand of a half knot round base wires, as places with slopes for an even parameter: it begins and ends beside them, going along them.
 * Two half knots with the same strand in front are a square knot; with the other one in front every time they wind round as a spiral. Rigid wires: they
 * touch, and hardly stand in each other.
 * @throws RangeError where it is lower than `HALF_HIGH` thicknesses
 * @example halfKnot({ base: 1, weaver: 1, span: 1, high: 2.06 }, { from: 'left', face: 'front' })[0].at // [-2.19, 0, 0]
 */
export function halfKnot(sizes: KnotSizes, { from, face }: KnotWay): CurveKnot[] {
  const { span, weaver, high } = sizes
  if (high < HALF_HIGH * weaver - 1e-9)
    throw new RangeError(
      `a half knot of ${weaver} mm wire is ${HALF_HIGH * weaver} mm high or more, not ${high}`,
    )
  // who crosses behind from the other side is the one in front, turned half round about the way along
  const points = frontFromLeft(sizes).map(([x, y, z]): Vec3 => [
    from === 'left' ? x : span - x,
    y,
    face === 'front' ? z : -z,
  ])
  return evenKnots(smoothThrough(points, ALONG, ALONG), STEPS, ALONG, ALONG)
}

const along3 = (a: Vec3, b: Vec3, of: (p: number, q: number) => number): Vec3 => [
  of(a[0], b[0]),
  of(a[1], b[1]),
  of(a[2], b[2]),
]

/** Along the base wires. */
const ALONG: Vec3 = [0, 1, 0]

/** The smoothest cubic curve through places (its curvature changes evenly), by a parameter from 0 to 1: it begins and ends as is said, unit vectors. */
export function smoothThrough(points: readonly Vec3[], first: Vec3, last: Vec3): (t: number) => Vec3 {
  const n = points.length
  const h = points.slice(1).map((p, i) => dist(p, points[i]!))
  // slopes by chord length: one row of a tridiagonal system for each place
  const [under, at, over] = [
    new Array<number>(n).fill(0),
    new Array<number>(n).fill(1),
    new Array<number>(n).fill(0),
  ]
  const right: Vec3[] = points.map((p, i) => {
    if (i === 0 || i === n - 1) return i === 0 ? first : last
    const [a, b] = [h[i - 1]!, h[i]!]
    ;[under[i], at[i], over[i]] = [b, 2 * (a + b), a]
    const next = sub(points[i + 1]!, p)
    const before = sub(p, points[i - 1]!)
    return along3(next, before, (x, y) => 3 * ((a * x) / b + (b * y) / a))
  })
  for (let i = 1; i < n; i++) {
    const f = under[i]! / at[i - 1]!
    at[i]! -= f * over[i - 1]!
    right[i] = along3(right[i]!, right[i - 1]!, (x, y) => x - f * y)
  }
  const slope: Vec3[] = []
  for (let i = n - 1; i >= 0; i--)
    slope[i] = along3(right[i]!, slope[i + 1] ?? [0, 0, 0], (x, y) => (x - over[i]! * y) / at[i]!)
  return (t) => {
    const i = Math.min(n - 2, Math.floor(t * (n - 1)))
    const u = t * (n - 1) - i
    const [p, q] = [points[i]!, points[i + 1]!]
    const [a, b] = [scale(slope[i]!, h[i]!), scale(slope[i + 1]!, h[i]!)]
    return [0, 1, 2].map(
      (k) =>
        (2 * u ** 3 - 3 * u ** 2 + 1) * p[k]! +
        (u ** 3 - 2 * u ** 2 + u) * a[k]! +
        (3 * u ** 2 - 2 * u ** 3) * q[k]! +
        (u ** 3 - u ** 2) * b[k]!,
    ) as unknown as Vec3
  }
}

/** Points in which a curve's length is measured. */
const MEASURED = 240

/** Places on a curve, so many steps evenly along it, with slopes as long as a step; it begins and ends as is said, unit vectors. */
export function evenKnots(curve: (t: number) => Vec3, steps: number, first: Vec3, last: Vec3): CurveKnot[] {
  const points = Array.from({ length: MEASURED + 1 }, (_, i) => curve(i / MEASURED))
  const run = points.reduce<number[]>(
    (all, p, i) => [...all, i === 0 ? 0 : all[i - 1]! + dist(p, points[i - 1]!)],
    [],
  )
  const step = run[MEASURED]! / steps
  let i = 1
  return Array.from({ length: steps + 1 }, (_, k): CurveKnot => {
    if (k === 0) return { at: points[0]!, slope: scale(first, step) }
    if (k === steps) return { at: points[MEASURED]!, slope: scale(last, step) }
    while (run[i]! < k * step) i++
    const t = (i - 1 + (k * step - run[i - 1]!) / (run[i]! - run[i - 1]!)) / MEASURED
    const way = unit(sub(curve(t + 0.5 / MEASURED), curve(t - 0.5 / MEASURED)))
    return { at: curve(t), slope: scale(way, step) }
  })
}

/** A straight run beside knots: its steps grow from those at a knot's end toward its middle. */
export function straightRun(x: number, length: number, size: number): CurveKnot[] {
  const half: number[] = [0]
  for (let step = FIRST * size; half[half.length - 1]! + 1.5 * step < length / 2; step *= GROWS)
    half.push(half[half.length - 1]! + step)
  const at = [...half, length / 2, ...[...half].reverse().map((y) => length - y)]
  return at.map((y, k): CurveKnot => {
    const [before, behind] = [y - (at[k - 1] ?? -Infinity), (at[k + 1] ?? Infinity) - y]
    // of unlike steps the harmonic mean
    return { at: [x, y, 0], slope: [0, Math.min(before, behind, 2 / (1 / before + 1 / behind)), 0] }
  })
}
/** First step of a straight run in thicknesses, as at the end of a half knot, and how fast its steps grow. */
const FIRST = 0.66
const GROWS = 1.8

/** Half knots one above the other, with the places that two share once. */
export const knotsOn = (halves: readonly (readonly CurveKnot[])[]): CurveKnot[] => {
  let y = 0
  return halves.flatMap((half, i) => {
    const from = y
    y += half[half.length - 1]!.at[1]
    return half
      .slice(i === 0 ? 0 : 1)
      .map(({ at, slope }): CurveKnot => ({ at: [at[0], at[1] + from, at[2]], slope }))
  })
}

/** The curve through places with slopes. */
export const curveThrough = (knots: readonly CurveKnot[]): Segment =>
  hermite(
    knots.map((_, i) => i),
    knots.map((k) => k.at),
    knots.map((k) => k.slope),
  )
