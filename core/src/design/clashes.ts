import { cross, dot, norm, scale, sub, unit, type Vec3 } from '../geom/index.js'
import { WALK, walked, type Walk } from '../path/index.js'
import type { Design, Wire } from './design.js'
import { reach, type SectionPose } from './gapAt.js'
import { sectionAt, spanOf } from './rollAt.js'

/** A wire of a design in the same place as another thing. */
export interface Clash {
  readonly wire: string
  /** What it stands in: another wire, itself, or a bead or ball. */
  readonly other: { readonly kind: 'wire' | 'itself' | 'accent'; readonly id: string }
  /** How deep, mm, and where in space. */
  readonly deep: number
  readonly p: Vec3
  /** Kinds of the parts that meet, the wire's own first; of an accent only that. */
  readonly parts: readonly string[]
}

/** Less than this deep two things touch, mm: wire gives, and hands do not work to it. */
const TOUCHING = 0.05
/** A wire stands beside itself only farther along it than this many thicknesses. */
const BESIDE_ITSELF = 3

/** A place on a wire, and how its section lies there. */
interface Place {
  readonly wire: Wire
  readonly s: number
  readonly p: Vec3
  readonly t: Vec3
  readonly section: SectionPose
}

/** The places of all wires of a design, one after the other by number; what is asked only where something else is near is worked out then. */
class Places {
  readonly count: number
  /** Which wire each is on. */
  readonly rank: Uint16Array
  readonly s: Float64Array
  readonly x: Float64Array
  readonly y: Float64Array
  readonly z: Float64Array
  /** Thickness of each wire as it lies. */
  readonly sizes: readonly number[]
  private readonly walks: readonly Walk[]
  private readonly first: readonly number[]
  private readonly known = new Map<number, Place>()

  constructor(readonly wires: readonly Wire[]) {
    this.walks = wires.map((w) => walked(w.path))
    this.sizes = wires.map(spanOf)
    let count = 0
    this.first = this.walks.map((walk) => (count += walk.count) - walk.count)
    this.count = count
    this.rank = new Uint16Array(count)
    this.s = new Float64Array(count)
    this.x = new Float64Array(count)
    this.y = new Float64Array(count)
    this.z = new Float64Array(count)
    this.walks.forEach((walk, rank) => {
      for (let i = 0, k = this.first[rank]!; i < walk.count; i++, k++) {
        this.rank[k] = rank
        this.s[k] = walk.s(i)
        this.x[k] = walk.number(i, 0)
        this.y[k] = walk.number(i, 1)
        this.z[k] = walk.number(i, 2)
      }
    })
  }

  at(k: number): Place {
    const known = this.known.get(k)
    if (known) return known
    const rank = this.rank[k]!
    const [wire, t] = [this.wires[rank]!, this.direction(k)]
    const s = this.s[k]!
    const made = {
      wire,
      s,
      p: this.walks[rank]!.point(k - this.first[rank]!),
      t,
      section: sectionAt(wire, s, t),
    }
    this.known.set(k, made)
    return made
  }

  private direction(k: number): Vec3 {
    const rank = this.rank[k]!
    return this.walks[rank]!.direction(k - this.first[rank]!)
  }

  /** How far a step lies along the wire's direction at a place, mm. */
  along(k: number, x: number, y: number, z: number): number {
    const rank = this.rank[k]!
    const [walk, i] = [this.walks[rank]!, k - this.first[rank]!]
    return x * walk.number(i, 3) + y * walk.number(i, 4) + z * walk.number(i, 5)
  }
}

/** How far two sections stand apart along a direction, mm. */
function alongAxis(a: Place, b: Place, d: Vec3, n: Vec3): number {
  const off = dot(d, n)
  // each reaches toward the other
  const way = off < 0 ? -1 : 1
  return Math.abs(off) - reach(a.section, n, way) - reach(b.section, n, way === 1 ? -1 : 1)
}

/**
 * How far two sections stand apart, mm; below 0 how deep one stands in the other: the widest of the separating axes that they have. Once one of
 * them tells that they do no more than touch, the rest is not asked.
 */
function apart(a: Place, b: Place): number {
  const d = sub(a.p, b.p)
  const far = norm(d)
  if (far < 1e-9) return -Math.min(a.section.size, b.section.size)
  if (a.section.profile === 'round' && b.section.profile === 'round')
    return far - (a.section.size + b.section.size) / 2
  let most = -Infinity
  // bound wires lie side by side: most often a side of one of them tells
  for (let k = 0; k < 4 && most < -TOUCHING; k++) {
    const { axes } = (k < 2 ? a : b).section
    most = Math.max(most, alongAxis(a, b, d, axes[(k & 1) as 0 | 1]))
  }
  if (most < -TOUCHING) most = Math.max(most, alongAxis(a, b, d, scale(d, 1 / far)))
  if (most >= -TOUCHING) return most
  const over = cross(a.t, b.t)
  return norm(over) > 0.1 ? Math.max(most, alongAxis(a, b, d, unit(over))) : most
}

