import { trueGapAt } from '../design/index.js'
import { add, cross, dot, solveByColumns, sub, type Vec3 } from '../geom/index.js'
import type { Held } from './held.js'
import type { Station } from './stations.js'

/** A rigid pose of the stone: where its frame's origin is and how its axes lie (rows of a rotation). */
export interface Pose {
  readonly shift: Vec3
  readonly axes: readonly [Vec3, Vec3, Vec3]
}

export const REST: Pose = {
  shift: [0, 0, 0],
  axes: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
}

/** A wire near the stone in some pose: m from the stone to the wire, q on the stone, both in the piece's frame. */
export interface Touch {
  readonly station: number
  readonly m: Vec3
  readonly q: Vec3
  readonly gap: number
}

const toStone = (pose: Pose, p: Vec3): Vec3 => {
  const d = sub(p, pose.shift)
  return [dot(pose.axes[0], d), dot(pose.axes[1], d), dot(pose.axes[2], d)]
}
const turnBack = (pose: Pose, v: Vec3): Vec3 => [
  pose.axes[0][0] * v[0] + pose.axes[1][0] * v[1] + pose.axes[2][0] * v[2],
  pose.axes[0][1] * v[0] + pose.axes[1][1] * v[1] + pose.axes[2][1] * v[2],
  pose.axes[0][2] * v[0] + pose.axes[1][2] * v[1] + pose.axes[2][2] * v[2],
]
/** A point of the stone in the piece's frame. */
export const fromStone = (pose: Pose, p: Vec3): Vec3 => add(turnBack(pose, p), pose.shift)

/** Remembered lower bounds on gaps, so that far stations are not measured again until the stone may have reached them. */
export interface Reach {
  readonly bound: Float64Array
}
export const newReach = (count: number): Reach => ({ bound: new Float64Array(count).fill(-1) })

/** All stations within `reach` mm of the stone in this pose. */
export function touches(
  held: Held,
  stations: readonly Station[],
  pose: Pose,
  reach: number,
  memory: Reach,
): Touch[] {
  const out: Touch[] = []
  const { low, high } = held
  for (let i = 0; i < stations.length; i++) {
    if (memory.bound[i]! > reach) continue
    const st = stations[i]!
    const p = toStone(pose, st.p)
    // quick no: outside the stone's box by more than the reach and the wire's own half diagonal
    const away =
      Math.hypot(
        Math.max(0, p[0] - high[0], low[0] - p[0]),
        Math.max(0, p[1] - high[1], low[1] - p[1]),
        Math.max(0, p[2] - high[2], low[2] - p[2]),
      ) -
      st.section.size * Math.SQRT1_2
    if (away > reach) {
      memory.bound[i] = away
      continue
    }
    const axes: [Vec3, Vec3] = [
      [
        dot(pose.axes[0], st.section.axes[0]),
        dot(pose.axes[1], st.section.axes[0]),
        dot(pose.axes[2], st.section.axes[0]),
      ],
      [
        dot(pose.axes[0], st.section.axes[1]),
        dot(pose.axes[1], st.section.axes[1]),
        dot(pose.axes[2], st.section.axes[1]),
      ],
    ]
    const { gap, m, q } = trueGapAt(p, { ...st.section, axes }, (x) => held.nearest(x, st.seed), reach)
    memory.bound[i] = gap
    if (gap < reach) out.push({ station: i, m: turnBack(pose, m), q: fromStone(pose, q), gap })
  }
  return out
}

/** Rotation of the pose by the small vector w about a point, with the translation v. Exact rotation, so no drift. */
export function movePose(pose: Pose, about: Vec3, v: Vec3, w: Vec3): Pose {
  const angle = Math.hypot(...w)
  if (angle < 1e-14) return { shift: add(pose.shift, v), axes: pose.axes }
  const k: Vec3 = [w[0] / angle, w[1] / angle, w[2] / angle]
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  const spin = (p: Vec3): Vec3 => {
    const kx = cross(k, p)
    const kd = dot(k, p) * (1 - c)
    return [
      p[0] * c + kx[0] * s + k[0] * kd,
      p[1] * c + kx[1] * s + k[1] * kd,
      p[2] * c + kx[2] * s + k[2] * kd,
    ]
  }
  // axes are the rows of piece-to-stone, so each is a stone axis seen in the piece: they turn along
  return {
    shift: add(add(about, spin(sub(pose.shift, about))), v),
    axes: [spin(pose.axes[0]), spin(pose.axes[1]), spin(pose.axes[2])],
  }
}

export interface WalkResult {
  readonly outcome: 'caught' | 'out'
  /** How far the stone's centre went along the direction, mm. */
  readonly travel: number
  readonly pose: Pose
  readonly steps: number
  /** What the walk learned of far wires, for asking again in the pose it ended in. */
  readonly reach: Reach
}

