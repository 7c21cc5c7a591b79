import type { Vec3 } from '../../geom/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import { outlineOf, outlinePerimeter, solidOf } from '../../stone/index.js'
import {
  pathAt,
  pathLength,
  reverseSegment,
  segmentLength,
  unitsOf,
  type Fold,
  type Pattern,
  type Segment,
} from '../../path/index.js'
import { BAND_DEEP, bandReach, bandRepeat, knottedBand, type BandWire } from '../../weave/index.js'
import { figure, figures, mm, type Given } from '../kit/index.js'
import { bentOver, laidIn, type LipPlace, type Lips } from '../shared/lips.js'
import { pointAtTop, repeatsRound } from '../shared/smoothEdge.js'
import { flatStrip, repeated, standingStrip, stripRound } from '../shared/strip.js'
import type { choices } from './choices.js'

export type K = Given<typeof choices>
export type Side = 'right' | 'left'
export const SIDES = ['right', 'left'] as const

/** From the middle of a band to the tips of its loops at least, in thicknesses, by its wires. */
export const NEEDED = { 6: 6.8, 8: 7.8 } as const
/** Thinnest wire that a band is knotted of, mm. */
export const THINNEST = 0.25
/** Height of edge that the knots of six wires of a thickness need, mm. */
export const edgeFor = (size: number): number => 2 * bandReach({ wires: 6, size }).held
/** A band may be so many repeats longer or shorter than what it goes round. */
const CLOSES = 0.5

export const { make: F, formulas } = figures('band', {
  off: mm(`${BAND_DEEP} × {size}: from the edge to the middle of the band`, ({ size }) => BAND_DEEP * size),
  around: mm(
    '{edge} + 2 × π × {off}: along the middle of the band, bent round the stone',
    ({ edge, off }) => edge + 2 * Math.PI * off,
  ),
  repeat: mm(
    '{around} / ({loops} + 1): of the way round to each repeat, and as much left open at the top',
    ({ around, loops }) => around / (loops + 1),
  ),
  beside: mm(
    '({around} − {open}) / {loops}: of the way round to each repeat, beside the point that is left open at the top',
    ({ around, open, loops }) => (around - open) / loops,
  ),
  long: mm('{loops} × {pitch}: of the band as it is knotted', ({ loops, pitch }) => loops * pitch),
  knot: mm('{repeat} / (1 + {knots}): height of a square knot', ({ repeat, knots }) => repeat / (1 + knots)),
  wide: mm(
    'of the knots of a band of {wires} wires of {size}, without its loops',
    ({ size }, { wires }) => 2 * bandReach({ wires: wiresOf(wires), size }).edge,
  ),
  high: mm(
    '{wall} / 2 + {over}: of a loop, from the middle of the edge',
    ({ wall, over }) => wall / 2 + over,
  ),
  tied: figure('', '2 + {knots}: square knots in a repeat', ({ knots }) => 2 + knots),
  tops: mm(
    '(2 × {wraps} + 2.25) × {packing} × {size}: two ends wound side by side, and their rise to the first turn',
    ({ wraps, packing, size }) => (2 * wraps + 2.25) * packing * size,
  ),
  spread: mm('5 × {size}: along which the wires are led out to their places', ({ size }) => 5 * size),
  strung: figure(
    '',
    'square knots of 4 × {size} in {rolled} − {spread}, whole ones, one at least',
    ({ size, rolled, spread }) => Math.max(1, Math.floor((rolled - spread) / (4 * size) + 1e-9)),
  ),
  rolled: mm('{radius} + 3/4 of a circle of that radius', ({ radius }) => radius * (1 + 1.5 * Math.PI)),
  square: mm(
    '√2 × {size}: of four wires in a square, from one to the one opposite',
    ({ size }) => Math.SQRT2 * size,
  ),
  past: mm(
    '({ends} − 1) / 2 × {size}: as far as wires in the neck stand behind its middle',
    ({ ends, size }) => ((ends - 1) / 2) * size,
  ),
  ends: figure('turns', '2 × {wraps}: of both ends', ({ wraps }) => 2 * wraps),
  coat: mm('{size}: as far as knots stand out from the wires that they are tied round', ({ size }) => size),
  rope: mm('{size} / √2: as far as four twisted wires reach past one', ({ size }) => size * Math.SQRT1_2),
  level: mm('{before} × {tops}: up to its turns', ({ before, tops }) => before * tops),
  second: mm(
    '{before} × {tops} + 0.9 × {packing} × {size}: up to its turns, above those of its other end',
    (x) => x.before * x.tops + 0.9 * x.packing * x.size,
  ),
})

