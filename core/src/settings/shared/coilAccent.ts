import type { Vec3 } from '../../geom/index.js'
import { hermite, type Segment } from '../../path/index.js'
import { advance, RAMP } from './coilRound.js'
import { leadOnto } from './swirl.js'

/** A ball without a hole, held in a coil of a wire's end. Sizes in mm. */
export interface CoilAccent {
  /** Where the wire begins, heading up; its floor ring lies in the same plane z. */
  readonly from: Vec3
  /** Middle of the coil in that plane. */
  readonly middle: readonly [number, number]
  /** Direction in the plane from the middle to the wire that the coil is tied to. */
  readonly toward: number
  /** Radius of the ball. */
  readonly ball: number
  readonly thickness: number
  /** No bend is tighter, to the wire's middle. */
  readonly least: number
}

/** The floor ring's radius over the coil's widest: the ball rests on it. */
const FLOOR = 0.6
/** How far past its widest the last turn goes in over the ball, radians. */
const OVER = 0.7
/** Turns lie this much farther apart than the wire is thick. */
const PACKED = 1.05
/** Length of coil that is tied, mm. */
export const TIED_COIL = 1.5
/** The first turn rises by this share of a turn's lead more, in this share of a turn: it passes over the lead that comes in. */
const LIFT = 0.4
const LIFTED = 0.7
/** Knots of a turn. */
const KNOTS = 14

/** The wire's middle lies on a sphere of this radius about the ball's middle. */
const sphereOf = ({ ball, thickness }: Pick<CoilAccent, 'ball' | 'thickness'>): number => ball + thickness / 2

/** Height of the ball's middle over the plane of the floor ring. */
const standing = (spec: Pick<CoilAccent, 'ball' | 'thickness'>): number =>
  sphereOf(spec) * Math.sqrt(1 - FLOOR * FLOOR)

/** Middle of the ball. */
export const ballCentre = (spec: Pick<CoilAccent, 'ball' | 'thickness' | 'middle' | 'from'>): Vec3 => [
  spec.middle[0],
  spec.middle[1],
  spec.from[2] + standing(spec),
]

/** How far the middle must lie from the middle of an equal wire in the floor ring's plane, so that the coil's widest turns just touch it. */
export function offFrom(spec: Pick<CoilAccent, 'ball' | 'thickness'>): number {
  const reach = sphereOf(spec) + spec.thickness
  return Math.sqrt(reach * reach - standing(spec) ** 2)
}

/** A coil in its stretches, in order: the lead, what is wound before the ball is in, the part that is tied, and the turns that close over it. */
export interface CoiledAccent {
  readonly lead: Segment[]
  readonly first: Segment[]
  readonly tied: Segment[]
  readonly rest: Segment[]
  /** Turns in all, the floor ring among them. */
  readonly turns: number
  /** How far inside the ball's widest the last turn's wire reaches, mm. */
  readonly over: number
}

/**
 * From heading up over and down onto a floor ring, and in rising turns on the ball: each higher, the later ones inward over its widest place. The
 * wire touches the ball all along.
 * @throws RangeError where the floor ring has no room beside the lead, or is tighter than the wire bends
 */
export function coilAccent(spec: CoilAccent): CoiledAccent {
  const { middle, thickness: a, toward } = spec
  const rho = sphereOf(spec)
  const centre = ballCentre(spec)
  const floor = FLOOR * rho
  if (floor < spec.least) throw new RangeError('the floor ring is tighter than the wire bends')
  const { segments: lead, angle } = leadOnto(spec, middle, floor)
  const low = Math.asin(FLOOR)
  // the first turn has to clear its own beginning, and takes up its lead slowly
  const pitch = (PACKED * a) / rho / (1 - RAMP / 2)
  const climb = Math.PI / 2 + OVER - low
  const turns = climb / pitch + RAMP / 2 - LIFT
  const height = (t: number) => {
    const u = Math.max(0, Math.min(1, t / LIFTED))
    return low + advance(pitch, Math.max(0, t)) + LIFT * pitch * u * u * (3 - 2 * u)
  }
  const at = (t: number): Vec3 => {
    const phi = height(t)
    const alpha = angle - 2 * Math.PI * t
    return [
      centre[0] + rho * Math.sin(phi) * Math.cos(alpha),
      centre[1] + rho * Math.sin(phi) * Math.sin(alpha),
      centre[2] - rho * Math.cos(phi),
    ]
  }
  // it passes what it is tied to once a turn: tied where it lies nearest to it
  const touch = Math.acos(standing(spec) / (rho + a))
  let tie = 0
  for (let k = 0; ; k++) {
    const t = (((angle - toward) / (2 * Math.PI)) % 1) + k + (angle < toward ? 1 : 0)
    if (t > turns - 1) break
    if (Math.abs(height(t) - touch) < Math.abs(height(tie) - touch) || tie === 0) tie = t
  }
  const half = TIED_COIL / 2 / (2 * Math.PI * rho * Math.sin(height(tie)))
  const stretch = (t0: number, t1: number): Segment[] => {
    const n = Math.max(2, Math.ceil((t1 - t0) * KNOTS))
    const ts = Array.from({ length: n + 1 }, (_, i) => t0 + ((t1 - t0) * i) / n)
    const e = 1e-5
    const slope = ts.map((t): Vec3 => {
      const [p, q] = [at(t - e), at(t + e)]
      return [(q[0] - p[0]) / (2 * e), (q[1] - p[1]) / (2 * e), (q[2] - p[2]) / (2 * e)]
    })
    return [hermite(ts, ts.map(at), slope)]
  }
  return {
    lead,
    first: stretch(0, tie - half),
    tied: stretch(tie - half, tie + half),
    rest: stretch(tie + half, turns),
    turns,
    over: spec.ball - (rho * Math.cos(OVER) - a / 2),
  }
}
