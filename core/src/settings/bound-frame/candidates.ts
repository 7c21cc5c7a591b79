import {
  fullStone,
  outlineOf,
  outlineAfter,
  outlineHull,
  outlinePerimeter,
  outlinePoint,
  outlineRun,
  type Solid,
  type Stone,
} from '../../stone/index.js'
import { section, COMMON_SIZES, WIRE_SIZES, wireSize, type WireSize } from '../../wire/index.js'
import type { CandidateGroup, OptionSpace, Wish } from '../family.js'
import { between, oneOf } from '../shared/unitInterval.js'
import { bendForm } from '../shared/faceBend.js'
import { frameBasis, mirrorOf, overHollow, wireHeight, type FrameSide } from './basis.js'
import { habit } from './habit.js'
import { bendRadius, readOptions, touching, type BoundFrameOptions } from './options.js'

const nearest = (list: readonly WireSize[], mm: number): WireSize =>
  list.reduce((best, s) => (Math.abs(s.mm - mm) < Math.abs(best.mm - mm) ? s : best))

const step = (value: number, to: number): number => Number((Math.round(value / to) * to).toFixed(2))

/** Latest leaving angle (degrees before the top) at which the neck's fillet still fits with some room, on both sides. */
function leaveAngle(stone: Stone, thickness: number, radius: number): number {
  const outlines = [stone, mirrorOf(stone)].map((s) => outlineHull(outlineOf(fullStone(s))))
  for (let degrees = 18; degrees <= 78; degrees++) {
    const nu = (degrees * Math.PI) / 180
    const rooms = outlines.map((o) => {
      const [x] = outlinePoint(o, Math.PI / 2 - nu, thickness / 2)
      return (x - thickness / 2) / Math.cos(nu) - radius * Math.tan((Math.PI / 2 - nu) / 2)
    })
    if (Math.min(...rooms) > 0.6) return degrees
  }
  return 78
}

/** The clock place of the outline's point with normal direction psi on the right half, to a tenth of an hour. */
function hourOf(x: number, y: number): number {
  const hour = ((Math.PI / 2 - Math.atan2(y, x)) * 6) / Math.PI
  return step(hour, 0.1)
}

/**
 * Bends for one face as far apart as they fit between foot and shoulder: two a side, one a side where there is no room
 * for two, with a third of the spare run left toward foot and neck; moved along where the edge is hollow.
 */
export function places(
  stone: Stone,
  options: BoundFrameOptions,
  face: 'front' | 'back',
  pairs = 2,
): number[] {
  return onBothSides(stone, options, face, ({ free, halfAt }) => {
    const low = halfAt(free * 0.25)
    const high = halfAt(free * 0.75)
    const spare = free - 2 * (low + high)
    return spare > 0.4 && pairs > 1 ? [low + 0.25 * spare, free - high - 0.25 * spare] : [free / 2]
  })
}

/** Bends for one face at shares of the room that each side has: 0 is close at the foot, 1 close at the neck. */
function placesAt(
  stone: Stone,
  options: BoundFrameOptions,
  face: 'front' | 'back',
  shares: readonly number[],
): number[] {
  return onBothSides(stone, options, face, ({ free, halfAt }) => {
    const [low, high] = [halfAt(free * 0.25), halfAt(free * 0.75)]
    const room = free - low - high
    // as many of them as do not run into each other
    const fitting = shares.filter((share, i) => i === 0 || (share - shares[0]!) * room > i * (low + high))
    return fitting.map((share) => low + share * Math.max(0, room))
  })
}

/** What one side of a frame offers to bends: its length between foot and shoulder, and how far a bend there takes it up on either side, mm. */
interface Room {
  readonly free: number
  readonly halfAt: (run: number) => number
}

/** Bends where `runs` wants them on either side, moved along where the edge is hollow; in hours. */
function onBothSides(
  stone: Stone,
  options: BoundFrameOptions,
  face: 'front' | 'back',
  runs: (room: Room) => number[],
): number[] {
  const basis = frameBasis(stone, { ...options })
  const right = placesOn(basis, options, face, runs)
  const left = basis.left === basis ? right : placesOn(basis.left, options, face, runs)
  return [...right, ...left.map((h) => step(12 - h, 0.1))].sort((p, q) => p - q)
}

