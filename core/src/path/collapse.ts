import {
  along,
  anySquare,
  cross,
  dot,
  remember,
  solveByColumns,
  sub,
  unit,
  type PricedColumn,
  type Vec3,
} from '../geom/index.js'
import { section, type Profile } from '../wire/index.js'

/** How a bar is held at its end: a clamp takes moments, a pin only forces, a free end nothing. */
export type BarEnd = 'clamp' | 'pin' | 'free'

/** A bar between two joints, as a polyline, with the joints' fixity. */
export interface Bar {
  readonly points: readonly Vec3[]
  readonly start: BarEnd
  readonly end: BarEnd
  readonly profile: Profile
  readonly size: number
  /** Yield stress, MPa. */
  readonly yieldStress: number
  /** How much stronger it is at each point than that, where it was hardened by bending; 1 and more. */
  readonly harder?: readonly number[]
}

/** Bound on every scaled unknown: far beyond any load that shear would not have ended before. It also gives the program a start. */
const MOST = 1e4
/** A section may be over its limit by this before it is counted as broken. */
const BREACH = 1e-5
/** Sides of an octagon inscribed in a circle, its corners on the axes and between: a + OCTAGON b <= 1 and OCTAGON a + b <= 1. */
const OCTAGON = Math.SQRT2 - 1
/** Slack of a pin: it takes 1/PIN of the plastic moment. */
const PIN = 1e4

/** A force on a bar at one of its points. */
export interface BarLoad {
  readonly index: number
  /** Its direction, of length 1. */
  readonly direction: Vec3
  /** What a newton of it counts. */
  readonly worth: number
  /** It is no larger than this for another reason, N. */
  readonly most?: number
}

/**
 * Plastic collapse load of a curved bar in 3D under one force; what `sharedLoads` says of it alone.
 * Checks: straight clamped 2 Mp L/(a (L - a)); finger Mp/l; half circle loaded out of plane about 2 Mp/R.
 * @returns N; 0 when the load meets a joint that cannot carry, never infinite
 * @throws RangeError for fewer than two points or an index outside
 */
export const collapseLoad = (bar: Bar, index: number, direction: Vec3): number =>
  sharedLoads(bar, [{ index, direction: unit(direction), worth: 1 }])[0]!

/**
 * Forces at several points of a curved bar in 3D that count for most together: by the lower-bound theorem those for which end reactions exist with
 * √((M/Mp)² + (T/Tp)²) + |N|/Np <= 1 at every vertex (von Mises for bending and torsion; both circles, that of M about its
 * two axes and that of M with T, as the eight-sided polygons inscribed in them, so the result is low by at most 8 % for each and 0 along the axes; square
 * wire's own polygon of M is a square on its corner) and shear within A sy/√3 about either axis. Rigid-plastic, small
 * displacements. A linear program in six reactions and the forces whose inequalities are looked for, not listed: the
 * section that the last answer breaks worst gives the next one. From a free end no reaction comes.
 * @returns N, in the order of the loads; all 0 where no end holds the bar
 * @throws RangeError for fewer than two points or an index outside
 * @example sharedLoads(bar40, [13, 27].map((index) => ({ index, direction: [0, 0, 1], worth: 1 }))).length // 2
 */
export function sharedLoads(bar: Bar, loads: readonly BarLoad[]): Float64Array {
  const { points } = bar
  if (points.length < 2) throw new RangeError('a bar needs two points')
  for (const { index } of loads)
    if (!(index >= 0 && index < points.length)) throw new RangeError(`no point ${index}`)
  // held at one end only by a pin it swings
  const ends = [bar.start, bar.end]
  if (ends.includes('free') && !ends.includes('clamp')) return new Float64Array(loads.length)
  // a free end first, so that all a section bears comes from the loads before it
  if (bar.end === 'free') {
    const last = points.length - 1
    const back = loads.map((l) => ({ ...l, index: last - l.index }))
    return sharedLoads(reversed(bar), back)
  }
  const order = loads.map((_, i) => i).sort((a, b) => loads[a]!.index - loads[b]!.index)
  const found = sharedInOrder(
    bar,
    order.map((i) => loads[i]!),
  )
  const out = new Float64Array(loads.length)
  order.forEach((i, at) => (out[i] = found[at]!))
  return out
}

const knownReversed = new WeakMap<readonly Vec3[], readonly Vec3[]>()

/** The bar from its other end. */
function reversed(bar: Bar): Bar {
  const points = knownReversed.get(bar.points) ?? [...bar.points].reverse()
  knownReversed.set(bar.points, points)
  const { harder } = bar
  return {
    ...bar,
    points,
    start: bar.end,
    end: bar.start,
    ...(harder ? { harder: [...harder].reverse() } : {}),
  }
}

/** What a section bears, and a load gives there: bending about two axes and twist, pull, shear along the same two axes. */
const PARTS = 6

