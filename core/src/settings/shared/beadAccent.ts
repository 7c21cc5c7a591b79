import { type Vec2, type Vec3, dist } from '../../geom/index.js'
import { segmentAt, type Segment } from '../../path/index.js'
import { roundedLine } from './roundedLine.js'

/** A bundle that fine wire is wound round: a straight leg of a frame on the right, in the plane of the girdle. */
export interface Leg {
  /** Where the first turn lies, on the bundle's middle. */
  readonly at: Vec2
  /** Its way up, and the way out from the stone, square to it: unit vectors. */
  readonly up: Vec2
  readonly out: Vec2
  /** Width across the plane and depth through it, mm. */
  readonly across: number
  readonly deep: number
  /** Radius of the bundle's own corners: 0 of square wire. */
  readonly corner: number
}

/** A bead on fine wire between two legs. mm. */
export interface BeadOn {
  readonly radius: number
  /** Its middle, on the line between left and right. */
  readonly y: number
  readonly z: number
  /** Thickness of the round wire that it is threaded on. */
  readonly fine: number
  /** Turns round each leg, as they are counted on its front. */
  readonly turns: number
}

/** Beads are threaded so that the wire leaves them straight for this share of their radius. */
const MOUTH = 1.05

/**
 * The right half of a bead's wire from the bead's middle: out of its hole, over the front of the leg, and round it, each turn beside the one
 * before and a wire's thickness farther up, its end tucked behind. The bundle is taken as wires that touch: the turns are its taut string.
 * @example beadHalf({ at: [5, 0], up: [0, 1], out: [1, 0], across: 1, deep: 1, corner: 0 }, { radius: 2, y: 0, z: 0, fine: 0.3, turns: 2 }).turns.length > 0 // true
 */
export function beadHalf(leg: Leg, bead: BeadOn): { readonly through: Segment[]; readonly turns: Segment[] } {
  const { fine: d, y, z } = bead
  const w = (leg.across + d) / 2
  const h = (leg.deep + d) / 2
  const place = (n: number, up: number, high: number): Vec3 => [
    leg.at[0] + n * leg.out[0] + up * leg.up[0],
    leg.at[1] + n * leg.out[1] + up * leg.up[1],
    high,
  ]
  const onto = place(-w, 0, h)
  const points: Vec3[] = [[0, y, z], [MOUTH * bead.radius, y, z], onto]
  for (let k = 0; k < bead.turns; k++) {
    points.push(place(w, k * d, h), place(w, k * d, -h))
    // it goes on to the next turn behind, where that is not seen
    if (k + 1 < bead.turns) points.push(place(-w, (k + 1) * d, -h), place(-w, (k + 1) * d, h))
  }
  points.push(place(0, (bead.turns - 1) * d, -h))
  const whole = roundedLine(points, leg.corner + d / 2)
  // parted on the front of the leg
  const front = place(0, 0, h)
  let cut = 0
  let near = Infinity
  whole.forEach((seg, i) => {
    const off = dist(segmentAt(seg, 0).p, front)
    if (off < near) [near, cut] = [off, i]
  })
  return { through: whole.slice(0, cut), turns: whole.slice(cut) }
}
