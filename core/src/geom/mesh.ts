import { convexHull, perimeter } from './hull.js'
import { cross, dot, norm, scale, sub, unit, type Vec2, type Vec3 } from './vec.js'

/** A closed surface of triangles: corners as x, y, z after each other, triangles as three corners each, seen counter-clockwise from outside. */
export interface Mesh {
  readonly positions: Float64Array
  readonly triangles: Uint32Array
}

/** A plane: all p with normal · p = offset; the normal is a unit vector. */
export interface Plane {
  readonly normal: Vec3
  readonly offset: number
}

export const corner = (m: Mesh, i: number): Vec3 => [
  m.positions[3 * i]!,
  m.positions[3 * i + 1]!,
  m.positions[3 * i + 2]!,
]

/** The three corners of a triangle. */
export const triangleOf = (m: Mesh, t: number): readonly [Vec3, Vec3, Vec3] => [
  corner(m, m.triangles[3 * t]!),
  corner(m, m.triangles[3 * t + 1]!),
  corner(m, m.triangles[3 * t + 2]!),
]

/**
 * What is wrong with a surface that should be closed: edges without exactly one neighbour that runs the other way, and Euler's number
 * (corners − edges + triangles: 2 for a ball, 0 for a ring).
 */
export function checkMesh(m: Mesh): { readonly open: number; readonly euler: number } {
  const seen = new Map<number, number>()
  const count = m.positions.length / 3
  const used = new Set<number>()
  for (let t = 0; t < m.triangles.length; t += 3)
    for (let k = 0; k < 3; k++) {
      const [a, b] = [m.triangles[t + k]!, m.triangles[t + ((k + 1) % 3)]!]
      used.add(a)
      seen.set(a * count + b, (seen.get(a * count + b) ?? 0) + 1)
    }
  let open = 0
  for (const [key, times] of seen) {
    const [a, b] = [Math.floor(key / count), key % count]
    if (times !== 1 || seen.get(b * count + a) !== 1) open++
  }
  return { open, euler: used.size - seen.size / 2 + m.triangles.length / 3 }
}

/** Volume, centre of mass and moments of inertia about the centre, for density 1: mm³, mm, mm⁵. */
export interface MassProperties {
  readonly volume: number
  readonly centre: Vec3
  /** Rows of the inertia tensor. */
  readonly inertia: readonly [Vec3, Vec3, Vec3]
}

/**
 * By the divergence theorem over the triangles, exact for the polyhedron (tetrahedra to the origin).
 * @example massProperties(unitCube).volume // 1
 */
export function massProperties(m: Mesh): MassProperties {
  let volume = 0
  const first = [0, 0, 0]
  // second moments ∫xx, yy, zz, xy, yz, zx
  const second = [0, 0, 0, 0, 0, 0]
  for (let t = 0; t < m.triangles.length / 3; t++) {
    const [a, b, c] = triangleOf(m, t)
    const v = dot(a, cross(b, c)) / 6
    volume += v
    for (let i = 0; i < 3; i++) {
      const k = i as 0 | 1 | 2
      first[i]! += (v * (a[k] + b[k] + c[k])) / 4
    }
    const moment = (i: 0 | 1 | 2, j: 0 | 1 | 2) => {
      const s = (a[i] + b[i] + c[i]) * (a[j] + b[j] + c[j])
      return (v * (s + a[i] * a[j] + b[i] * b[j] + c[i] * c[j])) / 20
    }
    second[0]! += moment(0, 0)
    second[1]! += moment(1, 1)
    second[2]! += moment(2, 2)
    second[3]! += moment(0, 1)
    second[4]! += moment(1, 2)
    second[5]! += moment(2, 0)
  }
  const c: Vec3 = [first[0]! / volume, first[1]! / volume, first[2]! / volume]
  const [xx, yy, zz] = [0, 1, 2].map((i) => second[i]! - volume * c[i as 0 | 1 | 2] ** 2) as [
    number,
    number,
    number,
  ]
  const xy = second[3]! - volume * c[0] * c[1]
  const yz = second[4]! - volume * c[1] * c[2]
  const zx = second[5]! - volume * c[2] * c[0]
  return {
    volume,
    centre: c,
    inertia: [
      [yy + zz, -xy, -zx],
      [-xy, zz + xx, -yz],
      [-zx, -yz, xx + yy],
    ],
  }
}