/** Bends of one half, in right-hand hours. */
function placesOn(
  { solid, line, stations }: FrameSide,
  options: BoundFrameOptions,
  face: 'front' | 'back',
  runs: (room: Room) => number[],
): number[] {
  const a = line.thickness
  const offset = a / 2
  const free = outlineRun(line.outline, stations.easeEnd, stations.leave, offset)
  const z = wireHeight(face === 'front' ? options.wires - 1 : 0, options.wires, line)
  const overlap = face === 'front' ? options.frontOverlap : options.backOverlap
  const at = (run: number) => outlineAfter(line.outline, stations.easeEnd, run, offset)
  const firm = firmRun(solid, overlap, free, at)
  const halfAt = (run: number) =>
    bendForm({
      solid,
      face,
      profile: touching(options),
      thickness: a,
      radius: bendRadius(options),
      z,
      overlap,
      summit: at(firm(run)),
    }).half
  return runs({ free, halfAt }).map((run) => hourOf(...outlinePoint(line.outline, at(firm(run)))))
}

/** Steps in which a bend is moved along to where the stone's edge is not hollow, mm, and how far past that. */
const ALONG = 0.5
const PAST = 1

/** The nearest run along a side at which a bend reaches over the stone: the same, where nothing is hollow. */
function firmRun(
  solid: Solid,
  overlap: number,
  free: number,
  at: (run: number) => number,
): (run: number) => number {
  const hollow = (run: number) => run < 0 || run > free || overHollow(solid, at(run), overlap)
  return (run) => {
    if (!solid.edge || !hollow(run)) return run
    for (let off = ALONG; off < free; off += ALONG)
      for (const way of [-1, 1])
        if (!hollow(run + way * off)) {
          const past = run + way * (off + PAST)
          return hollow(past) ? run + way * off : past
        }
    return run
  }
}

/** Sizes that are offered: of the common series, and what is kept. */
const gaugesFor = (small: number, wish: Wish): readonly WireSize[] =>
  WIRE_SIZES.filter(
    (s) =>
      (COMMON_SIZES.includes(s) || wish.kept?.includes(s.label)) &&
      s.mm >= 0.5 &&
      s.mm <= Math.min(1.3, small / 8),
  )

/** What is decided about a frame; everything else follows by the craft's rules. */
export interface FrameDecision {
  readonly size: WireSize
  readonly wires: number
  readonly overlap: number
}

/** Round a smaller stone than this the foot is bound shorter, so that the bends have room, mm. */
const FINE_WORK = 14
/** Binding is about this share of the frame's thickness, and as thick as makers usually take. */
const BINDING = 0.66

/** A frame without bends: binding about half as thick as the frame, neck and curves by its thickness, foot by the way round. */
export function plainFrameOptions(
  stone: Stone,
  wish: Wish,
  { size, wires, overlap }: FrameDecision,
): BoundFrameOptions {
  const full = fullStone(stone)
  const small = Math.min(full.length, full.width)
  const around = outlinePerimeter(outlineOf(full))
  const a = size.mm
  const fine = WIRE_SIZES.filter((s) => s.mm >= 0.3)
  // what is kept is bound with where it is about as thick
  const here = fine.filter((s) => wish.kept?.includes(s.label) && Math.abs(s.mm / a - 0.62) < 0.14)
  const [least, most] = habit(stone, wish.alloy).sizes.bindingSize!
  const usual = Math.max(least, Math.min(most, BINDING * a))
  const binding = nearest(here.length > 0 ? here : fine.filter((s) => COMMON_SIZES.includes(s)), usual)
  const neckRadius = step(Math.max(2.5 * a, 1.5), 0.1)
  return {
    wires,
    size: size.label,
    profile: 'square',
    alloy: wish.alloy as BoundFrameOptions['alloy'],
    temper: wish.temper as BoundFrameOptions['temper'],
    binding: 'half-round',
    bindingSize: binding.label,
    foot: step(Math.max(3, Math.min(14, around * (small < FINE_WORK ? 0.09 : 0.12))), 0.5),
    twist: 'no',
    footBind: 'bound',
    footForm: 'arc',
    footGap: 0,
    neck: step(Math.max(4, 5 * a + 2), 0.5),
    leave: leaveAngle(stone, a, neckRadius),
    neckRadius,
    frontBends: [],
    frontOverlap: overlap,
    backBends: [],
    backOverlap: step(overlap + 0.2, 0.1),
    bail: 5,
    tail: step(Math.max(16, small), 1),
    swirls: '4',
    swirlPlace: 'above',
    tailOver: 'no',
    bead: 0,
    ball: 0,
    margin: 10,
  }
}

