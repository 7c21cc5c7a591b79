import type { Vec3 } from '../geom/index.js'
import { outlineRay, type Nearest, type Outline, type Shape } from '../stone/index.js'
import { heldMesh, type Held } from './held.js'

const START = -Math.PI / 2
const TURN = 2 * Math.PI
/** A place along the outline is found to this, mm. */
const NEAR = 1e-11
/** A line that is longer than its share along the face's normal by less than this, mm, is square to the face. */
const SQUARE = 1e-9

/** An outline by the length along it: where each arc begins, and the arcs' own figures. */
interface Run {
  readonly whole: number
  readonly count: number
  readonly s0: Float64Array
  readonly cx: Float64Array
  readonly cy: Float64Array
  readonly r: Float64Array
  readonly from: Float64Array
}

function runOf(o: Outline): Run {
  const arcs = o.arcs.filter((k) => (k.to - k.from) * k.r > 1e-12)
  const s0 = new Float64Array(arcs.length + 1)
  arcs.forEach((k, i) => (s0[i + 1] = s0[i]! + (k.to - k.from) * k.r))
  const of = (f: (k: (typeof arcs)[number]) => number) => Float64Array.from(arcs, f)
  return {
    whole: s0[arcs.length]!,
    count: arcs.length,
    s0,
    cx: of((k) => k.cx),
    cy: of((k) => k.cy),
    r: of((k) => k.r),
    from: of((k) => k.from),
  }
}

/** One sloping or upright face all round: straight lines from a slice below to one above, each a pair of scales and a height. */
interface Belt {
  readonly u0: number
  readonly v0: number
  readonly h0: number
  readonly du: number
  readonly dv: number
  readonly dh: number
}

/** What was found last on a belt: filled anew by each `look`. */
const at = { s: 0, x: 0, y: 0, z: 0, t: 0, off: 0, wx: 0, wy: 0, ux: 0, uy: 0, uz: 0, arc: 0 }

/** The point of a belt that is nearest to p among those over one place of the outline, and how far p lies off it along the outline's run. */
function look(o: Run, b: Belt, s: number, px: number, py: number, pz: number): number {
  let along = s % o.whole
  if (along < 0) along += o.whole
  let i = Math.min(at.arc, o.count - 1)
  if (!(o.s0[i]! <= along && along <= o.s0[i + 1]!)) {
    let lo = 0
    let hi = o.count - 1
    while (lo < hi) {
      const mid = (lo + hi + 1) >> 1
      if (o.s0[mid]! <= along) lo = mid
      else hi = mid - 1
    }
    i = lo
  }
  at.arc = i
  at.s = along
  const psi = o.from[i]! + (along - o.s0[i]!) / o.r[i]!
  const c = Math.cos(psi)
  const n = Math.sin(psi)
  const X = o.cx[i]! + o.r[i]! * c
  const Y = o.cy[i]! + o.r[i]! * n
  const fx = b.u0 * X
  const fy = b.v0 * Y
  const ux = b.du * X
  const uy = b.dv * Y
  const uz = b.dh
  let t = ((px - fx) * ux + (py - fy) * uy + (pz - b.h0) * uz) / (ux * ux + uy * uy + uz * uz)
  t = t < 0 ? 0 : t > 1 ? 1 : t
  at.t = t
  at.x = fx + t * ux
  at.y = fy + t * uy
  at.z = b.h0 + t * uz
  at.wx = -(b.u0 + t * b.du) * n
  at.wy = (b.v0 + t * b.dv) * c
  at.ux = ux
  at.uy = uy
  at.uz = uz
  at.off = (at.x - px) * at.wx + (at.y - py) * at.wy
  return at.off
}

/**
 * Nearest point of a belt to p, begun `s` mm along the outline: where the line to p is square to the outline's own run (regula falsi
 * within a bracket). Left in `at`.
 */