/** The centre must have gone this far past everything before the stone counts as out: set from the piece's size. */
export interface WalkSpec {
  readonly held: Held
  readonly stations: readonly Station[]
  readonly direction: Vec3
  /** Travel at which stone and wires are clear of each other along the direction. */
  readonly clear: number
  readonly start?: Pose
  /** What is near in the starting pose, when several walks start from it. */
  readonly first?: Surroundings
}

/** Wires near the stone in one pose, with the bounds that were met. */
export interface Surroundings {
  readonly near: readonly Touch[]
  readonly bound: Float64Array
}

/** What is near the stone at rest, found once for all walks from there. */
export function surroundings(held: Held, stations: readonly Station[], pose: Pose = REST): Surroundings {
  const memory = newReach(stations.length)
  return { near: touches(held, stations, pose, reachFor(FIRST_STEP), memory), bound: memory.bound }
}

const reachFor = (step: number): number => 2 * step + 0.05

const FIRST_STEP = 0.1
/** Steps are not made shorter than this, mm. */
const LEAST_STEP = 0.025
const STILL = 0.002
/** Gains that fall by one ratio, to within this, are carried on to where they lead. */
const EVEN_RATIO = 0.08
/** Most that a move is carried on, as a multiple of itself. */
const MOST_AHEAD = 8
/** A step that gains as much as this is no creeping to a stop, mm. */
const GOING = 0.01
/** A step that gains less than this is none, mm. */
const NOTHING = 1e-3
const STILL_STEPS = 2
const MOST_STEPS = 140
/** A stone that fits without play may stand this deep in a wire: wires are followed from point to point, and between two of them lies a hair's less. */
const SLACK = 0.0003
/** A wire that the stone overlaps by rounding pushes it out by this at most, mm. */
const PUSH = 0.01

/** Second-order error allowed for one turn of the stone, mm. */
const TURN_ERROR = 0.02

/**
 * Pushes the stone in one direction as far as the wires let it: at each step every wire near it is found again on
 * the true surfaces, the best small rigid move is a linear program (max d·v with m·(v + w × r) <= gap), the stone is
 * moved, and so on. Caught: two steps in turn gain under 0.002 mm each. Out: it has gone past the last wire.
 */
export function walk({ held, stations, direction, clear, start = REST, first }: WalkSpec): WalkResult {
  const { centre } = held
  let pose = start
  let at = fromStone(pose, centre)
  const from = at
  let still = 0
  let lastGain = 0
  let steps = 0
  const memory: Reach = { bound: first ? first.bound.slice() : newReach(stations.length).bound }
  const { size } = held
  const turn = Math.sqrt((2 * TURN_ERROR) / size)
  let step = FIRST_STEP
  let [before, ratio]: [number | undefined, number | undefined] = [undefined, undefined]
  while (steps < MOST_STEPS) {
    steps++
    const near = first && steps === 1 ? first.near : touches(held, stations, pose, reachFor(step), memory)
    const move = bestMove({
      near,
      at,
      along: [...direction, 0, 0, 0],
      size,
      step,
      turn: Math.min(turn, (2 * step) / size),
    })
    if (!move) break
    let { v, w } = move
    let gain = dot(v, direction)
    // no way on: the move found is only one of many that lead nowhere, so the stone stays where it came to rest
    if (gain < NOTHING)
      return { outcome: 'caught', travel: dot(sub(at, from), direction), pose, steps, reach: memory }
    // a square side that comes to lie on a curve is found from nearer and nearer, and the gains fall by one ratio: go where they lead
    const now: number | undefined = before === undefined ? undefined : gain / before
    const even = now !== undefined && (ratio === undefined || Math.abs(now - ratio) < EVEN_RATIO)
    if (even && now > 0.3 && now < 0.97 && gain < 0.5 * step) {
      const ahead = Math.min(1 / (1 - now), MOST_AHEAD, step / gain)
      v = [v[0] * ahead, v[1] * ahead, v[2] * ahead]
      w = [w[0] * ahead, w[1] * ahead, w[2] * ahead]
      gain *= ahead
      before = ratio = undefined
    } else {
      ratio = now
      before = gain
    }
    const moved = Math.hypot(...v) + Math.hypot(...w) * size * 1.2
    for (let i = 0; i < memory.bound.length; i++) memory.bound[i] = memory.bound[i]! - moved
    pose = movePose(pose, at, v, w)
    at = fromStone(pose, centre)
    const travel = dot(sub(at, from), direction)
    if (travel > clear) return { outcome: 'out', travel, pose, steps, reach: memory }
    lastGain = gain
    still = gain < STILL ? still + 1 : 0
    if (still >= STILL_STEPS) return { outcome: 'caught', travel, pose, steps, reach: memory }
    // longer steps while it runs free, shorter ones where it is being stopped
    step =
      gain > 0.9 * step
        ? Math.min(near.length === 0 ? 2 : 0.5, step * 2)
        : Math.max(LEAST_STEP, Math.min(step / 2, 4 * gain))
  }
  // it was still going when it was left alone: nothing had stopped it
  const outcome = steps >= MOST_STEPS && lastGain > GOING ? 'out' : 'caught'
  return { outcome, travel: dot(sub(at, from), direction), pose, steps, reach: memory }
}

