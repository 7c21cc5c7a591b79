import { convexHull, type Vec2 } from '../geom/index.js'
import { closeOutline } from './makeOutline.js'
import type { Outline, OutlineArc } from './outline.js'

/** A straight bridge is an arc that turns by this much: its end is off by its length × this² / 8, under 1e-9 mm. */
const BRIDGE_TURN = 1e-5
/** Arcs are looked at by points this near, mm of sagitta, to find where a string leaves them. */
const SAMPLED = 0.002
const TURN = 2 * Math.PI

const hulls = new WeakMap<Outline, Outline>()

/**
 * A taut string round an outline: its bulging stretches, joined by straight bridges over the hollow ones. Itself where it is convex. mm; exact
 * for the arcs (a bridge is the common tangent of two circles).
 * @example outlineHull(outline('heart', 20, 20)).convex // true
 */
export function outlineHull(o: Outline): Outline {
  if (o.convex) return o
  let hull = hulls.get(o)
  if (!hull) hulls.set(o, (hull = makeHull(o)))
  return hull
}

/** A place on an arc: which, and the direction of its normal there. */
interface Place {
  readonly arc: number
  readonly at: number
}

function makeHull(o: Outline): Outline {
  const placeOf = new Map<Vec2, Place>()
  const points: Vec2[] = []
  o.arcs.forEach((k, arc) => {
    if (!bulges(k)) return
    const step = k.r > SAMPLED ? 2 * Math.acos(1 - SAMPLED / k.r) : Math.PI
    const n = Math.max(1, Math.ceil((k.to - k.from) / step))
    // an arc's end is the next one's beginning, unless that is hollow
    const next = o.arcs[(arc + 1) % o.arcs.length]!
    const last = bulges(next) ? n - 1 : n
    for (let i = 0; i <= last; i++) {
      const at = k.from + ((k.to - k.from) * i) / n
      const p: Vec2 = [k.cx + k.r * Math.cos(at), k.cy + k.r * Math.sin(at)]
      points.push(p)
      placeOf.set(p, { arc, at })
    }
  })
  const hull = convexHull(points)
  const corners = hull.map((p) => placeOf.get(p)!)
  try {
    return fromTangents(o, corners)
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    // bridges so near to each other that a tangent was taken from the wrong arc: by its points instead
    return fromPoints(o, hull)
  }
}

/** A hull's corners joined by straight bridges, each corner a turn on the spot. */
function fromPoints(o: Outline, points: readonly Vec2[]): Outline {
  const half = BRIDGE_TURN / 2
  const angle = (p: Vec2, q: Vec2) => Math.atan2(q[1] - p[1], q[0] - p[0]) - Math.PI / 2
  const after = (a: number, b: number) => (((b - a) % TURN) + TURN) % TURN
  // a corner that turns by next to nothing is none
  const kept = points.filter((p, i) => {
    const [before, next] = [
      points[(i + points.length - 1) % points.length]!,
      points[(i + 1) % points.length]!,
    ]
    const turn = after(angle(before, p), angle(p, next))
    return turn > 4 * BRIDGE_TURN && turn < TURN / 2
  })
  const arcs: OutlineArc[] = []
  let psi = angle(kept[0]!, kept[1]!) - half
  kept.forEach((p, i) => {
    const [q, next] = [kept[(i + 1) % kept.length]!, kept[(i + 2) % kept.length]!]
    const r = Math.hypot(q[0] - p[0], q[1] - p[1]) / (2 * Math.sin(half))
    arcs.push({
      cx: p[0] - r * Math.cos(psi),
      cy: p[1] - r * Math.sin(psi),
      r,
      from: psi,
      to: psi + 2 * half,
    })
    const turn = after(angle(p, q), angle(q, next)) - 2 * half
    arcs.push({ cx: q[0], cy: q[1], r: 0, from: psi + 2 * half, to: psi + 2 * half + turn })
    psi += 2 * half + turn
  })
  return closeOutline(o.kind, arcs)
}

