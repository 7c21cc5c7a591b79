import { add, along, cross, dist, dot, norm, scale, sub, unit, type Vec3 } from '../geom/index.js'
import { hermite } from './hermite.js'
import type { Segment } from './segment.js'

/** A body as a string asks it: how far a place is from its skin, below 0 inside, and the unit way outward there. */
export type Skin = (p: Vec3) => { readonly distance: number; readonly m: Vec3 }

/** A string between two places, past a body. */
export interface Drawn {
  readonly from: Vec3
  readonly to: Vec3
  /** The side of the body that it passes: a unit vector. */
  readonly side: Vec3
  /** From the skin to the string's middle, mm: half its thickness. */
  readonly off: number
  /** A way to begin from, where the straight one passes on another side. */
  readonly first?: readonly Vec3[]
}

/** Points of the first, coarse string; more are put in while it turns by more than this between two of its stretches, radians, or stands in the body. */
const FIRST = 12
const TURN = 0.08
/** What stands in the body by less than this does not count, mm, and while it is still on its way; stretches shorter than this are not parted. */
const DEEP = 0.01
const ON_ITS_WAY = 0.1
const SHORTEST = 0.02
/** Rounds of refining, and steps of tightening in the first and in each other. */
const ROUNDS = 5
const FIRST_STEPS = 40
const STEPS = 8
/** A step in which no point goes farther than this ends the tightening, mm. */
const STILL = 2e-3
/** How much stiffer what it lies on is than the string itself. */
const STIFF = 1e5
/** How often it is asked anew in one step which points lie on the body. */
const ASKED = 6

/** A point of a string, and what the body's skin is there. */
interface Place extends ReturnType<Skin> {
  readonly p: Vec3
}

type Matrix = readonly [Vec3, Vec3, Vec3]

/** x with A x = b, for a symmetric positive 3 × 3 matrix. */
function solved([r0, r1, r2]: Matrix, b: Vec3): Vec3 {
  const [c0, c1, c2] = [cross(r1, r2), cross(r2, r0), cross(r0, r1)]
  const det = dot(r0, c0)
  return [
    (c0[0] * b[0] + c1[0] * b[1] + c2[0] * b[2]) / det,
    (c0[1] * b[0] + c1[1] * b[1] + c2[1] * b[2]) / det,
    (c0[2] * b[0] + c1[2] * b[1] + c2[2] * b[2]) / det,
  ]
}

const inverse = (a: Matrix): Matrix => {
  const columns = ([0, 1, 2] as const).map((k) =>
    solved(a, [k === 0 ? 1 : 0, k === 1 ? 1 : 0, k === 2 ? 1 : 0]),
  )
  return [columns[0]!, columns[1]!, columns[2]!]
}
const times = (a: Matrix, v: Vec3): Vec3 => [dot(a[0], v), dot(a[1], v), dot(a[2], v)]

/**
 * One step of a string toward its shortest way: each stretch is a spring that pulls with the same force however long it is (its stiffness one
 * over its length), each point that lies on the body stays on the plane there, and once the string lies
 * as it will none goes along it. A block tridiagonal system, solved from end to end.
 */
