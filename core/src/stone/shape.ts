import {
  convexHull,
  drill,
  enclosingCircle,
  girth,
  indexMesh,
  massProperties,
  meshVolume,
  planeAxes,
  sectionLoops,
  shadowHull,
  type MassProperties,
  type Mesh,
  type MeshIndex,
  type Plane,
  type Vec2,
  type Vec3,
} from '../geom/index.js'
import { bodyOf, bodyVolume, type Body } from './body.js'
import { wholeMesh } from './bodyMesh.js'
import { outlinePoints, type Outline } from './outline.js'
import { ALL_MEASURES, type FullStone } from './stone.js'

/** How far a stone's triangles may lie from its surface, mm. */
export const MESH_TOLERANCE = 0.01
/** The same where only a drill hole's chords are asked: they are a small part of the stone. */
const CHORD_TOLERANCE = 0.04

/** A stone as a solid: its body, its surface in triangles, and what is asked of it. Made when first asked for. */
export interface Shape {
  readonly stone: FullStone
  readonly body: Body
  readonly mesh: Mesh
  readonly index: MeshIndex
  readonly mass: MassProperties
  readonly figures: ShapeFigures
}

const keyOf = (s: FullStone, tolerance: number): string =>
  JSON.stringify([
    tolerance,
    s.kind,
    s.outline,
    s.form,
    s.way,
    s.length,
    s.width,
    s.depth,
    ALL_MEASURES.map((m) => s[m]),
    s.points,
    s.sections,
    s.faces,
  ])

const known = new Map<string, Shape>()
const MOST_KNOWN = 24

/** The solid of a measured stone; the last few are remembered. @throws RangeError for measures that enclose nothing */
export function shapeOf(stone: FullStone, tolerance = MESH_TOLERANCE): Shape {
  const key = keyOf(stone, tolerance)
  const old = known.get(key)
  if (old) return old
  const body = bodyOf(stone)
  let mesh: Mesh | undefined
  let index: MeshIndex | undefined
  let mass: MassProperties | undefined
  let figures: ShapeFigures | undefined
  const made: Shape = {
    stone,
    body,
    get mesh() {
      return (mesh ??= body.holes.reduce(
        (m, hole) => drill(m, hole.through, hole.along, hole.diameter, tolerance),
        body.holes.length > 0 ? shapeOf({ ...stone, hole: 0 }, tolerance).mesh : wholeMesh(body, tolerance),
      ))
    },
    get index() {
      return (index ??= indexMesh(made.mesh))
    },
    get mass() {
      return (mass ??= massProperties(made.mesh))
    },
    get figures() {
      return (figures ??= workOutFigures(made))
    },
  }
  if (known.size >= MOST_KNOWN) known.clear()
  known.set(key, made)
  return made
}

/**
 * Volume that the drill holes take from a stone, mm³: what the triangles lose when they are drilled (a hole's flat sides enclose the
 * circle's own area).
 */
export function holeVolume(stone: FullStone): number {
  const shape = shapeOf(stone)
  return shape.body.holes.length === 0 ? 0 : meshVolume(undrilled(shape).mesh) - meshVolume(shape.mesh)
}

/** The stone as it was before it was drilled. */
const undrilled = ({ stone, body }: Shape): Shape =>
  body.holes.length > 0 ? shapeOf({ ...stone, hole: 0 }) : shapeOf(stone)

/** Figures of a stone that hang on its whole shape. mm, mm³. */
export interface ShapeFigures {
  /** Round the outline as it runs, hollows and all. */
  readonly edge: number
  /** A taut string round the edge, over length and depth, over width and depth. */
  readonly edgeGirth: number
  readonly girthLength: number
  readonly girthWidth: number
  readonly volume: number
}

/** The plane that a girth is taken in: edge (seen from the front), lengthwise, or crosswise at the widest place. */
export function girthPlane(stone: FullStone, which: 'edge' | 'length' | 'width'): Plane {
  if (which === 'edge') return { normal: [0, 0, 1], offset: 0 }
  if (which === 'length') return { normal: [1, 0, 0], offset: 0 }
  // a crystal is measured half-way up its shaft: its base may be broken off aslant
  if (stone.kind === 'crystal') return { normal: [0, 1, 0], offset: (stone.shoulder - stone.length) / 2 }
  const { body } = shapeOf(stone)
  const across = body.outline ? widestAcross(body.outline) : 0
  return { normal: [0, 1, 0], offset: body.axis === 'y' ? widestHeight(body) : across }
}

