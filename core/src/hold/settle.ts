import { dot, scale, sub, type Vec3 } from '../geom/index.js'
import type { Resistance } from './force.js'
import { type Touch } from './contacts.js'
import { fromStone, movePose, type Pose } from './pose.js'

/** Steps, longest step and shortest that still counts, mm; how deep a wire may come to stand in the stone on the way. */
const STEPS = 12
const LONGEST = 0.05
const SHORTEST = 0.0005
const DEEP = 0.001
/** How far a wire springs before it bends for good, mm: typical, uncited. */
const SPRINGS = 0.03
/** What bears this many times as much has met something. */
const MORE = 1.5
/** A force under this is none, N. */
const NONE = 1e-6

/**
 * A stone that stopped where nothing yet resists: of all the motions that lead on, a walk takes those that gain most, and gives up where a
 * step gains next to nothing, though what would resist is a hair away. The motion that nothing resists is followed until something does.
 * @returns the pose, and whether it is another
 */
export function settle(spec: {
  readonly pose: Pose
  readonly d: Vec3
  /** Centre of the stone's mass in its own frame, and the length by which turns are counted. */
  readonly centre: Vec3
  readonly length: number
  readonly touching: (pose: Pose, reach: number) => readonly Touch[]
  readonly resistance: (pose: Pose, contacts: readonly Touch[], d: Vec3) => Resistance
  /** What counts as touching, mm. */
  readonly contact: number
  /** Go on where a wire resists already, as far as it springs. */
  readonly springs: boolean
}): { readonly pose: Pose; readonly moved: boolean; readonly travel: number } {
  const { centre, length, d, contact } = spec
  const begun = fromStone(spec.pose, centre)
  let { pose } = spec
  let moved = false
  let least = 0
  const deep = spec.springs ? SPRINGS : DEEP
  for (let k = 0; k < STEPS; k++) {
    const touching = spec.touching(pose, contact)
    const r = spec.resistance(pose, touching, d)
    // a walk may have ended with a wire a hair in the stone: no deeper than that
    const limit = Math.min(-deep, ...touching.map((t) => t.gap - DEEP / 10))
    if (k === 0) least = r.force
    if (r.force > (spec.springs ? MORE * least : 0) + NONE) break
    const { v, w } = r.motion
    const pace = Math.hypot(...v, ...w)
    if (!(pace > 1e-12)) break
    const at = fromStone(pose, centre)
    let step = LONGEST
    let next: Pose | undefined
    for (; step > SHORTEST; step /= 2) {
      const by = step / pace
      next = movePose(pose, at, scale(v, by), scale(w, by / length))
      if (spec.touching(next, contact).every((t) => t.gap > limit)) break
      next = undefined
    }
    if (!next) break
    pose = next
    moved = true
  }
  return { pose, moved, travel: dot(sub(fromStone(pose, centre), begun), d) }
}
