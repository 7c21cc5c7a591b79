import type { Joint } from '@verger/core'
import { BufferGeometry, Float32BufferAttribute } from 'three'
import { binderHeight } from '../drawing/project.js'

/** Corners of the loop's rounded rectangle per quarter. */
const PER_CORNER = 3

/**
 * One turn round a bundle, about the origin, the bundle along z: a closed loop of the binder's own width and height round
 * a bundle that reaches `half` across and deep. 96 triangles.
 */
export function turnGeometry(joint: Joint, [w, h]: readonly [number, number]): BufferGeometry {
  const tb = binderHeight(joint)
  const width = joint.binder.size.mm / 2
  // directions of the loop's corners, with the bundle's corner that each turns about
  const loop: { x: number; y: number; nx: number; ny: number }[] = []
  for (const [sx, sy, from] of [
    [1, 1, 0],
    [-1, 1, 1],
    [-1, -1, 2],
    [1, -1, 3],
  ] as const)
    for (let k = 0; k < PER_CORNER; k++) {
      const a = ((from + k / (PER_CORNER - 1)) * Math.PI) / 2
      loop.push({ x: sx * w, y: sy * h, nx: Math.cos(a), ny: Math.sin(a) })
    }
  const positions: number[] = []
  const index: number[] = []
  const n = loop.length
  // inner edge front and back, outer ridge: half-round lies flat side in
  const profile = [
    [0, -width],
    [tb, -width * 0.45],
    [tb, width * 0.45],
    [0, width],
  ] as const
  for (const { x, y, nx, ny } of loop)
    for (const [out, z] of profile) positions.push(x + nx * out, y + ny * out, z)
  for (let i = 0; i < n; i++) {
    const a = 4 * i
    const b = 4 * ((i + 1) % n)
    for (let k = 0; k < 3; k++) index.push(a + k, b + k, b + k + 1, a + k, b + k + 1, a + k + 1)
  }
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new Float32BufferAttribute(positions, 3))
  geometry.setIndex(index)
  geometry.computeVertexNormals()
  return geometry
}
