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

/** A stretch of the middle line of a shaped band: its radius (Infinity is straight, negative bends the other way) and length, mm. */
export interface CurveStretch {
  readonly radius: number
  readonly length: number
}

/** Whole turns along a shaped band, on the wire that is inside where the radius is positive, and on the other. */
export interface RunsAlong {
  readonly runs: readonly { readonly inside: number; readonly outside: number }[]
  readonly inside: number
  readonly outside: number
  /** Lengths of the two wires, mm. */
  readonly lengths: { readonly inside: number; readonly outside: number }
}

/**
 * Whole turns on both wires of a band that is already shaped, run by run: so many packed turns inside, and outside the whole number that
 * keeps the sum nearest to the arc that has gone by, so that the two never part by more than half a turn. Radii may change within a run.
 * `advance` is what one packed turn takes, mm. Wire used follows from the turns.
 * @throws RangeError where a wire would have no radius, for a run below 1 or an advance not above 0
 * @example runsAlong({ inner: 2, apart: 2.4, advance: 0.3, path: [{ radius: 6, length: 9 }] }).runs[0] // { inside: 2, outside: 3 }
 */
export function runsAlong({
  inner,
  apart,
  advance,
  path,
}: {
  readonly inner: number
  readonly apart: number
  readonly advance: number
  readonly path: readonly CurveStretch[]
}): RunsAlong {
  if (!Number.isInteger(inner) || inner < 1)
    throw new RangeError(`a run is a whole number of turns, not ${inner}`)
  if (!(advance > 0)) throw new RangeError(`a turn takes a length above 0 mm, not ${advance}`)
  const half = apart / 2
  const stretches = path.map(({ radius, length }) => {
    if (!(Math.abs(radius) > half))
      throw new RangeError(`wires ${apart} mm apart cannot run round a middle radius of ${radius} mm`)
    return { inside: length * (1 - half / radius), outside: length * (1 + half / radius) }
  })
  const lengths = {
    inside: stretches.reduce((sum, s) => sum + s.inside, 0),
    outside: stretches.reduce((sum, s) => sum + s.outside, 0),
  }
  const total = Math.max(1, Math.round(lengths.inside / advance))
  const runs: { inside: number; outside: number }[] = []
  let [i, before, along, made] = [0, 0, 0, 0]
  for (let turns = 0; turns < total;) {
    const run = Math.min(inner, total - turns)
    turns += run
    // the whole run's end on the inside wire, and how much of the outside one lies before it
    const at = (turns / total) * lengths.inside
    while (i < stretches.length - 1 && before + stretches[i]!.inside <= at) {
      before += stretches[i]!.inside
      along += stretches[i]!.outside
      i++
    }
    const { inside, outside } = stretches[i]!
    const gone = along + ((at - before) / inside) * outside
    const now = Math.max(0, Math.round(gone / advance) - made)
    made += now
    runs.push({ inside: run, outside: now })
  }
  return { runs, inside: total, outside: made, lengths }
}
