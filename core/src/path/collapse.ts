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

/**
 * Plastic collapse load of a curved bar in 3D under one force: by the lower-bound theorem the largest F for which end
 * reactions exist with √((M/Mp)² + (T/Tp)²) + |N|/Np <= 1 at every vertex (von Mises for bending and torsion; both circles, that of M about its
 * two axes and that of M with T, as the eight-sided polygons inscribed in them, so the result is low by at most 8 % for each and 0 along the axes; square
 * wire's own polygon of M is a square on its corner). Rigid-plastic, small
 * displacements, shear left out. A linear program in seven unknowns whose inequalities are looked for, not listed: the
 * section that the last reactions break worst gives the next one.
 * Checks: straight clamped 2 Mp L/(a (L - a)); finger Mp/l; half circle loaded out of plane about 2 Mp/R.
 * @returns N; 0 when the load meets a joint that cannot carry, never infinite
 * @throws RangeError for fewer than two points or an index outside
 */
export function collapseLoad(bar: Bar, index: number, direction: Vec3): number {
  const { points } = bar
  if (points.length < 2) throw new RangeError('a bar needs two points')
  if (!(index >= 0 && index < points.length)) throw new RangeError(`no point ${index}`)
  const s = section(bar.profile, bar.size)
  const mp = s.plastic * bar.yieldStress
  const twist = mp / ((s.torsion * bar.yieldStress) / Math.sqrt(3))
  const { frames, reach } = framesOf(points)
  // unknowns: reaction force at the start × reach / Mp, reaction moment / Mp, load × reach / Mp; moments here in Mp
  const arm = 1 / reach
  const axial = mp / (reach * s.area * bar.yieldStress)
  const corner = bar.profile === 'square' ? 0.5 : OCTAGON
  const d = unit(direction)
  const load = points[index]!
  const last = points.length - 1
  const { harder } = bar
  if (bar.start === 'free' || bar.end === 'free')
    return fingerLoad({ bar, index, d, frames, corner, twist, mp, area: s.area })
  /** What the load gives at each section in M1, M2, T (by arm) and N (by axial), once per bar and load. */
  const share = new Float64Array(4 * points.length)
  for (let j = index; j <= last; j++) {
    const { e1, e2, t } = frames[j]!
    const moment = cross(sub(load, points[j]!), d)
    share[4 * j] = dot(e1, moment)
    share[4 * j + 1] = dot(e2, moment)
    share[4 * j + 2] = dot(t, moment)
    share[4 * j + 3] = dot(t, d)
  }
  const entries = new Array<number>(7).fill(0)
  const priced = { entries, cost: 1 }
  const price = (y: Float64Array): PricedColumn | undefined => {
    let most = 1 + BREACH
    let at = -1
    let loaded = 0
    // weights of M1, M2, T and N in the inequality that is broken worst
    let [w1, w2, wt, wn] = [0, 0, 0, 0]
    const y0 = y[0]! * arm
    const y1 = y[1]! * arm
    const y2 = y[2]! * arm
    const y6 = y[6]! * arm
    for (let j = 0; j <= last; j++) {
      const { e1, e2, t, arms } = frames[j]!
      const [c1, c2, ct] = arms
      const m1 = c1[0] * y0 + c1[1] * y1 + c1[2] * y2 + e1[0] * y[3]! + e1[1] * y[4]! + e1[2] * y[5]!
      const m2 = c2[0] * y0 + c2[1] * y1 + c2[2] * y2 + e2[0] * y[3]! + e2[1] * y[4]! + e2[2] * y[5]!
      const mt = ct[0] * y0 + ct[1] * y1 + ct[2] * y2 + t[0] * y[3]! + t[1] * y[4]! + t[2] * y[5]!
      const n = (t[0] * y[0]! + t[1] * y[1]! + t[2] * y[2]!) * axial
      const pinned = (j === 0 && bar.start === 'pin') || (j === last && bar.end === 'pin')
      for (let on = j > index ? 1 : 0; on <= (j >= index ? 1 : 0); on++) {
        const a = m1 + on * share[4 * j]! * y6
        const b = m2 + on * share[4 * j + 1]! * y6
        const c = mt + on * share[4 * j + 2]! * y6
        const e = n + on * share[4 * j + 3]! * y[6]! * axial
        const [aa, ab, ac, ae] = [Math.abs(a), Math.abs(b), Math.abs(c), Math.abs(e)]
        if (pinned) {
          const worst = Math.max(aa, ab, ac)
          if (worst * PIN <= most) continue
          most = worst * PIN
          at = j
          loaded = on
          w1 = worst === aa ? Math.sign(a) * PIN : 0
          w2 = w1 === 0 && worst === ab ? Math.sign(b) * PIN : 0
          wt = w1 === 0 && w2 === 0 ? Math.sign(c) * PIN : 0
          wn = 0
        } else {
          const weak = harder ? 1 / harder[j]! : 1
          const bent = Math.max(aa + corner * ab, corner * aa + ab)
          const turned = twist * ac
          const over = (Math.max(bent + OCTAGON * turned, OCTAGON * bent + turned) + ae) * weak
          if (over <= most) continue
          most = over
          at = j
          loaded = on
          const first = aa >= ab
          const [ofBent, ofTurned] = bent >= turned ? [weak, OCTAGON * weak] : [OCTAGON * weak, weak]
          w1 = (first ? 1 : corner) * (a < 0 ? -ofBent : ofBent)
          w2 = (first ? corner : 1) * (b < 0 ? -ofBent : ofBent)
          wt = twist * (c < 0 ? -ofTurned : ofTurned)
          wn = e < 0 ? -weak : weak
        }
      }
    }
    if (at < 0) return undefined
    const { e1, e2, t, arms } = frames[at]!
    for (let k = 0; k < 3; k++) {
      const i = k as 0 | 1 | 2
      entries[k] = arm * (w1 * arms[0][i] + w2 * arms[1][i] + wt * arms[2][i]) + wn * axial * t[i]
      entries[3 + k] = w1 * e1[i] + w2 * e2[i] + wt * t[i]
    }
    entries[6] =
      loaded *
      (arm * (w1 * share[4 * at]! + w2 * share[4 * at + 1]! + wt * share[4 * at + 2]!) +
        wn * axial * share[4 * at + 3]!)
    return priced
  }
  const result = solveByColumns({ rhs: [0, 0, 0, 0, 0, 0, 1], bound: MOST, price })
  return result ? (Math.max(0, result.value) * mp) / reach : 0
}

