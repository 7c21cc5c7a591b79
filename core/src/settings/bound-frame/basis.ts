import type { Wire } from '../../design/index.js'
import { remember } from '../../geom/index.js'
import {
  fullStone,
  mirroredStone,
  outlineHull,
  outlineNearest,
  outlinePoint,
  solidOf,
  type Solid,
  type Stone,
} from '../../stone/index.js'
import type { Options } from '../family.js'
import { binderHeight } from '../shared/bind.js'
import { planBends, type PlannedBend } from './bends.js'
import {
  acrossOuter,
  bendRadius,
  bindingStock,
  frameStock,
  readOptions,
  touching,
  type BoundFrameOptions,
} from './options.js'
import { frameStations, type FrameLine, type FrameStations } from './outlinePath.js'

/** One half of a frame in right-hand coordinates. */
export interface FrameSide {
  /** The stone, its outline a taut string round it: a wire bridges what is hollow. */
  readonly solid: Solid
  readonly line: FrameLine
  readonly stations: FrameStations
}

/** What both the builder and the working of lengths start from: the right half, and the left one as seen in the mirror. */
export interface FrameBasis extends FrameSide {
  readonly o: BoundFrameOptions
  /** The same as the right one, unless the outline differs left and right. */
  readonly left: FrameSide
  /** Height at which both sides stand upright, and the neck begins. */
  readonly join: number
}

/** One half of a frame, the left one as seen in the mirror. */
export const halfOf = (basis: FrameBasis, side: 'left' | 'right'): FrameSide =>
  side === 'left' ? basis.left : basis

/** How steeply the legs of the foot rise, at most, radians: 0 unless it is bent to a V. */
export const footRise = (basis: FrameBasis): number =>
  Math.max(basis.stations.foot.rise, basis.left.stations.foot.rise)

const framedSolids = new WeakMap<Solid, Solid>()

/** A stone as a frame goes round it. */
export function framed(solid: Solid): Solid {
  if (solid.outline.convex) return solid
  let made = framedSolids.get(solid)
  if (!made) {
    made = { ...solid, outline: outlineHull(solid.outline), edge: solid.outline }
    framedSolids.set(solid, made)
  }
  return made
}

/** The stone as its left half is seen: itself, unless its outline differs left and right. */
export const mirrorOf = (stone: Stone): Stone => (stone.outline === 'free' ? mirroredStone(stone) : stone)

const lastBasis = remember<Options, { readonly stone: Stone; readonly basis: FrameBasis }>(8)

/** The basis of a stone and options; the last ones are remembered, as build, fits and review all ask for it. */
export function frameBasis(stone: Stone, options: Options): FrameBasis {
  const known = lastBasis(options, () => ({ stone, basis: makeBasis(stone, options) }))
  return known.stone === stone ? known.basis : makeBasis(stone, options)
}

function makeBasis(stone: Stone, options: Options): FrameBasis {
  const o = readOptions(options)
  const plain: Omit<FrameLine, 'outline'> = {
    thickness: acrossOuter(o),
    size: frameStock(o).size.mm,
    binder: binderHeight(bindingStock(o)),
    foot: o.foot,
    footForm: o.footForm,
    footGap: o.footGap,
    footRadius: bendRadius(o),
    leave: o.leave,
    neckRadius: o.neckRadius,
  }
  const half = (of: Stone): FrameSide => {
    const solid = framed(solidOf(fullStone(of)))
    const line: FrameLine = { ...plain, outline: solid.outline }
    return { solid, line, stations: frameStations(line) }
  }
  const right = half(stone)
  const seen = mirrorOf(stone)
  const left = seen === stone ? right : half(seen)
  return { ...right, o, left, join: Math.max(right.stations.join, left.stations.join) }
}

/** Name of frame wire i of n, from behind to the front. */
export function wireId(i: number, n: number): string {
  if (i === 0) return 'rear'
  if (i === n - 1) return 'front'
  return n === 3 ? 'middle' : `middle-${i}`
}

/** Height of a stack of n wires, the outermost ones `thickness` high and those between `size`. */
export const stackHeight = (n: number, { thickness, size }: Pick<FrameLine, 'thickness' | 'size'>): number =>
  2 * thickness + (n - 2) * size

/** Height of wire i's middle: the stack is centred on the girdle. */
export function wireHeight(i: number, n: number, line: Pick<FrameLine, 'thickness' | 'size'>): number {
  const { thickness, size } = line
  const half = stackHeight(n, line) / 2
  if (i === 0) return thickness / 2 - half
  return i === n - 1 ? half - thickness / 2 : thickness - half + (i - 0.5) * size
}

/** A bend reaches over the stone's own edge by this much at least, mm. */
const OVER = 0.2

/** Would a bend here reach over nothing: the stone's edge is hollow, and lies farther in than the bend reaches. */
export function overHollow({ outline, edge }: Solid, summit: number, overlap: number): boolean {
  if (!edge || overlap <= 0) return false
  const [x, y] = outlinePoint(outline, summit, -overlap)
  return outlineNearest(edge, x, y).distance > -Math.min(OVER, overlap / 2)
}

const plannedBends = remember<FrameBasis, Map<string, readonly PlannedBend[]>>(8)

/** Bends of wire i on one side, worked out once per basis. */
export function bendsOf(basis: FrameBasis, i: number, side: 'left' | 'right'): readonly PlannedBend[] {
  const known = plannedBends(basis, () => new Map())
  const key = `${i} ${side}`
  let bends = known.get(key)
  if (!bends) known.set(key, (bends = workOutBends(basis, i, side)))
  return bends
}

function workOutBends(basis: FrameBasis, i: number, side: 'left' | 'right'): PlannedBend[] {
  const { o } = basis
  const { solid, line, stations } = halfOf(basis, side)
  const face = i === o.wires - 1 ? 'front' : i === 0 ? 'back' : undefined
  if (!face) return []
  return planBends({
    solid,
    line,
    stations,
    face,
    hours: face === 'front' ? o.frontBends : o.backBends,
    side,
    overlap: face === 'front' ? o.frontOverlap : o.backOverlap,
    profile: touching(o),
    radius: bendRadius(o),
    z: wireHeight(i, o.wires, line),
  })
}

/** Range of consecutive parts of one kind and side. */
export function partRange(wire: Wire, id: string): { s0: number; s1: number } {
  const part = wire.parts.find((p) => p.id === id)
  if (!part) throw new RangeError(`wire ${wire.id} has no part "${id}"`)
  return { s0: part.s0, s1: part.s1 }
}