/** The taut string of a girth as a closed line in the piece's frame, to be drawn. */
export function girthString(stone: FullStone, which: 'edge' | 'length' | 'width'): Vec3[] {
  const plane = girthPlane(stone, which)
  const [u, v] = planeAxes(plane.normal)
  const { mesh } = shapeOf(stone.hole > 0 ? { ...stone, hole: 0 } : stone, CHORD_TOLERANCE)
  const points = sectionLoops(mesh, plane).flat()
  if (points.length === 0) return []
  return convexHull(points).map(([a, b]): Vec3 => [
    a * u[0] + b * v[0] + plane.offset * plane.normal[0],
    a * u[1] + b * v[1] + plane.offset * plane.normal[1],
    a * u[2] + b * v[2] + plane.offset * plane.normal[2],
  ])
}

/** An outline's points are true to this share of its length: places whose widths differ by less are alike. */
const ALIKE = 2e-4

/** Where along its length an outline is widest, mm; the middle of that place where it goes on: a heart across its lobes, a triangle near its base. */
function widestAcross(outline: Outline): number {
  const alike = ALIKE * (outline.top - outline.bottom)
  const points = outlinePoints(outline, alike)
  const widthAt = (y: number): number => {
    let [left, right] = [Infinity, -Infinity]
    points.forEach((a, i) => {
      const b = points[(i + 1) % points.length]!
      if (a[1] === b[1] || Math.min(a[1], b[1]) > y || Math.max(a[1], b[1]) < y) return
      const x = a[0] + ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1])
      left = Math.min(left, x)
      right = Math.max(right, x)
    })
    return right - left
  }
  const heights = points.map((p) => p[1])
  const widths = heights.map(widthAt)
  const most = Math.max(...widths)
  const widest = heights.filter((_, i) => widths[i]! > most - 2 * alike)
  const middle = (Math.min(...widest) + Math.max(...widest)) / 2
  // what is alike above and below its middle is widest there
  return Math.abs(middle) < 2 * alike ? 0 : middle
}

/** Height of the widest slice of a turned or grown body; the middle of it where it is a stretch. */
function widestHeight(body: Body): number {
  let most = 0
  const heights: number[] = []
  for (const { at } of body.stretches)
    for (let i = 0; i <= 64; i++) {
      const s = at(i / 64)
      if (s.u > most + 1e-9) {
        most = s.u
        heights.length = 0
      }
      if (s.u > most - 1e-9) heights.push(s.h)
    }
  return (Math.min(...heights) + Math.max(...heights)) / 2
}

/** All figures of a stone's shape, whatever its kind. @example figuresOf(fullStone(ball30)).volume // 14113.6 */
export const figuresOf = (stone: FullStone): ShapeFigures => shapeOf(stone).figures

function workOutFigures(shape: Shape): ShapeFigures {
  const { body, stone } = shape
  // a string is laid over a drill hole, not into it
  const { mesh } = undrilled(shape)
  const at = (which: 'edge' | 'length' | 'width') => girth(mesh, girthPlane(stone, which))
  const slanted = body.stretches.some((s) => s.at(0).slant || s.at(1).slant)
  const whole = slanted || stone.kind === 'crystal' ? meshVolume(mesh) : bodyVolume(body).volume
  const edge = body.outline?.arcs.reduce((sum, k) => sum + (k.to - k.from) * k.r, 0)
  const edgeGirth = edge !== undefined && body.outline!.convex ? edge : at('edge')
  return {
    edge: edge ?? edgeGirth,
    edgeGirth,
    girthLength: at('length'),
    girthWidth: at('width'),
    volume: whole - holeVolume(stone),
  }
}

/**
 * Smallest round hole that the stone passes through without being turned on the way: the smallest circle round its shadow, over all
 * directions of travel (a fan over the half sphere, then closer round the best). mm. Turned on the way it may pass a smaller one.
 */
export function smallestHole(mesh: Mesh): number {
  // corners that can lie on a shadow's edge: those farthest in many directions
  const many = halfSphere(160)
  const corners = new Map<number, Vec3>()
  for (const d of many.flatMap((d): Vec3[] => [d, [-d[0], -d[1], -d[2]]])) {
    let best = -Infinity
    let at = 0
    for (let i = 0; i < mesh.positions.length; i += 3) {
      const k = mesh.positions[i]! * d[0] + mesh.positions[i + 1]! * d[1] + mesh.positions[i + 2]! * d[2]
      if (k > best) {
        best = k
        at = i
      }
    }
    corners.set(at, [mesh.positions[at]!, mesh.positions[at + 1]!, mesh.positions[at + 2]!])
  }
  const points = [...corners.values()]
  const across = (d: Vec3): number => {
    const [u, v] = planeAxes(d)
    const flat = points.map((p): Vec2 => [
      p[0] * u[0] + p[1] * u[1] + p[2] * u[2],
      p[0] * v[0] + p[1] * v[1] + p[2] * v[2],
    ])
    return 2 * enclosingCircle(flat).radius
  }
  let best: Vec3 = [0, 0, 1]
  let least = Infinity
  const ask = (d: Vec3) => {
    const size = Math.hypot(...d)
    const e: Vec3 = [d[0] / size, d[1] / size, d[2] / size]
    const w = across(e)
    if (w < least) {
      least = w
      best = e
    }
  }
  for (const d of [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ] as const)
    ask(d)
  for (const d of many) ask(d)
  for (let reach = 0.12; reach > 0.002; reach /= 2)
    for (let i = 0; i < 8; i++) {
      const [u, v] = planeAxes(best)
      const [c, s] = [reach * Math.cos((Math.PI * i) / 4), reach * Math.sin((Math.PI * i) / 4)]
      ask([best[0] + c * u[0] + s * v[0], best[1] + c * u[1] + s * v[1], best[2] + c * u[2] + s * v[2]])
    }
  // the hull of the whole shadow in the best direction: corners left out can only make it larger
  return 2 * enclosingCircle(shadowHull(mesh, best)).radius
}

