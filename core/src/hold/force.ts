import { along, dot, solveInGroups, unit, type GroupedBasis, type Vec3 } from '../geom/index.js'
import { sharedLoads, type BarLoad } from '../path/index.js'
import { barOf, bearsAt, type Field, type SharedLoad } from './field.js'

/** How the stone moves: its middle, mm, and its turn, radians over the length. */
export interface Motion {
  readonly v: Vec3
  readonly w: Vec3
}

/** The force that takes the stone out in a direction, how it leaves, and the wires that give way for it. */
export interface Resistance {
  /** N; 0 where the contacts cannot resist this direction at all. */
  readonly force: number
  /** The motion in which it is least resisted: 1 mm along the direction, and what goes with it; turns in radians over the length. */
  readonly motion: Motion
  /** Indices of the spans that give way. */
  readonly giving: readonly number[]
  /** It could not be worked out: the force says nothing. */
  readonly stuck?: true
}

/**
 * The stone may slide this far aside, or turn by this over the length, for 1 mm along: contacts that would resist only by a flatter wedge are
 * not counted on. It keeps the noise of nearly parallel contacts out of the answer.
 */
const SLIDE = 100

/** What limits the motion in which the least resistance is looked for. */
export interface Going {
  /** How far it may slide aside or turn for 1 mm along. */
  readonly slide: number
  /** What turning takes besides about each axis, as a share of the strongest contact: it turns only where that pays. Not counted as force. */
  readonly turning: number
  /**
   * Contacts of one span may bear together: what they can is looked for. Without it they share the span as if each pushed for a part of the time,
   * which is never too much, and is quick.
   */
  readonly together?: boolean
}
const FREELY: Going = { slide: SLIDE, turning: 0 }
/** With what the contacts of a span bear together: the wires' limit load, or a little less. */
export const TOGETHER: Going = { ...FREELY, together: true }
/** What they bear together is looked for until the force is known to this share of it. */
const KNOWN = 0.01
/** So many contacts of a span are looked at together at most, spread over it. */
const MOST_TOGETHER = 10

/** A contact that a motion drives outward by less than this, mm a mm along, is not looked at with others: on so flat a wedge a hoop stretches rather than breaks. */
const FLAT = 0.03

/** Loads of the contacts of one span that take most work for a motion at rates `into`, mm a mm; where they take over `least`, N. */
function bornTogether(field: Field, row: number, into: Float64Array, least: number): SharedLoad | undefined {
  const { spans, stations, wrench, free } = field
  const span = spans[field.used[row]!]
  if (!span || span.kind === 'bound' || span.taut) return undefined
  let on: number[] = []
  for (let i = 0; i < into.length; i++) if (field.row[i] === row && into[i]! > FLAT) on.push(i)
  if (on.length < 2) return undefined
  on.sort((a, b) => stations[field.station[a]!]!.index - stations[field.station[b]!]!.index)
  if (on.length > MOST_TOGETHER) {
    const step = (on.length - 1) / (MOST_TOGETHER - 1)
    on = Array.from({ length: MOST_TOGETHER }, (_, k) => on[Math.round(k * step)]!)
  }
  // no more than each alone, all at once: often too little already
  if (on.reduce((sum, i) => sum + bearsAt(field, i) * into[i]!, 0) <= least) return undefined
  const loads = on.map((i): BarLoad => ({
    index: stations[field.station[i]!]!.index,
    direction: unit([wrench[6 * i]!, wrench[6 * i + 1]!, wrench[6 * i + 2]!]),
    worth: into[i]!,
    most: bearsAt(field, i),
  }))
  const forces = sharedLoads(barOf(span), loads)
  let takes = 0
  let cost = 0
  const all = new Float64Array(6)
  on.forEach((i, k) => {
    const f = forces[k]!
    takes += f * into[i]!
    cost += f * free[i]!
    for (let j = 0; j < 6; j++) all[j]! += f * wrench[6 * i + j]!
  })
  return takes > least ? { wrench: all, cost, row } : undefined
}

/** What is come to first. */
const nearestOf = (free: Float64Array): number => free.indexOf(Math.min(...free))

/** Beside a direction in which the program gets stuck others are asked, this far off it. */
const HAIR = 1e-5
const TILTS: readonly Vec3[] = [
  [0.61, 0.29, 0.37],
  [-0.43, 0.71, -0.31],
  [0.23, -0.67, 0.53],
]

/** Where the last direction asked of a field ended: the next begins there. After FRESH of them rounding is not carried on. */
const bases = new WeakMap<Field, { readonly basis: GroupedBasis; readonly together: boolean; used: number }>()
const FRESH = 24

