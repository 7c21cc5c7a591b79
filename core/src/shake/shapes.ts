import { sectionAt, spanOf, type Design } from '../design/index.js'
import { along, corner, cross, sub, type Mesh, type Vec3 } from '../geom/index.js'
import { pathLength, stationsOf } from '../path/index.js'
import { outlineOf, shapeOf, type FullStone } from '../stone/index.js'
import type { RigidShape } from './engine.js'

/** A wire's path is looked at every so many mm, and taken as straight while it stands off the chord by no more than OFF. */
const LOOK = 0.25
const OFF = 0.01
/** Pieces are no longer than this, mm: a twisted section is carried along by its ends. */
const LONGEST = 3
/** Fineness of the stone's hull, mm. */
const FINE = 0.02
/** A hollow stone is cut into so many wedges round its middle, each taken as convex; its triangles are that much finer. */
const FINER = 0.005
const WEDGES = 24

/** Which of the points a line of chords may go through, so that no point between stands off its chord by more than OFF. */
function chords(points: readonly Vec3[]): number[] {
  const picked = [0]
  let from = 0
  for (let to = 2; to < points.length; to++) {
    const [a, b] = [points[from]!, points[to]!]
    const way = sub(b, a)
    const length = Math.hypot(...way)
    const off = (p: Vec3) => Math.hypot(...cross(sub(p, a), way)) / length
    const straight = length < LONGEST && points.slice(from + 1, to).every((p) => off(p) < OFF)
    if (straight) continue
    from = to - 1
    picked.push(from)
  }
  picked.push(points.length - 1)
  return picked
}

/** A design's wires as rigid pieces: round ones as capsules, others as the hull of two sections. */
export function wireShapes(design: Design): RigidShape[] {
  return design.wires.flatMap((wire): RigidShape[] => {
    const { profile, size } = wire.stock
    const radius = spanOf(wire) / 2
    const all = stationsOf(wire.path, 0, pathLength(wire.path), LOOK)
    const list = chords(all.map((x) => x.at.p)).map((i) => all[i]!)
    if (profile === 'round' || wire.twist)
      return list.slice(1).map((x, i) => ({
        kind: 'capsule',
        from: list[i]!.at.p,
        to: x.at.p,
        radius,
      }))
    const half = size.mm / 2
    const corners = list.map(({ s, at }) => {
      const [u, v] = sectionAt(wire, s, at.t).axes
      return (profile === 'half-round' ? BACK : SIDES).map(([a, b]) =>
        along(along(at.p, u, a * half), v, b * half),
      )
    })
    return list.slice(1).map((_, i) => ({ kind: 'hull', points: [...corners[i]!, ...corners[i + 1]!] }))
  })
}
const SIDES = [
  [1, 1],
  [-1, 1],
  [-1, -1],
  [1, -1],
] as const
/** Half-round: its flat side, and its back in four chords. */
const BACK = [0, 0.25, 0.5, 0.75, 1].map((k) => [Math.sin(Math.PI * k), Math.cos(Math.PI * k)] as const)

/** A stone as rigid pieces: one hull, or wedges round its middle where its outline is hollow. Holes are filled: no wire of a setting goes loose in one. */
export function stoneShapes(stone: FullStone): RigidShape[] {
  const { convex } = outlineOf(stone)
  const { mesh } = shapeOf({ ...stone, hole: 0 }, convex ? FINE : FINER)
  const points = cornersOf(mesh)
  if (convex) return [{ kind: 'hull', points }]
  // a wedge holds the points of its sector and the middle line
  const wedges: Vec3[][] = Array.from({ length: WEDGES }, () => [])
  const step = (2 * Math.PI) / WEDGES
  for (const p of points) {
    const turn = (Math.atan2(p[1], p[0]) + 2 * Math.PI) / step
    wedges[Math.floor(turn) % WEDGES]!.push(p)
    // its neighbour's border as well, so that no slit opens between two of them
    wedges[(turn % 1 < 0.5 ? Math.floor(turn) + WEDGES - 1 : Math.floor(turn) + 1) % WEDGES]!.push(p)
  }
  // hollow outlines are seen whole from their middle, over which the stone is highest and under which it is deepest
  const heights = points.map((p) => p[2])
  const axis: Vec3[] = [
    [0, 0, Math.min(...heights)],
    [0, 0, Math.max(...heights)],
  ]
  return wedges.flatMap((w) => (w.length < 3 ? [] : [{ kind: 'hull', points: [...w, ...axis] } as const]))
}

const cornersOf = (mesh: Mesh): Vec3[] =>
  Array.from({ length: mesh.positions.length / 3 }, (_, i) => corner(mesh, i))
