import {
  unitsOf,
  segmentLength,
  pathLength,
  reversePath,
  type Pattern,
  type PatternKnot,
} from '../../path/index.js'
import { outlineOf, outlinePerimeter, solidOf } from '../../stone/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import { figure, figures, mm, type Given } from '../kit/index.js'
import { bentOver, laidIn, type LipPlace, type Lips } from '../shared/lips.js'
import { pointAtTop } from '../shared/smoothEdge.js'
import { flatStrip, standingStrip, stripRound } from '../shared/strip.js'
import type { choices } from './choices.js'

export type K = Given<typeof choices>

/** Knots on one loop. */
const KNOTS = 24
/** Where a loop crosses itself at its base its two strands lie so many thicknesses out of their middle. */
const CROSSES = 0.72
/** Loops of one face leave so many thicknesses between their middles. */
const BESIDE = 1.2

/** How far a loop of a width of 1 reaches back past its own stretch of the base, where its amplitude is `a`. */
const backOf = (a: number): number => {
  const at = Math.acos(Math.min(1, 1 / (2 * Math.PI * a)))
  return a * Math.sin(at) - at / (2 * Math.PI)
}

export const { make: F, formulas } = figures('loops', {
  pitch: mm(
    '{around} / ({loops} + 1): of the edge to each loop, and as much left open at the top',
    ({ around, loops }) => around / (loops + 1),
  ),
  beside: mm(
    '({around} − {open}) / {loops}: of the edge to each loop, beside the point that is left open at the top',
    ({ around, open, loops }) => (around - open) / loops,
  ),
  off: mm(
    `(1/2 + ${CROSSES}) × {size} + {link}: from the edge to the middle of the ring, its links between`,
    ({ size, link }) => (0.5 + CROSSES) * size + link,
  ),
  around: mm(
    '{edge} + 2 × π × {off}: along the middle of the ring',
    ({ edge, off }) => edge + 2 * Math.PI * off,
  ),
  wide: mm(
    `2 × {pitch} − ${BESIDE} × {size}: of a loop, between the middles of its strands`,
    ({ pitch, size }) => 2 * pitch - BESIDE * size,
  ),
  high: mm(
    '{wall} / 2 + {over}: of a loop, from the middle of the edge',
    ({ wall, over }) => wall / 2 + over,
  ),
  amplitude: mm('of the swing that makes a loop {wide} wide on {pitch} of the edge', ({ wide, pitch }) => {
    let [low, high] = [1 / (2 * Math.PI), 4]
    for (let i = 0; i < 50; i++) {
      const middle = (low + high) / 2
      if (1 + 2 * backOf(middle) < wide / pitch) low = middle
      else high = middle
    }
    return pitch * low
  }),
  each: mm(
    '({left} + {right}) / {loops}: wire of one loop',
    ({ left, right, loops }) => (left + right) / loops,
  ),
  rod: mm('{each} / π − {size}: the rod that a loop is wound on', ({ each, size }) => each / Math.PI - size),
  coil: mm('{loops} × 1.03 × {size}: of close coil', ({ loops, size }) => loops * 1.03 * size),
  link: mm('{links} × 1.03 × {link}: along two strands', ({ links, link }) => links * 1.03 * link),
  behind: mm('{off} + {turn} / 2: radius of the bend behind', ({ off, turn }) => off + turn / 2),
  rise: mm('{turn} / 2: straight up past its bend', ({ turn }) => turn / 2),
  on: mm('2 × {pitch}: on to the next loop of that face', ({ pitch }) => 2 * pitch),
  threaded: mm(
    '2 × ({pitch} + {bead}): on to the next loop, twice through a bead',
    ({ pitch, bead }) => 2 * (pitch + bead),
  ),
  beads: figure('', '{loops} / 2 − 1: one to each link in front', ({ loops }) => loops / 2 - 1),
  hole: mm('2 × {link}: through which the link wire passes twice', ({ link }) => 2 * link),
})

export const searched = {
  edge: 'once round the stone’s edge: {which}',
  open: 'along the ring where the stone’s edge is pointed: {which}',
  loops: 'wire of the loops from the foot up the {which}, laid over the edge and onto both faces',
  upright: ['°', 'from the last loop up, on the {which}'],
  gap: 'clear between neighbouring loops of the front: {which}',
  toMiddle: 'from the last loop in to the neck, on the {which}',
} as const