/**
 * Largest force along d that the touching wires can balance without friction: max F with Σ f w + F w_d = 0, f >= 0 and Σ f / c <= 1 in each
 * span. Solved by its dual: over all motions of the stone that go 1 along d, the least of what the wires take for it,
 * min Σ over spans of max (c n·motion)₊, whose rows are six and one a span however many contacts there are.
 * @example resist(fieldOf({ spans: [], stations: [], contacts: [], centre: [0, 0, 0], turn: 1 }), [0, 0, 1]).force // 0
 */
export function resist(field: Field, d: Vec3, going: Going = FREELY, tilts = 0): Resistance {
  const { turning, slide, together } = going
  const { wrench, cap, free, row, used, shared } = field
  const none: Resistance = { force: 0, motion: { v: d, w: [0, 0, 0] }, giving: [] }
  const count = cap.length
  if (count === 0) return none
  const rows = 6
  const groups = used.length + (turning > 0 ? 3 : 0)
  let top = 0
  for (let i = 0; i < count; i++) {
    // a row of cables pulls with many legs
    const legs = Math.hypot(wrench[6 * i]!, wrench[6 * i + 1]!, wrench[6 * i + 2]!)
    const most = cap[i]! * (legs > 1.01 ? legs : 1)
    if (most > top) top = most
  }
  // nothing is touched yet: what stands nearest gives the measure
  if (top === 0) top = bearsAt(field, nearestOf(free))
  const scale = top * Math.sqrt(6)
  const entries = new Float64Array(rows)
  const priced = { entries, cost: 0, group: -1, passing: false }
  const before = bases.get(field)
  const known = before && before.together === Boolean(together) ? before : undefined
  const into = new Float64Array(together ? count : 0)
  const result = solveInGroups({
    rhs: new Float64Array(rows),
    groups,
    bound: slide,
    from: known && known.used++ < FRESH ? known.basis : undefined,
    price: (y) => {
      const [y0, y1, y2, y3, y4, y5] = [y[0]!, y[1]!, y[2]!, y[3]!, y[4]!, y[5]!]
      // the direction's own row: it goes at least 1 along d
      let worst = 1e-7
      let at = -1
      const short = 1 - (d[0] * y0 + d[1] * y1 + d[2] * y2)
      if (short > worst) {
        worst = short
        at = -2
      }
      for (let i = 0, o = 0; i < count; i++, o += 6) {
        const rate =
          wrench[o]! * y0 +
          wrench[o + 1]! * y1 +
          wrench[o + 2]! * y2 +
          wrench[o + 3]! * y3 +
          wrench[o + 4]! * y4 +
          wrench[o + 5]! * y5
        const goes = rate - free[i]!
        if (together) into[i] = goes
        if (goes <= 0) continue
        const over = (bearsAt(field, i) / scale) * goes - y[6 + row[i]!]!
        if (over > worst) {
          worst = over
          at = i
        }
      }
      let load: SharedLoad | undefined
      for (let i = 0; together && i < shared.length; i++) {
        const { wrench: w, cost, row: r } = shared[i]!
        const rate = w[0]! * y0 + w[1]! * y1 + w[2]! * y2 + w[3]! * y3 + w[4]! * y4 + w[5]! * y5 - cost
        const over = rate / scale - y[6 + r]!
        if (over > worst) {
          worst = over
          load = shared[i]
        }
      }
      // turning about each axis, either way
      for (let k = 0; turning > 0 && k < 3; k++) {
        const over = (turning * top * Math.abs(y[3 + k]!)) / scale - y[6 + used.length + k]!
        if (over > worst) {
          worst = over
          at = count + k
          load = undefined
        }
      }
      for (let k = rows; k < rows + groups; k++)
        if (-y[k]! > worst) {
          worst = -y[k]!
          at = -3 - k
          load = undefined
        }
      // what contacts bear together is dear to find: only when all else is settled
      if (together && at === -1 && !load) {
        let sum = 0
        for (let r = 0; r < used.length; r++) sum += y[6 + r]!
        for (let r = 0; r < used.length && !load; r++) {
          load = bornTogether(field, r, into, (y[6 + r]! + KNOWN * sum) * scale)
          if (load) shared.push(load)
        }
      }
      if (at === -1 && !load) return undefined
      entries.fill(0)
      priced.cost = 0
      priced.group = -1
      priced.passing = !load && at === -2
      if (load) {
        for (let k = 0; k < 6; k++) entries[k] = load.wrench[k]! / scale
        priced.group = load.row
        priced.cost = load.cost / scale
      } else if (at === -2) {
        for (let k = 0; k < 3; k++) entries[k] = -d[k as 0 | 1 | 2]
        priced.cost = -1
      } else if (at < -2) priced.group = -3 - at - rows
      else if (at >= count) {
        entries[3 + at - count] = (Math.sign(y[3 + at - count]!) * turning * top) / scale
        priced.group = used.length + at - count
      } else {
        for (let k = 0; k < 6; k++) entries[k] = (wrench[6 * at + k]! * cap[at]!) / scale
        priced.group = row[at]!
        priced.cost = (cap[at]! * free[at]!) / scale
      }
      return priced
    },
  })
  if (!result) {
    bases.delete(field)
    // begun elsewhere it got stuck: once more from the start
    if (known) return resist(field, d, going, tilts)
    // many contacts in mirrored places: a direction beside this one has fewer answers that are alike
    const tilt = TILTS[tilts]
    return tilt ? resist(field, unit(along(d, tilt, HAIR)), going, tilts + 1) : { ...none, stuck: true }
  }
  const { y } = result
  bases.set(field, {
    basis: result.basis,
    together: Boolean(together),
    used: result.basis === known?.basis ? known.used : 0,
  })
  let force = 0
  const giving: number[] = []
  used.forEach((s, row) => {
    const share = Math.max(0, y[6 + row]!) * scale
    force += share
    if (share > 1e-6 * scale) giving.push(s % field.spans.length)
  })
  return {
    force,
    motion: plainest(field, d, force, { v: [y[0]!, y[1]!, y[2]!], w: [y[3]!, y[4]!, y[5]!] }, going),
    giving,
  }
}

