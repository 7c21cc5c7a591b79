import { askedOf, deepestIn, firstCheck, heldAmong } from '../hold/index.js'
import { fullStone, stoneMeasures, type Stone } from '../stone/index.js'
import { numberOf } from '../working/index.js'
import { holdLine, type HoldLine } from '../plan/index.js'
import type { Plan } from '../plan/index.js'
import { NEWTON_PER_GRAM } from '../units/index.js'

/** How another stone would sit in a frame that is made already. */
export interface ReverseFit {
  /** Deepest that a wire would stand in it, mm; 0 where none does. */
  readonly tight: number
  /** What the frame, as it is, does to it; none where it does not go in. */
  readonly line?: HoldLine
  readonly rattle?: number
}

/** A soft frame gives by this much when a stone is pressed in, mm: an estimate. */
export const FRAME_GIVES = 0.15
/** Stones that differ by more than this from the frame's own are not tried, mm. */
const NEAR = 2

/**
 * Another stone in this very frame: whether it goes in, and whether it is caught and how hard it is held. None for stones of another
 * shape, or more than 2 mm larger or smaller: they are not tried.
 * @example fitInFrame(framed, { ...stone, length: stone.length + 3 }) // undefined
 */
export function fitInFrame(made: Plan, other: Stone): ReverseFit | undefined {
  const [own, stone] = [fullStone(made.stone), fullStone(other)]
  if (stone.kind !== own.kind || stone.outline !== own.outline || stone.form !== own.form) return undefined
  const apart = (['length', 'width', 'depth'] as const).map((k) => Math.abs(stone[k] - own[k]))
  if (apart.some((d) => d > NEAR)) return undefined
  const held = heldAmong({ design: made.design, stone })
  const tight = deepestIn(made.design, held)
  if (tight > FRAME_GIVES) return { tight }
  const mass = numberOf(stoneMeasures(other).mass)
  const hold = firstCheck(made.design, held, askedOf(made.demands, mass, made.design.worn))
  return { tight, line: holdLine(hold, hold.force / NEWTON_PER_GRAM), rattle: hold.rattle }
}
