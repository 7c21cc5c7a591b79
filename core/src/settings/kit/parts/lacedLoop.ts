import { add, mirrorX, scale } from '../../../geom/index.js'
import { pathLength } from '../../../path/index.js'
import { numberOf, type Quantity } from '../../../working/index.js'
import type { Pen } from '../pen.js'
import type { Choices } from '../choices.js'
import type { Given } from '../recipe.js'
import { loopPoint, loopStretch, type ClosedLoop } from './closedLoop.js'
import type { LacedPlace } from './lacing.js'

/** What a recipe names to have closed loops that are laced among its parts. */
export const lacedLoopPart = {
  searched: {
    eye: 'the {which} part of a closed loop of {radius}, its end crossing over its beginning by a thickness of {size}',
  },
} as const

/** A closed loop that is laced where it is farthest out. */
export interface LacedLoop {
  readonly loop: ClosedLoop
  /** Which it is along its wire. */
  readonly at: number
  /** As much of it as its turns take. */
  readonly lashed: Quantity
  /** What its figures hang on. */
  readonly on: Readonly<Record<'radius' | 'size', Quantity>> & Readonly<Record<string, Quantity>>
}

/** Draws a closed loop in three: before its turns, under them (`lashed-i`), and past them. Returns half of what the turns take of it, radians. */
export function lacedLoop(
  k: Pick<Given<Choices>, 'found'>,
  pen: Pen,
  { loop, at, lashed, on }: LacedLoop,
): number {
  const half = numberOf(lashed) / (2 * loop.radius)
  for (const [id, kind, from, to] of [
    [`in-${at}`, 'bend', 0, Math.PI - half],
    [`lashed-${at}`, 'lashed', Math.PI - half, Math.PI + half],
    [`out-${at}`, 'bend', Math.PI + half, 2 * Math.PI],
  ] as const) {
    const path = [loopStretch(loop, from, to)]
    pen.draw(id, kind, path, k.found('eye', id, pathLength({ segments: path }), on))
  }
  return half
}

/** The wire of a loop, as its lacing asks it: farthest out it goes down, so that upward is back toward its beginning. Side −1 in the mirror. */
export const lacedLoopPlace =
  (loop: ClosedLoop, side: 1 | -1): LacedPlace['wire'] =>
  (s) => {
    const a = Math.PI - s / loop.radius
    const out = add(scale(loop.inward, -Math.cos(a)), scale(loop.heading, Math.sin(a)))
    const at = loopPoint(loop, a)
    return side === 1 ? { at, out } : { at: mirrorX(at), out: mirrorX(out) }
  }
