import type { Pass } from './ways.js'

/** A wire that a strand runs round: which, which way (seen along the wires from below, 1 is counter-clockwise), and how often it turns back on it. */
interface Rounding {
  readonly wire: number
  readonly way: 1 | -1
  /** Half turns on it at which the strand changes direction: 1 at the edge of a band, 2 more with every whole turn round it alone. */
  readonly backs: number
}

/**
 * Wires that a closed way of passes is bent round, in order. Between the first and the last wire of a pass it runs straight over the others,
 * but from a strand beside the wires (0 and `wires` + 1), which is thinner, it rises over the outer wire.
 */
export function roundings(passes: readonly Pass[], wires: number, thinner: boolean): Rounding[] {
  const out: Rounding[] = []
  const add = (wire: number, way: 1 | -1, backs: number) => {
    const before = out[out.length - 1]
    if (before?.wire === wire && before.way === way)
      out[out.length - 1] = { wire, way, backs: before.backs + backs }
    else out.push({ wire, way, backs })
  }
  passes.forEach((p, i) => {
    const q = passes[(i + 1) % passes.length]!
    const right = p.to > p.from
    // z is up, to the front: in front to the right it turns clockwise, and so does behind to the left
    const way = (p.face === 'front') === right ? -1 : 1
    const [first, last] = right ? [p.from + 1, p.to] : [p.from, p.to + 1]
    if (first !== last) add(first, way, 0)
    if (thinner)
      for (const outer of right ? [1, wires] : [wires, 1]) {
        const inside = Math.min(first, last) < outer && outer < Math.max(first, last)
        const fromEdge = outer === 1 ? Math.min(first, last) === 0 : Math.max(first, last) > wires
        if (inside && fromEdge) add(outer, way, 0)
      }
    add(last, way, right !== q.to > q.from && p.face !== q.face ? 1 : 0)
  })
  // a closed way ends on the wire on which it began
  const [head, tail] = [out[0]!, out[out.length - 1]!]
  if (out.length > 1 && head.wire === tail.wire && head.way === tail.way)
    return [{ ...head, backs: head.backs + tail.backs }, ...out.slice(1, -1)]
  return out
}

/** A stretch of a strand in the plane across the wires: straight, or an arc round a wire. */
export type Stretch2 =
  | {
      readonly kind: 'line'
      readonly from: readonly [number, number]
      readonly to: readonly [number, number]
    }
  | {
      readonly kind: 'arc'
      readonly centre: readonly [number, number]
      readonly radius: number
      readonly start: number
      /** Positive counter-clockwise. */
      readonly sweep: number
    }

/** What a strand is bent round, in the plane across the wires: its place, and how far from it the strand's middle runs. */
export interface Post {
  readonly x: number
  readonly radius: number
}

/**
 * A taut strand in the plane across the wires, once through a repeat and back to where it began: tangents between the wires it is bent
 * round, and arcs on them, at the strand's middle.
 */
export function beltOf(list: readonly Rounding[], post: (wire: number) => Post): Stretch2[] {
  const n = list.length
  const at = (r: Rounding) => [post(r.wire).x, 0] as const
  /** Unit direction of the tangent from one rounding to the next, and where it leaves and lands. */
  const tangent = (a: Rounding, b: Rounding) => {
    const [p, q] = [at(a), at(b)]
    const d = q[0] - p[0]
    const c = Math.abs(d)
    // offset of the strand from each wire's middle, to the left of travel for a clockwise one
    const [ra, rb] = [post(a.wire).radius, post(b.wire).radius]
    const lean = Math.asin(Math.max(-1, Math.min(1, (a.way * ra - b.way * rb) / c)))
    const along = d > 0 ? 0 : Math.PI
    const angle = along + lean
    const off = (way: number, radius: number) =>
      [
        radius * Math.cos(angle - (way * Math.PI) / 2),
        radius * Math.sin(angle - (way * Math.PI) / 2),
      ] as const
    const [o, e] = [off(a.way, ra), off(b.way, rb)]
    return {
      angle,
      leave: [p[0] + o[0], p[1] + o[1]] as const,
      land: [q[0] + e[0], q[1] + e[1]] as const,
    }
  }
  if (n === 1) {
    const [only] = list
    return [
      {
        kind: 'arc',
        centre: at(only!),
        radius: post(only!.wire).radius,
        start: Math.PI,
        sweep: only!.way * Math.PI * only!.backs,
      },
    ]
  }
  const ways = list.map((r, i) => tangent(r, list[(i + 1) % n]!))
  const out: Stretch2[] = []
  for (let i = 0; i < n; i++) {
    const r = list[i]!
    const [before, after] = [ways[(i + n - 1) % n]!, ways[i]!]
    const start = before.angle - (r.way * Math.PI) / 2
    // the tangents tell it but for whole turns: it is as many half turns as it turns back, up to one more where it crosses over, and
    // a little less where its neighbours are thicker
    const told = r.way * (after.angle - before.angle)
    const turns = Math.ceil((Math.PI * (r.backs - 0.5) - told) / (2 * Math.PI))
    const sweep = r.way * (told + 2 * Math.PI * turns)
    if (Math.abs(sweep) > 1e-9)
      out.push({ kind: 'arc', centre: at(r), radius: post(r.wire).radius, start, sweep })
    out.push({ kind: 'line', from: after.leave, to: after.land })
  }
  return out
}

export const stretchLength = (s: Stretch2): number =>
  s.kind === 'line' ? Math.hypot(s.to[0] - s.from[0], s.to[1] - s.from[1]) : Math.abs(s.radius * s.sweep)
