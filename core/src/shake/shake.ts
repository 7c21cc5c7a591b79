import { dot, unit, type Vec3 } from '../geom/index.js'
import { clearOf, fromStone, type Pose, type Setting } from '../hold/index.js'
import type { RigidEngine, RigidShape } from './engine.js'

/** Standard gravity, mm/s². */
const GRAVITY = 9806.65
/** Steps of the engine, s. */
const STEP = 0.0005

/** What is shaken: rigid pieces, and the setting that knows when the stone is clear of the wires. */
export interface Shaken {
  readonly setting: Pick<Setting, 'held' | 'low' | 'high'>
  readonly stone: readonly RigidShape[]
  readonly wires: readonly RigidShape[]
}

/** Has the stone left: gone so far that its box and that of the wires lie apart. */
function isOut({ held, low, high }: Shaken['setting'], pose: Pose): boolean {
  const at = fromStone(pose, held.centre)
  const gone: Vec3 = [at[0] - held.centre[0], at[1] - held.centre[1], at[2] - held.centre[2]]
  const far = Math.hypot(...gone)
  return far > 1e-6 && far > clearOf({ held, low, high }, unit(gone))
}

/** What came of it. */
export interface PushedResult {
  /** Squeezed: it came out where the engine let it through wires that stand firm. */
  readonly outcome: 'stays' | 'out' | 'squeezed'
  /** How far the stone's middle went along, mm. */
  readonly travel: number
}

/** Free motion dies away in a fiftieth of a second while the stone is pushed: it creeps along the wires as it does in the walk. */
const CREEP = 50
/** The push is given up when the stone went less than this in so many seconds. */
const STILL = { travel: 0.004, seconds: 0.04 } as const
/** Pushed so long at most, s. */
const MOST_PUSH = 2.5
/** An engine's contacts give by less than this where nothing is wedged, mm. */
const FIRM = 0.03

/**
 * Pushes the stone one way with its own weight until it is out or has come to rest. Wires do not give and nothing rubs.
 * @example pushRigid(stillEngine, shaken, [0, 0, 1]).outcome // 'stays'
 */
export function pushRigid(engine: RigidEngine, { setting, ...shapes }: Shaken, d: Vec3): PushedResult {
  const world = engine.world({ ...shapes, damping: CREEP })
  const { centre } = setting.held
  const pull: Vec3 = [d[0] * GRAVITY, d[1] * GRAVITY, d[2] * GRAVITY]
  const travelled = () => {
    const at = fromStone(world.pose(), centre)
    return dot([at[0] - centre[0], at[1] - centre[1], at[2] - centre[2]], d)
  }
  try {
    let [before, deepest] = [0, 0]
    const each = Math.round(STILL.seconds / STEP)
    for (let i = 1; i * STEP < MOST_PUSH; i++) {
      world.step(pull, STEP)
      if (i % 20 === 0) {
        deepest = Math.max(deepest, world.deepest())
        if (isOut(setting, world.pose()))
          return { outcome: deepest > FIRM ? 'squeezed' : 'out', travel: travelled() }
      }
      if (i % each !== 0) continue
      const travel = travelled()
      if (travel - before < STILL.travel) return { outcome: 'stays', travel }
      before = travel
    }
    return { outcome: 'stays', travel: travelled() }
  } finally {
    world.dispose()
  }
}

/** How a piece is shaken. */
export interface ShakeSpec {
  /** Directions in turn, each to and fro. */
  readonly ways: readonly Vec3[]
  /** Peak of each shake, in multiples of gravity. */
  readonly strength: number
}

/** One pose on the way. */
export interface ShakeFrame {
  readonly pose: Pose
  /** Number of the way in which it was being shaken. */
  readonly way: number
}

/** What came of it. Plain data. */
export interface ShakeResult {
  readonly outcome: 'stays' | 'out'
  /** The way in which it left. */
  readonly leftIn?: number
  /** Farthest that the stone's middle was from where it lay, mm, while it was in. */
  readonly rattle: number
  /** Farthest that it was turned, degrees, while it was in. */
  readonly turned: number
}

/** A hand shakes about eight times a second (typical, uncited: 4 to 10), s a shake. */
export const SHAKE = 0.125
/** A pose is kept every so many seconds. */
export const EVERY = 0.002
/** The stone is followed so long after it has left, s. */
const AFTER = 0.06
/** In the air and among wires free motion dies away slowly, 1/s. */
const AIR = 0.5

const angleOf = ({ axes }: Pose): number =>
  Math.acos(Math.max(-1, Math.min(1, (axes[0][0] + axes[1][1] + axes[2][2] - 1) / 2)))

/**
 * Shakes a piece as it hangs: each way once to and fro, gravity pulling down. The piece's own frame is followed, in which a shake is a pull on the
 * stone. Wires do not give and nothing rubs, so it shows whether the stone escapes, not the force. The same every time. Poses come one by one,
 * so that they can be shown while the rest is worked out.
 * @example for (const { pose } of shakeRigid(stillEngine, shaken, { ways: [[0, 0, 1]], strength: 20 })) draw(pose)
 */
export function* shakeRigid(
  engine: RigidEngine,
  { setting, ...shapes }: Shaken,
  { ways, strength }: ShakeSpec,
): Generator<ShakeFrame, ShakeResult, undefined> {
  const world = engine.world({ ...shapes, damping: AIR })
  const { centre } = setting.held
  let [rattle, turned] = [0, 0]
  let leftIn: number | undefined
  let left = Infinity
  const [perShake, perPose] = [Math.round(SHAKE / STEP), Math.round(EVERY / STEP)]
  try {
    for (let i = 0; i < ways.length * perShake && left > 0; i++) {
      const way = Math.floor(i / perShake)
      const d = ways[way]!
      const swing = strength * Math.cos((2 * Math.PI * i) / perShake)
      world.step([d[0] * swing * GRAVITY, (d[1] * swing - 1) * GRAVITY, d[2] * swing * GRAVITY], STEP)
      left -= STEP
      if ((i + 1) % perPose !== 0) continue
      const pose = world.pose()
      if (leftIn === undefined && isOut(setting, pose)) [leftIn, left] = [way, AFTER]
      if (leftIn === undefined) {
        const at = fromStone(pose, centre)
        rattle = Math.max(rattle, Math.hypot(at[0] - centre[0], at[1] - centre[1], at[2] - centre[2]))
        turned = Math.max(turned, (angleOf(pose) * 180) / Math.PI)
      }
      yield { pose, way }
    }
  } finally {
    world.dispose()
  }
  return {
    outcome: leftIn === undefined ? 'stays' : 'out',
    ...(leftIn === undefined ? {} : { leftIn }),
    rattle,
    turned,
  }
}
