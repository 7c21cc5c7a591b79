import { isConvexMesh, remember } from '../geom/index.js'
import {
  isDomed,
  isEgg,
  outlineNearest,
  shapeOf,
  solidOf,
  type FullStone,
  type Shape,
} from '../stone/index.js'
import { heldEgg, heldMesh, heldOf, type Held } from './held.js'
import { heldFaceted } from './heldFaceted.js'

const meshes = remember<Shape, Held>(8)

/**
 * Any measured stone as it is held: domed ones and eggs by their closed forms (drill holes left aside: no wire enters them), all others
 * by their triangles. @throws RangeError for measures that enclose nothing
 */
export function heldStone(stone: FullStone): Held {
  if (isDomed(stone)) return heldOf(solidOf(stone))
  if (isEgg(stone)) return heldEgg((stone.width + stone.depth) / 4, stone.length / 2)
  const shape = shapeOf(stone)
  return meshes(shape, () => {
    const outline = shape.body.outline
    if (outline?.convex && stone.kind === 'faceted') return heldFaceted(shape, outline)
    const held = heldMesh(shape.index, shape.mass.centre, isConvexMesh(shape.mesh))
    return outline
      ? {
          ...held,
          outside: (x, y) => {
            const e = outlineNearest(outline, x, y)
            return { distance: e.distance, way: [e.nx, e.ny] as const }
          },
        }
      : held
  })
}
