import { pathLength, type Pattern, type Segment } from '../../path/index.js'
import { outlineAfter, outlineRun, type Outline } from '../../stone/index.js'
import type { Vec3 } from '../../geom/index.js'
import type { CurveKnot } from '../../weave/index.js'
import { arcSegments } from './arcs.js'

const FOOT = -Math.PI / 2
const TOP = Math.PI / 2

/** One half of a strip round an outline: the line that it is laid along, counter-clockwise, and how many whole repeats. */
export interface StripHalf {
  readonly line: readonly Segment[]
  readonly count: number
}

/**
 * A strip of whole repeats laid round an outline at a distance from it, open at the top: from its foot up the right as many as fit, the rest up the
 * left. It is begun where two repeats meet, at the foot or a little after it. `repeat` and `gap` are mm along the strip.
 */
export function stripRound({
  outline,
  off,
  repeat,
  count,
  gap,
}: {
  readonly outline: Outline
  readonly off: number
  readonly repeat: number
  readonly count: number
  readonly gap: number
}): { readonly right: StripHalf; readonly left: StripHalf } {
  const whole = outlineRun(outline, FOOT, TOP, off)
  const right = Math.floor((whole - gap / 2) / repeat + 1e-6)
  const begin = whole - gap / 2 - right * repeat
  const anchor = begin < 1e-9 ? FOOT : outlineAfter(outline, FOOT, begin, off)
  const rightEnd = outlineAfter(outline, FOOT, whole - gap / 2, off)
  const leftEnd = outlineAfter(outline, TOP, gap / 2, off)
  return {
    right: { line: arcSegments(outline, anchor, rightEnd, off, 0), count: right },
    left: {
      line: [
        ...arcSegments(outline, leftEnd, 2 * Math.PI + FOOT, off, 0),
        ...(begin < 1e-9 ? [] : arcSegments(outline, FOOT, anchor, off, 0)),
      ],
      count: count - right,
    },
  }
}

/** To a millionth: no hand tells more, and it is said again for every wire. */
const tidy = (v: Vec3): Vec3 => v.map((x) => Number(x.toFixed(6))) as unknown as Vec3

/** A curve across, along and out of a line, again and again along it: each time it takes `repeat` mm. */
export const repeated = (
  curve: readonly CurveKnot[],
  repeat: number,
  along: Pick<Pattern, 'carrier' | 'up' | 'side' | 'count'>,
): Pattern => ({
  kind: 'pattern',
  ...along,
  unit: curve.map(({ at: [x, y, z], slope: [dx, dy, dz] }) => ({
    at: tidy([y / repeat, x, z]),
    slope: tidy([dy / repeat, dx, dz]),
  })),
})

/** A pattern that swings so many times as far from where each repeat begins, which stays where it is. */
function grown(of: Pattern, high: number, out = high): Pattern {
  const [, v0, w0] = of.unit[0]!.at
  return {
    ...of,
    unit: of.unit.map(({ at: [u, v, w], slope: [du, dv, dw] }) => ({
      at: [u, v0 + (v - v0) * high, w0 + (w - w0) * out],
      slope: [du, dv * high, dw * out],
    })),
  }
}

/** A strip laid out flat in a row from a place, or up to it, as long as its wire is: the same all through, a little larger or smaller. */
export function flatStrip(length: number, of: Pattern, place: Vec3, run: number, upTo = false): Pattern {
  const row = (by: number): Pattern => {
    const far: Vec3 = [place[0] + (upTo ? -run : run) * by, place[1], place[2]]
    const [from, to] = upTo ? [far, place] : [place, far]
    return { ...grown(of, by), up: [0, 1, 0], carrier: [{ kind: 'line', from, to }] }
  }
  // on a straight line each repeat is as long as the first
  const first: Vec3 = [place[0] + run / of.count, place[1], place[2]]
  const one: Pattern = { ...row(1), count: 1, carrier: [{ kind: 'line', from: place, to: first }] }
  return row(length / (of.count * pathLength({ segments: [one] })))
}

/** A strip that stands up round the stone, as long as its wire is: a hair higher or lower than it is laid. */
export function standingStrip(length: number, of: Pattern, out: 'level' | 'grown' = 'level'): Pattern {
  const at = (high: number): Pattern => grown(of, high, out === 'level' ? 1 : high)
  const over = (high: number): number => pathLength({ segments: [at(high)] }) - length
  // nearly in proportion to the height: the secant method meets it in a few rounds
  let [before, high] = [1.02, 1]
  let [far, near] = [over(before), over(high)]
  for (let i = 0; i < ROUNDS && Math.abs(near) > MET; i++) {
    const next = high - (near * (high - before)) / (near - far)
    ;[before, far, high, near] = [high, near, next, over(next)]
  }
  return at(high)
}
/** Rounds in which a length is met, and when it is, mm. */
const ROUNDS = 12
const MET = 1e-9
