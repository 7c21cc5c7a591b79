import { triangleOf, type Mesh } from './mesh.js'
import { add, cross, dot, norm, sub, type Vec3 } from './vec.js'

/** Nearest place of a surface: the point, the signed distance (negative inside), the outward direction there, and the triangle. */
export interface SurfacePoint {
  readonly q: Vec3
  readonly distance: number
  readonly m: Vec3
  readonly triangle: number
}

/** A surface made ready for many questions: a tree of boxes, and outward directions for corners and edges. */
export interface MeshIndex {
  readonly mesh: Mesh
  /** The nearest point of the surface. A triangle that is likely near makes it quick, and changes nothing. */
  nearest(p: Vec3, likely?: number): SurfacePoint
  /** Every local nearest point within `reach`: where the surface is hollow there are several. Nearest first. */
  nearestAll(p: Vec3, reach: number): SurfacePoint[]
  /** Distances along a ray at which it crosses the surface, ascending; t may be negative. */
  crossings(from: Vec3, along: Vec3): number[]
}

const LEAF = 6
/** A triangle of less height is a seam, mm. */
const THIN = 1e-4

/** Corners of all triangles one after the other: nine numbers each. */
function cornersOf({ positions, triangles }: Mesh): Float64Array {
  const out = new Float64Array(3 * triangles.length)
  for (let i = 0; i < triangles.length; i++)
    for (let k = 0; k < 3; k++) out[3 * i + k] = positions[3 * triangles[i]! + k]!
  return out
}

/**
 * Puts the closest point of a triangle to (x, y, z) and its squared distance into `spot`, and says whether it lies on a corner (0 to 2), an edge
 * (3 to 5: ab, bc, ca) or the face (6). `o` is where the triangle's corners begin. Written without arrays: it is asked a hundred thousand times a plan.
 */
function closest(
  corners: Float64Array,
  o: number,
  x: number,
  y: number,
  z: number,
  spot: Float64Array,
): number {
  const ax = corners[o]!
  const ay = corners[o + 1]!
  const az = corners[o + 2]!
  const abx = corners[o + 3]! - ax
  const aby = corners[o + 4]! - ay
  const abz = corners[o + 5]! - az
  const acx = corners[o + 6]! - ax
  const acy = corners[o + 7]! - ay
  const acz = corners[o + 8]! - az
  const px = x - ax
  const py = y - ay
  const pz = z - az
  const d1 = abx * px + aby * py + abz * pz
  const d2 = acx * px + acy * py + acz * pz
  // shares of both sides from the first corner
  let v = 0
  let w = 0
  let on = 0
  if (!(d1 <= 0 && d2 <= 0)) {
    const d3 = d1 - (abx * abx + aby * aby + abz * abz)
    const d4 = d2 - (acx * abx + acy * aby + acz * abz)
    const d5 = d1 - (abx * acx + aby * acy + abz * acz)
    const d6 = d2 - (acx * acx + acy * acy + acz * acz)
    const vc = d1 * d4 - d3 * d2
    const vb = d5 * d2 - d1 * d6
    const va = d3 * d6 - d5 * d4
    if (d3 >= 0 && d4 <= d3) {
      v = 1
      on = 1
    } else if (vc <= 0 && d1 >= 0 && d3 <= 0) {
      v = d1 / (d1 - d3)
      on = 3
    } else if (d6 >= 0 && d5 <= d6) {
      w = 1
      on = 2
    } else if (vb <= 0 && d2 >= 0 && d6 <= 0) {
      w = d2 / (d2 - d6)
      on = 5
    } else if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
      w = (d4 - d3) / (d4 - d3 + (d5 - d6))
      v = 1 - w
      on = 4
    } else {
      const k = 1 / (va + vb + vc)
      v = vb * k
      w = vc * k
      on = 6
    }
  }
  const ex = v * abx + w * acx
  const ey = v * aby + w * acy
  const ez = v * abz + w * acz
  spot[0] = ax + ex
  spot[1] = ay + ey
  spot[2] = az + ez
  const [dx, dy, dz] = [px - ex, py - ey, pz - ez]
  spot[3] = dx * dx + dy * dy + dz * dz
  return on
}

