import { twistedSpan } from '../../design/index.js'
import { remember } from '../../geom/index.js'
import {
  fullStone,
  mirroredStone,
  outlineHull,
  outlineNearest,
  outlinePoint,
  solidOf,
  type FullStone,
  type Solid,
  type Stone,
} from '../../stone/index.js'
import { leastBend, wireSize, type AlloyId, type Temper } from '../../wire/index.js'
import { binderHeight } from '../shared/bind.js'
import type { FaceSweep } from '../shared/faceSweep.js'
import { planBends, type PlannedBend } from './bends.js'
import type { FootForm } from './foot.js'
import { frameStations, type FrameLine, type FrameStations } from './outlinePath.js'

/** What the shape of a frame hangs on: its choices, with wires by their thickness. Lengths in mm, `leave` in degrees before the top, places as hours. */
export interface FrameChoices {
  readonly wires: number
  readonly size: string
  readonly profile: 'square' | 'round'
  readonly twist: 'no' | 'open' | 'tight'
  readonly binding: 'half-round' | 'round'
  readonly bindingSize: string
  readonly alloy: AlloyId
  readonly temper: Temper
  readonly foot: number
  readonly footForm: FootForm
  readonly footGap: number
  readonly leave: number
  readonly neckRadius: number
}

/** One half of a frame in right-hand coordinates. */
export interface FrameSide {
  /** The stone, its outline a taut string round it: a wire bridges what is hollow. */
  readonly solid: Solid
  readonly line: FrameLine
  readonly stations: FrameStations
}

/** The right half of a frame, and the left one as seen in the mirror: the same unless the outline differs left and right. */
export interface Frame extends FrameSide {
  readonly left: FrameSide
  readonly wires: number
  /** Height at which both sides stand upright, and the neck begins. */
  readonly join: number
  /** How the outer wires touch: a twisted one with its corners, as a round one would. */
  readonly profile: 'square' | 'round'
  /** Length of one turn of the outer wires' twist; none where they are plain. */
  readonly pitch: number | undefined
  /** No bend is tighter, to the wire's middle; and the radius that bends are planned for. */
  readonly least: number
  readonly radius: number
}

export type Side = 'left' | 'right'
export const SIDES = ['left', 'right'] as const
/** Are both halves alike, so that what is asked of one is known of the other. */
export const isEven = (frame: Frame): boolean => frame.left.solid === frame.solid
export const halfOf = (frame: Frame, side: Side): FrameSide => (side === 'left' ? frame.left : frame)

/** Length of one turn of a twist, in thicknesses of the wire. */
const PITCH = { open: 8, tight: 5 } as const

const framedSolids = new WeakMap<Solid, Solid>()

/** A stone as a frame goes round it. */
function framed(solid: Solid): Solid {
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

const known = remember<FullStone, Map<string, Frame>>(4)
const MOST_KNOWN = 64

/** The frame of a stone by its choices; the last ones are remembered. @throws RangeError where the foot runs past the stone's side */
export function frameOf(stone: FullStone, c: FrameChoices): Frame {
  const made = known(stone, () => new Map())
  const key = JSON.stringify([
    c.wires,
    c.size,
    c.profile,
    c.twist,
    c.binding,
    c.bindingSize,
    c.alloy,
    c.temper,
    c.foot,
    c.footForm,
    c.footGap,
    c.leave,
    c.neckRadius,
  ])
  const there = made.get(key)
  if (there) return there
  if (made.size >= MOST_KNOWN) made.clear()
  const frame = workOut(stone, c)
  made.set(key, frame)
  return frame
}

function workOut(stone: FullStone, c: FrameChoices): Frame {
  const size = wireSize(c.size)
  const twisted = c.twist !== 'no' && c.profile === 'square'
  const stock = { alloy: c.alloy, temper: c.temper, profile: c.profile, size }
  const least = leastBend(stock)
  const radius = Math.max(size.mm, 1.4 * least)
  const plain: Omit<FrameLine, 'outline'> = {
    thickness: twisted ? twistedSpan(size.mm) : size.mm,
    size: size.mm,
    binder: binderHeight({ ...stock, profile: c.binding, size: wireSize(c.bindingSize) }),
    foot: c.foot,
    footForm: c.footForm,
    footGap: c.footGap,
    footRadius: radius,
    leave: c.leave,
    neckRadius: c.neckRadius,
  }
  const half = (of: Stone): FrameSide => {
    const solid = framed(solidOf(fullStone(of)))
    const line: FrameLine = { ...plain, outline: solid.outline }
    return { solid, line, stations: frameStations(line) }
  }
  const right = half(stone)
  const seen = mirrorOf(stone)
  const left = seen === stone ? right : half(seen)
  return {
    ...right,
    left,
    wires: c.wires,
    join: Math.max(right.stations.join, left.stations.join),
    profile: twisted ? 'round' : c.profile,
    pitch: twisted ? PITCH[c.twist as 'open' | 'tight'] * size.mm : undefined,
    least,
    radius,
  }
}

/** How steeply the legs of the foot rise, at most, radians: 0 unless it is bent to a V. */
export const footRise = ({ stations, left }: Frame): number =>
  Math.max(stations.foot.rise, left.stations.foot.rise)

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

export type Face = 'front' | 'back'
/** The face that a wire of the stack is bent over. */
export const faceOf = (i: number, n: number): Face | undefined =>
  i === n - 1 ? 'front' : i === 0 ? 'back' : undefined

/** Where a face is bent over and how far. */
export interface Reach {
  readonly hours: readonly number[]
  readonly overlap: number
}

/** The way of a wire that goes all along one side of a face in one sweep, in right-hand coordinates. */
export function sweepOf(frame: Frame, face: Face, overlap: number, side: Side): FaceSweep {
  const { solid, line, stations } = halfOf(frame, side)
  const { profile, radius, wires } = frame
  const z = wireHeight(face === 'front' ? wires - 1 : 0, wires, line)
  const { thickness } = line
  return { solid, face, profile, thickness, radius, z, overlap, from: stations.easeEnd, to: stations.leave }
}

const plannedBends = remember<Frame, Map<string, readonly PlannedBend[]>>(8)

/** Bends over one face on one side, in order from the foot, in right-hand coordinates. */
export function bendsOf(
  frame: Frame,
  face: Face,
  { hours, overlap }: Reach,
  side: Side,
): readonly PlannedBend[] {
  const made = plannedBends(frame, () => new Map())
  const key = [face, overlap, hours.join(), side].join(' ')
  let bends = made.get(key)
  if (!bends) {
    const { solid, line, stations } = halfOf(frame, side)
    const { profile, radius, wires } = frame
    const z = wireHeight(face === 'front' ? wires - 1 : 0, wires, line)
    bends = planBends({ solid, line, stations, face, hours, side, overlap, profile, radius, z })
    made.set(key, bends)
  }
  return bends
}
