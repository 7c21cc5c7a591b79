import { ALONE, inPiece, intoStone, type SeatedStone } from '../../../design/index.js'
import { add, along, dot, scale, sub, type Vec3 } from '../../../geom/index.js'
import {
  pathLength,
  stringInPlane,
  tautCorners,
  tautLine,
  type Drawn,
  type Skin,
} from '../../../path/index.js'
import { isDomed, shapeOf, solidOf, type FullStone } from '../../../stone/index.js'
import { leaf, numberOf, type Quantity } from '../../../working/index.js'
import type { FamilyText } from '../../family.js'
import { fixed } from '../../shared/efforts.js'
import { roundedLine } from '../../shared/roundedLine.js'
import type { Choices } from '../choices.js'
import { Pen } from '../pen.js'
import type { Given } from '../recipe.js'
import type { Step, Strand, Tie } from '../wirework.js'

/** A place on a stiff wire that the lacing goes round: where the wire bends outward from the stone. */
export interface LacedPlace {
  /** The part of the stiff wire that is laced. */
  readonly part: string
  /** The stiff wire so far along it from the middle of the turns, mm: its middle, and the way outward from the stone, a unit vector. */
  wire(along: number): { readonly at: Vec3; readonly out: Vec3 }
  readonly turns: Quantity
  /** As much of the bend as the turns take. */
  readonly length: Quantity
}

/** A stiff wire bent in an arc outward from the stone, as a lacing asks it: `at` is the middle of the arc, `up` the way along the wire there. */
export const arcPlace =
  ({
    at,
    out,
    up,
    radius,
  }: Readonly<Record<'at' | 'out' | 'up', Vec3>> & { readonly radius: number }): LacedPlace['wire'] =>
  (s) => {
    const way = add(scale(out, Math.cos(s / radius)), scale(up, Math.sin(s / radius)))
    return { at: along(along(at, out, -radius), way, radius), out: way }
  }

/** What is laced: places in order, drawn over from one to the next across the side that `front` looks to. */
export interface Laced {
  readonly places: readonly LacedPlace[]
  readonly front: Vec3
  /** How the stone lies, where it is not in the piece's own frame. */
  readonly seat?: SeatedStone
  /** Thickness of the lacing, and of the wire that it goes round, mm. */
  readonly lace: number
  readonly stiff: number
  /** What its figures hang on. */
  readonly on: Readonly<Record<string, Quantity>>
}

/** Figures of a lacing that are searched for on the stone. */
const searched = {
  turns: 'round the {which} bend: {turns} turns of {lace} on wire of {size}, from the front and back to it',
  crossing: 'across the front from the {which} bend, as a taut wire of {lace} lies on the stone',
} as const

const text: Partial<FamilyText> = {
  parts: { turns: 'round the bends', taut: 'across the front', end: 'end, pressed in' },
  steps: {
    'begin-lacing': {
      title: 'Begin the lacing at the foot',
      say: 'Wind {turns} turns of {tie} round the lowest bend, tight and side by side, and squeeze them a little oval with nylon jaws so that they cannot spin.',
      look: 'The long end comes up at the front. Keep every kink open.',
    },
    lash: {
      title: 'Lace upward',
      say: 'Over the front, between stone and bend, behind the bend and on round it, turns in all: {turns}. Pull it snug, thumb on the crossing. First to the {way}, then from side to side, {places} bends.',
      look: 'It lies on the stone all the way, and nothing of the back has moved.',
      caution: 'Fine wire under tension cuts: tape on the fingers.',
    },
    'end-lacing': {
      title: 'Tie the lacing off',
      say: 'Draw it over to the last bend on the {way}, wind {turns} turns of {tie} side by side, and press the end in between wire and stone.',
      look: 'The stone does not turn in the lacing.',
    },
  },
}

/** What a recipe names to have a lacing among its parts. */
export const lacingPart = { text, searched }

/** Packed turns lie this much farther apart than the wire is thick. */
export const PACKED = 1.05
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
export function skinOf(stone: FullStone): Skin {
  if (!isDomed(stone)) {
    const { index } = shapeOf(stone)
    return (p) => {
      const { distance, m } = index.nearest(p)
      return { distance, m }
    }
  }
  const solid = solidOf(stone)
  return ([x, y, z]) => solid.nearest(x, y, z)
}

/** Corners of a string over the front of the stone, as it lies: asked in its own frame. */
function corners(
  stone: FullStone,
  [from, to]: readonly [Vec3, Vec3],
  { front, lace, seat = ALONE[0]! }: Laced,
): readonly Vec3[] {
  const into = intoStone(seat)
  const side = intoStone({ ...seat, shift: [0, 0, 0] })(front)
  return ownCorners(stone, { from: into(from), to: into(to), side, off: lace / 2 }).map(inPiece(seat))
}

/** Corners of a string drawn taut past a stone that lies in the piece's own frame. */
export function ownCorners(stone: FullStone, drawn: Drawn): readonly Vec3[] {
  // over a dome it has no corners to slide along
  if (isDomed(stone)) return tautLine(skinOf(stone), drawn).slice(1, -1)
  const { index } = shapeOf(stone)
  const found = tautCorners(index, drawn)
  if (found) return found
  // both ends lie behind the stone: straight from one to the other it would pass there
  return tautLine(skinOf(stone), { ...drawn, first: stringInPlane(index, drawn) }).slice(1, -1)
}