function tightened(
  before: readonly Place[],
  skin: Skin,
  off: number,
  settled: boolean,
): { readonly places: Place[]; readonly far: number } {
  const last = before.length - 1
  const points = before.map((x) => x.p)
  const near = before
  const gap = before.map((x) => x.distance - off)
  const weight = points.slice(1).map((p, i) => 1 / Math.max(dist(p, points[i]!), SHORTEST / 4))
  const lies = gap.map((g) => g < 1e-9)
  let shift: Vec3[] = []
  for (let asked = 0; asked < ASKED; asked++) {
    const [back, rest]: [Matrix[], Vec3[]] = [[], []]
    for (let i = 1; i < last; i++) {
      const [a, b] = [weight[i - 1]!, weight[i]!]
      const pull = sub(scale(sub(points[i + 1]!, points[i]!), b), scale(sub(points[i]!, points[i - 1]!), a))
      const { m } = near[i]!
      const k = lies[i] ? STIFF * (a + b) : 0
      // along the string itself it has nothing to gain then but to cut a corner between two points
      const on = unit(sub(points[i + 1]!, points[i - 1]!))
      const stay = settled ? STIFF * (a + b) : 0
      // what the point before says of itself
      const known = i > 1 ? back[i - 1]! : undefined
      const row = (j: 0 | 1 | 2): Vec3 => {
        const plain = add(scale(m, k * m[j]), scale(on, stay * on[j]))
        const own = [...plain] as [number, number, number]
        own[j] += a + b
        return known ? sub(own, scale(known[j], a * a)) : own
      }
      back[i] = inverse([row(0), row(1), row(2)])
      const force = along(pull, m, -k * (lies[i] ? gap[i]! : 0))
      rest[i] = known ? add(force, scale(times(known, rest[i - 1]!), a)) : force
    }
    shift = points.map(() => [0, 0, 0])
    for (let i = last - 1; i > 0; i--) {
      const ahead = i < last - 1 ? scale(shift[i + 1]!, weight[i]!) : ([0, 0, 0] as Vec3)
      shift[i] = times(back[i]!, add(rest[i]!, ahead))
    }
    let changed = false
    for (let i = 1; i < last; i++) {
      const g = gap[i]! + dot(near[i]!.m, shift[i]!)
      // pressed outward it stays on the body; drawn off it, it leaves
      const next = lies[i] ? g < 1e-9 : g < -1e-9
      if (next !== lies[i]) {
        lies[i] = next
        changed = true
      }
    }
    if (!changed) break
  }
  let far = 0
  const places = before.map((place, i): Place => {
    if (i === 0 || i === last) return place
    // no farther than half way to a neighbour: or the body might pass between two points
    const most = 0.5 / Math.min(weight[i - 1]!, weight[i]!)
    const to = along(place.p, shift[i]!, Math.min(1, most / Math.max(norm(shift[i]!), 1e-12)))
    const found = skin(to)
    const { m } = found
    const out = Math.max(0, off - found.distance)
    const p = along(to, m, out)
    far = Math.max(far, dist(p, place.p))
    return { p, m, distance: found.distance + out }
  })
  return { places, far }
}

/** Shares of a stretch at which it is asked whether it stands in the body. */
const ASKED_AT = [0.5, 0.25, 0.75]
/** A stretch shorter than this is asked in its middle alone, mm. */
const COARSE = 1
/** More points than these no string has. */
const MOST = 200
/** How places are put in: while the string still moves, and where it has come to rest. */
const COARSELY = { deep: ON_ITS_WAY, turn: Infinity, least: COARSE / 2 }
const FINELY = { deep: DEEP, turn: TURN, least: SHORTEST }

/** Points of a line at even distances. */
function evenly(points: readonly Vec3[]): Vec3[] {
  const run = [0]
  for (let i = 1; i < points.length; i++) run.push(run[i - 1]! + dist(points[i]!, points[i - 1]!))
  const whole = run[run.length - 1]!
  return Array.from({ length: 2 * FIRST + 1 }, (_, k): Vec3 => {
    const at = (k / (2 * FIRST)) * whole
    const i = Math.max(
      1,
      run.findIndex((r) => r >= at - 1e-12),
    )
    return along(points[i - 1]!, unit(sub(points[i]!, points[i - 1]!)), at - run[i - 1]!)
  })
}

/** Places between two ends, each lifted straight off the body where it stands in it. */
const liftedOff = (skin: Skin, off: number, points: readonly Vec3[]): Place[] =>
  points.map((p, i) => {
    const found = skin(p)
    if (i === 0 || i === points.length - 1 || found.distance >= off) return { p, ...found }
    const out = along(p, found.m, off - found.distance)
    return { p: out, ...skin(out) }
  })

/** A place on a stretch, lifted out of the body between the ways outward at both its ends: so it stays on their side of it. */
function lifted(skin: Skin, off: number, a: Place, b: Place, at: Vec3, found: ReturnType<Skin>): Place {
  const out = unit(add(a.m, b.m))
  let place: Place = { p: at, ...found }
  for (let k = 0; k < ASKED && place.distance < off - DEEP / 4; k++) {
    const p = along(place.p, out, off - place.distance)
    place = { p, ...skin(p) }
  }
  return place
}

