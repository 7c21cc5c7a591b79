import {
  inPiece,
  isWound,
  liesPlain,
  reachOf,
  seatedStones,
  sectionAt,
  type Design,
  type SeatedStone,
} from '../../design/index.js'
import { along, corner, remember, type Vec3 } from '../../geom/index.js'
import { pathLength, stationsOf, type Path } from '../../path/index.js'
import {
  bodyBox,
  bodyOf,
  fullStone,
  outlinePoints,
  shapeOf,
  silhouette,
  type FullStone,
} from '../../stone/index.js'
import { binderHeight } from '../shared/bind.js'
import { coveredShare } from '../shared/covered.js'

/** Places on a wire are looked at this far apart, mm: between them an arc of 1 mm stands out by 0.008 mm. */
const SPACING = 0.25
const walks = remember<Path, ReturnType<typeof stationsOf>>(64)
/** Places along a whole path, looked at once for extents and face. */
const walked = (path: Path) => walks(path, () => stationsOf(path, 0, pathLength(path), SPACING))
const AXES: Readonly<Record<'x' | 'y' | 'z', Vec3>> = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] }

type Box = Readonly<Record<'x' | 'y' | 'z', readonly [low: number, high: number]>>
const boxes = remember<Design, Box>(8)

/** How far the wires with what is wound round them, beads and the stone reach along each axis. */
function boxOf(design: Design, stone: FullStone): Box {
  const box = { x: [Infinity, -Infinity], y: [Infinity, -Infinity], z: [Infinity, -Infinity] }
  const take = (p: Vec3): void =>
    (['x', 'y', 'z'] as const).forEach((id, k) => {
      box[id] = [Math.min(box[id][0]!, p[k]!), Math.max(box[id][1]!, p[k]!)]
    })
  for (const { stone: own, seat } of seatedStones({ design, stone })) {
    const full = own === stone ? stone : fullStone(own)
    if (liesPlain(seat)) {
      const b = bodyBox(bodyOf(full))
      take([b.x0, b.y0, b.z0])
      take([b.x1, b.y1, b.z1])
    } else {
      const { mesh } = shapeOf(full)
      const place = inPiece(seat)
      for (let i = 0; i < mesh.positions.length / 3; i++) take(place(corner(mesh, i)))
    }
  }
  for (const wire of design.wires) {
    const bound = design.joints
      .filter(isWound)
      .flatMap((j) =>
        j.members.filter((m) => m.wire === wire.id).map((m) => ({ ...m, high: binderHeight(j.binder) })),
      )
    // what lies inside by more than the wire and what is wound on it reaches no farther
    const most = wire.stock.size.mm + Math.max(0, ...bound.map((b) => b.high))
    const within = (v: number, [low, high]: readonly number[]): boolean => v - most > low! && v + most < high!
    const inside = ([x, y, z]: Vec3): boolean => within(x, box.x) && within(y, box.y) && within(z, box.z)
    for (const { s, at } of walked(wire.path)) {
      if (inside(at.p)) continue
      const section = sectionAt(wire, s, at.t)
      let over = 0
      for (const b of bound) if (s >= b.s0 && s <= b.s1 && b.high > over) over = b.high
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

/** A stone's face as it is seen from the front: which places lie in it, and its box. */
interface Face {
  readonly inside: (x: number, y: number) => boolean
  readonly box: Parameters<typeof coveredShare>[0]['box']
}

/** An outline is taken as a polygon that lies so near to it, mm. */
const AS_FINE = 0.005

function faceOf(stone: FullStone, seat: SeatedStone): Face {
  const body = bodyOf(stone)
  const { outline } = body
  if (outline && liesPlain(seat))
    return {
      inside: insideOf(outlinePoints(outline, AS_FINE)),
      box: { x0: outline.left, x1: outline.right, y0: outline.bottom, y1: outline.top },
    }
  const { mesh } = shapeOf(stone)
  if (liesPlain(seat)) return { inside: insideOf(silhouette(mesh, 'front')), box: bodyBox(body) }
  const place = inPiece(seat)
  const positions = Float64Array.from({ length: mesh.positions.length })
  for (let i = 0; i < positions.length / 3; i++) positions.set(place(corner(mesh, i)), 3 * i)
  const polygon = silhouette({ ...mesh, positions }, 'front')
  const [xs, ys] = [polygon.map((p) => p[0]), polygon.map((p) => p[1])]
  return {
    inside: insideOf(polygon),
    box: { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) },
  }
}

const POINT = 1e-3

/** Share (0 to 1) of the stones' faces before which no wire, bead or ball lies. */
export function faceShown(design: Design, stone: FullStone): number {
  const wires = design.wires.map((w) => ({
    points: walked(w.path).map((x) => x.at.p),
    size: w.stock.size.mm,
  }))
  // a bead or a ball is as a wire of its width that hardly goes anywhere
  const round = design.accents.map(({ centre, radius }) => ({
    points: [centre, along(centre, [1, 0, 0], POINT)],
    size: 2 * radius,
  }))
  const faces = seatedStones({ design, stone }).map((s) =>
    faceOf(s.stone === stone ? stone : fullStone(s.stone), s.seat),
  )
  const all = (of: (f: Face) => number): number[] => faces.map(of)
  const box = {
    x0: Math.min(...all((f) => f.box.x0)),
    x1: Math.max(...all((f) => f.box.x1)),
    y0: Math.min(...all((f) => f.box.y0)),
    y1: Math.max(...all((f) => f.box.y1)),
  }
  // of a row of small stones the raster goes by the smallest
  const small = Math.min(...all(({ box: b }) => Math.min(b.x1 - b.x0, b.y1 - b.y0)))
  const inside: Face['inside'] = (x, y) => faces.some((f) => f.inside(x, y))
  // what lies under the stone's edge hides nothing
  return 1 - coveredShare({ wires: [...wires, ...round], inside, box, above: 0, small })
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
    let isIn = false
    for (const at of crossings) if (at > x) isIn = !isIn
    return isIn
  }
}