/** What the wires take for a motion of the stone, N mm a mm: in each span the most that one of its contacts asks once it is touched, or several together. */
function takenBy(field: Field, { v, w }: Motion, { together }: Going): number {
  const { wrench, cap, free, row, used, shared } = field
  const most = new Float64Array(used.length)
  const into = new Float64Array(cap.length)
  const rateOf = (of: Float64Array, o: number): number =>
    of[o]! * v[0] +
    of[o + 1]! * v[1] +
    of[o + 2]! * v[2] +
    of[o + 3]! * w[0] +
    of[o + 4]! * w[1] +
    of[o + 5]! * w[2]
  for (let i = 0; i < cap.length; i++) {
    into[i] = rateOf(wrench, 6 * i) - free[i]!
    if (into[i]! <= 0) continue
    const asks = bearsAt(field, i) * into[i]!
    if (asks > most[row[i]!]!) most[row[i]!] = asks
  }
  if (together) {
    for (const { wrench: of, cost, row: r } of shared) most[r] = Math.max(most[r]!, rateOf(of, 0) - cost)
    const sum = most.reduce((a, b) => a + b, 0)
    for (let r = 0; r < used.length; r++) {
      const load = bornTogether(field, r, into, most[r]! + KNOWN * sum)
      if (load) {
        shared.push(load)
        most[r] = rateOf(load.wrench, 0) - load.cost
      }
    }
  }
  return most.reduce((sum, x) => sum + x, 0)
}

/** Of the motions that take as little, one without turns and slides that nothing asks for: a ball may spin as it likes. */
function plainest(field: Field, d: Vec3, force: number, { v, w }: Motion, going: Going): Motion {
  const enough = force * (1 + (going.together ? 2 * KNOWN : 1e-6)) + 1e-9
  const still: Vec3 = [0, 0, 0]
  const plainer = [
    { v: d, w: still },
    { v, w: still },
    { v: d, w },
  ]
  return plainer.find((m) => takenBy(field, m, going) <= enough) ?? { v, w }
}

/**
 * The weakest direction from a first guess: the motion that the least resistance gives is where the stone really goes, so its direction is
 * tried next, until it stands still. Each step is weaker than the one before, and the last is a corner of the polytope of what is resisted.
 */
export function weakestFrom(
  fieldAt: (d: Vec3) => Field,
  guess: Vec3,
): { readonly d: Vec3; readonly found: Resistance } {
  let d = guess
  let found = resist(fieldAt(d), d)
  for (let i = 0; i < 20 && found.force > 0; i++) {
    const next = unit(found.motion.v)
    if (dot(next, d) > 1 - 1e-9) break
    const there = resist(fieldAt(next), next)
    if (there.force >= found.force - 1e-9) break
    d = next
    found = there
  }
  return { d, found }
}
