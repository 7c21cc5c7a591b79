import type { Form, Wire } from '../design/index.js'
import { add, along, cross, dot, scale, squareTo, sub, unit, type Vec3 } from '../geom/index.js'
import {
  measurePath,
  moveSegment,
  reverseSegment,
  segmentAt,
  segmentLength,
  type Path,
  type Segment,
} from '../path/index.js'

/** Right-handed frame carried along a wire: place, direction of travel, and one direction square to it. */
interface Carried {
  readonly p: Vec3
  readonly t: Vec3
  readonly n: Vec3
}

/** A rigid move, as what it does to points and to directions. */
interface Move {
  readonly point: (p: Vec3) => Vec3
  readonly direction: (d: Vec3) => Vec3
}

const STAY: Move = { point: (p) => p, direction: (d) => d }

/** The rigid move that takes frame a to frame b. */
function moveBetween(a: Carried, b: Carried): Move {
  const [ab, bb] = [cross(a.t, a.n), cross(b.t, b.n)]
  const direction = (v: Vec3): Vec3 =>
    add(add(scale(b.t, dot(v, a.t)), scale(b.n, dot(v, a.n))), scale(bb, dot(v, ab)))
  return { direction, point: (p) => add(b.p, direction(sub(p, a.p))) }
}

/** Transports `n` along segments without twisting (double reflection on samples). */
function carry(segments: readonly Segment[], start: Carried): Carried {
  let { p, t, n } = start
  for (const seg of segments) {
    const length = segmentLength(seg)
    const steps = seg.kind === 'line' ? 1 : Math.max(6, Math.ceil(length / 0.4))
    for (let i = 1; i <= steps; i++) {
      const next = segmentAt(seg, (length * i) / steps)
      const v1 = sub(next.p, p)
      const c1 = dot(v1, v1)
      if (c1 < 1e-24) continue
      const nl = along(n, v1, (-2 / c1) * dot(v1, n))
      const tl = along(t, v1, (-2 / c1) * dot(v1, t))
      const v2 = sub(next.t, tl)
      const c2 = dot(v2, v2)
      n = c2 < 1e-24 ? nl : along(nl, v2, (-2 / c2) * dot(v2, nl))
      t = next.t
      p = next.p
      n = squareTo(n, t)
    }
  }
  return { p, t, n }
}

/** A direction square to a wire's: as much to the front as it can be. */
const asideOf = (t: Vec3): Vec3 => squareTo(Math.abs(t[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0], t)

/** What has been done to each stretch of a wire so far. */
export type Formed = ReadonlyMap<string, Form['to']>
export const formKey = (f: { readonly s0: number; readonly s1: number }): string =>
  `${f.s0.toFixed(6)}:${f.s1.toFixed(6)}`

interface Stretch {
  readonly segments: readonly Segment[]
  readonly length: number
  readonly to: Form['to'] | undefined
}

/** One side of the wire, walked outward from the anchor. */
function developSide(stretches: readonly Stretch[], start: Carried): Segment[] {
  const out: Segment[] = []
  let original = start
  let now = start
  let move = STAY
  for (const { segments, length, to } of stretches) {
    const end = carry(segments, original)
    if (to === 'path') {
      for (const seg of segments) out.push(move === STAY ? seg : moveSegment(seg, move.point, move.direction))
      now = { p: move.point(end.p), t: move.direction(end.t), n: move.direction(end.n) }
    } else if (to === undefined) {
      const next = along(now.p, now.t, length)
      out.push({ kind: 'line', from: now.p, to: next })
      now = { ...now, p: next }
      move = moveBetween(end, now)
    } else if ('like' in to) {
      out.push(...to.like)
      const first = segmentAt(to.like[0]!, 0)
      now = carry(to.like, { ...first, n: asideOf(first.t) })
      move = moveBetween(end, now)
    } else {
      // an even curve of this length that turns by the angle about an axis square to the wire
      const axis = squareTo(to.axis, now.t)
      const radius = length / Math.abs(to.angle)
      const side = scale(cross(axis, now.t), Math.sign(to.angle))
      const arc: Segment = {
        kind: 'arc',
        centre: along(now.p, side, radius),
        x: scale(side, -1),
        y: now.t,
        radius,
        sweep: Math.abs(to.angle),
      }
      out.push(arc)
      const turned = carry([arc], now)
      now = turned
      move = moveBetween(end, now)
    }
    original = end
  }
  return out
}

/**
 * The wire's centreline while some of its stretches are not yet bent: those are straight (or an even curve of the same
 * length), everything beyond them moves along rigidly, and the anchor stays put. With every stretch formed this is the wire's
 * own path, to rounding.
 * @example develop(wire, new Map()).segments.every((s) => s.kind === 'line') // true
 */
export function develop(wire: Wire, formed: Formed): Path {
  const m = measurePath(wire.path)
  const stretchesFrom = (parts: readonly (typeof wire.parts)[number][], reverse: boolean): Stretch[] =>
    parts.map((part) => {
      const segments: Segment[] = []
      wire.path.segments.forEach((seg, i) => {
        const mid = (m.starts[i]! + m.starts[i + 1]!) / 2
        if (mid > part.s0 && mid < part.s1) segments.push(reverse ? reverseSegment(seg) : seg)
      })
      if (reverse) segments.reverse()
      return { segments, length: part.s1 - part.s0, to: formed.get(formKey(part)) }
    })
  const right = wire.parts.filter((p) => p.s0 >= wire.anchor - 1e-9)
  const left = wire.parts.filter((p) => p.s1 <= wire.anchor + 1e-9).reverse()
  const firstRight = stretchesFrom(right, false)
  const firstLeft = stretchesFrom(left, true)
  const at = segmentAt(firstRight[0]!.segments[0]!, 0)
  const t = unit(at.t)
  const n = asideOf(t)
  const rightOut = developSide(firstRight, { p: at.p, t, n })
  // about a mirrored axis: the left side is walked the other way, so even curves turn the other way too
  const leftOut = developSide(
    firstLeft.map((s) =>
      typeof s.to === 'object' && 'angle' in s.to ? { ...s, to: { ...s.to, angle: -s.to.angle } } : s,
    ),
    { p: at.p, t: scale(t, -1), n },
  )
  return { segments: [...leftOut.map(reverseSegment).reverse(), ...rightOut] }
}
