import { outline, outlineRay, type FullStone } from '@verger/core'
import { BufferGeometry, Float32BufferAttribute } from 'three'

const AROUND = 72
const RINGS = 12

/** The stone as a mesh: flat back, wall, dome; edges sharp where the stone's are. About 2 k triangles. */
export function stoneGeometry(stone: FullStone): BufferGeometry {
  const o = outline(stone.outline, stone.length, stone.width)
  const { wall, depth, fullness: p } = stone
  const back = -wall / 2
  const rim = wall / 2
  const rise = depth - wall
  const positions: number[] = []
  const index: number[] = []
  const ring = (rho: number, z: number): number => {
    const at = positions.length / 3
    for (let i = 0; i < AROUND; i++) {
      const theta = -Math.PI / 2 + (2 * Math.PI * i) / AROUND
      const r = outlineRay(o, theta).radius * rho
      positions.push(r * Math.cos(theta), r * Math.sin(theta), z)
    }
    return at
  }
  const strip = (a: number, b: number) => {
    for (let i = 0; i < AROUND; i++) {
      const j = (i + 1) % AROUND
      index.push(a + i, a + j, b + j, a + i, b + j, b + i)
    }
  }
  const cap = (a: number, z: number, up: boolean) => {
    const middle = positions.length / 3
    positions.push(0, 0, z)
    for (let i = 0; i < AROUND; i++) {
      const j = (i + 1) % AROUND
      if (up) index.push(middle, a + i, a + j)
      else index.push(middle, a + j, a + i)
    }
  }
  cap(ring(1, back), back, false)
  if (wall > 0) strip(ring(1, back), ring(1, rim))
  let before = ring(1, rim)
  for (let k = 1; k < RINGS; k++) {
    const rho = Math.cos((Math.PI / 2) * (k / RINGS))
    const next = ring(rho, rim + rise * (1 - rho ** p) ** (1 / p))
    strip(before, next)
    before = next
  }
  cap(before, rim + rise, true)
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new Float32BufferAttribute(positions, 3))
  geometry.setIndex(index)
  geometry.computeVertexNormals()
  return geometry
}
