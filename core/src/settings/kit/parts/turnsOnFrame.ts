import { along, dot, sub, type Vec3 } from '../../../geom/index.js'

/** Wound by hand a turn stands off the wire by a hair, mm. */
const LOOSE = 0.02
/** Turns lie so many thicknesses of their wire apart. */
export const BESIDE = 1.12
/** What comes to the turns and goes on from them lies farther from them by this share of a turn. */
const CLEAR = 0.35

/** Turns of a fine wire round one place of a frame that lies beside a stone's edge. */
export interface FrameTurns {
  /** The frame so far along it from the middle of the turns, mm: its wire's middle, and the way out from the stone, a unit vector. */
  wire(along: number): { readonly at: Vec3; readonly out: Vec3 }
  /** The side of the frame over which the wire comes or goes on: a unit vector square to the frame and the way out. */
  readonly face: Vec3
  readonly turns: number
  /** It comes here over that side, or goes on over it. */
  readonly comes: boolean
  /** Its turns are wound along the frame (1) or back (−1). */
  readonly up: 1 | -1
  /** Thickness of the frame's wire and of the fine one, mm. */
  readonly stiff: number
  readonly lace: number
}

/** From the middle of a wire to the middle of a finer one wound round it, mm. */
export const aroundWire = (stiff: number, lace: number): number => (stiff + lace) / 2 + LOOSE

/** Where a taut wire from a place inward of a frame leaves its crown: the angle there from straight outward to the face, radians. */
function crownAngle([u, w]: readonly [number, number], c: number): number {
  const toward = Math.atan2(w, u)
  const open = Math.acos(Math.min(1, c / Math.hypot(u, w)))
  // the tangent over the crown looks more to the face than that past the other side
  const n = toward + (Math.sin(toward + open) >= Math.sin(toward - open) ? open : -open)
  return Math.atan2(Math.sin(n), Math.cos(n))
}

/** Where corner `n` of the turns lies along the frame, mm: the first is where the wire comes or goes on. */
const shiftOf = ({ turns, comes, up, lace }: FrameTurns, n: number): number => {
  const order = comes ? n : 4 * turns - n
  // what comes over the crown, and what goes, lies clear of the turns between
  const clear = n > 0 ? 0 : comes ? -CLEAR : CLEAR
  return (order / 4 - turns / 2 + clear) * up * BESIDE * lace
}

/** Where a taut wire leaves the crown of the frame: toward what it leads to, straight over it where that is not known. */
export function crownOf(of: FrameTurns, beyond?: Vec3): { readonly place: Vec3; readonly angle: number } {
  const c = aroundWire(of.stiff, of.lace)
  const { at, out } = of.wire(shiftOf(of, 0))
  const way = beyond && sub(beyond, at)
  const angle = way ? crownAngle([dot(way, out), dot(way, of.face)], c) : Math.PI / 2
  return { place: along(along(at, out, c * Math.cos(angle)), of.face, c * Math.sin(angle)), angle }
}

/**
 * Corners of the turns, of a square about the frame's wire: over its crown to its outer side, under it, up its inner side, and so on, in the order
 * in which the wire goes. Rounded to the distance from the frame's middle they are the turns.
 */
export function turnCorners(of: FrameTurns, beyond?: Vec3): Vec3[] {
  const c = aroundWire(of.stiff, of.lace)
  const square = [
    [c, c],
    [c, -c],
    [-c, -c],
    [-c, c],
  ] as const
  const { angle } = crownOf(of, beyond)
  const list = Array.from({ length: 4 * of.turns + 1 }, (_, n) => n)
  return (of.comes ? list : list.reverse()).map((n): Vec3 => {
    const { at, out } = of.wire(shiftOf(of, n))
    const [u, w] = square[n % 4]!
    // where the tangent over the crown meets the line past the outer side
    return along(along(at, out, u), of.face, n === 0 ? c * Math.tan(angle / 2) : w)
  })
}
