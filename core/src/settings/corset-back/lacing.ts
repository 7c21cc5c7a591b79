import { add, along, dot, scale, sub, type Vec3 } from '../../geom/index.js'
import { pathLength, stringInPlane, tautCorners, tautLine, type Skin } from '../../path/index.js'
import { isDomed, shapeOf, solidOf, type FullStone } from '../../stone/index.js'
import { leaf, numberOf } from '../../working/index.js'
import { Pen, type Given } from '../kit/index.js'
import type { Piece } from '../shared/pieces.js'
import { roundedLine } from '../shared/roundedLine.js'
import { turnsAt, type Back } from './back.js'
import type { choices } from './choices.js'

/** Figures of the lacing that are searched for on the stone. */
export const searched = {
  turns: 'round the {which} bend: {turns} turns of {lace} on wire of {size}, from the front and back to it',
  crossing: 'across the front from the {which} bend, as a taut wire of {lace} lies on the stone',
} as const

/** Wound by hand a turn stands off the wire by a hair, mm. */
const LOOSE = 0.02
/** Where there are several turns the first and the last corner lie farther apart by this share of a quarter turn. */
const CLEAR = 1
/** Each crossing is drawn anew so many times with the turns that it comes from and goes to. */
const ROUNDS = 2

const between = (a: Vec3, b: Vec3, share: number): Vec3 => add(scale(a, 1 - share), scale(b, share))

/** Where the tangents meet that run behind a round wire and on from it to a place, as coordinates out and to the front: `side` is 1 past its outer side, −1 past its inner one. */
function cornerBehind([u, v]: readonly [number, number], c: number, side: 1 | -1): number {
  // the normal n of the tangent through the place, pointing to its side: n · place = c
  const far = Math.hypot(u, v)
  const toward = Math.atan2(v, u)
  const open = Math.acos(Math.min(1, c / far))
  const normals = [toward + open, toward - open].map((a) => [Math.cos(a), Math.sin(a)] as const)
  const n = normals.reduce((best, x) => (x[0] * side > best[0] * side ? x : best))
  // n · (x, −c) = c
  return (c * (1 + n[1])) / n[0]
}

/** The stone as a string asks it. */
function skinOf(stone: FullStone): Skin {
  if (!isDomed(stone))
    return (p) => {
      const { distance, m } = shapeOf(stone).index.nearest(p)
      return { distance, m }
    }
  const solid = solidOf(stone)
  return ([x, y, z]) => solid.nearest(x, y, z)
}

/** Corners of a string over the front of the stone. */
function corners(k: Given<typeof choices>, from: Vec3, to: Vec3, side: Vec3, off: number): readonly Vec3[] {
  const drawn = { from, to, side, off }
  const { index } = shapeOf(k.stone)
  const found = tautCorners(index, drawn)
  if (found) return found
  // both ends lie behind the stone: straight from one to the other it would pass there
  return tautLine(skinOf(k.stone), { ...drawn, first: stringInPlane(index, drawn) }).slice(1, -1)
}

/** Its first end is left this long past the first turn, pressed in between wire and stone. */
const END = leaf('table', 'end pressed in', 0.4, 'mm', 'our choice')

/** The fine wire from the lowest bend to the highest: round each, and taut across the front to the next. */
export function lacing(
  k: Given<typeof choices>,
  { plane, apexes, radius, lashed }: Back,
): { readonly left: readonly Piece[]; readonly right: readonly Piece[] } {
  const r = numberOf(radius)
  const lace = k.thick('lace')
  const c = (lace + k.thick('size')) / 2 + LOOSE
  const front = scale(plane.behind, -1)
  const outAt = (i: number): Vec3 => [i % 2 === 0 ? 1 : -1, 0, 0]
  /** Round a bend by the corners of a square about its wire: past its inner side, behind it, and so on, on to its outer side. */
  const around = (i: number, comes: Vec3 | undefined, goes: Vec3 | undefined): Vec3[] => {
    const turns = numberOf(turnsAt(k, i))
    const count = 4 * turns - 2
    const lead = numberOf(lashed[i]!) / (4 * turns)
    const [apex, out] = [apexes[i]!, outAt(i)]
    /** The wire's middle as far along the bend as a corner is, and the way outward there: it climbs along the bend itself. */
    const frameAt = (n: number) => {
      const a = ((n - (count - 1) / 2) * lead) / r
      const way = add(scale(out, Math.cos(a)), scale(plane.up, Math.sin(a)))
      return { at: along(along(apex, out, -r), way, r), way }
    }
    const square = [
      [-c, -c],
      [c, -c],
      [c, c],
      [-c, c],
    ] as const
    return Array.from({ length: count }, (_, n) => {
      // what comes and what goes lies clear of the turns between
      const clear = turns === 1 ? 0 : n === 0 ? -CLEAR : n === count - 1 ? CLEAR : 0
      const { at, way } = frameAt(n + clear)
      const place = (u: number, v: number): Vec3 => along(along(at, way, u), front, v)
      const met = (p: Vec3): readonly [number, number] => [dot(sub(p, at), way), dot(sub(p, at), front)]
      const [u, v] = square[n % 4]!
      if (n === 0 && comes) return place(cornerBehind(met(comes), c, -1), v)
      if (n === count - 1 && goes) return place(cornerBehind(met(goes), c, 1), v)
      return place(u, v)
    })
  }
  const n = apexes.length
  let turns = apexes.map((_, i) => around(i, undefined, undefined))
  let over: (readonly Vec3[])[] = []
  for (let round = 0; round < ROUNDS; round++) {
    over = apexes
      .slice(1)
      .map((_, i) => corners(k, turns[i]![turns[i]!.length - 1]!, turns[i + 1]![0]!, front, lace / 2))
    turns = apexes.map((_, i) => {
      const [before, behind] = [over[i - 1], over[i]]
      const comes = before ? (before[before.length - 1] ?? apexes[i - 1]) : undefined
      const goes = behind ? (behind[0] ?? apexes[i + 1]) : undefined
      return around(i, comes, goes)
    })
  }
  const on = k.on('size', 'lace', 'bends', 'low', 'high', 'reach', 'turns', 'ends', 'alloy', 'temper')
  const tail = (i: number, at: Vec3) => along(at, front, (i === 0 ? 1 : 2) * c)
  const pen = new Pen(apexes[0]!, front)
  const begins = tail(0, turns[0]![0]!)
  let from = begins
  apexes.forEach((_, i) => {
    const here = turns[i]!
    const leaves = here[here.length - 1]!
    const across = over[i]
    const next = i < n - 1 ? turns[i + 1]![0]! : undefined
    // of a crossing that meets no stone the middle third counts as taut
    const after = next
      ? across?.[0]
        ? between(leaves, across[0], 1 / 2)
        : between(leaves, next, 1 / 3)
      : tail(1, leaves)
    const round = roundedLine([from, ...here, after], c)
    pen.draw(`turns-${i}`, 'turns', round, k.found('turns', `${i + 1}.`, pathLength({ segments: round }), on))
    if (!next || !across) return
    const lastOver = across[across.length - 1]
    from = lastOver ? between(lastOver, next, 1 / 2) : between(leaves, next, 2 / 3)
    const taut = roundedLine([after, ...across, from], lace / 2)
    pen.draw(
      `crossing-${i}`,
      'taut',
      taut,
      k.found('crossing', `${i + 1}.`, pathLength({ segments: taut }), on),
    )
  })
  return { left: new Pen(begins, front).line('end', 'end', END).pieces, right: pen.pieces }
}
