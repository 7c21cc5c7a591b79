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
import { section, WIRE_SIZES, type WireSize } from '../../wire/index.js'
import type { CandidateGroup, Wish } from '../family.js'
import { bendForm } from '../shared/faceBend.js'
import { frameBasis, mirrorOf, overHollow, wireHeight, type FrameSide } from './basis.js'
import { bendRadius, touching, type BoundFrameOptions } from './options.js'

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
  const basis = frameBasis(stone, { ...options })
  const right = placesOn(basis, options, face, pairs)
  const left = basis.left === basis ? right : placesOn(basis.left, options, face, pairs)
  return [...right, ...left.map((h) => step(12 - h, 0.1))].sort((p, q) => p - q)
}

/** Bends of one half, in right-hand hours. */
function placesOn(
  { solid, line, stations }: FrameSide,
  options: BoundFrameOptions,
  face: 'front' | 'back',
  pairs: number,
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
  const low = halfAt(free * 0.25)
  const high = halfAt(free * 0.75)
  const spare = free - 2 * (low + high)
  const runs = spare > 0.4 && pairs > 1 ? [low + 0.25 * spare, free - high - 0.25 * spare] : [free / 2]
  return runs.map((run) => hourOf(...outlinePoint(line.outline, at(firm(run)))))
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
      (s.awg !== undefined || wish.kept?.includes(s.label)) &&
      s.mm >= 0.5 &&
      s.mm <= Math.min(1.3, small / 8),
  )

/** What is decided about a frame; everything else follows by the craft's rules. */
export interface FrameDecision {
  readonly size: WireSize
  readonly wires: number
  readonly overlap: number
}

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
  const binding = nearest(here.length > 0 ? here : fine.filter((s) => s.awg !== undefined), a * 0.62)
  const neckRadius = step(Math.max(2.5 * a, 1.5), 0.1)
  return {
    wires,
    size: size.label,
    profile: 'square',
    alloy: wish.alloy as BoundFrameOptions['alloy'],
    temper: wish.temper as BoundFrameOptions['temper'],
    binding: 'half-round',
    bindingSize: binding.label,
    foot: step(Math.max(4, Math.min(14, around * 0.12)), 0.5),
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
          try {
            return [
              {
                ...plain,
                frontBends: places(stone, plain, 'front'),
                backBends: places(stone, plain, 'back', behind),
              },
            ]
          } catch (error) {
            // a foot that swallows the outline: not a candidate
            if (!(error instanceof RangeError)) throw error
            return []
          }
        }),
    }))
    .sort((p, q) => p.wire - q.wire)
}
