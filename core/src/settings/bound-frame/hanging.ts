import { mirrorX, type Vec3 } from '../../geom/index.js'
import { pathAt, pathLength, type Path } from '../../path/index.js'
import { footSegments } from './foot.js'
import { arcSegments } from '../shared/arcs.js'
import { easeSegment, frameStations, shoulderSegments, type FrameLine } from './outlinePath.js'

/** Parts of an even number into which the plain frame is cut for its figures. */
const COUNT = 36

/**
 * A frame wire without bends, from neck to foot to neck, as points evenly spread along each half; the middle one is the foot. `left` where
 * that half differs, as seen in the mirror.
 */
export function plainFrame(right: FrameLine, left = right): Vec3[] {
  const points = plainHalf(right)
  const other = left === right ? points : plainHalf(left)
  return [...other.slice(1).reverse().map(mirrorX), ...points]
}

/** The right half, from the foot to the neck. */
function plainHalf(line: FrameLine): Vec3[] {
  const stations = frameStations(line)
  const { outline: o, thickness: a } = line
  const half: Path = {
    segments: [
      ...footSegments(line, 0),
      easeSegment(line, stations, 0),
      ...arcSegments(o, stations.easeEnd, stations.leave, a / 2, 0),
      ...shoulderSegments(line, stations, 0),
    ],
  }
  const length = pathLength(half)
  const n = COUNT / 2
  return Array.from({ length: n + 1 }, (_, k) => pathAt(half, (length * k) / n).p)
}

/**
 * Downward give of a frame hung by its neck with a force at the foot: elastic, in its plane, both ends held in direction
 * and place, by unit loads (Castigliano) on the polyline. `stiffness` is E I in N mm².
 */
export function hangingSag(
  points: readonly (readonly [number, number, number])[],
  force: number,
  stiffness: number,
): number {
  const at = (points.length - 1) / 2
  const foot = points[at]!
  // where the halves differ, the softer one's give
  const halves = [points.slice(0, at + 1), points.slice(at).reverse()]
  return Math.max(...halves.map((half) => halfSag(half, foot, force, stiffness)))
}

/** Give at the foot of one half that bears half of the force. */
function halfSag(
  half: readonly (readonly [number, number, number])[],
  foot: readonly [number, number, number],
  force: number,
  stiffness: number,
): number {
  // one half as a bar clamped at the neck; at the foot symmetry allows no turn and no sideways move
  const f: number[][] = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ]
  for (let i = 1; i < half.length; i++) {
    const [p, q] = [half[i - 1]!, half[i]!]
    const ds = Math.hypot(q[0] - p[0], q[1] - p[1])
    const x = (p[0] + q[0]) / 2 - foot[0]
    const y = (p[1] + q[1]) / 2 - foot[1]
    // moments at this place of unit loads at the foot: down, sideways, turning
    const m = [-x, -y, 1]
    for (let r = 0; r < 3; r++) for (let c = 0; c < 3; c++) f[r]![c]! += (m[r]! * m[c]! * ds) / stiffness
  }
  const load = force / 2
  // sideways and turning reactions that keep those two at zero
  const [a, b, d] = [f[1]![1]!, f[1]![2]!, f[2]![2]!]
  const det = a * d - b * b
  const h = (-f[1]![0]! * d + f[2]![0]! * b) * (load / det)
  const t = (-f[2]![0]! * a + f[1]![0]! * b) * (load / det)
  return Math.abs(f[0]![0]! * load + f[0]![1]! * h + f[0]![2]! * t)
}
