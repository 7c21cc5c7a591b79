/**
 * Vectors of the piece's one frame: the piece lies face up, +z toward the viewer, +y toward the bail,
 * +x to the viewer's right, z = 0 at mid height of the girdle wall. Right-handed; millimetres.
 */
export type Vec2 = readonly [x: number, y: number]
export type Vec3 = readonly [x: number, y: number, z: number]

export const add = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
export const sub = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
export const scale = (a: Vec3, k: number): Vec3 => [a[0] * k, a[1] * k, a[2] * k]
/** a + k b. */
export const along = (a: Vec3, b: Vec3, k: number): Vec3 => [
  a[0] + k * b[0],
  a[1] + k * b[1],
  a[2] + k * b[2],
]
export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
/** Plain square root: Math.hypot guards against overflow, which millimetres do not need, and is ten times slower. */
export const norm = (a: Vec3): number => Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2])
export const dist = (a: Vec3, b: Vec3): number => {
  const x = a[0] - b[0]
  const y = a[1] - b[1]
  const z = a[2] - b[2]
  return Math.sqrt(x * x + y * y + z * z)
}

/** Unit vector. @throws RangeError for the zero vector. */
export function unit(a: Vec3): Vec3 {
  const n = norm(a)
  if (!(n > 0)) throw new RangeError('the zero vector has no direction')
  return scale(a, 1 / n)
}

/** Any unit vector square to the unit vector `t`. */
export function anySquare(t: Vec3): Vec3 {
  const axis: Vec3 = Math.abs(t[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0]
  return unit(cross(t, axis))
}

/** The part of `a` square to the unit vector `t`, made a unit vector. */
export const squareTo = (a: Vec3, t: Vec3): Vec3 => unit(along(a, t, -dot(a, t)))

/** Mirror in the plane x = 0. */
export const mirrorX = (a: Vec3): Vec3 => [-a[0], a[1], a[2]]
