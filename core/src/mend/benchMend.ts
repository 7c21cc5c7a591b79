import { firstCheck, heldAmong, type Hold } from '../hold/index.js'
import { family, type BenchMove } from '../settings/index.js'
import type { Plan } from '../plan/index.js'

/** A mend at the bench that was worked out: what it comes to. */
export interface BenchMend {
  readonly move: BenchMove
  readonly verdict: Hold['verdict']
  readonly caught: boolean
  /** What it would hold, over the stone's weight. */
  readonly times: number
}

/** A piece's options as they are when these were done. */
const optionsAfter = (made: Plan, done: readonly BenchMove[]): Plan['options'] =>
  Object.assign({}, made.options, ...done.map((m) => m.change)) as Plan['options']

/** What can still be done with the stone in, after what was done already; none of it tried. */
export function benchMoves(made: Plan, done: readonly BenchMove[]): readonly BenchMove[] {
  const led = done.some((m) => m.tail !== undefined)
  return family(made.family)
    .benchMoves(made.stone, optionsAfter(made, done))
    .filter((m) => !led || m.tail === undefined)
}

/** The piece with what was done at the bench, and its first check. Undefined where that leaves it no room. */
export function holdAfter(
  made: Plan,
  done: readonly BenchMove[],
): { readonly design: Plan['design']; readonly hold: Hold } | undefined {
  const chosen = family(made.family)
  const options = optionsAfter(made, done)
  if (chosen.fits(made.stone, options).some((f) => f.severity === 'error')) return undefined
  const design = chosen.build(made.stone, options)
  return { design, hold: firstCheck(design, heldAmong({ design, stone: made.stone }), made.asked) }
}

/** One of the moves tried on top of what was done. Undefined where there is no room for it. */
export function tryBench(made: Plan, done: readonly BenchMove[], move: BenchMove): BenchMend | undefined {
  const after = holdAfter(made, [...done, move])
  if (!after) return undefined
  const { verdict, caught, timesWeight } = after.hold
  return { move, verdict, caught, times: timesWeight }
}

/** Least risk to the stone first among those that do as much. */
const RISK = { none: 0, scratch: 1, edge: 2 } as const
const ORDER = { sound: 0, doubtful: 1, fails: 2 } as const

/** Best first: by verdict, then by risk, then by what it holds. */
export const byGain = (a: BenchMend, b: BenchMend): number =>
  ORDER[a.verdict] - ORDER[b.verdict] || RISK[a.move.risk] - RISK[b.move.risk] || b.times - a.times
