import {
  bodyBox,
  convexHull,
  cross,
  dot,
  inPiece,
  norm,
  shapeOf,
  silhouette,
  sub,
  unit,
  type FullStone,
  type SeatedStone,
  type Slice,
  type Stretch,
  type Vec2,
  type Vec3,
} from '@verger/core'
import { project, type View } from './project.js'

/** Triangles coarse enough to be drawn at once, and lines fine enough to look smooth: at most, mm, and as a share of the stone. */
const DRAWN = { most: 0.05, share: 0.0025 } as const
const SMOOTH = { most: 0.02, share: 0.0008 } as const
const within = (k: { readonly most: number; readonly share: number }, stone: FullStone): number =>
  Math.min(k.most, k.share * Math.max(stone.length, stone.width))

/** A stone in one view: its shadow, and the edges that are seen on it, as SVG path data in mm (sheet y is down). */
export interface StoneLines {
  readonly shadow: string
  readonly edges: string
  /** Drill hole and other hidden lines. */
  readonly hidden: string
  readonly box: { readonly x0: number; readonly x1: number; readonly y0: number; readonly y1: number }
}

const text = (v: number): string => v.toFixed(2)
const closed = (points: readonly Vec2[]): string =>
  points.length === 0 ? '' : `M${points.map(([x, y]) => `${text(x)} ${text(-y)}`).join('L')}Z`
const line = (a: Vec2, b: Vec2): string => `M${text(a[0])} ${text(-a[1])}L${text(b[0])} ${text(-b[1])}`

/** By the stone itself, and by its measures: the same stone is asked for again and again. */
const drawn = new WeakMap<FullStone, Partial<Record<View, StoneLines>>>()
const known = new Map<string, StoneLines>()
const MOST_KNOWN = 400

/** Lines of a stone in a view; the last few hundred are remembered, a tray asks for all of them. */
export function stoneLines(stone: FullStone, view: View): StoneLines {
  const views = drawn.get(stone) ?? {}
  if (views[view]) return views[view]
  const key = `${view} ${JSON.stringify({ ...stone, mineral: '' })}`
  let found = known.get(key)
  if (!found) {
    found = make(stone, view)
    if (known.size >= MOST_KNOWN) known.clear()
    known.set(key, found)
  }
  drawn.set(stone, { ...views, [view]: found })
  return found
}

/** Seen from the foot: the hull of its shadow, and what edges lie level in it. The sheet's y is z. */
function fromEnd(stone: FullStone): StoneLines {
  const { body, mesh } = shapeOf(stone, within(DRAWN, stone))
  const b = bodyBox(body)
  const points: Vec2[] = []
  for (let i = 0; i < mesh.positions.length; i += 3) points.push([mesh.positions[i]!, mesh.positions[i + 2]!])
  const { left, right } = body.section.box
  const level =
    body.axis === 'z'
      ? body.stretches.slice(1).flatMap((s, i) => (isCrease(body.stretches[i]!, s, right) ? [s.at(0)] : []))
      : []
  return {
    shadow: closed(convexHull(points)),
    edges: level.map((s) => line([left * s.u, s.h], [right * s.u, s.h])).join(''),
    hidden: '',
    box: { x0: b.x0, x1: b.x1, y0: -b.z1, y1: -b.z0 },
  }
}

/** Edges of triangles that meet at more than this are seen, cos of 12 degrees. */
const MEETS = Math.cos((12 * Math.PI) / 180)

