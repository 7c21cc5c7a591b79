import { along, planeAxes, sectionLoops, type Vec3 } from '../geom/index.js'
import type { FullStone } from './stone.js'
import { shapeOf } from './shape.js'

/** How far a stone reaches from the middle at one height, mm: x to the left and right, z to the back and front. */
export interface CrossExtent {
  readonly left: number
  readonly right: number
  readonly back: number
  readonly front: number
  /** The radius of the round hole that it just passes, about the middle of its box. */
  readonly passes: number
}

const UP: Vec3 = [0, 1, 0]

/**
 * How far a stone reaches where it is cut level at a height y, mm; undefined where it is not. The stone's own frame; as fine as its mesh.
 * @example crossExtent(fullStone(ball30), 0)?.right // 15
 */
export function crossExtent(stone: FullStone, y: number): CrossExtent | undefined {
  const [u, v] = planeAxes(UP)
  const loops = sectionLoops(shapeOf(stone).mesh, { normal: UP, offset: y })
  const points = loops.flat().map(([a, b]): Vec3 => along([a * u[0], a * u[1], a * u[2]], v, b))
  if (points.length === 0) return undefined
  const [xs, zs] = [points.map((p) => p[0]), points.map((p) => p[2])]
  const [left, right] = [Math.min(...xs), Math.max(...xs)]
  const [back, front] = [Math.min(...zs), Math.max(...zs)]
  const [x, z] = [(left + right) / 2, (back + front) / 2]
  const passes = Math.max(...points.map((p) => Math.hypot(p[0] - x, p[2] - z)))
  return { left, right, back, front, passes }
}
