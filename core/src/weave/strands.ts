import type { Vec3 } from '../geom/index.js'
import type { Move, Weave, Weaver } from './notation.js'

/** One half turn: from a gap to another, in front of the wires between them or behind. */
export interface Pass {
  readonly face: 'front' | 'back'
  readonly from: number
  readonly to: number
}

/** Wires that a weave is made of, mm: base wires, weaving wire, and how far apart turns are laid against packed ones. */
export interface WeaveWires {
  readonly base: number
  readonly weaver: number
  /** 1 is wire against wire; by hand 1.02 to 1.08; 2 leaves a wire's width open. */
  readonly packing: number
}

/** The passes of one repeat of a weaver, from the gap where it begins (left of the first wire of its first move). */
export function passesOf({ moves }: Weaver): {
  readonly start: number
  readonly end: number
  readonly passes: readonly Pass[]
} {
  const start = moves[0]!.from - 1
  let gap = start
  const passes: Pass[] = []
  const go = (face: Pass['face'], to: number) => {
    if (to === gap) return
    passes.push({ face, from: gap, to })
    gap = to
  }
  const reach = (m: Move) => {
    const [left, right] = [m.from - 1, m.to]
    if (gap !== left && gap !== right)
      go('back', Math.abs(gap - left) <= Math.abs(gap - right) ? left : right)
    return gap === left ? ([left, right] as const) : ([right, left] as const)
  }
  for (const m of moves) {
    const [near, far] = reach(m)
    switch (m.kind) {
      case 'turns':
        for (let k = 0; k < m.count; k++) {
          go('front', far)
          go('back', near)
        }
        break
      case 'eight': {
        // in front of the near half, through between, behind the far half, and the same way back
        const middle = Math.floor((near + far) / 2)
        go('front', middle)
        go('back', far)
        go('front', middle)
        go('back', near)
        break
      }
      case 'over':
        go('front', far)
        break
      case 'under':
        go('back', far)
        break
      default: {
        const never: never = m
        throw new RangeError(`unknown move ${JSON.stringify(never)}`)
      }
    }
  }
  return { start, end: gap, passes }
}

/** Middle of each base wire, mm from the left: touching, but where a weaver goes through between two they stand apart by its thickness. */
export function wirePlaces(weave: Weave, { base, weaver }: WeaveWires): number[] {
  const open = new Set<number>()
  for (const w of weave.weavers) {
    const { passes } = passesOf(w)
    // a strand that comes into a gap between two wires goes through it
    for (const p of passes) for (const g of [p.from, p.to]) if (g > 0 && g < weave.wires) open.add(g)
  }
  const places = [0]
  for (let g = 1; g < weave.wires; g++) places.push(places[g - 1]! + base + (open.has(g) ? weaver : 0))
  return places
}

/**
 * Strands that lie one above the other in one repeat, at the place where they are the most: on the front or the back of a wire, or
 * through a gap, all weavers together. So many weaver's thicknesses the repeat needs along the base wires.
 */
export function crowding(weave: Weave): number {
  const count = new Map<string, number>()
  const put = (place: string) => count.set(place, (count.get(place) ?? 0) + 1)
  for (const w of weave.weavers) {
    const { passes, start, end } = passesOf(w)
    passes.forEach((p, i) => {
      const [low, high] = [Math.min(p.from, p.to), Math.max(p.from, p.to)]
      for (let wire = low + 1; wire <= high; wire++) put(`${p.face} ${wire}`)
      const q = i + 1 < passes.length ? passes[i + 1]! : start === end ? passes[0]! : undefined
      if (q && q.face !== p.face) put(`gap ${p.to}`)
    })
  }
  return Math.max(...count.values())
}

/** A wire that a strand runs round: which, which way (seen along the wires from below, 1 is counter-clockwise), and how often it turns back on it. */
interface Rounding {
  readonly wire: number
  readonly way: 1 | -1
  /** Half turns on it at which the strand changes direction: 1 at the edge of a band, 2 more with every whole turn round it alone. */
  readonly backs: number
}