/** Half of a ring of loops, worked outward from its middle. */
export interface HalfRing {
  readonly pattern: Pattern
  /** The same with the loops of the front still standing up; before it is bent round drawn out flat in a row; and before that its coil pushed over. */
  readonly standing: Pattern
  readonly flat: Pattern
  readonly pushedOver: Pattern
  readonly loops: number
  /** The first loop lies over the front. */
  readonly front: boolean
  readonly length: Quantity
  /** Where loop `i` is tied to its neighbours, mm along: before its tip and behind it. */
  widest(i: number): readonly [before: number, behind: number]
}

/** The ring: both halves, where they end, and the figures that they follow from. */
export interface Ring {
  readonly right: HalfRing
  readonly left: HalfRing
  readonly pitch: Quantity
}

/** One loop's line: its way along as a share of its own stretch, its height as a share of the whole, and out of the middle, at an angle of its swing. */
const swing = (t: number, a: number) => ({
  at: [t / (2 * Math.PI) - a * Math.sin(t), (1 - Math.cos(t)) / 2, Math.sin(t)] as const,
  slope: [1 / (2 * Math.PI) - a * Math.cos(t), Math.sin(t) / 2, Math.cos(t)] as const,
})

export function ringOf(k: K): Ring {
  const { q, o, stone, measured } = k
  if (o.loops % 2 === 1) {
    k.say('odd', 'error', 'loops', { loops: o.loops }, { field: 'loops', value: o.loops + 1 })
    throw new RangeError('as many loops lie behind as in front')
  }
  const outline = outlineOf(stone)
  const solid = solidOf(stone)
  const off = F.off({ size: q.size, link: q.link })
  const edge = k.found('edge', 'whole', outlinePerimeter(outline), k.on())
  const around = F.around({ edge, off })
  const open = pointAtTop(outline, numberOf(off))
  const even = F.pitch({ around, loops: q.loops })
  const pitch =
    open > numberOf(even)
      ? F.beside({ around, open: k.found('open', 'at the top', open, k.on('size', 'link')), loops: q.loops })
      : even
  const wide = F.wide({ pitch, size: q.size })
  const high = F.high({ wall: measured.wall!, over: q.over })
  const swingBy = F.amplitude({ wide, pitch })
  const [p, H, d, size] = [pitch, high, off, q.size].map(numberOf) as [number, number, number, number]
  const a = numberOf(swingBy) / p
  const c = CROSSES * size
  const knots = (fronts: readonly [1 | -1, 1 | -1], side: 1 | -1): PatternKnot[] =>
    fronts.flatMap((sign, i) =>
      Array.from({ length: i === 1 ? KNOTS + 1 : KNOTS }, (_, n): PatternKnot => {
        const { at, slope } = swing((2 * Math.PI * n) / KNOTS, a)
        const step = (2 * Math.PI) / KNOTS
        return {
          at: [(i + at[0]) / 2, sign * H * at[1], side * c * at[2]],
          slope: [(slope[0] / 2) * step, sign * H * slope[1] * step, side * c * slope[2] * step],
        }
      }),
    )
  const strip = stripRound({ outline, off: d, repeat: 2 * p, count: o.loops / 2, gap: Math.max(p, open) })
  const carrier = {
    right: strip.right.line,
    left: reversePath({ segments: strip.left.line }).segments,
  }
  const on = k.on('loops', 'over', 'size', 'link', 'alloy', 'temper')
  const half = (way: 'right' | 'left'): HalfRing => {
    const loops = 2 * strip[way].count
    const front = way === 'right'
    const side = front ? 1 : -1
    const unit = knots(front ? [1, -1] : [-1, 1], side)
    const face = (over: 1 | -1, from: number): Lips => ({
      solid,
      line: { segments: carrier[way] },
      // every other loop is of this face
      at: Array.from({ length: loops / 2 }, (_, i) => (2 * i + ((over === 1) === front ? 0 : 1) + 0.5) * p),
      side,
      over,
      from,
      high: H,
      places: placesOn(k, from, H, c),
    })
    const wall = stone.wall / 2
    const round = numberOf(F.behind({ off, turn: k.radius('size') }))
    // behind, a bend wider than the closest begins a little before the edge
    const below = wall - EARLIER * (round - d)
    const plain: Pattern = {
      kind: 'pattern',
      carrier: carrier[way],
      up: [0, 0, 1],
      side,
      count: loops / 2,
      unit,
    }
    const pattern: Pattern = {
      ...plain,
      over: { from: wall, ...bentOver(face(1, wall), round) },
      under: { from: below, ...laidIn(face(-1, below), round) },
    }
    // near enough below the stone to be in its picture, loops and all
    const bench = outline.bottom - 1.3 * H
    const row = (of: Pattern, each: number): Pattern =>
      // the loops lie toward the viewer on the bench, below the stone
      flatStrip(whole, of, [0, bench, 0], (front ? 1 : -1) * loops * each)
    const whole = pathLength({ segments: [pattern] })
    const length = k.found('loops', way, whole, on)
    return {
      pattern,
      standing: standingStrip(whole, { ...pattern, over: { from: wall, radii: [round], angles: [0] } }),
      flat: row(plain, p),
      pushedOver: row({ ...plain, unit: coins(whole / loops, ADVANCE * size, side * size) }, ADVANCE * size),
      loops,
      front,
      length,
      widest: widestOf(pattern, a),
    }
  }
  return { right: half('right'), left: half('left'), pitch }
}

