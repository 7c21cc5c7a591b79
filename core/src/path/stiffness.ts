import { along, anySquare, cross, dot, remember, sub, unit, type Vec3 } from '../geom/index.js'
import { section, type Profile } from '../wire/index.js'
import type { BarEnd } from './collapse.js'

/** An elastic bar between two joints, as a polyline. */
export interface ElasticBar {
  readonly points: readonly Vec3[]
  readonly start: BarEnd
  readonly end: BarEnd
  readonly profile: Profile
  readonly size: number
  /** Young's modulus, MPa; the shear modulus is taken as E / 2.6. */
  readonly modulus: number
}

/** Poisson's ratio 0.3, common for wire metals. */
const SHEAR_SHARE = 2.6

/** One piece of the bar: its middle, its length and its axes. */
interface Piece {
  readonly at: Vec3
  readonly length: number
  readonly t: Vec3
  readonly e1: Vec3
  readonly e2: Vec3
}

interface Flexible {
  readonly pieces: readonly Piece[]
  /** What unit causes at the end do in each piece. */
  readonly ends: readonly (readonly (readonly number[])[])[]
  /** Displacement and turn of the end by a unit force and moment there, the start being clamped: 6 by 6. */
  readonly end: number[][]
}

const known = remember<readonly Vec3[], Map<string, Flexible>>(96)

/** What bends, twists and stretches in a piece by a unit cause: its moment about e1, e2, t, and its pull. */
const effects = ({ at, t, e1, e2 }: Piece, from: Vec3, force: Vec3, moment: Vec3): readonly number[] => {
  const m = cross(sub(from, at), force)
  const whole: Vec3 = [m[0] + moment[0], m[1] + moment[1], m[2] + moment[2]]
  return [dot(e1, whole), dot(e2, whole), dot(t, whole), dot(t, force)]
}

const AXES: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
]
const NONE: Vec3 = [0, 0, 0]

/** Unit causes at a point: three forces, then three moments. */
const unitEffects = (piece: Piece, from: Vec3): (readonly number[])[] => [
  ...AXES.map((d) => effects(piece, from, d, NONE)),
  ...AXES.map((d) => effects(piece, from, NONE, d)),
]

/** Solves A x = b for a small symmetric positive matrix by elimination with pivots; columns that carry nothing are left out. */
function solved(a: readonly (readonly number[])[], b: readonly number[]): number[] {
  const n = b.length
  const m = a.map((row, i) => [...row, b[i]!])
  const scale = Math.max(...a.map((row, i) => row[i]!))
  for (let k = 0; k < n; k++) {
    let p = k
    for (let i = k + 1; i < n; i++) if (Math.abs(m[i]![k]!) > Math.abs(m[p]![k]!)) p = i
    ;[m[k], m[p]] = [m[p]!, m[k]!]
    if (Math.abs(m[k]![k]!) < 1e-14 * scale) continue
    for (let i = 0; i < n; i++) {
      if (i === k) continue
      const f = m[i]![k]! / m[k]![k]!
      for (let j = k; j <= n; j++) m[i]![j]! -= f * m[k]![j]!
    }
  }
  return m.map((row, k) => (Math.abs(row[k]!) < 1e-14 * scale ? 0 : row[n]! / row[k]!))
}

/**
 * Stiffness of a curved bar against a force at one of its points, N/mm: how hard it pushes back for each millimetre that the point gives along
 * the force. Small displacements; bending both ways, torsion and stretch of each piece (unit-load method: the start clamped, the end's
 * reactions from its not moving). A pin takes no moment, a free end nothing.
 * Checks: clamped straight bar 3 EI L³/(a³ b³), pinned 3 EI L/(a² b²), finger 3 EI/l³.
 * @returns Infinity at an anchor, 0 where both ends are free or the bar swings about one pin
 * @throws RangeError for fewer than two points or an index outside
 */