/** Wires that a closed way of passes is bent round, in order. */
function roundings(passes: readonly Pass[]): Rounding[] {
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

/**
 * A taut strand in the plane across the wires, once through a repeat and back to where it began: tangents between the wires it is bent
 * round, and arcs on them, at the strand's middle.
 */
function beltOf(list: readonly Rounding[], places: readonly number[], radius: number): Stretch2[] {
  const n = list.length
  const at = (r: Rounding) => [places[r.wire - 1]!, 0] as const
  /** Unit direction of the tangent from one rounding to the next, and where it leaves and lands. */
  const tangent = (a: Rounding, b: Rounding) => {
    const [p, q] = [at(a), at(b)]
    const d = q[0] - p[0]
    const c = Math.abs(d)
    // offset of the strand from each wire's middle, to the left of travel for a clockwise one
    const same = a.way === b.way
    const sin = same ? 0 : Math.min(1, (2 * radius) / c)
    const lean = Math.asin(sin) * a.way
    const along = d > 0 ? 0 : Math.PI
    const angle = along + lean
    const off = (way: number) =>
      [
        radius * Math.cos(angle - (way * Math.PI) / 2),
        radius * Math.sin(angle - (way * Math.PI) / 2),
      ] as const
    const [o, e] = [off(a.way), off(b.way)]
    return {
      angle,
      leave: [p[0] + o[0], p[1] + o[1]] as const,
      land: [q[0] + e[0], q[1] + e[1]] as const,
    }
  }
  if (n === 1) {
    const [only] = list
    return [
      { kind: 'arc', centre: at(only!), radius, start: Math.PI, sweep: only!.way * Math.PI * only!.backs },
    ]
  }
  const ways = list.map((r, i) => tangent(r, list[(i + 1) % n]!))
  const out: Stretch2[] = []
  for (let i = 0; i < n; i++) {
    const r = list[i]!
    const [before, after] = [ways[(i + n - 1) % n]!, ways[i]!]
    const start = before.angle - (r.way * Math.PI) / 2
    // the tangents tell it but for whole turns: it is as many half turns as it turns back, and up to one more
    const told = r.way * (after.angle - before.angle)
    const turns = Math.ceil((Math.PI * r.backs - told - 1e-6) / (2 * Math.PI))
    const sweep = r.way * (told + 2 * Math.PI * turns)
    if (Math.abs(sweep) > 1e-9) out.push({ kind: 'arc', centre: at(r), radius, start, sweep })
    out.push({ kind: 'line', from: after.leave, to: after.land })
  }
  return out
}

const lengthOf = (s: Stretch2): number =>
  s.kind === 'line' ? Math.hypot(s.to[0] - s.from[0], s.to[1] - s.from[1]) : Math.abs(s.radius * s.sweep)

/** One weaver in one repeat. */
export interface Strand {
  readonly id: string
  /** Does it end where it began. */
  readonly closes: boolean
  /** A pass goes back on the face on which it came: pulled taut it is gone. */
  readonly undone: boolean
  readonly start: number
  readonly end: number
  /** Along the base wires, mm. */
  readonly advance: number
  /** Wire used, mm. */
  readonly length: number
  readonly passes: readonly Pass[]
  readonly stretches: readonly Stretch2[]
}

/**
 * Path and consumption of every weaver in one repeat. Strands lie one weaver's thickness × packing apart where they are the most (see
 * `crowding`), and the whole repeat advances by that; each strand rises evenly along its way, so that its length is √(plane² + advance²), exact for a taut strand on rigid wires. A weaver that
 * does not end in the gap where it began is closed by a pass behind, which is not counted, so that its path can be drawn.
 * @throws RangeError for a thickness not above 0 or a packing below 1
 * @example strandsOf(parseWeave('a: 1(1)').weave, { base: 1, weaver: 0.3, packing: 1 })[0].length // 4.095
 */
export function strandsOf(weave: Weave, wires: WeaveWires): Strand[] {
  const { base, weaver, packing } = wires
  if (!(base > 0 && weaver > 0 && packing >= 1))
    throw new RangeError(`a weave needs wires above 0 mm and a packing of 1 or more`)
  const places = wirePlaces(weave, wires)
  const radius = (base + weaver) / 2
  const advance = crowding(weave) * weaver * packing
  return weave.weavers.map((w) => {
    const { start, end, passes } = passesOf(w)
    const closes = start === end
    const whole: readonly Pass[] = closes ? passes : [...passes, { face: 'back', from: end, to: start }]
    const stretches = beltOf(roundings(whole), places, radius)
    const plane =
      stretches.reduce((sum, s) => sum + lengthOf(s), 0) - (closes ? 0 : backPass(end, start, places, radius))
    const undone = whole.some((p, i) => {
      const q = whole[(i + 1) % whole.length]!
      return whole.length > 1 && p.face === q.face && p.to > p.from !== q.to > q.from
    })
    return {
      id: w.id,
      closes,
      undone,
      start,
      end,
      advance,
      length: Math.hypot(plane, advance),
      passes,
      stretches,
    }
  })
}

/** Length of the uncounted pass that closes an open way: behind, straight across. */
const backPass = (from: number, to: number, places: readonly number[], radius: number): number => {
  const [a, b] = [Math.min(from, to), Math.max(from, to)]
  return places[b - 1]! - places[a]! + Math.PI * radius
}

/**
 * The packing that a maker's own sample has: so many repeats, measured along the base wires, against strands that touch.
 * @throws RangeError for a length not above 0 or repeats below 1
 * @example packingOf(parseWeave('a: 1(1)').weave, 0.3, { repeats: 20, length: 6.3 }) // 1.05
 */
export function packingOf(
  weave: Weave,
  weaver: number,
  sample: { readonly repeats: number; readonly length: number },
): number {
  if (!(sample.length > 0 && sample.repeats >= 1 && weaver > 0))
    throw new RangeError('a sample has a length above 0 and one repeat or more')
  return sample.length / (sample.repeats * crowding(weave) * weaver)
}

/** Do both faces of a weave look alike: is the number of strands on the front of every wire that on its back. */
export function alikeBehind(weave: Weave): boolean {
  const sum = Array.from({ length: weave.wires + 1 }, () => 0)
  for (const w of weave.weavers)
    for (const p of passesOf(w).passes)
      for (let wire = Math.min(p.from, p.to) + 1; wire <= Math.max(p.from, p.to); wire++)
        sum[wire]! += p.face === 'front' ? 1 : -1
  return sum.every((v) => v === 0)
}

/** Points along a strand's path, x to the right, y along the wires, z to the front; mm. */
export function strandPath(strand: Strand, perTurn = 48): Vec3[] {
  const total = strand.stretches.reduce((sum, s) => sum + lengthOf(s), 0)
  const out: Vec3[] = []
  let gone = 0
  const put = (x: number, z: number, along: number) => out.push([x, (strand.advance * along) / total, z])
  for (const s of strand.stretches) {
    const l = lengthOf(s)
    const steps =
      s.kind === 'line' ? 1 : Math.max(1, Math.ceil((perTurn * Math.abs(s.sweep)) / (2 * Math.PI)))
    for (let k = out.length === 0 ? 0 : 1; k <= steps; k++) {
      const t = k / steps
      if (s.kind === 'line')
        put(s.from[0] + t * (s.to[0] - s.from[0]), s.from[1] + t * (s.to[1] - s.from[1]), gone + t * l)
      else {
        const a = s.start + t * s.sweep
        put(s.centre[0] + s.radius * Math.cos(a), s.centre[1] + s.radius * Math.sin(a), gone + t * l)
      }
    }
    gone += l
  }
  return out
}
