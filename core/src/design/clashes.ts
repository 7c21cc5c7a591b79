import { cross, dot, norm, scale, sub, unit, type Vec3 } from '../geom/index.js'
import { WALK, walked } from '../path/index.js'
import type { Design, Wire } from './design.js'
import { reach, type SectionPose } from './gapAt.js'
import { sectionAt } from './rollAt.js'

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

interface Place {
  readonly wire: Wire
  readonly rank: number
  readonly s: number
  readonly section: SectionPose
  readonly p: Vec3
  readonly t: Vec3
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
  const round = a.section.profile === 'round' && b.section.profile === 'round'
  let most = alongAxis(a, b, d, scale(d, 1 / far))
  if (round) return most
  for (const { section } of [a, b])
    for (const n of section.axes) {
      if (most >= -TOUCHING) return most
      most = Math.max(most, alongAxis(a, b, d, n))
    }
  const over = cross(a.t, b.t)
  return norm(over) > 0.1 ? Math.max(most, alongAxis(a, b, d, unit(over))) : most
}

/** Looks up what lies near a place, among places in a grid of cubes. */
function gridOf(places: readonly Place[], cell: number): (p: Vec3, meet: (b: Place) => void) => void {
  const cells = new Map<number, Place[]>()
  const at = (v: number): number => Math.floor(v / cell) + 512
  const key = (x: number, y: number, z: number): number => (x * 1024 + y) * 1024 + z
  for (const place of places) {
    const k = key(at(place.p[0]), at(place.p[1]), at(place.p[2]))
    const list = cells.get(k)
    if (list) list.push(place)
    else cells.set(k, [place])
  }
  return (p, meet) => {
    const [x, y, z] = [at(p[0]), at(p[1]), at(p[2])]
    for (let i = x - 1; i <= x + 1; i++)
      for (let j = y - 1; j <= y + 1; j++)
        for (let k = z - 1; k <= z + 1; k++) cells.get(key(i, j, k))?.forEach(meet)
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
  const places = design.wires.flatMap((wire, rank) =>
    walked(wire.path).map(({ s, at }): Place => ({
      wire,
      rank,
      s,
      section: sectionAt(wire, s, at.t),
      p: at.p,
      t: at.t,
    })),
  )
  // of a coil the first member is what is wound: its turns lie beside each other
  const coils = design.joints.filter((j) => j.kind === 'coil').map((j) => j.members[0]!)
  const coiled = (wire: Wire, s: number, t: number): boolean =>
    coils.some((m) => m.wire === wire.id && m.s0 <= s && t <= m.s1)
  const found = new Map<string, Clash>()
  const meet = (a: Place, other: Clash['other'], gap: number, b?: Place) => {
    if (gap >= -TOUCHING) return
    const key = `${a.rank}|${other.kind}|${other.id}`
    const known = found.get(key)
    if (known && known.deep >= -gap) return
    const parts = [...partAt(a.wire, a.s), ...(b ? partAt(b.wire, b.s) : [])]
    found.set(key, { wire: a.wire.id, other, deep: -gap, p: a.p, parts })
  }
  const thickest = Math.max(0, ...design.wires.map((w) => w.stock.size.mm))
  const near = gridOf(places, Math.max(1, thickest * Math.SQRT2))
  for (const a of places) {
    near(a.p, (b) => {
      const own = a.rank === b.rank
      if (b.rank < a.rank || (own && b.s - a.s <= BESIDE_ITSELF * a.section.size)) return
      // no section reaches farther than half its diagonal
      const x = a.p[0] - b.p[0]
      const y = a.p[1] - b.p[1]
      const z = a.p[2] - b.p[2]
      const far = (a.section.size + b.section.size) * Math.SQRT1_2
      if (x * x + y * y + z * z > far * far) return
      // another place of the same wire lies more squarely beside this one
      if (Math.abs(x * a.t[0] + y * a.t[1] + z * a.t[2]) > WALK) return
      if (own && coiled(a.wire, a.s, b.s)) return
      meet(a, { kind: own ? 'itself' : 'wire', id: b.wire.id }, apart(a, b), b)
    })
    for (const accent of design.accents) {
      if (accent.wire === a.wire.id) continue
      const off = sub(a.p, accent.centre)
      const far = Math.max(norm(off), 1e-9)
      meet(a, { kind: 'accent', id: accent.id }, far - accent.radius - reach(a.section, scale(off, 1 / far)))
    }
  }
  return [...found.values()].sort((a, b) => b.deep - a.deep)
}