export const searched = {
  edge: 'once round the stone’s edge: {which}',
  open: 'along the band where the stone’s edge is pointed: {which}',
  band: 'wire {which} of the band from the foot up, knots and loops, laid on the stone',
  shoulder: 'wire {which} from the last knot up to the neck',
  wrap: 'turns of wire {which} round the wires that go on',
  spread: 'wire {which} from the neck out to its place in the strip',
  strip: 'wire {which} along the strip of the bail',
  tail: 'wire {which} down behind the neck',
} as const

/** A wire's name by its place from the lower edge up. */
export const strandId = (i: number): string => `wire-${i + 1}`
export const wiresOf = (word: string): 6 | 8 => (word === 'eight' ? 8 : 6)

/** What a band's figures that are searched for hang on. */
export const onBand = (k: K): Readonly<Record<string, Quantity>> =>
  k.on('wires', 'size', 'knots', 'loops', 'over')
/** The same of wires that stay on the edge: how far the loops reach is nothing to them. */
const onEdge = (k: K): Readonly<Record<string, Quantity>> => k.on('wires', 'size', 'knots', 'loops')

/** One wire in one half of the band, worked outward from the middle. */
export interface BandHalf {
  readonly pattern: Segment
  /** With its loops of the front still standing. */
  standing(): Segment
  /** Laid out flat before the band is bent, and before that straight beside the others. */
  readonly flat: Segment
  readonly straight: Segment
  readonly length: Quantity
  /** Where, mm outward, each repeat's knots at the sides lie, and those in the middle: the first repeat first. */
  readonly sides: readonly (readonly [number, number])[]
  readonly middle: readonly (readonly [number, number])[]
}

/** The band round the stone. */
export interface Band {
  readonly wires: readonly BandWire[]
  readonly halves: readonly Readonly<Record<Side, BandHalf>>[]
  readonly repeats: Readonly<Record<Side, number>>
  readonly repeat: Quantity
  readonly around: Quantity
  /** How far each loop of the front leans in, degrees. */
  readonly lean: readonly number[]
}

/** Places along a rib of knots that are looked at, and along a loop beyond them. */
const PLACES = 6

/** What of a repeat may touch the stone where its rib is bent: the knots at the sides, and the loops beyond them. */
function lipPlaces(k: K, from: number, high: number): LipPlace[] {
  const d = k.thick('size')
  const { edge } = bandReach({ wires: wiresOf(k.o.wires), size: d })
  const base = edge - d / 2
  return Array.from({ length: PLACES + 1 }, (_, i): LipPlace => {
    const up = from + ((high - from) * i) / PLACES
    const out = up < base ? -d : (-d * (up - base)) / (high - base)
    return { up, out, clear: d / 2 }
  })
}

/** The band of all its wires round the stone, and the figures that it follows from. */
export function bandRound(k: K): Band {
  const { q, o, stone, measured } = k
  const outline = outlineOf(stone)
  const solid = solidOf(stone)
  const off = F.off({ size: q.size })
  const edge = k.found('edge', 'whole', outlinePerimeter(outline), k.on())
  const around = F.around({ edge, off })
  const open = pointAtTop(outline, numberOf(off))
  const even = F.repeat({ around, loops: q.loops })
  const repeat =
    open > numberOf(even)
      ? F.beside({ around, open: k.found('open', 'at the top', open, k.on('size')), loops: q.loops })
      : even
  const high = numberOf(F.high({ wall: measured.wall!, over: q.over }))
  const [p, d] = [numberOf(repeat), k.thick('size')]
  tellFit(k, p, high, { around: numberOf(around), open })
  const wires = knottedBand({
    wires: wiresOf(o.wires),
    size: d,
    knots: o.knots,
    repeat: p,
    loop: high - bandReach({ wires: wiresOf(o.wires), size: d }).edge + d / 2,
  })
  const strip = stripRound({ outline, off: numberOf(off), repeat: p, count: o.loops, gap: Math.max(p, open) })
  const round = 2 * numberOf(off)
  const folds = Object.fromEntries(
    SIDES.map((side) => {
      const lips = (over: 1 | -1): Lips => ({
        solid,
        line: { segments: strip[side].line },
        // where its repeats meet
        at: Array.from({ length: strip[side].count + 1 }, (_, i) => i * p),
        side: 1,
        over,
        from: stone.wall / 2,
        high,
        places: lipPlaces(k, stone.wall / 2, high),
      })
      return [
        side,
        {
          over: { from: stone.wall / 2, even: true, ...bentOver(lips(1), round) },
          under: { from: stone.wall / 2, even: true, ...laidIn(lips(-1), round) },
        },
      ]
    }),
  ) as Record<Side, { readonly over: Fold; readonly under: Fold }>
  // both halves meet in one rib
  folds.left = {
    over: meeting(folds.left.over, folds.right.over),
    under: meeting(folds.left.under, folds.right.under),
  }
  // flat on the board the band lies where its foot will be
  const { p: foot } = pathAt({ segments: strip.right.line }, 0)
  const [on, edged] = [onBand(k), onEdge(k)]
  const halves = wires.map((wire, i) => {
    const half = (side: Side): BandHalf => {
      const { count } = strip[side]
      const plain = repeated(wire.curve, p, { carrier: strip[side].line, up: [0, 0, 1], side: 1, count })
      const pattern: Pattern = { ...plain, ...folds[side] }
      const whole = pathLength({ segments: [pattern] })
      const outward = (of: Pattern): Segment => (side === 'right' ? of : reverseSegment(of))
      const standing = () => standingStrip(whole, { ...plain, under: folds[side].under }, 'grown')
      const run = count * p
      const flat = flatStrip(whole, plain, foot, run, side === 'left')
      // before it is knotted, straight beside the others
      const beside: Vec3 = [foot[0], foot[1] + wire.place, 0]
      const plainRun: Segment = {
        kind: 'line',
        from: beside,
        to: [beside[0] + (side === 'right' ? whole : -whole), beside[1], 0],
      }
      return {
        pattern: outward(pattern),
        standing: () => outward(standing()),
        flat: outward(flat),
        straight: plainRun,
        length: k.found('band', `${i + 1} ${side}`, whole, wire.sides === 'holds' ? edged : on),
        ...knotsAlong(pattern, wire.turn, side, whole),
      }
    }
    return { right: half('right'), left: half('left') }
  })
  return {
    wires,
    halves,
    repeats: { right: strip.right.count, left: strip.left.count },
    repeat,
    around,
    lean: SIDES.flatMap((side) => folds[side].over.angles),
  }
}