/** Places along each axis that a grid of cubes has room for, half of them below 0. */
const CUBES = 1024
/** One of each two opposite ways from a cube to the 26 round it, as steps between the numbers of cubes. */
const FORWARD = [-1, 0, 1]
  .flatMap((x) => [-1, 0, 1].flatMap((y) => [-1, 0, 1].map((z) => (x * CUBES + y) * CUBES + z)))
  .filter((step) => step > 0)

/** Every two places in one cube of a grid, or in cubes beside each other, once. */
function eachPair(places: Places, cube: number, meet: (a: number, b: number) => void): void {
  const cubes = new Map<number, number[]>()
  const at = (v: number): number => Math.floor(v / cube) + CUBES / 2
  for (let k = 0; k < places.count; k++) {
    const number = (at(places.x[k]!) * CUBES + at(places.y[k]!)) * CUBES + at(places.z[k]!)
    const list = cubes.get(number)
    if (list) list.push(k)
    else cubes.set(number, [k])
  }
  for (const [number, list] of cubes) {
    for (let i = 0; i < list.length; i++) for (let j = i + 1; j < list.length; j++) meet(list[i]!, list[j]!)
    for (const step of FORWARD) {
      const beside = cubes.get(number + step)
      if (!beside) continue
      for (const a of list) for (const b of beside) meet(a, b)
    }
  }
}

/** Kind of the part that a place on a wire belongs to. */
const partAt = (wire: Wire, s: number): readonly string[] => {
  const part = wire.parts.find((x) => x.s0 <= s + 1e-9 && s <= x.s1 + 1e-9)
  return part ? [part.kind] : []
}

/**
 * Where wires of a design stand in each other, in themselves or in a bead: for each pair the deepest place, where it is deeper than things that
 * touch, deepest first. Bound wires lie side by side, so joints need no exception; the turns of a binding
 * are not looked at, nor those of a coil against each other.
 * @example clashes(design) // []
 */
export function clashes(design: Design): Clash[] {
  const places = new Places(design.wires)
  // of a coil the first member is what is wound: its turns lie beside each other
  const coils = design.joints.filter((j) => j.kind === 'coil').map((j) => j.members[0]!)
  const coiled = (wire: Wire, s: number, t: number): boolean =>
    coils.some((m) => m.wire === wire.id && m.s0 <= s && t <= m.s1)
  const found = new Map<string, Clash>()
  const meet = (a: Place, other: Clash['other'], gap: number, b?: Place) => {
    if (gap >= -TOUCHING) return
    const key = `${a.wire.id}|${other.kind}|${other.id}`
    const known = found.get(key)
    if (known && known.deep >= -gap) return
    const parts = [...partAt(a.wire, a.s), ...(b ? partAt(b.wire, b.s) : [])]
    found.set(key, { wire: a.wire.id, other, deep: -gap, p: a.p, parts })
  }
  const thickest = Math.max(0, ...design.wires.map((w) => w.stock.size.mm))
  eachPair(places, Math.max(1, thickest * Math.SQRT2), (one, other) => {
    const own = places.rank[one] === places.rank[other]
    const size = places.sizes[places.rank[one]!]!
    // no section reaches farther than half its diagonal
    const x = places.x[one]! - places.x[other]!
    const y = places.y[one]! - places.y[other]!
    const z = places.z[one]! - places.z[other]!
    const far = (size + places.sizes[places.rank[other]!]!) * Math.SQRT1_2
    if (x * x + y * y + z * z > far * far) return
    if (own && Math.abs(places.s[one]! - places.s[other]!) <= BESIDE_ITSELF * size) return
    // places are numbered wire by wire, along each
    const [first, second] = one < other ? [one, other] : [other, one]
    // another place of the same wire lies more squarely beside this one
    if (Math.abs(places.along(first, x, y, z)) > WALK) return
    const a = places.at(first)
    const b = places.at(second)
    if (own && coiled(a.wire, a.s, b.s)) return
    meet(a, { kind: own ? 'itself' : 'wire', id: b.wire.id }, apart(a, b), b)
  })
  for (const accent of design.accents)
    for (let k = 0; k < places.count; k++) {
      const rank = places.rank[k]!
      if (accent.wire === places.wires[rank]!.id) continue
      const [x, y, z] = accent.centre
      const off: Vec3 = [places.x[k]! - x, places.y[k]! - y, places.z[k]! - z]
      const far = Math.max(norm(off), 1e-9)
      if (far - accent.radius > places.sizes[rank]!) continue
      const a = places.at(k)
      meet(a, { kind: 'accent', id: accent.id }, far - accent.radius - reach(a.section, scale(off, 1 / far)))
    }
  return [...found.values()].sort((a, b) => b.deep - a.deep)
}
