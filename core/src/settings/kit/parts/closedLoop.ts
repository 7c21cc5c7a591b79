import { along, scale, type Vec3 } from '../../../geom/index.js'
import { hermite, type Segment } from '../../../path/index.js'

/** A closed loop on the way of a wire: once round, and on as before, its ends crossing. */
export interface ClosedLoop {
  /** Where it begins and ends, and the way that the wire goes there: a unit vector. */
  readonly at: Vec3
  readonly heading: Vec3
  /** Toward its middle, and square to its plane the way that its end crosses over its beginning: unit vectors. */
  readonly inward: Vec3
  readonly over: Vec3
  /** To the wire's middle, mm. */
  readonly radius: number
  /** How far its end lies over its beginning, mm; it rises between these angles, all the way round where nothing is said. */
  readonly rise: number
  readonly rising?: readonly [from: number, to: number]
}

/** A place is put on the line every so many radians. */
const STEP = Math.PI / 12

/** How far round its rise it is at an angle, as a share, and how fast that grows. */
function risen(
  { rising: [from, to] = [0, 2 * Math.PI] }: ClosedLoop,
  a: number,
): readonly [share: number, rate: number] {
  const u = Math.max(0, Math.min(1, (a - from) / (to - from)))
  return [u * u * (3 - 2 * u), (6 * u * (1 - u)) / (to - from)]
}

/** The wire's middle at an angle round a closed loop, radians from its beginning: 2π is once round. It rises most half way, and not at its ends. */
export function loopPoint(loop: ClosedLoop, a: number): Vec3 {
  const { at, heading, inward, over, radius: r, rise } = loop
  const round = along(along(at, inward, r - r * Math.cos(a)), heading, r * Math.sin(a))
  return along(round, over, rise * risen(loop, a)[0])
}

/** A stretch of a closed loop between two angles. */
export function loopStretch(loop: ClosedLoop, from: number, to: number): Segment {
  const { heading, inward, over, radius: r, rise } = loop
  const slope = (a: number): Vec3 => {
    const round = along(scale(inward, r * Math.sin(a)), heading, r * Math.cos(a))
    return along(round, over, rise * risen(loop, a)[1])
  }
  const pieces = Math.max(1, Math.ceil((to - from) / STEP))
  const angles = Array.from({ length: pieces + 1 }, (_, i) => from + ((to - from) * i) / pieces)
  return hermite(
    angles,
    angles.map((a) => loopPoint(loop, a)),
    angles.map(slope),
  )
}