/** Directions spread evenly over half a sphere (a spiral of golden turns). */
function halfSphere(n: number): Vec3[] {
  return Array.from({ length: n }, (_, i): Vec3 => {
    const z = (i + 0.5) / n
    const r = Math.sqrt(1 - z * z)
    const a = i * Math.PI * (3 - Math.sqrt(5))
    return [r * Math.cos(a), r * Math.sin(a), z]
  })
}

/** A narrow place of a turned or grown stone, or of an outline: where, how wide, and how far it lies under what is round it. mm */
export interface Waist {
  readonly at: number
  readonly across: number
  readonly deep: number
}

/** Narrow places along the stone's length, from the foot up: those that are at least 0.1 mm narrower than both neighbours. */
export function waistsOf(stone: FullStone): Waist[] {
  const shape = shapeOf({ ...stone, hole: 0 })
  const n = 160
  const half = stone.length / 2
  const middle =
    shape.body.axis === 'z' && shape.body.outline
      ? (shape.body.outline.top + shape.body.outline.bottom) / 2
      : 0
  const widths: { at: number; across: number }[] = []
  // a turned stone is narrowest where it was measured: at the ends of its stretches
  const edges = shape.body.axis === 'y' ? shape.body.stretches.map((k) => k.at(0).h) : []
  const heights = [
    ...edges,
    ...Array.from({ length: n - 1 }, (_, i) => middle - half + (stone.length * (i + 1)) / n),
  ]
  for (const y of heights.sort((a, b) => a - b)) {
    const xs = sectionLoops(shape.mesh, { normal: [0, 1, 0], offset: y }).flatMap((loop) =>
      loop.map((p) => p[0]),
    )
    if (xs.length > 0) widths.push({ at: y - (middle - half), across: Math.max(...xs) - Math.min(...xs) })
  }
  const out: Waist[] = []
  for (let i = 1; i + 1 < widths.length; i++) {
    const w = widths[i]!
    if (!(w.across <= widths[i - 1]!.across && w.across < widths[i + 1]!.across)) continue
    const below = Math.max(...widths.slice(0, i).map((x) => x.across))
    const above = Math.max(...widths.slice(i + 1).map((x) => x.across))
    const deep = (Math.min(below, above) - w.across) / 2
    if (deep >= 0.05) out.push({ ...w, deep })
  }
  return out
}

/** How much narrower the stone becomes per mm of height, from its widest place up and down: half the width lost over the height. */
export function taperOf(stone: FullStone): { readonly up: number; readonly down: number } {
  const { body } = shapeOf(stone)
  if (body.axis !== 'y') return { up: 0, down: 0 }
  const slices = body.stretches.flatMap((s) => [s.at(0), s.at(1)])
  const widest = slices.reduce((a, b) => (b.u > a.u ? b : a))
  const half = (body.section.box.right - body.section.box.left) / 2
  const slope = (end: (typeof slices)[number]) =>
    Math.abs(end.h - widest.h) < 1e-9 ? 0 : ((widest.u - end.u) * half) / Math.abs(end.h - widest.h)
  const shoulder = slices.filter((s) => s.u > 0)
  return {
    up: slope(shoulder.reduce((a, b) => (b.h > a.h ? b : a))),
    down: slope(shoulder.reduce((a, b) => (b.h < a.h ? b : a))),
  }
}

/** Outline of the flat on which a stone lies, seen from the front, as points; none where its back is no flat. */
export function footprint(stone: FullStone): Vec2[] {
  const { body } = shapeOf(stone)
  if (body.axis !== 'z') return []
  const s = body.stretches[0]!.at(0)
  if (s.u === 0) return []
  return body.section.points(MESH_TOLERANCE).map(([x, y]): Vec2 => [x * s.u, y * s.v])
}

