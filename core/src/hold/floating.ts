import type { Design } from '../design/index.js'

/** A stretch of wire from one joint to the next on it, between s0 and s1, mm. */
export interface Link {
  readonly wire: string
  readonly from: string
  readonly to: string
  readonly s0: number
  readonly s1: number
}

/** Stretches of wire between two different joints: what ties joints to each other. */
export const linksOf = ({ wires, joints }: Pick<Design, 'wires' | 'joints'>): Link[] =>
  wires.flatMap((wire) => {
    const bound = joints
      .flatMap(({ id, members }) => members.filter((m) => m.wire === wire.id).map((m) => ({ ...m, id })))
      .sort((a, b) => a.s0 - b.s0)
    return bound.slice(1).flatMap((b, i): Link[] => {
      const a = bound[i]!
      return a.id === b.id ? [] : [{ wire: wire.id, from: a.id, to: b.id, s0: a.s1, s1: b.s0 }]
    })
  })

/** Joints that bind one stretch of one wire fix it to something that the design does not show: all of them to the same. */
const GROUND = ''

/**
 * Joints that float: a single stretch of wire ties them to the rest, which carries as a finger does, so that they hold nothing by themselves.
 * Each with the stretch that carries it. The rest is, of what remains without such stretches, the part that is fixed to something outside, else
 * that with the most joints, then with the longest wire. Parts that no wire ties together do not float: what holds them is not in the design.
 * @example floatingJoints({ wires: [], joints: [] }).size // 0
 */
export function floatingJoints(design: Pick<Design, 'wires' | 'joints'>): ReadonlyMap<string, Link> {
  const links = linksOf(design)
  const vertex = new Map(design.joints.map(({ id, members }) => [id, members.length === 1 ? GROUND : id]))
  const ties = links.map(({ from, to, s0, s1 }) => ({
    ends: [vertex.get(from)!, vertex.get(to)!] as const,
    length: s1 - s0,
  }))
  const vertices = [...new Set(vertex.values())]
  const at = new Map(vertices.map((v) => [v, ties.flatMap(({ ends }, i) => (ends.includes(v) ? [i] : []))]))
  const other = (i: number, v: string): string =>
    ties[i]!.ends[0] === v ? ties[i]!.ends[1] : ties[i]!.ends[0]

  const bridges = bridgesOf(vertices, at, other)
  const carriedBy = new Map<string, Link>()
  if (bridges.size === 0) return carriedBy
  const parts = partsOf(vertices, at, other, bridges)
  const weight = (part: readonly string[]): readonly [boolean, number, number] => [
    part.includes(GROUND),
    part.length,
    ties.reduce((sum, { ends, length }) => sum + (ends.every((v) => part.includes(v)) ? length : 0), 0),
  ]
  const heavier = (a: readonly string[], b: readonly string[]): boolean => {
    const [x, y] = [weight(a), weight(b)]
    const k = x.findIndex((v, i) => v !== y[i])
    return k >= 0 && x[k]! > y[k]!
  }
  const done = new Set<readonly string[]>()
  // each piece of wirework by itself: from its heaviest part outward over the bridges
  for (const part of [...parts].sort((a, b) => (heavier(a, b) ? -1 : heavier(b, a) ? 1 : 0))) {
    const open = done.has(part) ? [] : [part]
    for (let here = open.pop(); here; here = open.pop()) {
      done.add(here)
      for (const v of here)
        for (const i of at.get(v)!) {
          const next = parts.find((p) => p.includes(other(i, v)))!
          if (!bridges.has(i) || done.has(next)) continue
          for (const id of next) carriedBy.set(id, links[i]!)
          open.push(next)
        }
    }
  }
  return carriedBy
}

type Ends = ReadonlyMap<string, readonly number[]>
type Other = (tie: number, from: string) => string

/** Ties whose loss would part what they tie: Tarjan's bridges (1974), by a depth-first search. */
function bridgesOf(vertices: readonly string[], at: Ends, other: Other): ReadonlySet<number> {
  const order = new Map<string, number>()
  const bridges = new Set<number>()
  /** The earliest vertex that is reached from here without the tie by which it was come to. */
  const visit = (v: string, by: number): number => {
    const own = order.size
    order.set(v, own)
    let low = own
    for (const i of at.get(v)!) {
      if (i === by) continue
      const next = other(i, v)
      const known = order.get(next)
      const reached = known ?? visit(next, i)
      if (known === undefined && reached > own) bridges.add(i)
      low = Math.min(low, reached)
    }
    return low
  }
  for (const v of vertices) if (!order.has(v)) visit(v, -1)
  return bridges
}

/** Vertices that hang together without the bridges. */
function partsOf(
  vertices: readonly string[],
  at: Ends,
  other: Other,
  bridges: ReadonlySet<number>,
): string[][] {
  const seen = new Set<string>()
  return vertices.flatMap((first) => {
    if (seen.has(first)) return []
    const part = [first]
    seen.add(first)
    // it grows while it is gone through
    for (const v of part)
      for (const i of at.get(v)!) {
        const next = other(i, v)
        if (bridges.has(i) || seen.has(next)) continue
        seen.add(next)
        part.push(next)
      }
    return [part]
  })
}