/** The hull by the common tangents of the arcs that its bridges touch. */
function fromTangents(o: Outline, corners: readonly Place[]): Outline {
  // from the arc that follows a bridge on, so that what is cut off lies between neighbours in the list
  const bridges: { readonly a: number; readonly b: number; readonly psi: number }[] = []
  corners.forEach((p, i) => {
    const q = corners[(i + 1) % corners.length]!
    if (!spansHollow(o, p.arc, q.arc)) return
    bridges.push(tangent(o, p, q))
  })
  const arcs: OutlineArc[] = []
  bridges.forEach((bridge, i) => {
    const next = bridges[(i + 1) % bridges.length]!
    const [a, b] = [o.arcs[bridge.a]!, o.arcs[bridge.b]!]
    const half = BRIDGE_TURN / 2
    const on = (k: OutlineArc, at: number): Vec2 => [k.cx + k.r * Math.cos(at), k.cy + k.r * Math.sin(at)]
    const [p, q] = [on(a, bridge.psi - half), on(b, bridge.psi + half)]
    const r = Math.hypot(q[0] - p[0], q[1] - p[1]) / (2 * Math.sin(half))
    arcs.push({
      cx: p[0] - r * Math.cos(bridge.psi - half),
      cy: p[1] - r * Math.sin(bridge.psi - half),
      r,
      from: bridge.psi - half,
      to: bridge.psi + half,
    })
    // the arcs that stay, from this bridge's far end to the next one's near end
    let psi = bridge.psi + half
    for (let k = bridge.b, count = 0; count <= o.arcs.length; k = (k + 1) % o.arcs.length, count++) {
      const arc = o.arcs[k]!
      const first = k === bridge.b && count === 0
      const last = k === next.a && (count > 0 || next.a !== bridge.b || within(psi, next.psi, arc))
      const until = last ? near(next.psi, arc) - half : arc.to
      const begin = first ? near(psi, arc) : arc.from
      arcs.push({ ...arc, from: psi, to: psi + (until - begin) })
      psi += until - begin
      if (last) break
    }
  })
  return closeOutline(o.kind, arcs)
}

/** Does the outline bulge along this arc: neither hollow, nor a corner that turns back. */
const bulges = (k: OutlineArc): boolean => k.r >= 0 && k.to >= k.from

/** Is there a hollow stretch, or a corner that turns back, between two arcs as the outline runs. */
function spansHollow(o: Outline, from: number, to: number): boolean {
  for (let k = from; k !== to; k = (k + 1) % o.arcs.length) {
    const arc = o.arcs[k]!
    if (!bulges(arc)) return true
  }
  return false
}

/** An angle taken to within half a turn of an arc's middle. */
function near(angle: number, arc: OutlineArc): number {
  const mid = (arc.from + arc.to) / 2
  return angle + TURN * Math.round((mid - angle) / TURN)
}

/** Does the next bridge leave an arc after the place where the last one came to it. */
const within = (from: number, to: number, arc: OutlineArc): boolean => near(to, arc) > near(from, arc)

/** The common tangent of the arcs about two places, or of their neighbours: n · c + r is the same for both. */
function tangent(o: Outline, p: Place, q: Place): { a: number; b: number; psi: number } {
  const count = o.arcs.length
  let best = { a: p.arc, b: q.arc, psi: p.at, off: Infinity }
  for (const i of [0, -1, 1])
    for (const j of [0, -1, 1]) {
      const [a, b] = [(p.arc + i + count) % count, (q.arc + j + count) % count]
      const [k, l] = [o.arcs[a]!, o.arcs[b]!]
      if (!bulges(k) || !bulges(l)) continue
      const [dx, dy] = [l.cx - k.cx, l.cy - k.cy]
      const far = Math.hypot(dx, dy)
      const share = (k.r - l.r) / far
      if (!(Math.abs(share) <= 1)) continue
      const psi = Math.atan2(dy, dx) - Math.PI / 2 + Math.asin(share)
      const outside = (arc: OutlineArc) => {
        const at = near(psi, arc)
        return Math.max(0, arc.from - at, at - arc.to)
      }
      const off = Math.max(outside(k), outside(l))
      if (off < best.off - 1e-12) best = { a, b, psi: near(psi, k), off }
    }
  return best
}