/**
 * Makes a surface ready for nearest points. The sign comes from normals weighted by angle at corners and edges (Baerentzen and Aanaes,
 * 2005), which is right for every closed surface.
 */
export function indexMesh(mesh: Mesh): MeshIndex {
  const count = mesh.triangles.length / 3
  const vertices = mesh.positions.length / 3
  const faceNormals = new Array<Vec3 | undefined>(count)
  const faceNormal = (t: number): Vec3 => (faceNormals[t] ??= madeFaceNormal(t))
  /** Of a triangle too thin to say which way it looks, none: its neighbours say it. */
  const madeFaceNormal = (t: number): Vec3 => {
    const [a, b, c] = triangleOf(mesh, t)
    const n = cross(sub(b, a), sub(c, a))
    const size = norm(n)
    const longest = Math.max(norm(sub(b, a)), norm(sub(c, b)), norm(sub(a, c)))
    return size > THIN * longest ? [n[0] / size, n[1] / size, n[2] / size] : [0, 0, 0]
  }
  const cornerNormals = new Array<Vec3 | undefined>(vertices)
  const cornerNormal = (i: number): Vec3 => (cornerNormals[i] ??= madeCornerNormal(i))
  /** Sum of the normals that meet at a corner, each by its angle there. */
  const madeCornerNormal = (i: number): Vec3 => {
    const sum = [0, 0, 0]
    for (const t of around(i)) {
      const at = triangleOf(mesh, t)
      const k = [0, 1, 2].find((c) => mesh.triangles[3 * t + c] === i)!
      const [u, v] = [sub(at[(k + 1) % 3]!, at[k]!), sub(at[(k + 2) % 3]!, at[k]!)]
      const [lu, lv] = [norm(u), norm(v)]
      if (!(lu > 0 && lv > 0)) continue
      const angle = Math.acos(Math.max(-1, Math.min(1, dot(u, v) / (lu * lv))))
      const n = faceNormal(t)
      for (const c of [0, 1, 2] as const) sum[c]! += angle * n[c]
    }
    return sum as unknown as Vec3
  }
  const edgeNormal = (a: number, b: number): Vec3 => {
    const sum = [0, 0, 0]
    for (const t of around(a))
      if ([0, 1, 2].some((c) => mesh.triangles[3 * t + c] === b)) {
        const n = faceNormal(t)
        for (const c of [0, 1, 2] as const) sum[c]! += n[c]
      }
    return sum as unknown as Vec3
  }
  const { order, boxes, kids } = boxTree(mesh)
  const corners = cornersOf(mesh)
  const spot = new Float64Array(4)

  const boxDistance = (node: number, p: Vec3): number => {
    let sum = 0
    for (let k = 0; k < 3; k++) {
      const v = p[k as 0 | 1 | 2]
      const d = Math.max(boxes[6 * node + k]! - v, 0, v - boxes[6 * node + 3 + k]!)
      sum += d * d
    }
    return sum
  }

  const pointAt = (p: Vec3, t: number, found: { q: Vec3; on: number }): SurfacePoint => {
    const i = (k: number) => mesh.triangles[3 * t + k]!
    let raw =
      found.on === 6
        ? faceNormal(t)
        : found.on < 3
          ? cornerNormal(i(found.on))
          : edgeNormal(i(found.on - 3), i((found.on - 2) % 3))
    // on a seam between others: what lies round its corners tells
    if (norm(raw) < 1e-9) raw = add(add(cornerNormal(i(0)), cornerNormal(i(1))), cornerNormal(i(2)))
    const d = sub(p, found.q)
    const far = norm(d)
    const sign = dot(d, raw) < 0 ? -1 : 1
    const size = norm(raw)
    const m: Vec3 =
      far > 1e-9
        ? [(sign * d[0]) / far, (sign * d[1]) / far, (sign * d[2]) / far]
        : size > 0
          ? [raw[0] / size, raw[1] / size, raw[2] / size]
          : [0, 0, 1]
    return { q: found.q, distance: sign * far, m, triangle: t }
  }

  // boxes still to be looked into, with how far they are, squared: nearer ones on top
  const open = new Int32Array(128)
  const openAt = new Float64Array(128)

  const nearest = (p: Vec3, likely = -1): SurfacePoint => {
    const [x, y, z] = p
    let best = Infinity
    let at = -1
    let on = 6
    let q: Vec3 = p
    const look = (t: number) => {
      const where = closest(corners, 9 * t, x, y, z, spot)
      if (spot[3]! >= best) return
      best = spot[3]!
      at = t
      on = where
      q = [spot[0]!, spot[1]!, spot[2]!]
    }
    if (likely >= 0 && likely < count) look(likely)
    let top = 1
    open[0] = 0
    openAt[0] = 0
    while (top > 0) {
      const node = open[--top]!
      if (openAt[top]! >= best) continue
      const kid = kids[2 * node]!
      const other = kids[2 * node + 1]!
      if (kid < 0) {
        for (let i = -kid - 1; i < other; i++) look(order[i]!)
        continue
      }
      const a = boxDistance(kid, p)
      const b = boxDistance(other, p)
      const first = a < b
      if ((first ? b : a) < best) {
        open[top] = first ? other : kid
        openAt[top++] = first ? b : a
      }
      if ((first ? a : b) < best) {
        open[top] = first ? kid : other
        openAt[top++] = first ? a : b
      }
    }
    return pointAt(p, at, { q, on })
  }

  // triangles round each corner, made when it is first asked for
  let round: number[][] | undefined
  const around = (i: number): readonly number[] => {
    if (!round) {
      round = Array.from({ length: vertices }, () => [])
      for (let t = 0; t < count; t++) for (let k = 0; k < 3; k++) round[mesh.triangles[3 * t + k]!]!.push(t)
    }
    return round[i]!
  }

  // what was found of each triangle for the point that is asked about: `asked` tells for which question
  const far = new Float64Array(count)
  const on = new Uint8Array(count)
  const places = new Array<Vec3>(count)
  const asked = new Uint32Array(count)
  let question = 0

  const nearestAll = (p: Vec3, reach: number): SurfacePoint[] => {
    question++
    const ask = (t: number): number => {
      if (asked[t] !== question) {
        on[t] = closest(corners, 9 * t, p[0], p[1], p[2], spot)
        asked[t] = question
        far[t] = Math.sqrt(spot[3]!)
        places[t] = [spot[0]!, spot[1]!, spot[2]!]
      }
      return far[t]!
    }
    const cornerOf = (t: number, k: number) => mesh.triangles[3 * t + (k % 3)]!
    const isCorner = (t: number, i: number) =>
      cornerOf(t, 0) === i || cornerOf(t, 1) === i || cornerOf(t, 2) === i
    /** On a face it is a local one; on an edge or a corner where none of the triangles that meet there comes nearer. */
    const isLocal = (t: number, d: number): boolean => {
      const where = on[t]!
      if (where === 6) return true
      for (const other of around(cornerOf(t, where)))
        if ((where < 3 || isCorner(other, cornerOf(t, where + 1))) && ask(other) < d - 1e-9) return false
      return true
    }
    const out: SurfacePoint[] = []
    const stack = [0]
    while (stack.length > 0) {
      const node = stack.pop()!
      if (boxDistance(node, p) > reach * reach) continue
      const kid = kids[2 * node]!
      if (kid >= 0) {
        stack.push(kid, kids[2 * node + 1]!)
        continue
      }
      for (let i = -kid - 1; i < kids[2 * node + 1]!; i++) {
        const t = order[i]!
        const d = ask(t)
        if (d > reach || !isLocal(t, d)) continue
        const q = places[t]!
        if (!out.some((o) => norm(sub(o.q, q)) < 1e-6)) out.push(pointAt(p, t, { q, on: on[t]! }))
      }
    }
    return out.sort((a, b) => Math.abs(a.distance) - Math.abs(b.distance))
  }

  const crossings = (from: Vec3, alongRay: Vec3): number[] => {
    const hits: number[] = []
    const stack = [0]
    while (stack.length > 0) {
      const node = stack.pop()!
      let [lo, hi] = [-Infinity, Infinity]
      for (let k = 0; k < 3; k++) {
        const [o, d] = [from[k as 0 | 1 | 2], alongRay[k as 0 | 1 | 2]]
        const [b0, b1] = [boxes[6 * node + k]! - 1e-9, boxes[6 * node + 3 + k]! + 1e-9]
        if (d === 0) {
          if (o < b0 || o > b1) hi = -Infinity
          continue
        }
        const [t0, t1] = [(b0 - o) / d, (b1 - o) / d]
        lo = Math.max(lo, Math.min(t0, t1))
        hi = Math.min(hi, Math.max(t0, t1))
      }
      if (lo > hi) continue
      const kid = kids[2 * node]!
      if (kid >= 0) {
        stack.push(kid, kids[2 * node + 1]!)
        continue
      }
      for (let i = -kid - 1; i < kids[2 * node + 1]!; i++) {
        const [a, b, c] = triangleOf(mesh, order[i]!)
        const [e1, e2] = [sub(b, a), sub(c, a)]
        const h = cross(alongRay, e2)
        const det = dot(e1, h)
        if (Math.abs(det) < 1e-14) continue
        const s = sub(from, a)
        const u = dot(s, h) / det
        const q = cross(s, e1)
        const v = dot(alongRay, q) / det
        if (u < 0 || v < 0 || u + v > 1) continue
        hits.push(dot(e2, q) / det)
      }
    }
    return hits.sort((x, y) => x - y)
  }

  return { mesh, nearest, nearestAll, crossings }
}

