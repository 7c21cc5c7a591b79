import {
  inPiece,
  isWound,
  liesPlain,
  reachOf,
  seatedStones,
  sectionAt,
  type Design,
  type SeatedStone,
  type SectionPose,
} from '../../design/index.js'
import { along, corner, remember, type Vec3 } from '../../geom/index.js'
import { walked } from '../../path/index.js'
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

const AXES = ['x', 'y', 'z'] as const
/** Along each axis, and back. */
const ALONG: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
]
const BACK = ALONG.map((n): Vec3 => [-n[0], -n[1], -n[2]])

type Box = Readonly<Record<'x' | 'y' | 'z', readonly [low: number, high: number]>>
const boxes = remember<Design, Box>(2)

/** How far the wires with what is wound round them, beads and the stone reach along each axis. */
function boxOf(design: Design, stone: FullStone): Box {
  const low = [Infinity, Infinity, Infinity]
  const high = [-Infinity, -Infinity, -Infinity]
  const take = (p: Vec3, by = 0): void => {
    for (let k = 0; k < 3; k++) {
      low[k] = Math.min(low[k]!, p[k]! - by)
      high[k] = Math.max(high[k]!, p[k]! + by)
    }
  }
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
    const walk = walked(wire.path)
    for (let i = 0; i < walk.count; i++) {
      const p = walk.point(i)
      let section: SectionPose | undefined
      let over = 0
      for (let k = 0; k < 3; k++) {
        const v = p[k]!
        if (v - most > low[k]! && v + most < high[k]!) continue
        if (!section) {
          const s = walk.s(i)
          section = sectionAt(wire, s, walk.direction(i))
          for (const b of bound) if (s >= b.s0 && s <= b.s1 && b.high > over) over = b.high
        }
        low[k] = Math.min(low[k]!, v - reachOf(section, ALONG[k]!) - over)
        high[k] = Math.max(high[k]!, v + reachOf(section, BACK[k]!) + over)
      }
    }
  }
  for (const { centre, radius } of design.accents) take(centre, radius)
  return Object.fromEntries(AXES.map((id, k) => [id, [low[k]!, high[k]!] as const])) as Box
}

/** From end to end of stone, wires and what is bound round them along an axis, mm. */
export function extentOf(design: Design, stone: FullStone, axis: 'x' | 'y' | 'z'): number {
  const [low, high] = boxes(design, () => boxOf(design, stone))[axis]
  return high - low
}

/** A stone's face as it is seen from the front: where it lies at a height, from and to along x, and its box. */
interface Face {
  readonly across: (y: number) => readonly number[]
  readonly box: Parameters<typeof coveredShare>[0]['box']
}

/** An outline is taken as a polygon that lies so near to it, mm. */
const AS_FINE = 0.005

function faceOf(stone: FullStone, seat: SeatedStone): Face {
  const body = bodyOf(stone)
  const { outline } = body
  if (outline && liesPlain(seat))
    return {
      across: acrossOf(outlinePoints(outline, AS_FINE)),
      box: { x0: outline.left, x1: outline.right, y0: outline.bottom, y1: outline.top },
    }
  const { mesh } = shapeOf(stone)
  if (liesPlain(seat)) return { across: acrossOf(silhouette(mesh, 'front')), box: bodyBox(body) }
  const place = inPiece(seat)
  const positions = Float64Array.from({ length: mesh.positions.length })
  for (let i = 0; i < positions.length / 3; i++) positions.set(place(corner(mesh, i)), 3 * i)
  const polygon = silhouette({ ...mesh, positions }, 'front')
  const [xs, ys] = [polygon.map((p) => p[0]), polygon.map((p) => p[1])]
  return {
    across: acrossOf(polygon),
    box: { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) },
  }
}

const POINT = 1e-3

/** Share (0 to 1) of the stones' faces before which no wire, bead or ball lies. */
export function faceShown(design: Design, stone: FullStone): number {
  const wires = design.wires.map((w) => ({
    points: walked(w.path).points(),
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
  // faces in order from the left, so that what lies in two of them is counted once
  const across: Face['across'] = (y) => pairsInOrder(faces.flatMap((f) => f.across(y)))
  // what lies under the stone's edge hides nothing
  return 1 - coveredShare({ wires: [...wires, ...round], across, box, above: 0, small })
}

/** Pairs of ends along a line, sorted by where each begins. */
const pairsInOrder = (ends: readonly number[]): readonly number[] =>
  ends.length <= 2
    ? ends
    : ends
        .flatMap((from, i) => (i % 2 === 0 ? [[from, ends[i + 1]!] as const] : []))
        .sort((a, b) => a[0] - b[0])
        .flat()

/** Where a level line lies in a polygon: from and to along x, in order. */
const acrossOf =
  (polygon: readonly (readonly [number, number])[]): Face['across'] =>
  (y) => {
    const crossings: number[] = []
    let a = polygon[polygon.length - 1]!
    for (let i = 0; i < polygon.length; i++) {
      const b = polygon[i]!
      if (a[1] > y !== b[1] > y) crossings.push(a[0] + ((y - a[1]) * (b[0] - a[0])) / (b[1] - a[1]))
      a = b
    }
    return crossings.sort((a, b) => a - b)
  }