/** Corners of a lacing round one place, of a square about its wire: past its inner side, behind it, and so on, on to its outer side. */
function cornersAround(
  { wire, turns, length }: LacedPlace,
  { front, lace, stiff }: Laced,
  comes: Vec3 | undefined,
  goes: Vec3 | undefined,
): Vec3[] {
  const c = squareOf({ lace, stiff })
  const count = 4 * numberOf(turns) - 2
  const lead = numberOf(length) / (4 * numberOf(turns))
  const square = [
    [-c, -c],
    [c, -c],
    [c, c],
    [-c, c],
  ] as const
  return Array.from({ length: count }, (_, n) => {
    // what comes and what goes lies clear of the turns between
    const clear = numberOf(turns) === 1 ? 0 : n === 0 ? -CLEAR : n === count - 1 ? CLEAR : 0
    const { at, out: way } = wire((n + clear - (count - 1) / 2) * lead)
    const place = (u: number, v: number): Vec3 => along(along(at, way, u), front, v)
    const met = (p: Vec3): readonly [number, number] => [dot(sub(p, at), way), dot(sub(p, at), front)]
    const [u, v] = square[n % 4]!
    if (n === 0 && comes) return place(cornerBehind(met(comes), c, -1), v)
    if (n === count - 1 && goes) return place(cornerBehind(met(goes), c, 1), v)
    return place(u, v)
  })
}
const squareOf = ({ lace, stiff }: Pick<Laced, 'lace' | 'stiff'>): number => (lace + stiff) / 2 + LOOSE

/** Its first end is left this long past the first turn, pressed in between wire and stone. */
const END = leaf('table', 'end pressed in', 0.4, 'mm', 'our choice')

/** Lacing is pulled by its end to the last. */
const PULLED = leaf('table', 'by which lacing is pulled', 24, 'mm', 'our choice')

/** The work of a lacing: begun at the foot, then, with the stone in, place after place, and tied off. */
export interface Lacing {
  readonly strand: Strand
  readonly ties: readonly Tie[]
  readonly steps: { readonly begin: Step; readonly rest: readonly Step[] }
}

/**
 * A fine wire from the first place to the last: round each, and taut across the stone to the next. `stiff` is the strand that is laced, `lace` the
 * choice of the fine wire and its strand's name: parts `turns-i` and `crossing-i` of its right half. Places lie to the right and left in turn.
 */
export function lacing(k: Pick<Given<Choices>, 'stone' | 'found'>, laced: Laced, stiff: string): Lacing {
  const drawn = drawnLacing(k, laced)
  const n = laced.places.length
  const ties = laced.places.map(({ part, length, turns }, i): Tie => ({
    id: `lash-${i + 1}`,
    kind: 'coil',
    counted: 'sides',
    of: [
      [LACE, `turns-${i}-right`],
      [stiff, part],
    ],
    runs: [stiff],
    wound: LACE,
    length,
    turns,
    columns: 1,
    rows: 1,
    field: 'turns',
  }))
  /** The turns at a place, with the crossing that leads to it. */
  const lashing = (i: number) => ({
    joint: `lash-${i + 1}`,
    forms: [{ of: [LACE], ids: [...(i === 0 ? [] : [`crossing-${i - 1}-right`]), `turns-${i}-right`] }],
  })
  const step = (id: string, over: Partial<Step>, crossings: number): Step => ({
    id,
    kind: 'lash',
    wires: [LACE],
    takes: { cross: fixed('crossings', crossings) },
    ...over,
  })
  const way = (i: number) => (i % 2 === 0 ? 'right' : 'left')
  const among = Array.from({ length: n - 2 }, (_, i) => i + 1)
  return {
    strand: { id: LACE, size: LACE, ...drawn, pulled: PULLED, finish: 'tucked' },
    ties,
    steps: {
      begin: step('begin-lacing', { ...lashing(0), brings: [LACE] }, 0),
      rest: [
        step('lash', { places: among.map(lashing), values: { way: way(1) } }, among.length),
        step('end-lacing', { ...lashing(n - 1), values: { way: way(n - 1) } }, 1),
      ],
    },
  }
}
/** The lacing's strand, and the choice of its size. */
const LACE = 'lace'

function drawnLacing(
  k: Pick<Given<Choices>, 'stone' | 'found'>,
  laced: Laced,
): Pick<Strand, 'left' | 'right'> {
  const { places, front, lace, on } = laced
  const c = squareOf(laced)
  const around = (i: number, comes?: Vec3, goes?: Vec3) => cornersAround(places[i]!, laced, comes, goes)
  const n = places.length
  let turns = places.map((_, i) => around(i))
  let over: (readonly Vec3[])[] = []
  for (let round = 0; round < ROUNDS; round++) {
    over = places
      .slice(1)
      .map((_, i) => corners(k.stone, [turns[i]![turns[i]!.length - 1]!, turns[i + 1]![0]!], laced))
    turns = places.map((_, i) => {
      const [before, behind] = [over[i - 1], over[i]]
      const comes = before ? (before[before.length - 1] ?? places[i - 1]!.wire(0).at) : undefined
      const goes = behind ? (behind[0] ?? places[i + 1]!.wire(0).at) : undefined
      return around(i, comes, goes)
    })
  }
  const tail = (i: number, at: Vec3) => along(at, front, (i === 0 ? 1 : 2) * c)
  const pen = new Pen(places[0]!.wire(0).at, front)
  const begins = tail(0, turns[0]![0]!)
  let from = begins
  places.forEach((_, i) => {
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
