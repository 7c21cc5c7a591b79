import { shapeOf, type FullStone } from '@verger/core'
import { BufferGeometry, Float32BufferAttribute } from 'three'
import { toCreasedNormals } from 'three/addons/utils/BufferGeometryUtils.js'

/** Triangles fine enough to look smooth, and few enough to be turned in a software renderer, mm. */
const DRAWN = 0.04
/** Surfaces that meet at more than this are an edge, radians. */
const CREASE = 0.45

/** The stone as a mesh, its edges sharp where the stone's are: the core's own triangles. */
export function stoneGeometry(stone: FullStone): BufferGeometry {
  const { mesh } = shapeOf(stone, DRAWN)
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new Float32BufferAttribute(mesh.positions, 3))
  geometry.setIndex([...mesh.triangles])
  return toCreasedNormals(geometry, CREASE)
}
