import { cross, type Vec3 } from '../../geom/index.js'
import { pathAt, type Fold, type Path } from '../../path/index.js'
import type { Solid } from '../../stone/index.js'

/** A place on a lip before it is bent: so far up its rib, out of it, and how near its middle may come to the stone; mm. */
export interface LipPlace {
  readonly up: number
  readonly out: number
  readonly clear: number
}

/** Lips along one edge of a strip that stands round a stone: ribs that are bent in over its front (1) or behind it (−1). */
export interface Lips {
  readonly solid: Solid
  /** The line that the strip is laid along, and where on it each lip stands, mm. */
  readonly line: Path
  readonly at: readonly number[]
  /** 1 where the line goes round the stone counter-clockwise. */
  readonly side: 1 | -1
  readonly over: 1 | -1
  /** How far above the line a lip begins to be bent, and how high it is, mm. */
  readonly from: number
  readonly high: number
  /** What of a lip may touch the stone. */
  readonly places: readonly LipPlace[]
}

/** What stands so little deep touches, mm. */
const TOUCHES = 0.01
/** A radius that is as good as straight, mm; lips are bent in no farther than this in front and behind, radians. */
const STRAIGHT = 200
const MOST = (86 * Math.PI) / 180
const FARTHEST = (115 * Math.PI) / 180
/** Rounds of halving. */
const HALVINGS = 14

/** Is a lip clear of the stone when its rib is bent with a radius by an angle, radians. */
function clearer(
  { solid, line, side, over, from, places }: Lips,
  s: number,
): (r: number, angle: number) => boolean {
  const { p: at, t } = pathAt(line, s)
  const out = cross(t, [0, 0, side] as Vec3)
  return (r, angle) =>
    places.every(({ up, out: w, clear }) => {
      const turn = Math.min(angle, (up - from) / r)
      const on = Math.max(0, up - from - r * angle)
      const [co, si] = [Math.cos(turn), Math.sin(turn)]
      const o = -r + (r + w) * co - on * si
      const z = from + (r + w) * si + on * co
      return solid.nearest(at[0] + out[0] * o, at[1] + out[1] * o, over * z).distance - clear >= -TOUCHES
    })
}

/** The least value at which something is clear, of values that are clear from some one on: the most where none is. */
function closest(least: number, most: number, clear: (v: number) => boolean): number {
  if (clear(least)) return least
  let [low, high] = [least, most]
  for (let n = 0; n < HALVINGS; n++) {
    const middle = Math.sqrt(low * high)
    if (clear(middle)) high = middle
    else low = middle
  }
  return high
}

/** How each lip is bent in over the face: all along, as sharply as it can be from `least` on until it lies on it. */
export function bentOver(lips: Lips, least: number): Pick<Fold, 'radii' | 'angles'> {
  const by = (r: number): number => Math.min(MOST, (lips.high - lips.from) / r)
  const radii = lips.at.map((s) => {
    const clear = clearer(lips, s)
    return closest(least, STRAIGHT, (r) => clear(r, by(r)))
  })
  return { radii, angles: radii.map((r) => (by(r) * 180) / Math.PI) }
}

/** How far each lip is laid in, bent to one radius, until it lies on the stone. */
export function laidIn(lips: Lips, radius: number): Pick<Fold, 'radii' | 'angles'> {
  const angles = lips.at.map((s) => {
    const clear = clearer(lips, s)
    // from what is clear down to what is not: the angle is what is left of a half circle
    const open = closest(Math.PI - FARTHEST, Math.PI, (left) => clear(radius, Math.PI - left))
    return ((Math.PI - open) * 180) / Math.PI
  })
  return { radii: [radius], angles }
}
