import type { Vec3 } from '../geom/index.js'
import {
  ASIDE,
  evenKnots,
  HALF_HIGH,
  halfKnot,
  knotsOn,
  straightRun,
  type CurveKnot,
  type KnotWay,
} from './knots.js'

/** What a wire does in one half of a repeat: it ties, is tied round, stands out as a loop, or runs on by itself. */
export type BandRole = 'works' | 'holds' | 'loops' | 'rests'

/** A band of square knots of like wires: alternately one knot at each side and so many in the middle. mm. */
export interface KnottedBand {
  readonly wires: 6 | 8
  readonly size: number
  /** Square knots one above the other in the middle, between two knots at the sides. */
  readonly knots: number
  /** Length of one repeat: `bandRepeat` with a packing of 1 or more. */
  readonly repeat: number
  /** How far the outer wires stand out from where they are knotted, while the middle is tied. */
  readonly loop: number
}

/** One wire of a band through one repeat: where it stands between knots, what it does at the sides and in the middle, and its curve (across, along, out). */
export interface BandWire {
  readonly place: number
  readonly sides: BandRole
  readonly middle: BandRole
  readonly curve: readonly CurveKnot[]
  /** Where in its curve the middle begins. */
  readonly turn: number
}

/** Square knots have two halves. */
const HALVES = 2
/** Fewest places on a loop. */
const ON_LOOP = 12

/** From the middle of a band to its faces, in thicknesses: strands bow out round those that they tie. */
export const BAND_DEEP = 1.65

/** How long a repeat is where its knots lie packed: one at the sides and so many in the middle. @example bandRepeat({ size: 0.4, knots: 1, packing: 1.03 }) // 3.296 */
export const bandRepeat = ({
  size,
  knots,
  packing,
}: Pick<KnottedBand, 'size' | 'knots'> & { readonly packing: number }): number =>
  (1 + knots) * HALVES * HALF_HIGH * packing * size

/** Where the wires of a band stand between its knots, from its middle to one side, in thicknesses: each beside those that it is tied round. */
const standing = (wires: 6 | 8): readonly number[] => {
  const beside = 1 + ASIDE
  return wires === 6
    ? [0.5, 0.5 + beside, 0.5 + 2 * beside]
    : [0.5, 0.5 + beside, 1.5 + beside, 1.5 + 2 * beside]
}

/** From the middle of a band to its farthest wire that is tied round, mm, and to its edge without loops. */
export const bandReach = ({ wires, size }: Pick<KnottedBand, 'wires' | 'size'>) => {
  const places = standing(wires)
  const last = places[places.length - 1]!
  return { held: places[places.length - 2]! * size, edge: (last + 0.5) * size }
}

/**
 * The wires of a band, from its lower edge to its upper one, each through one repeat: the sides first. At the sides the two outer wires of either half
 * tie a square knot round those between them, the outermost in front; in the middle the two innermost are tied round by those beside them. So every
 * wire but the outermost is tied with and tied round in turn.
 * @throws RangeError where the repeat is too short for its knots
 * @example knottedBand({ wires: 6, size: 0.4, knots: 1, repeat: 3.3, loop: 1.5 })[2].middle // 'holds'
 */
export function knottedBand(band: KnottedBand): BandWire[] {
  const { wires, size, knots, repeat } = band
  const half = wires / 2
  const place = (i: number): number => {
    const out = standing(wires)[i < half ? half - 1 - i : i - half]! * size
    return i < half ? -out : out
  }
  const high = repeat / (1 + knots) / HALVES
  const tie = (first: number, last: number, way: KnotWay, times: number): CurveKnot[] => {
    const sizes = { base: size, weaver: size, span: place(last) - place(first), high }
    const back = { ...way, from: way.from === 'left' ? 'right' : 'left' } as const
    const both = [halfKnot(sizes, way), halfKnot(sizes, back)]
    return knotsOn(Array.from({ length: times }, () => both).flat()).map(({ at: [x, y, z], slope }) => ({
      at: [x + place(first), y, z],
      slope,
    }))
  }
  return Array.from({ length: wires }, (_, i): BandWire => {
    const left = i < half
    const outer = left ? i === 0 : i === wires - 1
    const inner = left ? i === half - 1 : i === half
    const sides: BandRole = outer || inner ? 'works' : 'holds'
    const middle: BandRole = inner
      ? 'holds'
      : i === half - 2 || i === half + 1
        ? 'works'
        : outer
          ? 'loops'
          : 'rests'
    const [first, last] = left ? [1, half - 2] : [half + 1, wires - 2]
    const straight = (length: number): CurveKnot[] => straightRun(place(i), length, size)
    const onSides =
      sides === 'works'
        ? tie(first, last, { from: outer === left ? 'left' : 'right', face: outer ? 'front' : 'back' }, 1)
        : straight(HALVES * high)
    const long = HALVES * high * knots
    const onMiddle = {
      works: () =>
        tie(half - 1, half, left ? { from: 'left', face: 'front' } : { from: 'right', face: 'back' }, knots),
      holds: () => straight(long),
      rests: () => straight(long),
      loops: () => loopOut(place(i), long, left ? -band.loop : band.loop, size),
    }[middle]()
    return { place: place(i), sides, middle, curve: knotsOn([onSides, onMiddle]), turn: onSides.length - 1 }
  })
}

/**
 * A loop that stands out to one side, an arch as wide as there is room, and lies down on what is behind the band: its underside level with that of
 * the knots. It leaves its knots along them.
 */
function loopOut(x: number, long: number, by: number, size: number): CurveKnot[] {
  const foot = Math.min(FOOT * size, long / 4)
  const top = long / 2 - foot
  const legs = Math.max(0, Math.abs(by) - foot - top)
  const [quarter, bow] = [(Math.PI / 2) * foot, Math.PI * top]
  // lower loops are flatter
  const high = Math.abs(by) / (foot + legs + top)
  const half = (s: number): readonly [along: number, out: number] => {
    if (s < quarter) return [foot * Math.sin(s / foot), foot * (1 - Math.cos(s / foot))]
    if (s < quarter + legs) return [foot, foot + s - quarter]
    const a = (s - quarter - legs) / top
    return [foot + top * (1 - Math.cos(a)), foot + legs + top * Math.sin(a)]
  }
  const whole = 2 * (quarter + legs) + bow
  const at = (u: number): Vec3 => {
    const [along, out] = half(whole * Math.min(u, 1 - u))
    const rise = (high * out) / Math.abs(by)
    return [x + by * rise, u < 0.5 ? along : long - along, -size * rise]
  }
  return evenKnots(at, Math.max(ON_LOOP, Math.ceil(whole / size / STEP)), [0, 1, 0], [0, 1, 0])
}
/** Radius of a loop's feet in thicknesses, and length of its steps. */
const FOOT = 0.95
const STEP = 0.7