/** The same of a stone that is turned and shifted in a piece: the hull of its shadow, and the creases on the side that is seen. */
export function seatedLines(stone: FullStone, view: View, seat: SeatedStone): StoneLines {
  const { mesh } = shapeOf(stone, within(DRAWN, stone))
  const place = inPiece(seat)
  const points: Vec3[] = []
  for (let i = 0; i < mesh.positions.length; i += 3)
    points.push(place([mesh.positions[i]!, mesh.positions[i + 1]!, mesh.positions[i + 2]!]))
  const flat = points.map((p) => project(view, p))
  const sheet = flat.map(([x, y]): Vec2 => [x, -y])
  const creases =
    stone.kind === 'faceted' || stone.kind === 'crystal' ? creasesOf(mesh.triangles, points, flat) : []
  const [xs, ys] = [flat.map((p) => p[0]), flat.map((p) => p[1])]
  return {
    shadow: closed(convexHull(sheet)),
    edges: creases.map(([i, j]) => line(sheet[i]!, sheet[j]!)).join(''),
    hidden: '',
    box: { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) },
  }
}

/** Edges between two triangles that are both seen and meet at an angle, as pairs of points. */
function creasesOf(
  triangles: ArrayLike<number>,
  points: readonly Vec3[],
  flat: readonly (readonly [number, number, number])[],
): (readonly [number, number])[] {
  const seen = new Map<string, { readonly n: Vec3; readonly pair: readonly [number, number] }>()
  const key = (i: number) => points[i]!.map((v) => v.toFixed(4)).join()
  const out: (readonly [number, number])[] = []
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [triangles[t]!, triangles[t + 1]!, triangles[t + 2]!]
    const n = cross(sub(points[b]!, points[a]!), sub(points[c]!, points[a]!))
    const [p, q, r] = [flat[a]!, flat[b]!, flat[c]!]
    // the sheet's y is down: what runs clockwise on it faces away
    if ((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]) >= 0 || norm(n) === 0) continue
    for (const [i, j] of [
      [a, b],
      [b, c],
      [c, a],
    ] as const) {
      const id = [key(i), key(j)].sort().join('|')
      const other = seen.get(id)
      if (other && dot(unit(n), other.n) < MEETS) out.push([i, j])
      seen.set(id, { n: unit(n), pair: [i, j] })
    }
  }
  return out
}

function make(stone: FullStone, view: View): StoneLines {
  if (view === 'end') return fromEnd(stone)
  const shape = shapeOf(stone, within(DRAWN, stone))
  const { body } = shape
  const b = bodyBox(body)
  const box =
    view === 'side'
      ? { x0: b.z0, x1: b.z1, y0: -b.y1, y1: -b.y0 }
      : { x0: view === 'back' ? -b.x1 : b.x0, x1: view === 'back' ? -b.x0 : b.x1, y0: -b.y1, y1: -b.y0 }
  const flip = view === 'back' ? -1 : 1
  const section = body.section.points(within(SMOOTH, stone))
  const ring = (s: Slice): Vec2[] => section.map(([x, y]): Vec2 => [flip * x * s.u, y * s.v])
  const { left, right, bottom, top } = body.section.box
  const shadow =
    body.axis === 'z' && view !== 'side'
      ? closed(ring({ h: 0, u: 1, v: 1 }))
      : closed(silhouette(shape.mesh, view))
  const edges: string[] = []
  const ends = body.stretches.map((s) => [s.at(0), s.at(1)] as const)
  const seams = body.stretches
    .slice(1)
    .flatMap((s, i) => (isCrease(body.stretches[i]!, s, right) ? [s.at(0)] : []))
  if (body.axis === 'z') {
    const cap = view === 'back' ? ends[0]![0] : ends[ends.length - 1]![1]
    if (view === 'side') for (const s of seams) edges.push(line([s.h, bottom * s.v], [s.h, top * s.v]))
    else {
      if (cap.u > 0 && cap.u < 0.999) edges.push(closed(ring(cap)))
      if (stone.kind === 'faceted') edges.push(...facetLines(section, cap, flip))
    }
  } else {
    const across = (s: Slice): readonly [number, number] =>
      view === 'side'
        ? [-top * s.v, -bottom * s.v]
        : view === 'back'
          ? [-right * s.u, -left * s.u]
          : [left * s.u, right * s.u]
    // seen straight from the front a turned edge is a line; inside a shell nothing is seen
    if (stone.kind !== 'shell')
      for (const s of seams) {
        const [x0, x1] = across(s)
        const tilt = (s.slant ?? 0) * (view === 'side' ? 0 : flip)
        edges.push(line([x0, s.h + tilt * x0], [x1, s.h + tilt * x1]))
      }
    if (stone.kind === 'crystal')
      for (const [a, c] of ends)
        for (const [x, z] of section) {
          // corners on the side that is looked at
          const seen = view === 'front' ? -z : view === 'back' ? z : -x
          if (seen < -1e-6) continue
          const at = (s: Slice): Vec2 =>
            view === 'side'
              ? [-z * s.v, s.h + (s.slant ?? 0) * x]
              : [flip * x * s.u, s.h + (s.slant ?? 0) * x]
          edges.push(line(at(a), at(c)))
        }
  }
  const hidden: string[] = []
  for (const hole of body.holes) {
    const r = hole.diameter / 2
    const [hx, hy, hz] = hole.through
    const [ax, ay, az] = hole.along
    const end = view === 'side' ? ax !== 0 : az !== 0
    if (end) {
      const c: Vec2 = view === 'side' ? [hz, hy] : [flip * hx, hy]
      edges.push(
        closed(
          Array.from({ length: 40 }, (_, i): Vec2 => {
            const a = (2 * Math.PI * i) / 40
            return [c[0] + r * Math.cos(a), c[1] + r * Math.sin(a)]
          }),
        ),
      )
    } else if (ay !== 0) for (const s of [-1, 1]) hidden.push(line([s * r, -box.y1], [s * r, -box.y0]))
    else for (const s of [-1, 1]) hidden.push(line([box.x0, hy + s * r], [box.x1, hy + s * r]))
  }
  return { shadow, edges: edges.join(''), hidden: hidden.join(''), box }
}