/**
 * Reaches that are tried, as shares of the stone's smaller side; behind a little deeper than before, or less deep; and pairs of bends behind,
 * where that is not as many as fit.
 */
const REACHES: readonly { readonly front: number; readonly more: number; readonly behind?: number }[] = [
  { front: 0.07, more: 0.2 },
  { front: 0.115, more: 0.2 },
  { front: 0.05, more: 0.2 },
  { front: 0.09, more: 0.2 },
  { front: 0.075, more: -0.5 },
  { front: 0.035, more: -0.4, behind: 1 },
]

/**
 * Options worth trying for a stone, lightest wire first: for each gauge in reach as many wires as make a stack near the edge's height, one
 * more and one fewer, with reaches from 5 % of the smaller side on. `plan` tries them against findings and holding.
 */
export function candidates(stone: Stone, wish: Wish): CandidateGroup[] {
  const full = fullStone(stone)
  const small = Math.min(full.length, full.width)
  const edge = Math.max(full.wall, full.depth * 0.3)
  const around = outlinePerimeter(outlineOf(full))
  return gaugesFor(small, wish)
    .flatMap((size) => {
      const near = Math.round((edge + size.mm) / size.mm)
      return [near - 1, near, near + 1]
        .filter((wires, i, all) => wires >= 3 && wires <= 6 && all.indexOf(wires) === i)
        .map((wires) => ({ size, wires }))
    })
    .map(({ size, wires }): CandidateGroup => ({
      wire: wires * section('square', size.mm).area * around,
      options: () =>
        REACHES.flatMap(({ front, more, behind }) => {
          const overlap = Math.max(0.5, step(front * small, 0.1))
          const plain = {
            ...plainFrameOptions(stone, wish, { size, wires, overlap }),
            backOverlap: Math.max(0.5, step(overlap + more, 0.1)),
          }
          const options = orNone(() => ({
            ...plain,
            frontBends: places(stone, plain, 'front'),
            backBends: places(stone, plain, 'back', behind),
          }))
          return options ? [options] : []
        }),
    }))
    .sort((p, q) => p.wire - q.wire)
}

const WIRES = [3, 4, 5, 6]
/** Shares of the smaller side that a face's bends may reach. */
const FACE_REACHES = { least: 0.018, most: 0.15 }

/** Bends a side and where, by three numbers: how many, and the shares of the room at which the first and the last stand. */
function sharesOf(many: number, first: number, last: number): readonly number[] {
  const [low, high] = [0.5 * first, 1 - 0.5 * last]
  return oneOf([[first], [low, high], [low, (low + high) / 2, high]], many)
}

/** Frames of any gauge in reach, of three to six wires, either face with one to three bends a side that reach from hardly to far. */
export function space(stone: Stone, wish: Wish): OptionSpace {
  const full = fullStone(stone)
  const small = Math.min(full.length, full.width)
  const gauges = gaugesFor(small, wish)
  return {
    dimensions: 10,
    varies: ['wires', 'size', 'frontOverlap', 'frontBends', 'backOverlap', 'backBends'],
    at: (u) => {
      if (gauges.length === 0) return undefined
      const reach = (share: number) => Math.max(0.3, step(between(FACE_REACHES, share) * small, 0.1))
      const plain = {
        ...plainFrameOptions(stone, wish, {
          size: oneOf(gauges, u[0]!),
          wires: oneOf(WIRES, u[1]!),
          overlap: reach(u[2]!),
        }),
        backOverlap: reach(u[3]!),
      }
      return orNone(() => ({
        ...plain,
        frontBends: placesAt(stone, plain, 'front', sharesOf(u[4]!, u[5]!, u[6]!)),
        backBends: placesAt(stone, plain, 'back', sharesOf(u[7]!, u[8]!, u[9]!)),
      }))
    },
    settled: (options) => {
      const { size, wires, frontOverlap, backOverlap, frontBends, backBends } = readOptions(options)
      return {
        ...plainFrameOptions(stone, wish, { size: wireSize(size), wires, overlap: frontOverlap }),
        backOverlap,
        frontBends,
        backBends,
      }
    },
  }
}

/** What is made; none where a foot swallows the outline. */
function orNone<T>(make: () => T): T | undefined {
  try {
    return make()
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return undefined
  }
}
