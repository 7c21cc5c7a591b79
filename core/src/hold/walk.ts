import { dot, scale, solveByColumns, sub, type Vec3 } from '../geom/index.js'
import type { Held } from './held.js'
import {
  copyOf,
  newMemory,
  ROW,
  rowsNear,
  standsIn,
  type Memory,
  type Rows,
  type Surroundings,
} from './contacts.js'
import { fromStone, movePose, REST, type Pose } from './pose.js'
import type { Station } from './stations.js'

export interface WalkResult {
  /** Undecided: it neither came to rest nor left, or what it came to has a wire in the stone, with short steps too. */
  readonly outcome: 'caught' | 'out' | 'undecided'
  /** How far the stone's centre went along the direction, mm. */
  readonly travel: number
  readonly pose: Pose
  readonly steps: number
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

const reachFor = (step: number): number => 2 * step + 0.05

const FIRST_STEP = 0.25
/** What lies this near at rest is measured once for all walks from there, mm. */
export const FIRST_REACH = reachFor(FIRST_STEP)
/** Steps are not made shorter than this, mm. */
const LEAST_STEP = 0.025
const STILL = 0.002
/** Gains that fall by one ratio, to within this, are carried on to where they lead. */
const EVEN_RATIO = 0.08
/** Most that a move is carried on, as a multiple of itself. */
const MOST_AHEAD = 8
/** A move that is carried on may not lead farther into a wire than this, mm. */
const INTO = 0.005
/** A step that gains as much as this is no creeping to a stop, mm. */
const GOING = 0.01
/** A step that gains less than this is none, mm. */
const NOTHING = 1e-3
const STILL_STEPS = 2
/** A gain of at least this share of the one before has not fallen. */
const STEADY = 0.97
/** A slide that gains less than this share of a step is none. */
const FLAT = 0.01
/** Before a stone counts as stopped it is asked with a step so long, mm. */
const LONG_STEP = FIRST_STEP
const MOST_STEPS = 140
/** A walk that decided nothing is made again with steps and turns of this share, and as many more of them. */
const FINER = [1, 0.25]
/** A pose with a wire this deep in the stone is no end, mm. */
const DEEP = 0.03
/** A stone that fits without play may stand this deep in a wire: wires are followed from point to point, and between two of them lies a hair's less. */
const SLACK = 0.0003
/** Less deep than this no wire is asked how deep it stands, mm. */
const SHALLOW = 0.005
/** A wire that the stone overlaps by rounding pushes it out by this at most, mm. */
const PUSH = 0.01

/** Second-order error allowed for one turn of the stone, mm. */
const TURN_ERROR = 0.02

/**
 * Pushes the stone in one direction as far as the wires let it: at each step every wire near it is found again on
 * the true surfaces, the best small rigid move is a linear program (max d·v with m·(v + w × r) <= gap), the stone is
 * moved, and so on. Caught: it gains under 0.002 mm twice in turn, and with a long step under a hundredth of it. Out: it has gone past the last
 * wire. A walk that ends in neither, or with a wire in the stone, is made again with finer steps; if that decides nothing it is undecided. Of a stone with
 * hollows each is first made again so that moves that led into a wire are taken back; walks that decide something stay as they are.
 */
export function walk(spec: WalkSpec): WalkResult {
  let last: WalkResult | undefined
  for (const fine of FINER)
    for (const wary of spec.held.convex ? [true] : [false, true]) {
      last = walkOnce(spec, fine, wary)
      if (last.outcome !== 'undecided') return last
    }
  return last!
}

/** Is a wire deeper in the stone than rounding leaves it. Where it was so from the first, no deeper than then. */
function isSunk({ held, stations, start = REST }: WalkSpec, pose: Pose, memory: Memory): boolean {
  if (pose === start || !standsIn({ held, stations, memory }, pose, DEEP)) return false
  return !standsIn({ held, stations, memory: newMemory(stations.length) }, start, DEEP)
}

/** One walk with steps and turns of this share of the usual ones; where it is wary, moves that lead into a wire are taken back. */
function walkOnce(spec: WalkSpec, fine: number, wary: boolean): WalkResult {
  const { held, stations, direction, clear, start = REST, first } = spec
  const { centre } = held
  let pose = start
  let at = fromStone(pose, centre)
  const from = at
  let still = 0
  /** It seems to have been stopped, and is asked once more. */
  let asking = false
  let lastGain = Infinity
  let steps = 0
  const memory = first ? copyOf(first.memory) : newMemory(stations.length)
  const { size } = held
  const turn = fine * Math.sqrt((2 * TURN_ERROR) / size)
  const longest = fine * LONG_STEP
  let step = fine * FIRST_STEP
  let [before, ratio]: [number | undefined, number | undefined] = [undefined, undefined]
  let last:
    { readonly pose: Pose; readonly at: Vec3; readonly deep: number; readonly step: number } | undefined
  const ended = (outcome: WalkResult['outcome']): WalkResult => ({
    outcome: outcome === 'caught' && isSunk(spec, pose, memory) ? 'undecided' : outcome,
    travel: dot(sub(at, from), direction),
    pose,
    steps,
  })
  while (steps < MOST_STEPS / fine) {
    steps++
    const most = Math.min(turn, (2 * step) / size)
    const near = rowsNear({ held, stations, memory }, pose, at, most / step, reachFor(step))
    // what is allowed for turning adds up: a move that led into a wire is taken back and made shorter
    const deep = deepestOf(near)
    if (wary && last && deep < last.deep - INTO && last.step > fine * LEAST_STEP) {
      ;({ pose, at } = last)
      step = Math.max(fine * LEAST_STEP, last.step / 2)
      asking = false
      before = ratio = undefined
      last = undefined
      continue
    }
    const move = plainMove(near, direction, step, most)
    // it overlaps wires that push it against each other: it can go nowhere
    if (!move) return ended('caught')
    last = { pose, at, deep, step }
    let { v, w } = move
    let gain = dot(v, direction)
    // no way on: the move found is only one of many that lead nowhere, so the stone stays where it came to rest
    if (gain < (asking ? FLAT * step : NOTHING * fine)) {
      if (step >= longest) return ended('caught')
      // with a short step a flat way on gains as little as none at all
      step = longest
      asking = true
      continue
    }
    // a square side that comes to lie on a curve is found from nearer and nearer, and the gains fall by one ratio: go where they lead
    const now: number | undefined = before === undefined ? undefined : gain / before
    const even = now !== undefined && (ratio === undefined || Math.abs(now - ratio) < EVEN_RATIO)
    if (even && now > 0.3 && now < 0.97 && gain < 0.5 * step) {
      const ahead = Math.min(1 / (1 - now), MOST_AHEAD, step / gain)
      const [far, turned] = [scale(v, ahead), scale(w, ahead)]
      before = ratio = undefined
      // where that would lead into a wire, the move alone is made
      if (!wary || !standsIn({ held, stations, memory }, movePose(pose, at, far, turned), INTO)) {
        v = far
        w = turned
        gain *= ahead
      }
    } else {
      ratio = now
      before = gain
    }
    pose = movePose(pose, at, v, w)
    at = fromStone(pose, centre)
    if (dot(sub(at, from), direction) > clear) return ended('out')
    // a gain that is small because the way is flat, not because it is being stopped, does not fall from step to step
    const sliding = gain >= lastGain * STEADY && gain > FLAT * step
    lastGain = gain
    still = gain < STILL * fine && !sliding ? still + 1 : 0
    asking = still >= STILL_STEPS
    // longer steps while it runs free or slides, shorter ones where it is being stopped
    step = asking
      ? longest
      : gain > 0.9 * step || sliding
        ? Math.min(near.count === 0 ? 2 : 2 * longest, step * 2)
        : Math.max(fine * LEAST_STEP, Math.min(step / 2, 4 * gain))
  }
  // it was still going when it was left alone: nothing had stopped it, nor had it left
  return ended(lastGain > fine * GOING && lastGain < Infinity ? 'undecided' : 'caught')
}

/** How deep the deepest wire stands in the stone, below 0; what seems to stand deep is measured anew. */
function deepestOf(near: Rows): number {
  let deepest = -SHALLOW
  for (let i = 0; i < near.count; i++) {
    const o = ROW * i + 6
    if (near.figures[o]! < deepest) near.refresh(i)
    deepest = Math.min(deepest, near.figures[o]!)
  }
  return deepest
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
  const memory = copyOf(first.memory)
  const step = FIRST_STEP
  for (let i = 0; i < MOST_TURNS && angle < MOST_TURN; i++) {
    const at = fromStone(pose, held.centre)
    const turn = Math.min(Math.sqrt((2 * TURN_ERROR) / held.size), (2 * step) / held.size)
    const near = rowsNear({ held, stations, memory }, pose, at, turn / step, reachFor(step))
    const move = bestMove(near, Float64Array.of(0, 0, 0, ...axis), step, turn)
    if (!move) break
    const gain = dot(move.w, axis)
    if (gain < NO_TURN) break
    pose = movePose(pose, at, move.v, move.w)
    angle += gain
  }
  return { angle, pose }
}

/** Shares of the turn that are tried before all of it, and how much of the gain makes them do. */
const TURNS = [0, 0.25]
const ENOUGH = 0.5

/**
 * The best move that way; one with little turning or none where it gains nearly as much. A stone that turns where nothing asks for it wedges
 * itself where it would have slid past.
 */
function plainMove(near: Rows, direction: Vec3, step: number, turn: number): Move | undefined {
  const along = Float64Array.of(...direction, 0, 0, 0)
  const best = bestMove(near, along, step, turn)
  if (!best || Math.hypot(...best.w) < NO_TURN) return best
  const enough = ENOUGH * dot(best.v, direction)
  if (enough < GOING) return best
  for (const share of TURNS) {
    const move = bestMove(near, along, step, turn, share)
    if (move && dot(move.v, direction) >= enough) return move
  }
  return best
}

/** A row with less room than this left stops a move, mm. */
const BINDING = 1e-6
/** A move is looked for again so often at most, with rows measured anew. */
const MOST_TRIES = 20

/** A small rigid move: shift, and turn about the stone's middle. */
interface Move {
  readonly v: Vec3
  readonly w: Vec3
}

/**
 * The best small rigid move: max along · (v, w in units of the turn limit) with m·(v + w × r) <= gap at every wire near, |v| <= step and
 * |w| <= turn along each axis. Undefined when the stone overlaps wires that push it against each other.
 */
function bestMove(
  near: Rows,
  /** What is to be made large: six weights, of the shift and of the turn. */
  along: Float64Array,
  step: number,
  turn: number,
  /** Only so much of the turn is allowed. */
  share = 1,
): Move | undefined {
  // turns are scaled so that all six unknowns have the same bound
  const turned = (share * turn) / step
  const { figures: rows, count } = near
  const entries = new Float64Array(6)
  const priced = { entries, cost: 0 }
  /** What each row allows, and by how much a shift and turn go beyond it, mm. */
  const allows = new Float64Array(count)
  const over = new Float64Array(count)
  /** The row that they break worst, if they break any. */
  const worstOver = (y: Float64Array): number => {
    const y0 = y[0]!
    const y1 = y[1]!
    const y2 = y[2]!
    const y3 = share * y[3]!
    const y4 = share * y[4]!
    const y5 = share * y[5]!
    let worst = 1e-9
    let found = -1
    for (let i = 0, o = 0; i < count; i++, o += ROW) {
      const goes =
        rows[o]! * y0 +
        rows[o + 1]! * y1 +
        rows[o + 2]! * y2 +
        rows[o + 3]! * y3 +
        rows[o + 4]! * y4 +
        rows[o + 5]! * y5
      const beyond = goes - allows[i]!
      over[i] = beyond
      if (beyond > worst) {
        worst = beyond
        found = i
      }
    }
    return found
  }
  const price = (y: Float64Array) => {
    const found = worstOver(y)
    if (found < 0) return undefined
    for (let k = 0; k < 6; k++) entries[k] = rows[ROW * found + k]! * (k < 3 ? 1 : share)
    priced.cost = allows[found]!
    return priced
  }
  const solveOnce = (least: number) => {
    for (let i = 0; i < count; i++) allows[i] = Math.max(rows[ROW * i + 6]! + SLACK, least)
    return solveByColumns({ rhs: along, bound: step, price })
  }
  // old rows are true, but may be stricter than they need be: those that stop the move are measured anew, and the move is looked for again
  const solve = (least: number) => {
    for (let tries = 0; ; tries++) {
      const found = solveOnce(least)
      if (!found || tries === MOST_TRIES) return found
      worstOver(found.y)
      let anew = false
      for (let i = 0; i < count; i++) if (over[i]! > -BINDING && near.refresh(i)) anew = true
      if (!anew) return found
    }
  }
  const result = solve(-PUSH) ?? solve(0)
  if (!result) return undefined
  const { y } = result
  return { v: [y[0]!, y[1]!, y[2]!], w: [y[3]! * turned, y[4]! * turned, y[5]! * turned] }
}
