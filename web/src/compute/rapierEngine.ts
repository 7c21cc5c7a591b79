import RAPIER from '@dimforge/rapier3d-deterministic-compat'
import type { RigidEngine, RigidShape, Vec3 } from '@verger/core'

/** Contacts are foreseen from this far, mm; a step goes a good deal less. */
const FORESEEN = 0.1
const vector = ([x, y, z]: Vec3) => ({ x, y, z })

function colliderOf(shape: RigidShape): RAPIER.ColliderDesc {
  switch (shape.kind) {
    case 'ball':
      return RAPIER.ColliderDesc.ball(shape.radius).setTranslation(...shape.at)
    case 'capsule': {
      const { from, to, radius } = shape
      const d = to.map((v, k) => v - from[k as 0]!) as unknown as Vec3
      const length = Math.hypot(...d)
      const middle = to.map((v, k) => (v + from[k as 0]!) / 2) as unknown as Vec3
      return RAPIER.ColliderDesc.capsule(length / 2, radius)
        .setTranslation(...middle)
        .setRotation(fromUpright(d, length))
    }
    case 'hull': {
      const hull = RAPIER.ColliderDesc.convexHull(new Float32Array(shape.points.flat()))
      if (!hull) throw new Error('a piece has no volume')
      return hull
    }
  }
}

/** The rotation that takes +y to a direction: the engine's capsules stand upright. */
function fromUpright([x, y, z]: Vec3, length: number): RAPIER.Rotation {
  const w = length + y
  // straight down: half a turn about x
  if (w < 1e-9 * length) return { x: 1, y: 0, z: 0, w: 0 }
  const size = Math.hypot(z, w, x)
  return { x: z / size, y: 0, z: -x / size, w: w / size }
}

/** The engine, once its program is loaded. Deterministic: the same scene moves in the same way on every machine. */
export async function rapierEngine(): Promise<RigidEngine> {
  await RAPIER.init()
  return {
    world({ stone, wires, damping }) {
      const world = new RAPIER.World({ x: 0, y: 0, z: 0 })
      const { integrationParameters: p } = world
      p.normalizedPredictionDistance = FORESEEN
      const body = world.createRigidBody(
        RAPIER.RigidBodyDesc.dynamic()
          .setCcdEnabled(true)
          .setLinearDamping(damping)
          .setAngularDamping(damping)
          .setCanSleep(false),
      )
      const smooth = (c: RAPIER.ColliderDesc) => c.setFriction(0).setRestitution(0)
      const bodies = stone.map((s) => world.createCollider(smooth(colliderOf(s)).setDensity(1), body))
      for (const w of wires) world.createCollider(smooth(colliderOf(w)))
      return {
        step(pull, seconds) {
          world.gravity = vector(pull)
          p.dt = seconds
          world.step()
        },
        pose() {
          const { x, y, z } = body.translation()
          const q = body.rotation()
          return {
            shift: [x, y, z],
            // rows of the inverse rotation's matrix: the stone's axes seen in the piece
            axes: [
              [1 - 2 * (q.y * q.y + q.z * q.z), 2 * (q.x * q.y + q.w * q.z), 2 * (q.x * q.z - q.w * q.y)],
              [2 * (q.x * q.y - q.w * q.z), 1 - 2 * (q.x * q.x + q.z * q.z), 2 * (q.y * q.z + q.w * q.x)],
              [2 * (q.x * q.z + q.w * q.y), 2 * (q.y * q.z - q.w * q.x), 1 - 2 * (q.x * q.x + q.y * q.y)],
            ],
          }
        },
        deepest() {
          let deep = 0
          for (const own of bodies)
            world.contactPairsWith(own, (other) =>
              world.contactPair(own, other, (manifold) => {
                for (let i = 0; i < manifold.numContacts(); i++)
                  deep = Math.max(deep, -manifold.contactDist(i))
              }),
            )
          return deep
        },
        dispose: () => world.free(),
      }
    },
  }
}
