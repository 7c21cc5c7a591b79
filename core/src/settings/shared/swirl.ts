import type { Vec3 } from '../../geom/index.js'
import type { Segment } from '../../path/index.js'

/** A swirl that lies against something straight: where a wire comes from, and what it lies against. Sizes in mm. */
export interface Swirl {
  /** Where the wire begins, heading up. */
  readonly from: Vec3
  /** A place on the middle of the wire that it is to lie against, and the way from there to the swirl's middle: a unit vector in the plane. */
  readonly against: readonly [number, number]
  readonly away: readonly [number, number]
  readonly thickness: number
  /** No bend is tighter than this, to the wire's middle. */
  readonly least: number
}

/** Outermost half turn and how much tighter each next one is, in thicknesses; how many there are. */
const OUTER = 3.6
const TIGHTER = 0.68
const HALF_TURNS = 4
/** The first goes on past its half, so that it has surely come to what it lies against, radians. */
const FIRST = (4 / 3) * Math.PI
/** The bend with which it leaves upward, in thicknesses. */
const LEAD = 2.2

/** The outermost half turn's radius, and its middle, so that it touches what it lies against. */
export function swirlSeat({ against, away, thickness, least }: Omit<Swirl, 'from'>): {
  readonly middle: readonly [number, number]
  readonly radius: number
} {
  const radius = Math.max(OUTER * thickness, least + (HALF_TURNS - 1) * TIGHTER * thickness)
  const off = radius + thickness
  return { middle: [against[0] + away[0] * off, against[1] + away[1] * off], radius }
}

/** A lead from a wire heading up onto a circle that it then goes round clockwise: what it is made of, and where on the circle it arrives. */
export interface Lead {
  readonly segments: Segment[]
  /** Direction from the circle's middle to where it is met, radians. */
  readonly angle: number
}

/**
 * From heading up: a bend outward (to +x) and straight down along the common tangent onto a circle in the same plane.
 * @throws RangeError where the circle has no room beside the bend
 */
export function leadOnto(
  { from, thickness, least }: Pick<Swirl, 'from' | 'thickness' | 'least'>,
  middle: readonly [number, number],
  radius: number,
): Lead {
  const [x0, y0, z] = from
  const r1 = Math.max(LEAD * thickness, least)
  const d = [middle[0] - x0 - r1, middle[1] - y0] as const
  const far = Math.hypot(d[0], d[1])
  const share = (r1 - radius) / far
  if (!(Math.abs(share) < 1)) throw new RangeError('a swirl has no room beside the neck')
  // the wire runs on the left of both middles, seen along its way
  const angle = Math.atan2(d[1], d[0]) + Math.acos(share)
  let sweep = Math.PI - angle
  while (sweep < 0) sweep += 2 * Math.PI
  while (sweep >= 2 * Math.PI) sweep -= 2 * Math.PI
  const bend = clockwise(from, Math.PI, r1, sweep)
  const to: Vec3 = [middle[0] + radius * Math.cos(angle), middle[1] + radius * Math.sin(angle), z]
  return { segments: [bend.segment, { kind: 'line', from: bend.end, to }], angle: Math.PI - sweep }
}

/** An arc clockwise in the plane z from a place that lies in direction `angle` from its middle. */
function clockwise(at: Vec3, angle: number, r: number, sweep: number): { segment: Segment; end: Vec3 } {
  const [cx, cy] = [at[0] - r * Math.cos(angle), at[1] - r * Math.sin(angle)]
  const last = angle - sweep
  return {
    segment: {
      kind: 'arc',
      centre: [cx, cy, at[2]],
      x: [Math.cos(angle), Math.sin(angle), 0],
      y: [Math.sin(angle), -Math.cos(angle), 0],
      radius: r,
      sweep,
    },
    end: [cx + r * Math.cos(last), cy + r * Math.sin(last), at[2]],
  }
}

/**
 * From heading up: a bend outward (to +x), straight down to the swirl, and half circles that grow tighter, in one plane. The first half circle
 * touches the wire that it lies against; the straight run is the common tangent of the first bend and of it.
 * @throws RangeError where the swirl has no room beside the bend
 */
export function swirlSegments(swirl: Swirl): Segment[] {
  const { middle, radius } = swirlSeat(swirl)
  const lead = leadOnto(swirl, middle, radius)
  const out = [...lead.segments]
  let { angle } = lead
  let at: Vec3 = [middle[0] + radius * Math.cos(angle), middle[1] + radius * Math.sin(angle), swirl.from[2]]
  for (let k = 0; k < HALF_TURNS; k++) {
    const sweep = k === 0 ? FIRST : Math.PI
    const turn = clockwise(at, angle, radius - k * TIGHTER * swirl.thickness, sweep)
    out.push(turn.segment)
    angle -= sweep
    at = turn.end
  }
  return out
}
