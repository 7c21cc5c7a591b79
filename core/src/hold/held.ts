import type { MeshIndex, Vec3 } from '../geom/index.js'
import {
  bodyOf,
  bodyVolume,
  outlineNearest,
  shapeOf,
  type DomeSeed,
  type Nearest,
  type Solid,
} from '../stone/index.js'

/** What is held, in its own frame: its surface, its box, its middle, and half of its largest measure (all mm). */
export interface Held {
  /** Nearest point of the surface; the seed makes the next question for a place nearby quick, and may be left alone. */
  nearest(p: Vec3, seed: DomeSeed): Nearest
  /** Every local nearest point within reach: a hollow is touched on both its sides. Where there is none, the nearest alone is known. */
  nearestAll?(p: Vec3, reach: number): readonly Nearest[]
  /** Distance of a place in plan from the stone's outline, below 0 inside, and the way outward; where its outline is known. */
  outside?(x: number, y: number): { readonly distance: number; readonly way: readonly [number, number] }
  /** Has no hollow anywhere: then what was measured once bounds every later pose. */
  readonly convex: boolean
  readonly low: Vec3
  readonly high: Vec3
  /** Centre of its mass. */
  readonly centre: Vec3
  readonly size: number
}

/** Centre of the solid's mass, by its slices. */
export const centreOfMass = (solid: Solid): Vec3 => bodyVolume(bodyOf(solid.stone)).centre

/** A domed stone as it is held. */
export function heldOf(solid: Solid): Held {
  const { outline, stone } = solid
  return {
    nearest: (p, seed) => solid.nearest(p[0], p[1], p[2], seed),
    outside: (x, y) => {
      const e = outlineNearest(outline, x, y)
      return { distance: e.distance, way: [e.nx, e.ny] }
    },
    convex: outline.convex,
    ...(outline.convex ? {} : { nearestAll: (p, reach) => shapeOf(stone).index.nearestAll(p, reach) }),
    low: [outline.left, outline.bottom, solid.back],
    high: [outline.right, outline.top, solid.apex],
    centre: centreOfMass(solid),
    size: Math.max(stone.length, stone.width, stone.depth) / 2,
  }
}

/** Any closed surface of triangles as it is held, its mass spread evenly. */
export function heldMesh(index: MeshIndex, centre: Vec3, convex = false): Held {
  let low: [number, number, number] = [Infinity, Infinity, Infinity]
  let high: [number, number, number] = [-Infinity, -Infinity, -Infinity]
  const { positions } = index.mesh
  for (let i = 0; i < positions.length; i += 3) {
    low = [0, 1, 2].map((k) => Math.min(low[k]!, positions[i + k]!)) as typeof low
    high = [0, 1, 2].map((k) => Math.max(high[k]!, positions[i + k]!)) as typeof high
  }
  return {
    nearest: (p) => index.nearest(p),
    convex,
    nearestAll: (p, reach) => index.nearestAll(p, reach),
    low,
    high,
    centre,
    size: Math.max(...[0, 1, 2].map((k) => high[k]! - low[k]!)) / 2,
  }
}
