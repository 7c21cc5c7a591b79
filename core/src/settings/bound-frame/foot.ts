import type { Vec3 } from '../../geom/index.js'
import type { Segment } from '../../path/index.js'
import { outlineAfter, outlineNearest, outlinePoint, type Outline } from '../../stone/index.js'
import { arcSegments } from '../shared/arcs.js'

/** Direction of the outline's normal at the foot. */
export const FOOT = -Math.PI / 2
/** How a foot that was bound straight is bent afterwards. */
export const FOOT_FORMS = ['arc', 'straight', 'V'] as const
export type FootForm = (typeof FOOT_FORMS)[number]

/** What decides the foot. Lengths in mm. */
export interface FootLine {
  readonly outline: Outline
  readonly thickness: number
  /** Height of the binding, which lies between frame and stone. */
  readonly binder: number
  /** Bound length. */
  readonly foot: number
  readonly footForm: FootForm
  /** Between binding and stone in the middle of the foot. */
  readonly footGap: number
  /** Radius of a V's bend. */
  readonly footRadius: number
}

/** The right half of a foot in the plane of the girdle. */
export interface Foot {
  /** Least distance of the wire's middle from the stone in the middle of the foot. */
  readonly offset: number
  /** Middle of a straight foot or of a V, below the stone: its height, mm. */
  readonly low: number
  /** How steeply the legs of a V rise, radians. */
  readonly rise: number
  /** Where it ends: normal direction of the stone's edge there, distance from it, and how fast that grows along the foot's own way. */
  readonly end: number
  readonly away: number
  readonly spread: number
}

/**
 * The foot's right half: along the edge at an even distance, straight across under it, or two legs that meet in a bend. `foot` is its whole
 * bound length in every form.
 * @throws RangeError where it runs past the outline's side
 */
export function footOf(line: FootLine): Foot {
  const { outline: o, thickness: a, binder, foot, footGap } = line
  const offset = a / 2 + binder + footGap
  if (line.footForm === 'arc')
    return {
      offset,
      low: o.bottom - offset,
      rise: 0,
      end: outlineAfter(o, FOOT, foot / 2, offset),
      away: offset,
      spread: 0,
    }
  const low = o.bottom - offset
  const rise = line.footForm === 'V' ? riseOf(line, low) : 0
  const { x, y } = footEnd(line, low, rise)
  const near = outlineNearest(o, x, y)
  const end = Math.atan2(near.ny, near.nx)
  // the way the foot goes at its end, seen from the edge there
  const spread = Math.tan(rise - (end - FOOT))
  if (end > 0 || near.distance <= 0) throw new RangeError('the foot runs past the side of the stone')
  return { offset, low, rise, end, away: near.distance, spread: -spread }
}

/** Where the middle of a foot lies: under the lowest place of the edge. */
const middleOf = (o: Outline): number => outlinePoint(o, FOOT)[0]

/** Where half a foot ends that goes straight, or bends up by `rise` first. */
function footEnd(
  { outline: o, foot, footRadius: r }: FootLine,
  low: number,
  rise: number,
): { x: number; y: number } {
  const left = foot / 2 - r * rise
  return {
    x: middleOf(o) + r * Math.sin(rise) + left * Math.cos(rise),
    y: low + r * (1 - Math.cos(rise)) + left * Math.sin(rise),
  }
}

/**
 * How steeply a V's legs rise so that they touch the stone's edge, with the binding between, while the bend in the middle lies `footGap` farther
 * off: the support line of the edge at that slope (bisection, 60 halvings). 0 for no gap.
 */
function riseOf({ outline: o, thickness: a, binder, footRadius: r, foot }: FootLine, low: number): number {
  const most = Math.min(1.2, foot / 2 / Math.max(r, 1e-9))
  const lowest = (rise: number): number => {
    const psi = FOOT + rise
    const [x, y] = outlinePoint(o, psi, a / 2 + binder)
    // where the leg's line would meet the middle, and how far the bend's round lies above it
    return y - (x - middleOf(o)) * Math.tan(rise) + r * (1 / Math.cos(rise) - 1)
  }
  let [lo, hi] = [0, most]
  if (lowest(most) > low) return most
  for (let k = 0; k < 60; k++) {
    const mid = (lo + hi) / 2
    if (lowest(mid) > low) lo = mid
    else hi = mid
  }
  return (lo + hi) / 2
}

/** The foot's right half as path segments in the plane z. */
export function footSegments(line: FootLine, z: number): Segment[] {
  const foot = footOf(line)
  if (line.footForm === 'arc') return arcSegments(line.outline, FOOT, foot.end, foot.offset, z)
  const { low, rise } = foot
  const { x, y } = footEnd(line, low, rise)
  const r = line.footRadius
  const middle = middleOf(line.outline)
  const from: Vec3 = [middle + r * Math.sin(rise), low + r * (1 - Math.cos(rise)), z]
  const bend: Segment[] =
    rise > 1e-9
      ? [{ kind: 'arc', centre: [middle, low + r, z], x: [0, -1, 0], y: [1, 0, 0], radius: r, sweep: rise }]
      : []
  return [...bend, { kind: 'line', from, to: [x, y, z] }]
}
