/** Work of one kind on a finished piece: what was reckoned, and what it took, minutes. */
export interface WorkDone {
  readonly kind: string
  readonly reckoned: number
  readonly took: number
}

/** How many times the reckoned time a kind of work takes, and of how many pieces that was learned. */
export interface Pace {
  readonly times: number
  readonly from: number
}

/** What is reckoned weighs as much as so many pieces of one's own. */
const WEIGHT = 3

/**
 * One's own pace at a kind of work: the mean of took over reckoned by its logarithm, shrunk toward the usual one while there are few.
 * @param usual what is counted on while nothing is known: 1, or how many times a practised hand's time a less practised one takes
 * @example paceOf('bind', []).times // 1
 */
export function paceOf(kind: string, done: readonly WorkDone[], usual = 1): Pace {
  const own = done.filter((d) => d.kind === kind && d.reckoned > 0 && d.took > 0)
  const sum = own.reduce((all, d) => all + Math.log(d.took / d.reckoned), WEIGHT * Math.log(usual))
  return { times: Math.exp(sum / (own.length + WEIGHT)), from: own.length }
}