/** Turns of a coil that is pushed over lie so many thicknesses of its wire apart. Our choice. */
const ADVANCE = 2

/** Two turns of a coil that is pushed over, so that they lie on each other like fallen coins: each so long, one so far from the other, and so thick. mm. */
function coins(each: number, apart: number, thick: number): PatternKnot[] {
  const radius = each / (2 * Math.PI)
  const step = (2 * Math.PI) / KNOTS
  return Array.from({ length: 2 * KNOTS + 1 }, (_, n): PatternKnot => {
    const [sin, cos] = [Math.sin(n * step), Math.cos(n * step)]
    return {
      at: [(n / KNOTS - (radius / apart) * sin) / 2, radius * (1 - cos), thick * sin],
      slope: [(1 / KNOTS - (radius / apart) * cos * step) / 2, radius * sin * step, thick * cos * step],
    }
  })
}

/** Where a loop is widest, at either side of its tip: mm along the pattern. */
function widestOf(pattern: Pattern, a: number): HalfRing['widest'] {
  const at = Math.round((Math.acos(1 / (2 * Math.PI * a)) / (2 * Math.PI)) * KNOTS)
  const units = unitsOf(pattern).map((u) => (u.kind === 'spline' ? u.points : []))
  const starts = units.reduce<number[]>(
    (all, points) => [...all, all[all.length - 1]! + segmentLength({ kind: 'spline', points })],
    [0],
  )
  const place = (i: number, knot: number): number => {
    const points = units[Math.floor(i / 2)]!.slice(0, 3 * ((i % 2) * KNOTS + knot) + 1)
    return starts[Math.floor(i / 2)]! + segmentLength({ kind: 'spline', points })
  }
  return (i) => [place(i, at), place(i, KNOTS - at)]
}

/** Places on a loop that are looked at. */
const PLACES = 14
/** Where loops are linked, as a share of their height, and how far off that the link wire lies under them. */
const LINKED = 0.37
const BESIDE_LINK = 0.16
/** How much before the edge a wide bend begins, as a share of what it is wider. */
const EARLIER = 0.15

/** The strand of a loop that lies inward, beyond where it is bent: where it is linked by the link wire too. */
function placesOn(k: K, from: number, high: number, c: number): LipPlace[] {
  const [half, link] = [k.thick('size') / 2, k.thick('link')]
  return Array.from({ length: PLACES }, (_, i): LipPlace => {
    const up = from + ((high - from) * (i + 1)) / PLACES
    const linked = Math.abs(up / high - LINKED) < BESIDE_LINK ? link : 0
    return { up, out: -c * Math.sin(Math.acos(1 - (2 * up) / high)), clear: half + linked }
  })
}
