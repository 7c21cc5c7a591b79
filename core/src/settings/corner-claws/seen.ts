import { remember } from '../../geom/index.js'
import { pathLength, stationsOf, type Path } from '../../path/index.js'
import { bodyBox, bodyOf, outlineNearest } from '../../stone/index.js'
import { coveredShare } from '../shared/covered.js'
import { armHalves } from './arms.js'
import type { ClawGeometry } from './geometry.js'
import { clawSides, SIDES, type Clawed } from './options.js'

interface Seen {
  readonly path: Path
  readonly size: number
  readonly claw: boolean
}
const seen = remember<ClawGeometry, Map<string, readonly Seen[]>>(8)

/** Every wire's path with its thickness. */
function pathsOf(g: ClawGeometry, claws: Clawed): readonly Seen[] {
  const known = seen(g, () => new Map())
  let found = known.get(claws)
  if (!found) {
    const arms = [
      ...SIDES.map((side) => ['seat', side] as const),
      ...clawSides(claws).map((side) => ['claw', side] as const),
    ]
    found = arms.flatMap(([tier, side]) => {
      const { left, right } = armHalves(g, tier, side)
      return [left, right].map((half): Seen => ({
        path: { segments: half.flatMap((s) => s.segments) },
        size: tier === 'seat' ? g.shape.size : g.shape.clawSize,
        claw: tier === 'claw',
      }))
    })
    known.set(claws, found)
  }
  return found
}

/** From end to end of wires and stone along an axis, mm. */
export function extentOf(g: ClawGeometry, axis: 'x' | 'y' | 'z', claws: Clawed): number {
  const k = axis === 'x' ? 0 : axis === 'y' ? 1 : 2
  const box = bodyBox(bodyOf(g.shape.stone))
  let [low, high] = [box[`${axis}0`], box[`${axis}1`]]
  for (const { path, size } of pathsOf(g, claws))
    for (const { at } of stationsOf(path, 0, pathLength(path), 0.1)) {
      low = Math.min(low, at.p[k] - size / 2)
      high = Math.max(high, at.p[k] + size / 2)
    }
  return high - low
}

/** Share of the stone's face before which no wire lies. */
export function faceShown(g: ClawGeometry, claws: Clawed): number {
  const { outline } = g
  return (
    1 -
    coveredShare({
      // what lies under the girdle hides nothing
      wires: pathsOf(g, claws).filter((x) => x.claw),
      inside: (x, y) => outlineNearest(outline, x, y).distance < 0,
      box: { x0: outline.left, x1: outline.right, y0: outline.bottom, y1: outline.top },
      above: 0,
    })
  )
}