/** Slopes of a faceted stone's crown and pavilion against its girdle plane, crosswise, degrees. */
export function facetAngles(stone: FullStone): { readonly crown: number; readonly pavilion: number } {
  const inset = stone.outline === 'square' || stone.outline === 'cut-corner' || stone.outline === 'cushion'
  const small = Math.min(stone.width, stone.length)
  const table = inset ? stone.width - (1 - stone.table / 100) * small : (stone.width * stone.table) / 100
  const culet = Math.max(stone.culet, inset ? stone.width - small + stone.culet : stone.culet)
  const degrees = (rise: number, run: number) => (Math.atan2(rise, run) * 180) / Math.PI
  return {
    crown: degrees(stone.crown, (stone.width - table) / 2),
    pavilion: degrees(stone.depth - stone.girdle - stone.crown, (stone.width - culet) / 2),
  }
}

/** Outline of the stone's shadow in a view, as a closed polygon with what is hollow kept along its length: rows of the widest reach. */
export function silhouette(mesh: Mesh, view: 'front' | 'side' | 'back', rows = 120): Vec2[] {
  const across = (i: number) =>
    view === 'front' ? mesh.positions[i]! : view === 'back' ? -mesh.positions[i]! : mesh.positions[i + 2]!
  let [low, high] = [Infinity, -Infinity]
  for (let i = 1; i < mesh.positions.length; i += 3) {
    low = Math.min(low, mesh.positions[i]!)
    high = Math.max(high, mesh.positions[i]!)
  }
  const lo = new Float64Array(rows + 1).fill(Infinity)
  const hi = new Float64Array(rows + 1).fill(-Infinity)
  // rows close together at the ends, where outlines turn
  const rowAt = (k: number) => low + ((high - low) * (1 - Math.cos((Math.PI * k) / rows))) / 2
  const rowOf = (y: number) =>
    (rows * Math.acos(Math.max(-1, Math.min(1, 1 - (2 * (y - low)) / (high - low))))) / Math.PI
  const put = (k: number, x: number) => {
    lo[k] = Math.min(lo[k]!, x)
    hi[k] = Math.max(hi[k]!, x)
  }
  for (let t = 0; t < mesh.triangles.length; t += 3)
    for (let k = 0; k < 3; k++) {
      const [a, b] = [3 * mesh.triangles[t + k]!, 3 * mesh.triangles[t + ((k + 1) % 3)]!]
      const [ya, yb, xa, xb] = [mesh.positions[a + 1]!, mesh.positions[b + 1]!, across(a), across(b)]
      const [r0, r1] = [rowOf(Math.min(ya, yb)), rowOf(Math.max(ya, yb))]
      for (let r = Math.ceil(r0 - 1e-9); r <= Math.floor(r1 + 1e-9); r++) {
        const y = rowAt(r)
        const u = Math.abs(yb - ya) < 1e-12 ? 0 : Math.max(0, Math.min(1, (y - ya) / (yb - ya)))
        put(r, xa + u * (xb - xa))
        if (Math.abs(yb - ya) < 1e-12) put(r, xb)
      }
    }
  const right: Vec2[] = []
  const left: Vec2[] = []
  for (let k = 0; k <= rows; k++) {
    if (hi[k]! < lo[k]!) continue
    right.push([hi[k]!, rowAt(k)])
    left.push([lo[k]!, rowAt(k)])
  }
  // an edge between two rows sticks out farther than both: the farthest place on either side is kept as well
  for (const [list, sign] of [
    [right, 1],
    [left, -1],
  ] as const) {
    let far = 0
    for (let i = 3; i < mesh.positions.length; i += 3)
      if (sign * across(i) > sign * across(far) + 1e-9) far = i
    const y = mesh.positions[far + 1]!
    const k = list.findIndex((p) => p[1] > y + 1e-9)
    if (k > 0) list.splice(k, 0, [across(far), y])
  }
  return [...right, ...left.reverse()]
}

/** Length of a taut string round the stone in any plane, mm. */
export const girthRound = (stone: FullStone, plane: Plane): number => girth(shapeOf(stone).mesh, plane)

/** How hollow a flat outline is: the deepest that its edge lies under a straight rule laid across, mm. */
export function hollowOf(points: readonly Vec2[]): number {
  const hull = convexHull(points)
  let most = 0
  for (const p of points) {
    let nearest = Infinity
    hull.forEach((a, i) => {
      const b = hull[(i + 1) % hull.length]!
      const l = Math.hypot(b[0] - a[0], b[1] - a[1])
      if (l === 0) return
      nearest = Math.min(nearest, Math.abs((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) / l)
    })
    most = Math.max(most, nearest)
  }
  return most
}
