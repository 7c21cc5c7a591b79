/** Comfortable working length over a wire's thickness, and its ends; typical, uncited: a longer end whips, twists and kinks. */
const TIMES = 2200
const SHORTEST = 400
const LONGEST = 2500

/**
 * Longest piece of wire that is comfortably worked with, mm: finer wire kinks in a longer end. Typical, uncited; makers differ by half to
 * twice as much.
 * @throws RangeError for a thickness not above 0
 * @example workingLength(0.3) // 660
 */
export function workingLength(thickness: number): number {
  if (!(thickness > 0)) throw new RangeError(`a wire is thicker than 0 mm, not ${thickness}`)
  return Math.min(LONGEST, Math.max(SHORTEST, TIMES * thickness))
}

/** Pieces that a long run is made of: how many units (turns, repeats) each makes, and after which unit each but the last ends. */
export interface Joins {
  readonly units: readonly number[]
  readonly after: readonly number[]
}

/**
 * Cuts a run of whole units into as few pieces as the limit allows, as even as whole units can be; every piece has tails of its own. Where
 * not even one unit and its tails stay within the limit, a piece makes one.
 * @throws RangeError for a count that is no whole number above 0 or a unit not above 0
 * @example plannedJoins({ units: 50, each: 30, tails: 80, limit: 660 }) // three pieces of 17, 17, 16: after 17 and 34
 */
export function plannedJoins({
  units,
  each,
  tails,
  limit,
}: {
  readonly units: number
  readonly each: number
  readonly tails: number
  readonly limit: number
}): Joins {
  if (!Number.isInteger(units) || units < 1 || !(each > 0))
    throw new RangeError('joins need whole units, one or more, each longer than 0')
  const most = Math.max(1, Math.floor((limit - tails) / each + 1e-9))
  const pieces = Math.ceil(units / most)
  const parts = Array.from(
    { length: pieces },
    (_, i) => Math.floor((units * (i + 1)) / pieces) - Math.floor((units * i) / pieces),
  ).sort((a, b) => b - a)
  let sum = 0
  return { units: parts, after: parts.slice(0, -1).map((n) => (sum += n)) }
}
