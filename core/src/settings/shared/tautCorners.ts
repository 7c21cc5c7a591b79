import { along, cross, dist, dot, sub, unit, type Vec3 } from '../../geom/index.js'

/** A line without the corners that lie nearer than 0.01 mm to what is left of it (Douglas and Peucker's way). @example thinned([[0, 0, 0], [1, 0.001, 0], [2, 0, 0]]) // [[0, 0, 0], [2, 0, 0]] */
export function thinned(line: readonly Vec3[]): Vec3[] {
  const [a, b] = [line[0]!, line[line.length - 1]!]
  const way = unit(sub(b, a))
  let [far, at] = [THIN, 0]
  line.forEach((p, i) => {
    const off = dist(p, along(a, way, dot(sub(p, a), way)))
    if (off > far) [far, at] = [off, i]
  })
  return at === 0 ? [a, b] : [...thinned(line.slice(0, at + 1)).slice(0, -1), ...thinned(line.slice(at))]
}
const THIN = 0.01

/** Where two lines cross as they are seen from the front: the place on the first, the other's way there, and the way square to both. */
export interface Crossed {
  readonly at: Vec3
  readonly way: Vec3
  readonly square: Vec3
}

/** Lines that meet in a corner of one cross there: so far past its ends a stretch still counts, as a share of it. */
const CORNER = 1e-6
/** Where two lines of corners cross as they are seen from the front; undefined where they do not. */
export function crossed(one: readonly Vec3[], other: readonly Vec3[]): Crossed | undefined {
  for (let i = 1; i < one.length; i++)
    for (let j = 1; j < other.length; j++) {
      const [a, b, c] = [one[i - 1]!, sub(one[i]!, one[i - 1]!), other[j - 1]!]
      const d = sub(other[j]!, c)
      const across = b[0] * d[1] - b[1] * d[0]
      if (Math.abs(across) < 1e-12) continue
      const [x, y] = [c[0] - a[0], c[1] - a[1]]
      const [t, u] = [(x * d[1] - y * d[0]) / across, (x * b[1] - y * b[0]) / across]
      if (Math.min(t, u, 1 - t, 1 - u) > -CORNER) {
        return { at: along(a, b, t), way: unit(d), square: unit(cross(b, d)) }
      }
    }
  return undefined
}

/** Past the corner of a turn the wire counts as drawn from so far on, in distances from the middle of the frame's wire. */
const PAST = 1.05
/** So far from one place toward another, no farther than a share of the way. */
const toward = (a: Vec3, b: Vec3, by: number, most: number): Vec3 =>
  along(a, sub(b, a), Math.min(most, by / dist(a, b)))

/** What lies between two turns, in three: what goes with the turns it leaves, what is drawn taut, and what goes with those it comes to. */
export interface Parted {
  readonly leaving: readonly Vec3[]
  readonly taut: readonly Vec3[]
  readonly coming: readonly Vec3[]
}

/**
 * Parts what leads from the last corner of some turns to the first of the next: with nothing to lie on past the corners; a crossing half-way to what it
 * lies on, and what it lies on beside the turns goes with them. `c` is the distance of the turns from the middle of what they go round.
 */
export function parted(leaves: Vec3, next: Vec3, crossing: readonly Vec3[] | undefined, c: number): Parted {
  if (!crossing) {
    const [a, b] = [toward(leaves, next, PAST * c, 0.45), toward(next, leaves, PAST * c, 0.45)]
    return { leaving: [a], taut: [a, b], coming: [b] }
  }
  const beside = (p: Vec3, end: Vec3) => dist(p, end) < BESIDE_TURNS * c
  const lead = crossing.filter((p) => beside(p, leaves))
  const trail = crossing.filter((p) => !beside(p, leaves) && beside(p, next))
  const rest = crossing.filter((p) => !beside(p, leaves) && !beside(p, next))
  const [a, b] = [lead[lead.length - 1] ?? leaves, trail[0] ?? next]
  const [first, last] = [rest[0], rest[rest.length - 1]]
  const from = first ? toward(a, first, Infinity, 1 / 2) : toward(a, b, Infinity, 1 / 3)
  const to = last ? toward(b, last, Infinity, 1 / 2) : toward(b, a, Infinity, 1 / 3)
  return { leaving: [...lead, from], taut: [from, ...rest, to], coming: [to, ...trail] }
}
/** Nearer to a corner than this what the wire lies on goes with its turns, in distances from the middle of the frame's wire. */
const BESIDE_TURNS = 2.2