/** Volume that a closed surface encloses, by the divergence theorem. @example meshVolume(unitCube) // 1 */
export function meshVolume({ positions: p, triangles }: Mesh): number {
  let six = 0
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [3 * triangles[t]!, 3 * triangles[t + 1]!, 3 * triangles[t + 2]!]
    six +=
      p[a]! * (p[b + 1]! * p[c + 2]! - p[b + 2]! * p[c + 1]!) +
      p[a + 1]! * (p[b + 2]! * p[c]! - p[b]! * p[c + 2]!) +
      p[a + 2]! * (p[b]! * p[c + 1]! - p[b + 1]! * p[c]!)
  }
  return six / 6
}

/** Surface area, mm². */
export function meshArea(m: Mesh): number {
  let sum = 0
  for (let t = 0; t < m.triangles.length / 3; t++) {
    const [a, b, c] = triangleOf(m, t)
    sum += norm(cross(sub(b, a), sub(c, a))) / 2
  }
  return sum
}

/** Two unit directions square to the normal of a plane and to each other, right-handed with it. */
export function planeAxes(normal: Vec3): readonly [Vec3, Vec3] {
  const n = unit(normal)
  const helper: Vec3 = Math.abs(n[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0]
  const u = unit(cross(helper, n))
  return [u, cross(n, u)]
}

/**
 * The closed lines in which a plane cuts the surface, in the plane's own axes (`planeAxes`). Empty where it misses.
 * Corners within 1e-9 mm of the plane count as above it, so that every line closes.
 */
export function sectionLoops(m: Mesh, plane: Plane): Vec2[][] {
  const [u, v] = planeAxes(plane.normal)
  const count = m.positions.length / 3
  const height = new Float64Array(count)
  for (let i = 0; i < count; i++) {
    const h = dot(corner(m, i), plane.normal) - plane.offset
    height[i] = Math.abs(h) < 1e-9 ? 1e-9 : h
  }
  const next = new Map<number, number>()
  const points = new Map<number, Vec2>()
  const crossing = (a: number, b: number): number => {
    const key = a < b ? a * count + b : b * count + a
    if (!points.has(key)) {
      const [i, j] = a < b ? [a, b] : [b, a]
      const t = height[i]! / (height[i]! - height[j]!)
      const [p, q] = [corner(m, i), corner(m, j)]
      const x: Vec3 = [p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1]), p[2] + t * (q[2] - p[2])]
      points.set(key, [dot(x, u), dot(x, v)])
    }
    return key
  }
  for (let t = 0; t < m.triangles.length; t += 3) {
    let enter = -1
    let leave = -1
    for (let k = 0; k < 3; k++) {
      const [a, b] = [m.triangles[t + k]!, m.triangles[t + ((k + 1) % 3)]!]
      if (height[a]! > 0 === height[b]! > 0) continue
      if (height[a]! > 0) leave = crossing(a, b)
      else enter = crossing(a, b)
    }
    if (enter >= 0) next.set(leave, enter)
  }
  const loops: Vec2[][] = []
  while (next.size > 0) {
    const [start] = next.keys()
    const loop: Vec2[] = []
    let at: number | undefined = start
    while (at !== undefined && next.has(at)) {
      loop.push(points.get(at)!)
      const to: number = next.get(at)!
      next.delete(at)
      at = to
    }
    loops.push(loop)
  }
  return loops
}

/** Length of a taut string round what the plane cuts: the perimeter of its hull; 0 where it misses. mm. */
export function girth({ positions: p, triangles }: Mesh, plane: Plane): number {
  const [nx, ny, nz] = plane.normal
  const [u, v] = planeAxes(plane.normal)
  const height = new Float64Array(p.length / 3)
  for (let i = 0; i < height.length; i++)
    height[i] = nx * p[3 * i]! + ny * p[3 * i + 1]! + nz * p[3 * i + 2]! - plane.offset
  const points: Vec2[] = []
  for (let t = 0; t < triangles.length; t += 3)
    for (let k = 0; k < 3; k++) {
      const [i, j] = [triangles[t + k]!, triangles[t + ((k + 1) % 3)]!]
      // each edge once, as it runs upward; one that lies in the plane is met at its ends by its neighbours
      if (!(height[i]! <= 0 && height[j]! > 0)) continue
      const s = height[i]! / (height[i]! - height[j]!)
      const x = p[3 * i]! + s * (p[3 * j]! - p[3 * i]!)
      const y = p[3 * i + 1]! + s * (p[3 * j + 1]! - p[3 * i + 1]!)
      const z = p[3 * i + 2]! + s * (p[3 * j + 2]! - p[3 * i + 2]!)
      points.push([x * u[0] + y * u[1] + z * u[2], x * v[0] + y * v[1] + z * v[2]])
    }
  return points.length < 2 ? 0 : perimeter(convexHull(points))
}