function nearestOnBelt(o: Run, b: Belt, s: number, px: number, py: number, pz: number): void {
  let lo = s
  let flo = look(o, b, lo, px, py, pz)
  if (Math.abs(flo) < NEAR) return
  // the distance falls against the sign of `off`
  let step = flo > 0 ? -0.02 : 0.02
  let hi = lo + step
  let fhi = look(o, b, hi, px, py, pz)
  for (let k = 0; k < 14 && fhi > 0 === flo > 0; k++) {
    lo = hi
    flo = fhi
    step *= 3
    hi = lo + step
    fhi = look(o, b, hi, px, py, pz)
  }
  for (let i = 0; i < 40 && Math.abs(hi - lo) > NEAR; i++) {
    const mid = flo === fhi ? (lo + hi) / 2 : (lo * fhi - hi * flo) / (fhi - flo)
    const f = look(o, b, mid, px, py, pz)
    if (Math.abs(f) < NEAR) return
    if (f > 0 === fhi > 0) {
      flo /= 2
      hi = mid
      fhi = f
    } else {
      lo = hi
      flo = fhi
      hi = mid
      fhi = f
    }
  }
}

/**
 * A faceted stone with a convex outline as it is held: nearest points on its sloping belts as they are (a round girdle is round), not on
 * the triangles that stand for them, whose edges would turn the stone. Table and culet are plane. A belt's normal is that of its lines.
 */
export function heldFaceted(shape: Shape, outline: Outline): Held {
  const { body, index, mass } = shape
  const belts: Belt[] = body.stretches.map((s) => {
    const [low, high] = [s.at(0), s.at(1)]
    return { u0: low.u, v0: low.v, h0: low.h, du: high.u - low.u, dv: high.v - low.v, dh: high.h - low.h }
  })
  const run = runOf(outline)
  const last = belts[belts.length - 1]!
  const [bottom, top] = [belts[0]!.h0, last.h0 + last.dh]
  const lengthTo = (psi: number): number => {
    let s = 0
    for (const k of outline.arcs) {
      if (psi <= k.from) break
      s += (Math.min(psi, k.to) - k.from) * k.r
    }
    return s
  }
  const mesh = heldMesh(index, mass.centre, true)
  return {
    ...mesh,
    nearest: ([px, py, pz], seed): Nearest => {
      // above the table or below the culet, over the flat itself
      for (const [h, u, v, sign] of [
        [top, last.u0 + last.du, last.v0 + last.dv, 1],
        [bottom, belts[0]!.u0, belts[0]!.v0, -1],
      ] as const)
        if (sign * (pz - h) >= 0 && within(outline, px / u, py / v))
          return { q: [px, py, h], m: [0, 0, sign], distance: sign * (pz - h), flat: true }
      let s = seed.theta
      if (!(s === s)) {
        const ray = outlineRay(outline, Math.atan2(py, px))
        const psi = Math.atan2(ray.ny, ray.nx)
        s = lengthTo(psi < START ? psi + TURN : psi)
      }
      let least: Nearest | undefined
      // the belt that was nearest before comes first: most often it still is, and then no other can be nearer
      const first = seed.phi >= 0 && seed.phi < belts.length ? seed.phi : belts.length >> 1
      for (let k = 0; k < belts.length; k++) {
        const i = k === 0 ? first : k <= first ? k - 1 : k
        nearestOnBelt(run, belts[i]!, s, px, py, pz)
        const [dx, dy, dz] = [px - at.x, py - at.y, pz - at.z]
        const far = Math.sqrt(dx * dx + dy * dy + dz * dz)
        if (least && far > Math.abs(least.distance) + 1e-12) continue
        // the face's own normal: across the outline's run and the line up the belt
        const [nx, ny, nz] = [at.wy * at.uz, -at.wx * at.uz, at.wx * at.uy - at.wy * at.ux]
        const size = Math.sqrt(nx * nx + ny * ny + nz * nz)
        const face: Vec3 = [nx / size, ny / size, nz / size]
        const off = dx * face[0] + dy * face[1] + dz * face[2]
        const inner = (at.t > 1e-9 && at.t < 1 - 1e-9) || far < 1e-7
        const outside = off >= 0 || !inner
        const m: Vec3 = inner ? face : [dx / far, dy / far, dz / far]
        least = { q: [at.x, at.y, at.z], m, distance: inner ? off : outside ? far : -far, flat: true }
        seed.theta = at.s
        seed.phi = i
        // straight before a face of a convex stone: the whole stone lies behind that face's plane
        if (inner && off > 0 && far - off < SQUARE) break
      }
      return least!
    },
    outside: (x, y) => {
      const ray = outlineRay(outline, Math.atan2(y, x))
      return { distance: Math.hypot(x, y) - ray.radius, way: [ray.nx, ray.ny] }
    },
  }
}

const within = (o: Outline, x: number, y: number): boolean =>
  Math.hypot(x, y) <= outlineRay(o, Math.atan2(y, x)).radius
