/** A weave on a curve: radius of the middle between its outer wires, and how far apart those are; mm. */
export interface CurvedWeave {
  readonly radius: number
  readonly apart: number
}

/**
 * Turns outside against turns inside on wires that are already shaped: (R + s/2)/(R − s/2).
 * @throws RangeError where the inner wire would have no radius
 * @example turnRatio({ radius: 6, apart: 2.4 }) // 1.5
 */
export function turnRatio({ radius, apart }: CurvedWeave): number {
  if (!(apart >= 0 && radius > apart / 2))
    throw new RangeError(`wires ${apart} mm apart cannot run round a middle radius of ${radius} mm`)
  return (radius + apart / 2) / (radius - apart / 2)
}

/**
 * Whole turns on the outer wire for every so many on the inner, for a curve of changing radius: each inner run is answered by the whole
 * number that keeps the sum nearest to what the curve wants, so that the error never grows.
 * `curve` gives the middle radius for each inner run in order (Infinity is straight; negative bends the other way, and the runs
 * change sides).
 * @throws RangeError for a run that is no whole number above 0
 * @example compensatedRuns({ inner: 2, apart: 2.4, curve: [6, 6, 6] }) // [3, 3, 3]
 * @example compensatedRuns({ inner: 2, apart: 2.4, curve: [8, 8, 8] }) // [3, 2, 3]: 2.7 each
 */
export function compensatedRuns({
  inner,
  apart,
  curve,
}: {
  readonly inner: number
  readonly apart: number
  readonly curve: readonly number[]
}): number[] {
  if (!Number.isInteger(inner) || inner < 1)
    throw new RangeError(`a run is a whole number of turns, not ${inner}`)
  let wanted = 0
  let made = 0
  return curve.map((radius) => {
    const ratio = Number.isFinite(radius)
      ? radius > 0
        ? turnRatio({ radius, apart })
        : 1 / turnRatio({ radius: -radius, apart })
      : 1
    wanted += inner * ratio
    const run = Math.max(0, Math.round(wanted - made))
    made += run
    return run
  })
}

/**
 * How far a weave that was made straight opens on its outside when it is bent: the outer turns' distance grows by s/(R − s/2), the inner
 * ones being packed already. Per cent of the packed distance.
 * @example openedBy({ radius: 6, apart: 2.4 }) // 50
 */
export const openedBy = (bent: CurvedWeave): number => 100 * (turnRatio(bent) - 1)