/** The same for loads in the order of their places, the bar not free at its end. */
function sharedInOrder(bar: Bar, loads: readonly BarLoad[]): Float64Array {
  const { points, harder } = bar
  const s = section(bar.profile, bar.size)
  const mp = s.plastic * bar.yieldStress
  const np = s.area * bar.yieldStress
  const twist = mp / ((s.torsion * bar.yieldStress) / Math.sqrt(3))
  const { frames, flat, reach } = framesOf(points)
  // unknowns: reaction force at the start × reach / Mp, reaction moment / Mp, loads × reach / Mp; moments here in Mp
  const arm = 1 / reach
  const axial = mp / (reach * np)
  const sheared = axial * Math.sqrt(3)
  // reactions are told by `arm` below
  const [pull, across] = [axial * reach, sheared * reach]
  const corner = bar.profile === 'square' ? 0.5 : OCTAGON
  const last = points.length - 1
  const count = loads.length
  // a free start gives no reactions: these unknowns are left out
  const base = bar.start === 'free' ? 0 : 6
  const rows = base + count
  /** What each load gives at each section behind it. */
  const share = new Float64Array(PARTS * count * points.length)
  loads.forEach(({ index, direction: d }, i) => {
    for (let j = index; j <= last; j++) {
      const { e1, e2, t } = frames[j]!
      const moment = cross(sub(points[index]!, points[j]!), d)
      const o = PARTS * (j * count + i)
      share[o] = dot(e1, moment) * arm
      share[o + 1] = dot(e2, moment) * arm
      share[o + 2] = dot(t, moment) * arm
      share[o + 3] = dot(t, d) * axial
      share[o + 4] = dot(e1, d) * sheared
      share[o + 5] = dot(e2, d) * sheared
    }
  })
  const most = loads.map((l) => (l.most === undefined ? Infinity : (l.most * reach) / mp))
  const entries = new Float64Array(rows)
  const priced = { entries, cost: 1 }
  /** The inequality that is broken worst: by how much, at which section, with how many of the loads before it, and weights of its six parts. */
  const worst = new Float64Array(1)
  let [at, loaded] = [-1, 0]
  const weights = new Float64Array(PARTS)
  /** Looks at a section just before the loads at its place, and just behind them. */
  const look = (j: number, y: Float64Array): void => {
    let a = 0
    let b = 0
    let c = 0
    let e = 0
    let v1 = 0
    let v2 = 0
    if (base) {
      const y0 = y[0]! * arm
      const y1 = y[1]! * arm
      const y2 = y[2]! * arm
      const y3 = y[3]!
      const y4 = y[4]!
      const y5 = y[5]!
      const o = AXES * j
      v1 = flat[o]! * y0 + flat[o + 1]! * y1 + flat[o + 2]! * y2
      v2 = flat[o + 3]! * y0 + flat[o + 4]! * y1 + flat[o + 5]! * y2
      e = flat[o + 6]! * y0 + flat[o + 7]! * y1 + flat[o + 8]! * y2
      a = flat[o]! * y3 + flat[o + 1]! * y4 + flat[o + 2]! * y5
      b = flat[o + 3]! * y3 + flat[o + 4]! * y4 + flat[o + 5]! * y5
      c = flat[o + 6]! * y3 + flat[o + 7]! * y4 + flat[o + 8]! * y5
      a += flat[o + 9]! * y0 + flat[o + 10]! * y1 + flat[o + 11]! * y2
      b += flat[o + 12]! * y0 + flat[o + 13]! * y1 + flat[o + 14]! * y2
      c += flat[o + 15]! * y0 + flat[o + 16]! * y1 + flat[o + 17]! * y2
      v1 *= across
      v2 *= across
      e *= pull
    }
    const pinned = (j === 0 && bar.start === 'pin') || (j === last && bar.end === 'pin')
    const weak = harder ? 1 / harder[j]! : 1
    let before = 0
    while (before < count && loads[before]!.index < j) before++
    let upTo = before
    while (upTo < count && loads[upTo]!.index === j) upTo++
    for (let on = 0; ; on++) {
      if (on === before || on === upTo) {
        const aa = Math.abs(a)
        const ab = Math.abs(b)
        const ac = Math.abs(c)
        if (pinned) {
          const moment = Math.max(aa, ab, ac)
          if (moment * PIN - 1 > worst[0]!) {
            worst[0] = moment * PIN - 1
            at = j
            loaded = on
            weights.fill(0)
            const k = moment === aa ? 0 : moment === ab ? 1 : 2
            weights[k] = Math.sign(k === 0 ? a : k === 1 ? b : c) * PIN
          }
        } else if (base || on > 0) {
          const bent = Math.max(aa + corner * ab, corner * aa + ab)
          const turned = twist * ac
          const over = (Math.max(bent + OCTAGON * turned, OCTAGON * bent + turned) + Math.abs(e)) * weak - 1
          if (over > worst[0]!) {
            worst[0] = over
            at = j
            loaded = on
            const ofBent = bent >= turned ? weak : OCTAGON * weak
            const ofTurned = bent >= turned ? OCTAGON * weak : weak
            weights[0] = (aa >= ab ? 1 : corner) * (a < 0 ? -ofBent : ofBent)
            weights[1] = (aa >= ab ? corner : 1) * (b < 0 ? -ofBent : ofBent)
            weights[2] = twist * (c < 0 ? -ofTurned : ofTurned)
            weights[3] = e < 0 ? -weak : weak
            weights[4] = weights[5] = 0
          }
        }
        const shear = Math.max(Math.abs(v1), Math.abs(v2)) * weak - 1
        if (shear > worst[0]!) {
          worst[0] = shear
          at = j
          loaded = on
          weights.fill(0)
          const first = Math.abs(v1) > Math.abs(v2)
          weights[first ? 4 : 5] = Math.sign(first ? v1 : v2) * weak
        }
      }
      if (on === upTo) break
      const o = PARTS * (j * count + on)
      const f = y[base + on]!
      a += share[o]! * f
      b += share[o + 1]! * f
      c += share[o + 2]! * f
      e += share[o + 3]! * f
      v1 += share[o + 4]! * f
      v2 += share[o + 5]! * f
    }
  }
  /** Sections that were broken before, both ends and those under a load: one of them is broken next, as a rule, so the others are asked only when none is. */
  const likely = [...new Set([0, last, ...loads.map((l) => l.index)])]
  const price = (y: Float64Array): PricedColumn | undefined => {
    worst[0] = BREACH
    at = -1
    let single = -1
    for (let i = 0; i < count; i++) {
      const f = y[base + i]!
      const over = f < 0 ? -f : (f - most[i]!) / Math.max(most[i]!, 1)
      if (over > worst[0]!) {
        worst[0] = over
        single = i
      }
    }
    for (const j of likely) look(j, y)
    if (at < 0 && single < 0) {
      for (let j = 0; j <= last; j++) look(j, y)
      if (at >= 0) likely.push(at)
    }
    if (at < 0 && single < 0) return undefined
    entries.fill(0)
    priced.cost = 1
    if (at < 0) {
      const under = y[base + single]! < 0
      entries[base + single] = under ? -1 : 1
      priced.cost = under ? 0 : most[single]!
      return priced
    }
    const { e1, e2, t, arms } = frames[at]!
    const [w1, w2, wt, wn, v1, v2] = weights as unknown as readonly [
      number,
      number,
      number,
      number,
      number,
      number,
    ]
    if (base)
      for (let k = 0; k < 3; k++) {
        const i = k as 0 | 1 | 2
        entries[k] =
          arm * (w1 * arms[0][i] + w2 * arms[1][i] + wt * arms[2][i]) +
          wn * axial * t[i] +
          sheared * (v1 * e1[i] + v2 * e2[i])
        entries[3 + k] = w1 * e1[i] + w2 * e2[i] + wt * t[i]
      }
    for (let i = 0; i < loaded; i++) {
      const o = PARTS * (at * count + i)
      for (let k = 0; k < PARTS; k++) entries[base + i]! += weights[k]! * share[o + k]!
    }
    return priced
  }
  const rhs = new Float64Array(rows)
  loads.forEach((l, i) => (rhs[base + i] = l.worth))
  const result = solveByColumns({ rhs, bound: MOST, price })
  const found = new Float64Array(count)
  if (result)
    for (let i = 0; i < count; i++)
      found[i] = (Math.min(most[i]!, Math.max(0, result.y[base + i]!)) * mp) / reach
  return found
}