/** What a stone does that is turned as far as the wires let it. */
export interface TurnResult {
  /** How far it turned about the axis, radians. */
  readonly angle: number
  readonly pose: Pose
}

/** Turning is followed this far: beyond it the stone is free to turn. */
const MOST_TURN = Math.PI / 4
const MOST_TURNS = 60
/** A step that turns less is none, radians. */
const NO_TURN = 2e-4

/**
 * Turns the stone about an axis through its middle as far as the wires let it, shifting as it must: the walk's own steps with the turn as what
 * is to be made large. Followed to 45 degrees.
 */
export function turnAbout({
  held,
  stations,
  axis,
  first,
}: {
  readonly held: Held
  readonly stations: readonly Station[]
  readonly axis: Vec3
  readonly first: Surroundings
}): TurnResult {
  let pose = REST
  let angle = 0
  const memory: Reach = { bound: first.bound.slice() }
  const step = FIRST_STEP
  for (let i = 0; i < MOST_TURNS && angle < MOST_TURN; i++) {
    const at = fromStone(pose, held.centre)
    const near = i === 0 ? first.near : touches(held, stations, pose, reachFor(step), memory)
    const turn = Math.min(Math.sqrt((2 * TURN_ERROR) / held.size), (2 * step) / held.size)
    const move = bestMove({ near, at, along: [0, 0, 0, ...axis], size: held.size, step, turn })
    if (!move) break
    const gain = dot(move.w, axis)
    if (gain < NO_TURN) break
    const moved = Math.hypot(...move.v) + Math.hypot(...move.w) * held.size * 1.2
    for (let k = 0; k < memory.bound.length; k++) memory.bound[k] = memory.bound[k]! - moved
    pose = movePose(pose, at, move.v, move.w)
    angle += gain
  }
  return { angle, pose }
}

/**
 * The best small rigid move: max along · (v, w in units of the turn limit) with m·(v + w × r) <= gap at every wire near, |v| <= step and
 * |w| <= turn along each axis. Undefined when the stone overlaps wires that push it against each other.
 */
function bestMove(spec: {
  readonly near: readonly Touch[]
  readonly at: Vec3
  /** What is to be made large: six weights, of the shift and of the turn. */
  readonly along: readonly number[]
  readonly size: number
  readonly step: number
  readonly turn: number
}): { readonly v: Vec3; readonly w: Vec3 } | undefined {
  const { near, at, along, step, turn } = spec
  // turns are scaled so that all six unknowns have the same bound
  const lever = turn / step
  const rows = new Float64Array(7 * near.length)
  near.forEach((t, i) => {
    const moment = cross(sub(t.q, at), t.m)
    rows.set([...t.m, moment[0] * lever, moment[1] * lever, moment[2] * lever, t.gap + SLACK], 7 * i)
  })
  const entries = new Array<number>(6).fill(0)
  const priced = { entries, cost: 0 }
  const solve = (least: number) =>
    solveByColumns({
      rhs: along,
      bound: step,
      price: (y) => {
        let worst = 1e-9
        let found = -1
        for (let i = 0; i < near.length; i++) {
          const o = 7 * i
          const over =
            rows[o]! * y[0]! +
            rows[o + 1]! * y[1]! +
            rows[o + 2]! * y[2]! +
            rows[o + 3]! * y[3]! +
            rows[o + 4]! * y[4]! +
            rows[o + 5]! * y[5]! -
            Math.max(rows[o + 6]!, least)
          if (over > worst) {
            worst = over
            found = i
          }
        }
        if (found < 0) return undefined
        for (let k = 0; k < 6; k++) entries[k] = rows[7 * found + k]!
        priced.cost = Math.max(rows[7 * found + 6]!, least)
        return priced
      },
    })
  const result = solve(-PUSH) ?? solve(0)
  if (!result) return undefined
  const { y } = result
  return { v: [y[0]!, y[1]!, y[2]!], w: [y[3]! * lever, y[4]! * lever, y[5]! * lever] }
}