/** Folds of a half that ends where another one begins. */
function meeting(half: Fold, next: Fold): Fold {
  const joined = (own: readonly number[], other: readonly number[]) => [...own.slice(0, -1), other[0]!]
  return { ...half, radii: joined(half.radii, next.radii), angles: joined(half.angles, next.angles) }
}

/** Where the knots of each repeat lie along a wire, as it is worked outward. */
function knotsAlong(
  pattern: Pattern,
  turn: number,
  side: Side,
  whole: number,
): Pick<BandHalf, 'sides' | 'middle'> {
  let s = 0
  const stretches = unitsOf(pattern).map((unit) => {
    const points = unit.kind === 'spline' ? unit.points : []
    const [from, to] = [s, s + segmentLength(unit)]
    const at = from + segmentLength({ kind: 'spline', points: points.slice(0, 3 * turn + 1) })
    s = to
    return { sides: [from, at] as const, middle: [at, to] as const }
  })
  const outward = ([a, b]: readonly [number, number]): readonly [number, number] =>
    side === 'right' ? [a, b] : [whole - b, whole - a]
  const list = side === 'right' ? stretches : [...stretches].reverse()
  return { sides: list.map((x) => outward(x.sides)), middle: list.map((x) => outward(x.middle)) }
}

/** Tells what keeps a band from going round the stone. */
function tellFit(k: K, repeat: number, high: number, way: { around: number; open: number }): void {
  const { o, stone } = k
  const d = k.thick('size')
  const wires = wiresOf(o.wires)
  const held = 2 * bandReach({ wires, size: d }).held
  const best = repeatsRound({ ...way, pitch: o.pitch })
  if (stone.wall < held) k.say('thin-edge', 'error', 'size', { wall: stone.wall, held })
  else if (repeat < bandRepeat({ size: d, knots: o.knots, packing: 1 }))
    k.say(
      'crowded',
      'error',
      'loops',
      { loops: o.loops },
      { field: 'loops', value: Math.min(best, o.loops - 1) },
    )
  else if (o.pitch < bandRepeat({ size: d, knots: o.knots, packing: 1 }))
    k.say('short-repeat', 'error', 'pitch', { pitch: o.pitch, size: d })
  else if (Math.abs(way.around - Math.max(way.open, o.pitch) - o.loops * o.pitch) > CLOSES * o.pitch + 1e-9)
    k.say(
      'open',
      'error',
      'loops',
      { loops: o.loops, long: o.loops * o.pitch, around: way.around, best },
      { field: 'loops', value: best },
    )
  const least = Math.ceil(10 * (NEEDED[wires] * d - stone.wall / 2)) / 10
  if (high < NEEDED[wires] * d - 1e-9)
    k.say('short-loops', 'error', 'over', { over: o.over, least }, { field: 'over', value: least })
}