/** Farthest reach of the surface in a direction: the support function of its hull. */
export function support(m: Mesh, direction: Vec3): number {
  let best = -Infinity
  for (let i = 0; i < m.positions.length; i += 3)
    best = Math.max(
      best,
      m.positions[i]! * direction[0] +
        m.positions[i + 1]! * direction[1] +
        m.positions[i + 2]! * direction[2],
    )
  return best
}

/** Outline of the surface's shadow along a direction, in `planeAxes(direction)`: its hull. */
export function shadowHull(m: Mesh, direction: Vec3): Vec2[] {
  const [u, v] = planeAxes(direction)
  const points: Vec2[] = []
  for (let i = 0; i < m.positions.length / 3; i++) {
    const p = corner(m, i)
    points.push([dot(p, u), dot(p, v)])
  }
  return convexHull(points)
}

/**
 * Smallest circle round points (Welzl's way, moved forward one point at a time; expected linear time for points in no special
 * order). @throws RangeError without points
 */
export function enclosingCircle(points: readonly Vec2[]): { readonly centre: Vec2; readonly radius: number } {
  if (points.length === 0) throw new RangeError('a circle needs a point')
  let c: { centre: Vec2; radius: number } = { centre: points[0]!, radius: 0 }
  const out = (p: Vec2) => Math.hypot(p[0] - c.centre[0], p[1] - c.centre[1]) > c.radius * (1 + 1e-12) + 1e-12
  const two = (p: Vec2, q: Vec2) => ({
    centre: [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2] as Vec2,
    radius: Math.hypot(p[0] - q[0], p[1] - q[1]) / 2,
  })
  const three = (p: Vec2, q: Vec2, r: Vec2) => {
    const [bx, by, cx, cy] = [q[0] - p[0], q[1] - p[1], r[0] - p[0], r[1] - p[1]]
    const d = 2 * (bx * cy - by * cx)
    if (Math.abs(d) < 1e-14) return two(p, r)
    const [b2, c2] = [bx * bx + by * by, cx * cx + cy * cy]
    const [x, y] = [(cy * b2 - by * c2) / d, (bx * c2 - cx * b2) / d]
    return { centre: [p[0] + x, p[1] + y] as Vec2, radius: Math.hypot(x, y) }
  }
  for (let i = 1; i < points.length; i++) {
    if (!out(points[i]!)) continue
    c = { centre: points[i]!, radius: 0 }
    for (let j = 0; j < i; j++) {
      if (!out(points[j]!)) continue
      c = two(points[i]!, points[j]!)
      for (let k = 0; k < j; k++) if (out(points[k]!)) c = three(points[i]!, points[j]!, points[k]!)
    }
  }
  return c
}

/** The same surface moved by `by` and grown by `k` about the origin. */
export function movedMesh(m: Mesh, by: Vec3, k = 1): Mesh {
  const positions = m.positions.map((v, i) => k * v + by[(i % 3) as 0 | 1 | 2])
  return { positions, triangles: m.triangles }
}

/** Outward normal of a triangle; zero for one without area. */
export function triangleNormal(m: Mesh, t: number): Vec3 {
  const [a, b, c] = triangleOf(m, t)
  const n = cross(sub(b, a), sub(c, a))
  const size = norm(n)
  return size > 0 ? scale(n, 1 / size) : [0, 0, 0]
}

/** A corner may stand this far out of a triangle's plane, mm, where nothing else is said. */
const FLAT = 1e-6
/** Finer surfaces than of so many triangles times corners are not looked through. */
const MOST_LOOKS = 4e6

/**
 * Is the surface known to bulge everywhere: no corner stands out of any triangle's plane, by more than `within` mm. Looks at every pair, so of a fine surface it tells
 * nothing, and that is false.
 * @example isConvexMesh(unitCube) // true
 */
export function isConvexMesh(m: Mesh, within = FLAT): boolean {
  const { positions, triangles } = m
  if (triangles.length * positions.length > 9 * MOST_LOOKS) return false
  for (let t = 0; t < triangles.length / 3; t++) {
    const [p, q, r] = triangleOf(m, t)
    const n = cross(sub(q, p), sub(r, p))
    const size = norm(n)
    if (size < 1e-12) continue
    const most = dot(n, p) + within * size
    for (let i = 0; i < positions.length; i += 3)
      if (n[0] * positions[i]! + n[1] * positions[i + 1]! + n[2] * positions[i + 2]! > most) return false
  }
  return true
}
