import { shareBelow, valueAbove } from './studentT.js'
import { HABIT, type Technique } from './technique.js'

/** A wire that was finished: what was planned of it, ends apart, and what it took, mm. */
export interface Usage {
  readonly technique: Technique
  readonly planned: number
  readonly used: number
}

/** What is known of used over planned: its logarithm is distributed as Student's t about `middle`, `spread` wide. */
export interface Learned {
  readonly middle: number
  readonly spread: number
  readonly degrees: number
  /** From so many wires of the maker's own. */
  readonly from: number
}

/** The habit weighs as much as so many wires of one's own for where the middle lies, and so many for how wide it spreads. */
const MIDDLE_WEIGHT = 4
const SPREAD_WEIGHT = 8

/**
 * What one's own wires of a technique teach, shrunk toward the habit while they are few: the normal-inverse-gamma rule, whose prediction for the next wire is
 * Student's t (Gelman and others, Bayesian Data Analysis, 3.3).
 * @throws RangeError for a length that is not above 0
 * @example learnedFrom('bent', []).spread > HABIT.bent // true: what the habit is, is not certain either
 */
export function learnedFrom(technique: Technique, usages: readonly Usage[]): Learned {
  const own = usages.filter((u) => u.technique === technique)
  const logs = own.map(({ planned, used }) => {
    if (!(planned > 0 && used > 0)) throw new RangeError('what was planned and used is above 0')
    return Math.log(used / planned)
  })
  const n = logs.length
  const mean = n === 0 ? 0 : logs.reduce((a, b) => a + b, 0) / n
  const about = logs.reduce((sum, x) => sum + (x - mean) ** 2, 0)
  const weight = MIDDLE_WEIGHT + n
  const degrees = SPREAD_WEIGHT + n
  const squares = SPREAD_WEIGHT * HABIT[technique] ** 2 + about + ((MIDDLE_WEIGHT * n) / weight) * mean ** 2
  return {
    middle: (n * mean) / weight,
    spread: Math.sqrt((squares / degrees) * (1 + 1 / weight)),
    degrees,
    from: n,
  }
}

/** The chance that a wire takes more than so many times what was planned. @example chanceOver(1, learnedFrom('bent', [])) // 0.5 */
export const chanceOver = (times: number, { middle, spread, degrees }: Learned): number =>
  times <= 0 ? 1 : shareBelow((middle - Math.log(times)) / spread, degrees)

/** So many times what was planned is exceeded with this chance. @example timesFor(0.5, learnedFrom('bent', [])) // 1 */
export const timesFor = (chance: number, { middle, spread, degrees }: Learned): number =>
  Math.exp(middle + spread * valueAbove(1 - chance, degrees))

/** A wire as it is cut: what it takes by the plan, and the spare at its ends; of a wire that is marked in its middle, each half by itself. mm. */
export interface CutLength {
  readonly technique: Technique
  readonly ends: readonly { readonly net: number; readonly spare: number }[]
}

/** The chance that a wire runs short: at whichever end has least in proportion. A wire that strays does so at both. */
export const chanceShort = ({ ends }: CutLength, learned: Learned): number =>
  chanceOver(Math.min(...ends.map((e) => (e.net + e.spare) / e.net)), learned)

/** The chance that any of them runs short: 1 − ∏(1 − p). Wires of one hand stray alike, so that it is this at the most. @example anyShort([0.1, 0.1]) // 0.19 */
export const anyShort = (chances: readonly number[]): number =>
  1 - chances.reduce((all, p) => all * (1 - p), 1)

/**
 * The spare at each end that keeps wires together within a chance of running short, each within the same, mm.
 * @example spareFor([{ technique: 'bent', ends: [{ net: 100, spare: 5 }] }], 1 / 200, () => learnedFrom('bent', [])) > 5 // true
 */
export function spareFor(
  wires: readonly CutLength[],
  chance: number,
  learned: (technique: Technique) => Learned,
): number {
  if (wires.length === 0) return 0
  const each = 1 - (1 - chance) ** (1 / wires.length)
  return Math.max(
    ...wires.map((w) => {
      const over = timesFor(each, learned(w.technique)) - 1
      return Math.max(0, ...w.ends.map((e) => e.net * over))
    }),
  )
}
