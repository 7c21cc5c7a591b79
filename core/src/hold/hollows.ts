import type { Mesh, Vec2, Vec3 } from '../geom/index.js'
import { outlineHull, outlineNearest, outlinePoints, type Body } from '../stone/index.js'

/** An outline inside its taut string by less than this is not hollow there, mm; so near by its points are taken. */
const HOLLOW = 0.01
const SAMPLED = 0.02
/** Slices of each stretch of a body that are looked at. */
const SLICES = 24

const slicesOf = ({ stretches }: Body) =>
  stretches.flatMap((s) => Array.from({ length: SLICES + 1 }, (_, i) => s.at(i / SLICES)))

/** How far a surface of triangles reaches in a direction (a unit vector): the greatest m · x over its corners, mm. */
export const meshSupport =
  ({ positions }: Mesh) =>
  ([x, y, z]: Vec3): number => {
    let most = -Infinity
    for (let i = 0; i < positions.length; i += 3) {
      const d = x * positions[i]! + y * positions[i + 1]! + z * positions[i + 2]!
      if (d > most) most = d
    }
    return most
  }

/** A box round a hollow of an outline. */
type Box = readonly [low: Vec2, high: Vec2]

/** Boxes in plan that hold all hollows of a body: elsewhere it is as its taut string, and a place has one nearest place on it. */
function hollowBoxes({ outline, ...body }: Body): Box[] {
  const hull = outlineHull(outline!)
  const points = outlinePoints(outline!, SAMPLED)
  const hollow = points.map(([x, y]) => outlineNearest(hull, x, y).distance < -HOLLOW)
  const boxes: Box[] = []
  // from a place where the string touches on, so that no hollow is parted
  const first = hollow.indexOf(false)
  let own: Vec2[] = []
  for (let k = 0; k <= points.length; k++) {
    const i = (first + k) % points.length
    const [before, next] = [
      hollow[(i + points.length - 1) % points.length]!,
      hollow[(i + 1) % points.length]!,
    ]
    if (hollow[i] || before || next) own.push(points[i]!)
    else if (own.length > 0) {
      boxes.push(boxOf(own))
      own = []
    }
  }
  if (own.length > 0) boxes.push(boxOf(own))
  // smaller slices carry their hollows inward
  const slices = slicesOf({ outline, ...body })
  const least = (of: 'u' | 'v') => Math.min(...slices.map((s) => s[of]))
  const [u, v] = [least('u'), least('v')]
  return boxes.map(([low, high]) => boxOf([low, high, [u * low[0], v * low[1]], [u * high[0], v * high[1]]]))
}

const boxOf = (points: readonly Vec2[]): Box => [
  [Math.min(...points.map((p) => p[0])), Math.min(...points.map((p) => p[1]))],
  [Math.max(...points.map((p) => p[0])), Math.max(...points.map((p) => p[1]))],
]

/** Does a place lie within reach of any hollow of a body that lies round its outline. Undefined where hollows are not only in its outline. */
export function nearHollow(body: Body): ((p: Vec3, reach: number) => boolean) | undefined {
  if (!body.outline || body.axis !== 'z' || body.holes.length > 0) return undefined
  let boxes: Box[] | undefined
  return ([x, y], reach) =>
    (boxes ??= hollowBoxes(body)).some(
      ([low, high]) => x > low[0] - reach && x < high[0] + reach && y > low[1] - reach && y < high[1] + reach,
    )
}