/** A bar with a free end is a finger from its other end: nothing to choose, the load is what the worst section between takes. */
function fingerLoad({
  bar,
  index,
  d,
  frames,
  corner,
  twist,
  mp,
  area,
}: {
  readonly bar: Bar
  readonly index: number
  readonly d: Vec3
  readonly frames: readonly Frame[]
  readonly corner: number
  readonly twist: number
  readonly mp: number
  readonly area: number
}): number {
  const { points, harder } = bar
  if (bar.start === 'free' && bar.end === 'free') return 0
  // held at one end only by a pin it swings
  if ((bar.start === 'free' ? bar.end : bar.start) === 'pin') return 0
  const [from, to] = bar.end === 'free' ? [0, index] : [index, points.length - 1]
  let worst = 0
  for (let j = from; j <= to; j++) {
    const { e1, e2, t } = frames[j]!
    const moment = cross(sub(points[index]!, points[j]!), d)
    const [a, b, c] = [Math.abs(dot(e1, moment)), Math.abs(dot(e2, moment)), Math.abs(dot(t, moment))]
    const axial = (Math.abs(dot(t, d)) * mp) / (area * bar.yieldStress)
    const bent = Math.max(a + corner * b, corner * a + b)
    const over = Math.max(bent + OCTAGON * twist * c, OCTAGON * bent + twist * c) + axial
    worst = Math.max(worst, over / (harder ? harder[j]! : 1))
  }
  return worst > 0 ? mp / worst : 0
}

interface Frame {
  readonly t: Vec3
  readonly e1: Vec3
  readonly e2: Vec3
  /** What a unit reaction at the start gives here in M1, M2 and T. */
  readonly arms: readonly [Vec3, Vec3, Vec3]
}

interface BarFrames {
  readonly frames: readonly Frame[]
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
  return { frames, reach }
}