/** Boxes over triangles, halved at the middle of the widest way. kids: two nodes, or (-from - 1, to) of a leaf's range in `order`. */
function boxTree(mesh: Mesh): { order: Uint32Array; boxes: Float64Array; kids: Int32Array } {
  const count = mesh.triangles.length / 3
  const order = Uint32Array.from({ length: count }, (_, i) => i)
  const middle = new Float64Array(3 * count)
  for (let t = 0; t < count; t++) {
    const at = triangleOf(mesh, t)
    for (let k = 0; k < 3; k++) middle[3 * t + k] = at.reduce((s, p) => s + p[k as 0 | 1 | 2], 0) / 3
  }
  const boxes: number[] = []
  const kids: number[] = []
  const { positions, triangles } = mesh
  const build = (from: number, to: number): number => {
    const node = kids.length / 2
    kids.push(0, 0)
    const lo = [Infinity, Infinity, Infinity]
    const hi = [-Infinity, -Infinity, -Infinity]
    for (let i = from; i < to; i++)
      for (let c = 0; c < 3; c++) {
        const at = 3 * triangles[3 * order[i]! + c]!
        for (let k = 0; k < 3; k++) {
          const v = positions[at + k]!
          if (v < lo[k]!) lo[k] = v
          if (v > hi[k]!) hi[k] = v
        }
      }
    boxes.push(...lo, ...hi)
    if (to - from <= LEAF) {
      kids[2 * node] = -from - 1
      kids[2 * node + 1] = to
      return node
    }
    const widest = [0, 1, 2].reduce((best, k) => (hi[k]! - lo[k]! > hi[best]! - lo[best]! ? k : best), 0)
    halve(order, from, to, (from + to) >> 1, (t) => middle[3 * t + widest]!)
    const half = (from + to) >> 1
    const first = build(from, half)
    const second = build(half, to)
    kids[2 * node] = first
    kids[2 * node + 1] = second
    return node
  }
  build(0, count)
  return { order, boxes: Float64Array.from(boxes), kids: Int32Array.from(kids) }
}

/** Puts the smaller half of [from, to) before `mid` and the larger from it on (quickselect). */
function halve(list: Uint32Array, from: number, to: number, mid: number, value: (t: number) => number): void {
  let [lo, hi] = [from, to - 1]
  while (lo < hi) {
    const pivot = value(list[(lo + hi) >> 1]!)
    let [i, j] = [lo, hi]
    while (i <= j) {
      while (value(list[i]!) < pivot) i++
      while (value(list[j]!) > pivot) j--
      if (i <= j) {
        const keep = list[i]!
        list[i++] = list[j]!
        list[j--] = keep
      }
    }
    if (mid <= j) hi = j
    else if (mid >= i) lo = i
    else return
  }
}
