import { cross, type Vec3 } from '../../geom/index.js'
import {
  unitsOf,
  segmentLength,
  pathAt,
  pathLength,
  reversePath,
  type Fold,
  type Pattern,
  type PatternKnot,
  type Segment,
} from '../../path/index.js'
import { outlineAfter, outlineOf, outlinePerimeter, outlineRun, solidOf } from '../../stone/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import { figures, mm, type Given } from '../kit/index.js'
import { arcSegments } from '../shared/arcs.js'
import type { choices } from './choices.js'

export type K = Given<typeof choices>

/** Knots on one loop. */
const KNOTS = 24
/** Where a loop crosses itself at its base its two strands lie so many thicknesses out of their middle. */
const CROSSES = 0.72
/** Loops of one face leave so many thicknesses between their middles. */
const BESIDE = 1.2
const FOOT = -Math.PI / 2
const TOP = Math.PI / 2

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
})

export const searched = {
  edge: 'once round the stone’s edge: {which}',
  loops: 'wire of the loops from the foot up the {which}, laid over the edge and onto both faces',
  upright: ['°', 'from the last loop up, on the {which}'],
  toMiddle: 'from the last loop in to the neck, on the {which}',
} as const

/** Half of a ring of loops, worked outward from its middle. */
export interface HalfRing {
  readonly pattern: Pattern
  /** The same with the loops of the front still standing up, and drawn out flat in a row before it is bent round. */
  readonly standing: Pattern
  readonly flat: Pattern
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
  const off = F.off({ size: q.size, link: q.link })
  const edge = k.found('edge', 'whole', outlinePerimeter(outline), k.on())
  const around = F.around({ edge, off })
  const pitch = F.pitch({ around, loops: q.loops })
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
  // the right half has as many whole pairs as fit between the foot and the gap at the top; the left one the others
  const whole = outlineRun(outline, FOOT, TOP, d)
  const right = 2 * Math.floor((whole - p / 2) / (2 * p) + 1e-6)
  const left = o.loops - right
  const begin = whole - p / 2 - right * p
  const anchor = begin < 1e-9 ? FOOT : outlineAfter(outline, FOOT, begin, d)
  const rightEnd = outlineAfter(outline, FOOT, whole - p / 2, d)
  const leftEnd = outlineAfter(outline, TOP, p / 2, d)
  const carrier = {
    right: arcSegments(outline, anchor, rightEnd, d, 0),
    left: reversePath({
      segments: [
        ...arcSegments(outline, leftEnd, 2 * Math.PI + FOOT, d, 0),
        ...(begin < 1e-9 ? [] : arcSegments(outline, FOOT, anchor, d, 0)),
      ],
    }).segments,
  }
  const on = k.on('loops', 'over', 'size', 'link', 'alloy', 'temper')
  const half = (way: 'right' | 'left', loops: number): HalfRing => {
    const front = way === 'right'
    const side = front ? 1 : -1
    const unit = knots(front ? [1, -1] : [-1, 1], side)
    const face = (over: 1 | -1, from: number): Face => ({
      line: carrier[way],
      loops,
      first: (over === 1) === front ? 0 : 1,
      side,
      over,
      from,
      high: H,
      pitch: p,
      out: c,
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
      over: { from: wall, ...lipsOf(k, face(1, wall), round) },
      under: { from: below, ...behindOf(k, face(-1, below), round) },
    }
    const bench = outline.bottom - 2 * H
    const whole = pathLength({ segments: [pattern] })
    const length = k.found('loops', way, whole, on)
    return {
      pattern,
      standing: standingFor(whole, { ...pattern, over: { from: wall, radii: [round], angles: [0] } }),
      // the loops lie toward the viewer on the bench, below the stone
      flat: flatFor(whole, plain, [0, bench, 0], (front ? 1 : -1) * loops * p),
      loops,
      front,
      length,
      widest: widestOf(pattern, a),
    }
  }
  return { right: half('right', right), left: half('left', left), pitch }
}

/** A pattern whose knots stand so many times as far from its carrier. */
const grown = (of: Pattern, high: number, out = high): Pattern => ({
  ...of,
  unit: of.unit.map(({ at: [u, v, w], slope: [du, dv, dw] }) => ({
    at: [u, v * high, w * out],
    slope: [du, dv * high, dw * out],
  })),
})

/** Loops drawn out flat in a row from a place, as long as the wire is: the same all through, a little larger or smaller. */
function flatFor(length: number, of: Pattern, from: Vec3, run: number): Pattern {
  const row = (by: number): Pattern => ({
    ...grown(of, by),
    up: [0, 1, 0],
    carrier: [{ kind: 'line', from, to: [from[0] + run * by, from[1], from[2]] }],
  })
  return row(length / pathLength({ segments: [row(1)] }))
}

/** Loops that stand up round the stone, as long as the wire is: a hair higher or lower than they are laid. */
function standingFor(length: number, of: Pattern): Pattern {
  const over = (high: number): number => pathLength({ segments: [grown(of, high, 1)] }) - length
  // nearly in proportion to the height: the secant method meets it in a few rounds
  let [before, high] = [1.02, 1]
  let [far, near] = [over(before), over(high)]
  for (let i = 0; i < ROUNDS && Math.abs(near) > MET; i++) {
    const next = high - (near * (high - before)) / (near - far)
    ;[before, far, high, near] = [high, near, next, over(next)]
  }
  return grown(of, high, 1)
}
/** Rounds in which a length is met, and when it is, mm. */
const ROUNDS = 12
const MET = 1e-9

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

/** Rounds of halving, and places on a loop that are looked at. */
const HALVINGS = 14
const PLACES = 7

/** What the loops of one face are laid round: the base line of their half, and which of its loops they are. */
interface Face {
  readonly line: readonly Segment[]
  readonly loops: number
  readonly first: 0 | 1
  readonly side: 1 | -1
  /** 1 over the front, −1 behind. */
  readonly over: 1 | -1
  readonly from: number
  /** Height of a loop, its own stretch of the base, and how far its strands lie out of its middle, mm. */
  readonly high: number
  readonly pitch: number
  readonly out: number
}

/** Is a loop clear of the stone when its rib is bent with a radius by an angle, radians: where it is linked by the link wire too. */
function clearer(k: K, face: Face, i: number): (radius: number, angle: number) => boolean {
  const { line, side, over, from, high, pitch, out: c, first } = face
  const solid = solidOf(k.stone)
  const [half, link] = [k.thick('size') / 2, k.thick('link')]
  const { p: at, t } = pathAt({ segments: line }, (2 * i + first + 0.5) * pitch)
  const out = cross(t, [0, 0, side])
  return (r, angle) => {
    for (let n = 1; n <= PLACES; n++) {
      const v = from + ((high - from) * n) / PLACES
      // the strand that lies inward there
      const w = -c * Math.sin(Math.acos(1 - (2 * v) / high))
      const turn = Math.min(angle, (v - from) / r)
      const on = Math.max(0, v - from - r * angle)
      const [co, si] = [Math.cos(turn), Math.sin(turn)]
      const o = -r + (r + w) * co - on * si
      const z = from + (r + w) * si + on * co
      const linked = Math.abs(v / high - LINKED) < BESIDE_LINK ? link : 0
      const gap = solid.nearest(at[0] + out[0] * o, at[1] + out[1] * o, over * z).distance - half - linked
      if (gap < -TOUCHES) return false
    }
    return true
  }
}
/** Where loops are linked, as a share of their height, and how far off that the link wire lies under them. */
const LINKED = 0.37
const BESIDE_LINK = 0.16
/** What stands so little deep touches, mm; and how much before the edge a wide bend begins, as a share of what it is wider. */
const TOUCHES = 0.01
const EARLIER = 0.15

/** How each loop of the front is bent in over the stone: as sharply as it can be until it lies on it. */
function lipsOf(k: K, face: Face, least: number): Pick<Fold, 'radii' | 'angles'> {
  const { from, high, loops } = face
  const by = (r: number): number => Math.min(MOST, (high - from) / r)
  const radii = Array.from({ length: loops / 2 }, (_, i) => {
    const clear = clearer(k, face, i)
    return closest(least, STRAIGHT, (r) => clear(r, by(r)))
  })
  return { radii, angles: radii.map((r) => (by(r) * 180) / Math.PI) }
}

/** How far each loop behind is laid in until it lies on the back. */
function behindOf(k: K, face: Face, radius: number): Pick<Fold, 'radii' | 'angles'> {
  const angles = Array.from({ length: face.loops / 2 }, (_, i) => {
    const clear = clearer(k, face, i)
    // from what is clear down to what is not: the angle is what is left of a half circle
    const open = closest(Math.PI - FARTHEST, Math.PI, (left) => clear(radius, Math.PI - left))
    return ((Math.PI - open) * 180) / Math.PI
  })
  return { radii: [radius], angles }
}

/** The least value at which something is clear, of values that are clear from some one on: the most where none is. */
function closest(least: number, most: number, clear: (v: number) => boolean): number {
  if (clear(least)) return least
  let [low, high] = [least, most]
  for (let n = 0; n < HALVINGS; n++) {
    const middle = Math.sqrt(low * high)
    if (clear(middle)) high = middle
    else low = middle
  }
  return high
}
/** A radius that is as good as straight, mm; loops are bent in no farther than this in front and behind, radians. */
const STRAIGHT = 200
const MOST = (86 * Math.PI) / 180
const FARTHEST = (115 * Math.PI) / 180
