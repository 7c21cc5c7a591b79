import { add, cross, dot, sub, type Vec3 } from '../geom/index.js'

/** A rigid pose of the stone: where its frame's origin is and how its axes lie (rows of a rotation). */
export interface Pose {
  readonly shift: Vec3
  readonly axes: readonly [Vec3, Vec3, Vec3]
}

/** As it lies before anything moved. */
export const REST: Pose = {
  shift: [0, 0, 0],
  axes: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
}

/** A point of the piece in the stone's frame. */
export const toStone = (pose: Pose, p: Vec3): Vec3 => {
  const d = sub(p, pose.shift)
  return [dot(pose.axes[0], d), dot(pose.axes[1], d), dot(pose.axes[2], d)]
}
/** A direction of the piece in the stone's frame. */
export const turnInto = (pose: Pose, v: Vec3): Vec3 => [
  dot(pose.axes[0], v),
  dot(pose.axes[1], v),
  dot(pose.axes[2], v),
]
/** A direction of the stone in the piece's frame. */
export const turnBack = (pose: Pose, v: Vec3): Vec3 => [
  pose.axes[0][0] * v[0] + pose.axes[1][0] * v[1] + pose.axes[2][0] * v[2],
  pose.axes[0][1] * v[0] + pose.axes[1][1] * v[1] + pose.axes[2][1] * v[2],
  pose.axes[0][2] * v[0] + pose.axes[1][2] * v[1] + pose.axes[2][2] * v[2],
]
/** A point of the stone in the piece's frame. */
export const fromStone = (pose: Pose, p: Vec3): Vec3 => add(turnBack(pose, p), pose.shift)

/** Rotation of the pose by the small vector w about a point, with the translation v. Exact rotation, so no drift. */
export function movePose(pose: Pose, about: Vec3, v: Vec3, w: Vec3): Pose {
  const angle = Math.hypot(...w)
  if (angle < 1e-14) return { shift: add(pose.shift, v), axes: pose.axes }
  const k: Vec3 = [w[0] / angle, w[1] / angle, w[2] / angle]
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  const spin = (p: Vec3): Vec3 => {
    const kx = cross(k, p)
    const kd = dot(k, p) * (1 - c)
    return [
      p[0] * c + kx[0] * s + k[0] * kd,
      p[1] * c + kx[1] * s + k[1] * kd,
      p[2] * c + kx[2] * s + k[2] * kd,
    ]
  }
  // axes are the rows of piece-to-stone, so each is a stone axis seen in the piece: they turn along
  return {
    shift: add(add(about, spin(sub(pose.shift, about))), v),
    axes: [spin(pose.axes[0]), spin(pose.axes[1]), spin(pose.axes[2])],
  }
}
