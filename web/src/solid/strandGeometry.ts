import { anySquare, cross, dot, scale, sub, unit, type Vec3 } from '@verger/core'
import { BufferGeometry, Float32BufferAttribute } from 'three'

/** Sides of a fine wire's tube: thinner than half a millimetre nobody sees more. */
const SIDES = 5

/** A fine wire through points as a tube, its sides carried along without twisting. 10 triangles a chord. */
export function strandGeometry(points: readonly Vec3[], thickness: number): BufferGeometry {
  const positions: number[] = []
  const index: number[] = []
  let out: Vec3 | undefined
  points.forEach((p, i) => {
    const t = unit(sub(points[Math.min(points.length - 1, i + 1)]!, points[Math.max(0, i - 1)]!))
    const raw: Vec3 = out ? sub(out, scale(t, dot(out, t))) : anySquare(t)
    out = Math.hypot(...raw) > 1e-6 ? unit(raw) : anySquare(t)
    const other = cross(t, out)
    for (let k = 0; k < SIDES; k++) {
      const a = (2 * Math.PI * k) / SIDES
      const [c, s] = [(Math.cos(a) * thickness) / 2, (Math.sin(a) * thickness) / 2]
      positions.push(
        p[0] + c * out[0] + s * other[0],
        p[1] + c * out[1] + s * other[1],
        p[2] + c * out[2] + s * other[2],
      )
    }
    if (i === 0) return
    for (let k = 0; k < SIDES; k++) {
      const [a, b] = [SIDES * (i - 1) + k, SIDES * (i - 1) + ((k + 1) % SIDES)]
      index.push(a, b, b + SIDES, a, b + SIDES, a + SIDES)
    }
  })
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new Float32BufferAttribute(positions, 3))
  geometry.setIndex(index)
  geometry.computeVertexNormals()
  return geometry
}