/** Do two stretches of a profile meet at an edge, or run on into each other. */
function isCrease(before: Stretch, after: Stretch, reach: number): boolean {
  const way = (a: Slice, b: Slice) => Math.atan2(b.h - a.h, (b.u - a.u) * reach)
  const d = way(before.at(0.999), before.at(1)) - way(after.at(0), after.at(0.001))
  return Math.abs(d - 2 * Math.PI * Math.round(d / (2 * Math.PI))) > CREASE
}
const CREASE = 0.2

/** From the table's corners to the girdle: the main facets, where the outline has no corners of its own eight of them. */
function facetLines(section: readonly Vec2[], cap: Slice, flip: number): string[] {
  const corners = sharpCorners(section)
  const from = corners.length >= 3 ? corners : eighths(section)
  return from.map(([x, y]) => line([flip * x * cap.u, y * cap.v], [flip * x, y]))
}

/** Middles of the stretches in which an outline turns sharply. */
function sharpCorners(section: readonly Vec2[]): Vec2[] {
  const n = section.length
  const turn = section.map((p, i) => {
    const [a, b] = [section[(i + n - 1) % n]!, section[(i + 1) % n]!]
    const t = Math.atan2(b[1] - p[1], b[0] - p[0]) - Math.atan2(p[1] - a[1], p[0] - a[0])
    return { p, t: t - 2 * Math.PI * Math.round(t / (2 * Math.PI)), l: Math.hypot(b[0] - a[0], b[1] - a[1]) }
  })
  const size = Math.max(...section.map(([x, y]) => Math.hypot(x, y)))
  const sharp = turn.map((k) => k.t / k.l > 2.2 / size)
  const out: Vec2[] = []
  let run: Vec2[] = []
  const start = sharp.indexOf(false)
  for (let i = 0; i <= n; i++) {
    const k = (start + i) % n
    if (sharp[k]) run.push(section[k]!)
    else if (run.length > 0) {
      out.push(run[run.length >> 1]!)
      run = []
    }
  }
  return out
}

const eighths = (section: readonly Vec2[]): Vec2[] =>
  Array.from({ length: 8 }, (_, i) => section[Math.round(((i + 0.5) * section.length) / 8) % section.length]!)