export function barStiffness(bar: ElasticBar, index: number, direction: Vec3): number {
  const { points, modulus } = bar
  if (points.length < 2) throw new RangeError('a bar needs two points')
  if (!(index >= 0 && index < points.length)) throw new RangeError(`no point ${index}`)
  // the start is the end that is held better
  if (bar.start === 'free' || (bar.start === 'pin' && bar.end === 'clamp')) {
    if (bar.end === 'free') return 0
    const turned = { ...bar, points: reversed(points), start: bar.end, end: bar.start }
    return barStiffness(turned, points.length - 1 - index, direction)
  }
  if (bar.start === 'pin' && bar.end === 'free') return 0
  const s = section(bar.profile, bar.size)
  const ease = [
    1 / (modulus * s.inertia),
    1 / (modulus * s.inertia),
    SHEAR_SHARE / (modulus * s.twist),
    1 / (modulus * s.area),
  ] as const
  const { pieces, ends, end } = flexible(points, `${bar.profile} ${bar.size} ${modulus}`, ease)
  const d = unit(direction)
  const load = points[index]!
  const last = points[points.length - 1]!
  let own = 0
  const there = [0, 0, 0, 0, 0, 0]
  /** Turn of the start by the load and by the end's reactions: only where the start is a pin. */
  const starts = bar.start === 'pin'
  for (let k = 0; k < index; k++) {
    const piece = pieces[k]!
    const by = effects(piece, load, d, NONE)
    for (let c = 0; c < 4; c++) own += by[c]! * by[c]! * ease[c]! * piece.length
    const units = ends[k]!
    for (let r = 0; r < 6; r++)
      for (let c = 0; c < 4; c++) there[r]! += by[c]! * units[r]![c]! * ease[c]! * piece.length
  }
  if (bar.end === 'free') return own > 0 ? 1 / own : Infinity
  if (!starts) {
    const held = bar.end === 'clamp' ? 6 : 3
    const reaction = solved(
      end.slice(0, held).map((row) => row.slice(0, held)),
      there.slice(0, held),
    )
    const give = own - reaction.reduce((sum, v, i) => sum + v * there[i]!, 0)
    return give > 1e-12 ? 1 / give : Infinity
  }
  return pinned({ pieces, ease, load, d, last, first: points[0]!, index })
}

/** Both ends pinned: displacements of a bar whose start may turn, by its energy with end forces and a turn of the start as unknowns. */
function pinned({
  pieces,
  ease,
  load,
  d,
  last,
  first,
  index,
}: {
  readonly pieces: readonly Piece[]
  readonly ease: readonly number[]
  readonly load: Vec3
  readonly d: Vec3
  readonly last: Vec3
  readonly first: Vec3
  readonly index: number
}): number {
  // statics: reactions at the end with no moment at the start, R × (last − first) balances the load; along the chord one is left over
  const chord = sub(last, first)
  const span = dot(chord, chord)
  const moment = cross(sub(load, first), d)
  // R = (M × chord)/|chord|² is the least force whose moment about the start is −M across the chord
  const back = cross(moment, chord)
  const base: Vec3 = [back[0] / span, back[1] / span, back[2] / span]
  // a pull along the chord, and a turn about it that both pins share: a bar on two pins that turned freely would swing
  const axis = unit(chord)
  let own = 0
  const mixed = [0, 0]
  const alone = [
    [0, 0],
    [0, 0],
  ]
  pieces.forEach((piece, k) => {
    const by = k < index ? effects(piece, load, d, NONE) : [0, 0, 0, 0]
    const held = effects(piece, last, base, NONE)
    const whole = by.map((v, c) => v - held[c]!)
    const free = [effects(piece, last, axis, NONE), effects(piece, last, NONE, axis)]
    for (let c = 0; c < 4; c++) {
      const share = ease[c]! * piece.length
      own += whole[c]! * whole[c]! * share
      for (let r = 0; r < 2; r++) {
        mixed[r]! += whole[c]! * free[r]![c]! * share
        for (let q = 0; q < 2; q++) alone[r]![q]! += free[r]![c]! * free[q]![c]! * share
      }
    }
  })
  const reaction = solved(alone, mixed)
  const give = own - reaction[0]! * mixed[0]! - reaction[1]! * mixed[1]!
  return give > 1e-12 ? 1 / give : Infinity
}

const turnedRound = remember<readonly Vec3[], readonly Vec3[]>(96)
const reversed = (points: readonly Vec3[]) => turnedRound(points, () => [...points].reverse())

/** Kept for each bar, and each wire that it was made of. */
function flexible(points: readonly Vec3[], stock: string, ease: readonly number[]): Flexible {
  const kinds = known(points, () => new Map<string, Flexible>())
  const found = kinds.get(stock) ?? makeFlexible(points, ease)
  kinds.set(stock, found)
  return found
}

function makeFlexible(points: readonly Vec3[], ease: readonly number[]): Flexible {
  const last = points[points.length - 1]!
  const pieces = points.slice(1).map((b, k): Piece => {
    const a = points[k]!
    const way = sub(b, a)
    const t = unit(way)
    const e1 = Math.abs(t[2]) < 0.999 ? unit(along([0, 0, 1], t, -t[2])) : anySquare(t)
    return {
      at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2],
      length: Math.hypot(...way),
      t,
      e1,
      e2: cross(t, e1),
    }
  })
  const end = Array.from({ length: 6 }, () => new Array<number>(6).fill(0))
  const ends = pieces.map((piece) => unitEffects(piece, last))
  pieces.forEach((piece, k) => {
    const units = ends[k]!
    for (let r = 0; r < 6; r++)
      for (let q = 0; q < 6; q++)
        for (let c = 0; c < 4; c++) end[r]![q]! += units[r]![c]! * units[q]![c]! * ease[c]! * piece.length
  })
  return { pieces, ends, end }
}
