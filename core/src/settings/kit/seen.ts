import { isWound, reachOf, sectionAt, type Design } from '../../design/index.js'
import { remember, type Vec3 } from '../../geom/index.js'
import { pathLength, stationsOf } from '../../path/index.js'
import { bodyBox, bodyOf, outlineNearest, shapeOf, silhouette, type FullStone } from '../../stone/index.js'
import { binderHeight } from '../shared/bind.js'
import { coveredShare } from '../shared/covered.js'

/** Places on a wire are looked at this far apart, mm: between them an arc of 1 mm stands out by 0.001 mm. */
const SPACING = 0.1
const AXES: Readonly<Record<'x' | 'y' | 'z', Vec3>> = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] }

type Box = Readonly<Record<'x' | 'y' | 'z', readonly [low: number, high: number]>>
const boxes = remember<Design, Box>(8)

/** How far the wires with what is wound round them, beads and the stone reach along each axis. */
function boxOf(design: Design, stone: FullStone): Box {
  const own = bodyBox(bodyOf(stone))
  const box = { x: [own.x0, own.x1], y: [own.y0, own.y1], z: [own.z0, own.z1] }
  for (const wire of design.wires) {
    const bound = design.joints
      .filter(isWound)
      .flatMap((j) =>
        j.members.filter((m) => m.wire === wire.id).map((m) => ({ ...m, high: binderHeight(j.binder) })),
      )
    for (const { s, at } of stationsOf(wire.path, 0, pathLength(wire.path), SPACING)) {
      const section = sectionAt(wire, s, at.t)
      const over = Math.max(0, ...bound.filter((b) => s >= b.s0 && s <= b.s1).map((b) => b.high))
      for (const [k, id] of (['x', 'y', 'z'] as const).entries()) {
        const n = AXES[id]
        const range = box[id]
        range[0] = Math.min(range[0]!, at.p[k]! - reachOf(section, n) - over)
        range[1] = Math.max(range[1]!, at.p[k]! + reachOf(section, [-n[0], -n[1], -n[2]]) + over)
      }
    }
  }
  for (const { centre, radius } of design.accents)
    for (const [k, id] of (['x', 'y', 'z'] as const).entries()) {
      box[id][0] = Math.min(box[id][0]!, centre[k]! - radius)
      box[id][1] = Math.max(box[id][1]!, centre[k]! + radius)
    }
  return box as unknown as Box
}

/** From end to end of stone, wires and what is bound round them along an axis, mm. */
export function extentOf(design: Design, stone: FullStone, axis: 'x' | 'y' | 'z'): number {
  const [low, high] = boxes(design, () => boxOf(design, stone))[axis]
  return high - low
}

/** Share (0 to 1) of the stone's face before which no wire lies. */
export function faceShown(design: Design, stone: FullStone): number {
  const { outline } = bodyOf(stone)
  const box = outline
    ? { x0: outline.left, x1: outline.right, y0: outline.bottom, y1: outline.top }
    : bodyBox(bodyOf(stone))
  const wires = design.wires.map((w) => ({ path: w.path, size: w.stock.size.mm }))
  const inside = outline
    ? (x: number, y: number) => outlineNearest(outline, x, y).distance < 0
    : insideOf(silhouette(shapeOf(stone).mesh, 'front'))
  // what lies under the stone's edge hides nothing
  return 1 - coveredShare({ wires, inside, box, above: 0 })
}

/** Does a place lie in a polygon: how often a line from it to the right crosses the edge. Asked row by row, each row's crossings are found once. */
function insideOf(polygon: readonly (readonly [number, number])[]): (x: number, y: number) => boolean {
  let row = NaN
  let crossings: number[] = []
  return (x, y) => {
    if (y !== row) {
      row = y
      crossings = polygon.flatMap(([ax, ay], i) => {
        const [bx, by] = polygon[(i + 1) % polygon.length]!
        return ay > y !== by > y ? [ax + ((y - ay) * (bx - ax)) / (by - ay)] : []
      })
    }
    return crossings.filter((at) => at > x).length % 2 === 1
  }
}
