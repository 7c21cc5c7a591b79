import type { SeatedStone } from '../design/index.js'
import { isConvexMesh, remember } from '../geom/index.js'
import {
  bodyOf,
  fullStone,
  isDomed,
  isEgg,
  outlineNearest,
  shapeOf,
  solidOf,
  type Body,
  type FullStone,
  type Shape,
  type Solid,
  type Stone,
} from '../stone/index.js'
import { heldAt } from './heldAt.js'
import { heldEgg, heldMesh, heldOf, type Held } from './held.js'
import { heldFaceted } from './heldFaceted.js'
import { meshSupport, nearHollow } from './hollows.js'
import { strungOn } from './strungOn.js'

/** A hollow less deep than this is of a crystal's measures, not of the crystal, mm. */
const MEASURED = 0.1

const meshes = remember<Shape, Held>(8)
const domed = remember<Solid, Held>(8)

/**
 * Any measured stone as it is held: domed ones and eggs by their closed forms (drill holes left aside: `heldSeated` has them where a wire runs through), all others
 * by their triangles. @throws RangeError for measures that enclose nothing
 */
export function heldStone(stone: FullStone): Held {
  if (isDomed(stone)) {
    const solid = solidOf(stone)
    return domed(solid, () =>
      solid.outline.convex ? heldOf(solid) : withHollows(heldOf(solid), bodyOf(stone)),
    )
  }
  if (isEgg(stone)) return heldEgg((stone.width + stone.depth) / 4, stone.length / 2)
  const shape = shapeOf(stone)
  return meshes(shape, () => {
    // no wire comes into a drill hole that none runs through
    const { index, mesh, body } = stone.hole > 0 ? shapeOf({ ...stone, hole: 0 }) : shape
    const { outline } = body
    if (outline?.convex && stone.kind === 'faceted') return heldFaceted(shape, outline)
    // a slab's many triangles are not asked one by one; a crystal's measures leave its faces a little hollow
    const convex =
      stone.kind === 'slab' && outline?.convex
        ? true
        : isConvexMesh(mesh, stone.kind === 'crystal' ? MEASURED : undefined)
    const held = convex
      ? heldMesh(index, shape.mass.centre, convex)
      : withHollows({ ...heldMesh(index, shape.mass.centre), support: meshSupport(mesh) }, body)
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

/** A stone with hollows in its outline: away from them it has one nearest place. */
function withHollows(held: Held, body: Body): Held {
  const { nearest, nearestAll } = held
  const near = nearHollow(body)
  if (!near || !nearestAll) return held
  return {
    ...held,
    nearestAll: (p, reach) => {
      if (near(p, reach)) return nearestAll(p, reach)
      const found = nearest(p, { theta: NaN, phi: NaN })
      return Math.abs(found.distance) > reach ? [] : [found]
    },
  }
}

/** A stone on a wire so thick, mm. @throws RangeError where it has no hole */
function strungStone(stone: FullStone, thick: number): Held {
  const [hole] = bodyOf(stone).holes
  if (!hole) throw new RangeError('a stone without a hole cannot be strung')
  const whole = heldStone(fullStone({ ...stone, hole: 0 }))
  // pushed beside its hole it swings on its wire: what lets it off is a push at the hole
  return strungOn({ ...whole, centre: hole.through }, hole, thick)
}

/**
 * A stone as it lies in a piece, in the piece's frame, with its hole where a wire runs through it.
 * @throws RangeError for measures that enclose nothing, and for a stone that is strung without a hole
 */
export function heldSeated(stone: Stone, seat: SeatedStone): Held {
  const full = fullStone(stone)
  return heldAt(seat.strung ? strungStone(full, seat.strung) : heldStone(full), seat)
}