interface Frame {
  readonly t: Vec3
  readonly e1: Vec3
  readonly e2: Vec3
  /** What a unit reaction at the start gives here in M1, M2 and T. */
  readonly arms: readonly [Vec3, Vec3, Vec3]
}

/** Figures of a section in `flat`: e1, e2, t, and its three arms. */
const AXES = 18

interface BarFrames {
  readonly frames: readonly Frame[]
  /** The same in one row, for it is gone through many times. */
  readonly flat: Float64Array
  readonly reach: number
}

const knownFrames = remember<readonly Vec3[], BarFrames>(96)

/** Section axes along a bar; they do not hang on the load, so they are kept per bar. */
const framesOf = (points: readonly Vec3[]): BarFrames => knownFrames(points, () => makeFrames(points))

function makeFrames(points: readonly Vec3[]): BarFrames {
  let reach = 0
  for (let i = 1; i < points.length; i++) reach += Math.hypot(...sub(points[i]!, points[i - 1]!))
  const last = points.length - 1
  const frames = points.map((p, j): Frame => {
    const before = j > 0 ? sub(p, points[j - 1]!) : sub(points[1]!, points[0]!)
    const after = j < last ? sub(points[j + 1]!, p) : before
    const t = unit([before[0] + after[0], before[1] + after[1], before[2] + after[2]])
    const e1 = Math.abs(t[2]) < 0.999 ? unit(along([0, 0, 1], t, -t[2])) : anySquare(t)
    const e2 = cross(t, e1)
    const arm = sub(points[0]!, p)
    return { t, e1, e2, arms: [cross(e1, arm), cross(e2, arm), cross(t, arm)] }
  })
  const flat = Float64Array.from(frames.flatMap(({ e1, e2, t, arms }) => [e1, e2, t, ...arms].flat()))
  return { frames, flat, reach }
}
