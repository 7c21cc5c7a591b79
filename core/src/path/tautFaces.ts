import {
  add,
  along,
  cross,
  dist,
  dot,
  norm,
  planeAxes,
  scale,
  sectionLoops,
  sub,
  triangleNormal,
  unit,
  type MeshIndex,
  type Vec2,
  type Vec3,
} from '../geom/index.js'
import type { Drawn } from './taut.js'

/** Corners of a string nearer to each other than this are one, mm; faces that meet at less than this are one, as a sine. */
const NEAR = 0.02
const FLAT = 1e-3
/** So far off its corners it is asked which face a stretch lies on, mm; corners slide until they stand still, in so many rounds at most. */
const BESIDE = 0.2
const ROUNDS = 60
const STILL = 1e-9
/** A string may stand this deep in the body, mm. */
const DEEP = 0.01
/** Places on each stretch at which that is asked. */
const ASKED = 6

/** An edge of a body that a string lies over: a place on it, and the faces before and behind, by their normals. */
interface Edge {
  readonly p: Vec3
  readonly before: Vec3
  readonly after: Vec3
}

/**
 * A string in the plane of both its ends and the side that it passes: the hull of what that plane cuts before them. On the body's skin, not off it,
 * and longer than the shortest way.
 */
export function stringInPlane({ mesh }: MeshIndex, { from, to, side }: Drawn): Vec3[] {
  const e1 = unit(sub(to, from))
  const normal = unit(cross(e1, side))
  const e2 = cross(normal, e1)
  const [x, y] = planeAxes(normal)
  const offset = dot(normal, from)
  const far = dist(from, to)
  const flat = ([u, v]: Vec2): Vec2 => {
    const p = sub(add(add(scale(x, u), scale(y, v)), scale(normal, offset)), from)
    return [dot(p, e1), dot(p, e2)]
  }
  const before = sectionLoops(mesh, { normal, offset })
    .flat()
    .map(flat)
    .filter(([u, v]) => v > 0 && u > 0 && u < far)
  const hull: Vec2[] = []
  for (const p of [[0, 0] as Vec2, ...before.sort((a, b) => a[0] - b[0] || a[1] - b[1]), [far, 0] as Vec2]) {
    while (hull.length > 1) {
      const [s, t] = [hull[hull.length - 2]!, hull[hull.length - 1]!]
      if ((t[0] - s[0]) * (p[1] - s[1]) - (t[1] - s[1]) * (p[0] - s[0]) < 0) break
      hull.pop()
    }
    const last = hull[hull.length - 1]
    if (!last || Math.hypot(p[0] - last[0], p[1] - last[1]) > NEAR) hull.push(p)
  }
  return [from, ...hull.slice(1, -1).map(([u, v]) => along(along(from, e1, u), e2, v)), to]
}

/** Edges that the string in the plane lies over. */
function edgesUnder(index: MeshIndex, points: readonly Vec3[]): Edge[] {
  const faceBy = (p: Vec3, q: Vec3): Vec3 => {
    const way = sub(q, p)
    const at = along(p, unit(way), Math.min(BESIDE, norm(way) / 2))
    return triangleNormal(index.mesh, index.nearest(at).triangle)
  }
  return points
    .slice(1, -1)
    .map((p, i): Edge => ({ p, before: faceBy(p, points[i]!), after: faceBy(p, points[i + 2]!) }))
    .filter(({ before, after }) => norm(cross(before, after)) > FLAT)
}

/** Nodes slid along their edges until what comes and what goes would lie straight with both faces laid flat. */
function slid(nodes: Vec3[], edges: readonly Edge[]): void {
  for (let round = 0; round < ROUNDS; round++) {
    let far = 0
    edges.forEach(({ p, before, after }, i) => {
      const e = unit(cross(before, after))
      const [s, t] = [sub(nodes[i]!, p), sub(nodes[i + 2]!, p)]
      const off = (v: Vec3) => norm(along(v, e, -dot(v, e)))
      const [d, f] = [off(s), off(t)]
      const next = along(p, e, (dot(s, e) * f + dot(t, e) * d) / (d + f))
      far = Math.max(far, dist(next, nodes[i + 1]!))
      nodes[i + 1] = next
    })
    if (far < STILL) break
  }
}

/** Does a line through these points keep clear of the body by `off`, or nearly? */
const keepsOff = (index: MeshIndex, points: readonly Vec3[], off: number): boolean =>
  points.slice(1).every((b, i) => {
    const a = points[i]!
    return Array.from({ length: ASKED }, (_, k) => (k + 0.5) / ASKED).every(
      (share) => index.nearest(along(a, sub(b, a), share)).distance > off - DEEP,
    )
  })

/**
 * Corners of a string drawn taut over a convex body of flat faces, `off` from it, each to be rounded to a radius of `off`: the shortest way, to 1e-6 mm.
 * First the string in the plane of both ends and the side that it passes; then every corner slides along its edge. Undefined where the way
 * leaves an edge past its end, or the body is round: `tautLine` finds it there.
 * @example tautCorners(shapeOf(crystal).index, { from: [-8, -2, 0], to: [8, 2, 0], side: [0, 0, 1], off: 0.15 })
 */
export function tautCorners(index: MeshIndex, drawn: Drawn): Vec3[] | undefined {
  const { from, to, off } = drawn
  const edges = edgesUnder(index, stringInPlane(index, drawn))
  // lifted off before they slide: so they slide as the string's middle does
  const lifted = edges.map((e) => ({
    ...e,
    p: along(e.p, add(e.before, e.after), off / (1 + dot(e.before, e.after))),
  }))
  const nodes = [from, ...lifted.map((e) => e.p), to]
  slid(nodes, lifted)
  return keepsOff(index, nodes, off) ? nodes.slice(1, -1) : undefined
}
