import earcut from 'earcut'
import { corner, planeAxes, type Mesh } from './mesh.js'
import { add, cross, dot, scale, sub, unit, type Vec2, type Vec3 } from './vec.js'

const NONE: { index: number; t: number; side: number }[] = []

/** A turn that no corner of a regular surface shares, so that cuts do not run exactly through corners. */
const ODD_TURN = 0.1234567

/**
 * A closed surface with a straight round hole drilled through: a cylinder of flat sides whose section has the circle's own area.
 * Where a triangle is cut, its rest is triangulated anew; neighbours share the cut's points, so that the surface stays closed.
 * @throws RangeError when the hole does not pass through exactly one wall on each side
 */
export function drill(mesh: Mesh, through: Vec3, along: Vec3, diameter: number, tolerance: number): Mesh {
  const axis = unit(along)
  const [u, v] = planeAxes(axis)
  const n = Math.max(
    12,
    2 * Math.ceil(Math.PI / (2 * Math.acos(1 - Math.min(0.9, tolerance / (diameter / 2))))),
  )
  // sides outside and corners outside the circle in turn: as large as the circle
  const r = (diameter / 2) * Math.sqrt((2 * Math.PI) / n / Math.sin((2 * Math.PI) / n))
  const ring: Vec2[] = Array.from({ length: n }, (_, i) => {
    const a = ODD_TURN + (2 * Math.PI * i) / n
    return [r * Math.cos(a), r * Math.sin(a)]
  })
  const flat = (p: Vec3): Vec2 => {
    const d = sub(p, through)
    return [dot(d, u), dot(d, v)]
  }
  const count = mesh.positions.length / 3
  const near = nearTriangles(mesh, flat, r)
  // most of the surface is nowhere near the hole: only the rest is looked at
  const points = new Array<Vec3>(count)
  const on = new Array<Vec2>(count)
  const isIn = new Array<boolean>(count)
  const within = (r * Math.cos(Math.PI / n)) ** 2
  const inside = (p: Vec2): boolean => {
    const far = p[0] * p[0] + p[1] * p[1]
    if (far < within || far >= r * r) return far < within
    return ring.every((a, i) => {
      const b = ring[(i + 1) % n]!
      return (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 0
    })
  }
  for (const t of near)
    for (let k = t; k < t + 3; k++) {
      const i = mesh.triangles[k]!
      if (points[i]) continue
      points[i] = corner(mesh, i)
      on[i] = flat(points[i])
      isIn[i] = inside(on[i])
    }
  /** Wholly outside the circle round the ring: no cut. */
  const beyond = (p: Vec2, q: Vec2): boolean => {
    const [dx, dy] = [q[0] - p[0], q[1] - p[1]]
    const along = Math.max(0, Math.min(1, -(p[0] * dx + p[1] * dy) / (dx * dx + dy * dy || 1)))
    return (p[0] + along * dx) ** 2 + (p[1] + along * dy) ** 2 > r * r
  }
  const cuts = new Map<number, { index: number; t: number; side: number }[]>()
  /** Points in which an edge crosses the ring, in order from its lower-numbered end; shared by both triangles. */
  const cutsOf = (i: number, j: number) => {
    const [a, b] = i < j ? [i, j] : [j, i]
    if (beyond(on[a]!, on[b]!)) return NONE
    const key = a * count + b
    let found = cuts.get(key)
    if (!found) {
      found = []
      const [p, q] = [on[a]!, on[b]!]
      for (let s = 0; s < n; s++) {
        const [c, d] = [ring[s]!, ring[(s + 1) % n]!]
        const [ex, ey, fx, fy] = [q[0] - p[0], q[1] - p[1], d[0] - c[0], d[1] - c[1]]
        const det = ex * fy - ey * fx
        if (det === 0) continue
        const t = ((c[0] - p[0]) * fy - (c[1] - p[1]) * fx) / det
        const k = ((c[0] - p[0]) * ey - (c[1] - p[1]) * ex) / det
        if (t <= 0 || t >= 1 || k < 0 || k >= 1) continue
        points.push(add(points[a]!, scale(sub(points[b]!, points[a]!), t)))
        found.push({ index: points.length - 1, t, side: s + k })
      }
      found.sort((x, y) => x.t - y.t)
      cuts.set(key, found)
    }
    return i < j ? found : [...found].reverse()
  }
  const triangles: number[] = []
  for (const t of near) {
    const ids = [mesh.triangles[t]!, mesh.triangles[t + 1]!, mesh.triangles[t + 2]!] as const
    // the ring is convex: what has all its corners inside is drilled away
    if (isIn[ids[0]] && isIn[ids[1]] && isIn[ids[2]]) continue
    const [A, B, C] = [on[ids[0]]!, on[ids[1]]!, on[ids[2]]!]
    if (beyond(A, B) && beyond(B, C) && beyond(C, A) && !holdsMiddle(A, B, C)) {
      triangles.push(ids[0], ids[1], ids[2])
      continue
    }
    const walk = ids.map((i, k) => ({ i, cuts: cutsOf(i, ids[(k + 1) % 3]!) }))
    const crossings = walk.reduce((sum, w) => sum + w.cuts.length, 0)
    const turn = (B[0] - A[0]) * (C[1] - A[1]) - (B[1] - A[1]) * (C[0] - A[0])
    if (crossings === 0 && !holdsMiddle(A, B, C)) {
      triangles.push(...ids)
      continue
    }
    // the ring's corners, lifted onto this triangle when they are needed
    const lifted = new Map<number, number>()
    const lift = (s: number): number => {
      const k = ((s % n) + n) % n
      let index = lifted.get(k)
      if (index === undefined) {
        const [a, b, c] = ids.map((i) => points[i]!) as [Vec3, Vec3, Vec3]
        const normal = cross(sub(b, a), sub(c, a))
        const base = add(through, add(scale(u, ring[k]![0]), scale(v, ring[k]![1])))
        const up = dot(sub(a, base), normal) / dot(axis, normal)
        points.push(add(base, scale(axis, up)))
        index = points.length - 1
        lifted.set(k, index)
      }
      return index
    }
    const fill = (outer: number[], hole: number[] = []) => {
      const all = [...outer, ...hole]
      // earcut wants the plane in which the triangle is seen; a mirror image is turned back
      const flip = turn < 0 ? -1 : 1
      const coordinates = all.flatMap((i) => {
        const p = on[i] ?? flat(points[i]!)
        return [flip * p[0], p[1]]
      })
      const found = earcut(coordinates, hole.length > 0 ? [outer.length] : undefined, 2)
      for (let k = 0; k < found.length; k += 3) {
        const [a, b, c] = [found[k]!, found[k + 1]!, found[k + 2]!]
        const area =
          (coordinates[2 * b]! - coordinates[2 * a]!) * (coordinates[2 * c + 1]! - coordinates[2 * a + 1]!) -
          (coordinates[2 * b + 1]! - coordinates[2 * a + 1]!) * (coordinates[2 * c]! - coordinates[2 * a]!)
        triangles.push(...(area > 0 ? [all[a]!, all[b]!, all[c]!] : [all[a]!, all[c]!, all[b]!]))
      }
    }
    if (crossings === 0) {
      fill(
        [...ids],
        Array.from({ length: n }, (_, s) => lift(s)),
      )
      continue
    }
    // round the triangle: corners outside the ring, and the crossings, each leaving or entering
    const way: { index: number; side: number | undefined }[] = []
    for (const w of walk) {
      if (!isIn[w.i]!) way.push({ index: w.i, side: undefined })
      for (const c of w.cuts) way.push({ index: c.index, side: c.side })
    }
    const leaving = new Set<number>()
    // mark leaving crossings: walking an edge from a corner, crossings alternate
    for (const w of walk) {
      let now = isIn[w.i]!
      for (const c of w.cuts) {
        if (now) leaving.add(c.index)
        now = !now
      }
    }
    const first = way.findIndex((w) => leaving.has(w.index))
    let run: { index: number; side: number | undefined }[] = []
    for (let k = 0; k < way.length; k++) {
      const w = way[(first + k) % way.length]!
      run.push(w)
      if (w.side === undefined || leaving.has(w.index) || run.length < 2) continue
      // entered again: back along the ring to where it was left
      const [left, entered] = [run[0]!.side!, w.side]
      const chain: number[] = []
      // with the triangle seen counter-clockwise the ring is walked clockwise, from the entry down to the exit
      if (turn > 0) {
        const end = entered > left ? left : left - n
        for (let s = Math.floor(entered); s > end; s--) if (s < entered) chain.push(lift(s))
      } else {
        const end = entered < left ? left : left + n
        for (let s = Math.ceil(entered); s < end; s++) if (s > entered) chain.push(lift(s))
      }
      fill([...run.map((x) => x.index), ...chain])
      run = []
    }
  }
  return closed(mesh, near, points, walls(points, triangles, axis, flat, count))
}

/** Is the origin inside a triangle of the plane, whichever way it turns. */
function holdsMiddle(a: Vec2, b: Vec2, c: Vec2): boolean {
  const [p, q, r] = [a[0] * b[1] - a[1] * b[0], b[0] * c[1] - b[1] * c[0], c[0] * a[1] - c[1] * a[0]]
  return (p > 0 && q > 0 && r > 0) || (p < 0 && q < 0 && r < 0)
}

/** Triangles whose shadow along the hole comes into the square round it, by where they stand in the list. */
function nearTriangles({ positions, triangles }: Mesh, flat: (p: Vec3) => Vec2, r: number): number[] {
  // on which far sides of the square a corner lies, as bits: a triangle wholly on one side is nowhere near
  const sides = new Uint8Array(positions.length / 3)
  for (let i = 0; i < sides.length; i++) {
    const [x, y] = flat([positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!])
    sides[i] = (x > r ? 1 : x < -r ? 2 : 0) | (y > r ? 4 : y < -r ? 8 : 0)
  }
  const near: number[] = []
  for (let t = 0; t < triangles.length; t += 3)
    if ((sides[triangles[t]!]! & sides[triangles[t + 1]!]! & sides[triangles[t + 2]!]!) === 0) near.push(t)
  return near
}

/** Joins the two open rims that drilling left by a wall between them. */
function walls(
  points: readonly Vec3[],
  triangles: number[],
  axis: Vec3,
  flat: (p: Vec3) => Vec2,
  old: number,
): number[] {
  const count = points.length
  const edges = new Set<number>()
  // a rim runs between points that drilling made
  for (let t = 0; t < triangles.length; t += 3)
    for (let k = 0; k < 3; k++) {
      const [a, b] = [triangles[t + k]!, triangles[t + ((k + 1) % 3)]!]
      if (a >= old && b >= old) edges.add(a * count + b)
    }
  const next = new Map<number, number>()
  for (const key of edges) {
    const [a, b] = [Math.floor(key / count), key % count]
    if (!edges.has(b * count + a)) next.set(a, b)
  }
  const rims: number[][] = []
  const left = new Map(next)
  while (left.size > 0) {
    const [start] = left.keys()
    const rim: number[] = []
    let at: number | undefined = start
    while (at !== undefined && left.has(at)) {
      rim.push(at)
      const to: number = left.get(at)!
      left.delete(at)
      at = to
    }
    rims.push(rim)
  }
  if (rims.length !== 2)
    throw new RangeError('the hole does not go straight in on one side and out on the other')
  const height = (rim: readonly number[]) => rim.reduce((s, i) => s + dot(points[i]!, axis), 0) / rim.length
  const [low, high] = height(rims[0]!) < height(rims[1]!) ? [rims[0]!, rims[1]!] : [rims[1]!, rims[0]!]
  const angle = (i: number) => {
    const [x, y] = flat(points[i]!)
    return Math.atan2(y, x)
  }
  const byAngle = (rim: readonly number[]) =>
    [...rim].map((i) => ({ i, a: angle(i) })).sort((x, y) => x.a - y.a)
  const [lower, upper] = [byAngle(low), byAngle(high)]
  const out = [...triangles]
  let [i, j] = [0, 0]
  // both rims walked once round by angle, always on with the one whose next point comes first; the wall faces the axis
  while (i < lower.length || j < upper.length) {
    const [ni, nj] = [lower[(i + 1) % lower.length]!, upper[(j + 1) % upper.length]!]
    const ai = i < lower.length ? ni.a + (i + 1 >= lower.length ? 2 * Math.PI : 0) : Infinity
    const aj = j < upper.length ? nj.a + (j + 1 >= upper.length ? 2 * Math.PI : 0) : Infinity
    const [a, b] = [lower[i % lower.length]!.i, upper[j % upper.length]!.i]
    if (ai <= aj) {
      out.push(a, b, ni.i)
      i++
    } else {
      out.push(a, b, nj.i)
      j++
    }
  }
  return out
}

/** The surface with the triangles near the hole replaced; points that no triangle uses any more are dropped. */
function closed(old: Mesh, near: readonly number[], points: readonly Vec3[], made: readonly number[]): Mesh {
  const kept = old.triangles.length - 3 * near.length
  const triangles = new Uint32Array(kept + made.length)
  let [from, to] = [0, 0]
  for (const t of [...near, old.triangles.length]) {
    triangles.set(old.triangles.subarray(from, t), to)
    to += t - from
    from = t + 3
  }
  triangles.set(made, kept)
  const count = old.positions.length / 3
  const index = new Int32Array(points.length).fill(-1)
  const positions = new Float64Array(3 * points.length)
  let used = 0
  for (let k = 0; k < triangles.length; k++) {
    const i = triangles[k]!
    if (index[i] === -1) {
      const at = i < count ? 3 * i : -1
      for (const k of [0, 1, 2] as const)
        positions[3 * used + k] = at < 0 ? points[i]![k] : old.positions[at + k]!
      index[i] = used++
    }
    triangles[k] = index[i]!
  }
  return { positions: positions.slice(0, 3 * used), triangles }
}