/** With a place put in wherever a stretch longer than `least` stands deeper in the body, or turns more sharply from the one beside it. */
function refined(
  places: readonly Place[],
  skin: Skin,
  off: number,
  { deep, turn, least }: { readonly deep: number; readonly turn: number; readonly least: number },
): Place[] {
  if (places.length > MOST) return [...places]
  const lengths = places.slice(1).map((x, i) => dist(x.p, places[i]!.p))
  /** How sharply it turns at a place, where the stretch there is not the shorter of the two. */
  const turnAt = (i: number, whole: number): number => {
    const [a, b, c] = [places[i - 1], places[i]!, places[i + 1]]
    if (!a || !c || whole < 0.7 * Math.max(lengths[i - 1]!, lengths[i]!)) return 0
    const [u, v] = [sub(b.p, a.p), sub(c.p, b.p)]
    return Math.atan2(norm(cross(u, v)), dot(u, v))
  }
  return places.flatMap((a, i) => {
    const b = places[i + 1]
    const whole = lengths[i] ?? 0
    // as far off as it is long at both ends it meets nothing
    if (!b || whole < least || (a.distance > off + whole && b.distance > off + whole)) return [a]
    for (const share of ASKED_AT) {
      const at = along(a.p, sub(b.p, a.p), share)
      const found = skin(at)
      const sharp = share === 0.5 && Math.max(turnAt(i, whole), turnAt(i + 1, whole)) > turn
      if (found.distance < off - deep || (sharp && found.distance < off + whole / 8))
        return [a, lifted(skin, off, a, b, at, found)]
      if (whole < COARSE) break
    }
    return [a]
  })
}

/**
 * Points of a string drawn taut from one place to another past a body: the shortest way that stays `off` from its skin, over hollows straight.
 * Found by a Newton-like method for the length with the body's planes as bounds (an active set), from coarse to fine. On a body whose ends lie
 * apart by less than half a turn the length is within 0.1 % of the developed line; beyond that the shortest way nearest to `side` is found.
 * @example tautLine(skinOfBall, { from: [-9, 0, 0], to: [9, 0, 0], side: [0, 0, 1], off: 0.2 })
 */
export function tautLine(skin: Skin, { from, to, side, off, first }: Drawn): Vec3[] {
  const whole = dist(from, to)
  const bowed = (high: number): Vec3[] =>
    Array.from({ length: FIRST + 1 }, (_, i): Vec3 => {
      const u = i / FIRST
      return along(along(from, unit(sub(to, from)), u * whole), side, high * Math.sin(Math.PI * u) ** 0.5)
    })
  const placed = (points: readonly Vec3[]): Place[] => points.map((p) => ({ p, ...skin(p) }))
  let places = first ? liftedOff(skin, off, evenly(first)) : placed(bowed(0))
  for (let high = whole / 2; !first && high < 16 * whole; high *= 1.5) {
    if (places.slice(1, -1).every((x) => x.distance >= off)) break
    places = placed(bowed(high))
  }
  for (let round = 0; round < ROUNDS; round++) {
    for (let step = 0; step < (round > 0 ? STEPS : FIRST_STEPS); step++) {
      const next = tightened(places, skin, off, round > 0)
      places = next.far > ON_ITS_WAY ? refined(next.places, skin, off, COARSELY) : next.places
      if (next.far < STILL) break
    }
    const finer = refined(places, skin, off, FINELY)
    if (finer.length === places.length) break
    places = finer
  }
  return places.map((x) => x.p)
}

/** A point that lies on the way from its neighbour before to the one behind, this near, says nothing of its own, mm. */
const STRAIGHT = 1e-4

/** A taut string as one smooth piece of path: straight where it is free, and along the body where it lies on it. */
export function tautPath(skin: Skin, drawn: Drawn): Segment[] {
  const all = tautLine(skin, drawn)
  const points = all.filter((p, i) => {
    const [a, b] = [all[i - 1], all[i + 1]]
    if (!a || !b) return true
    const way = unit(sub(b, a))
    return norm(sub(sub(p, a), scale(way, dot(sub(p, a), way)))) > STRAIGHT
  })
  if (points.length < 3) return [{ kind: 'line', from: points[0]!, to: points[points.length - 1]! }]
  const at: number[] = [0]
  for (let i = 1; i < points.length; i++) at.push(at[i - 1]! + dist(points[i]!, points[i - 1]!))
  const way = points.map((p, i) => unit(sub(points[i + 1] ?? p, points[i - 1] ?? p)))
  return [hermite(at, points, way)]
}
