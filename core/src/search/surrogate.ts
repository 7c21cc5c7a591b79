/** What was found at a place: features of about unit scale, and a figure there. */
export interface Sample {
  readonly x: readonly number[]
  readonly y: number
}

/** What is expected at a place, and how far off that may be (one standard deviation). */
export interface Expected {
  readonly mean: number
  readonly spread: number
}

/**
 * How far along the features things stay alike, how much of the figure is a straight trend, the standard deviation of what is neither, and how
 * much each feature counts.
 */
export interface Likeness {
  readonly alike: number
  readonly trend: number
  readonly noise: number
  readonly counts: readonly number[]
}
const ALIKE = [0.8, 1.6, 3.2]
const TREND = [0.15, 0.5]
const NOISE = [0.02, 0.08]
/** What a feature may count besides 1: hardly, or more; believed where the samples are so many times likelier by it (natural logarithm). */
const COUNTS = [0.15, 2]
const LIKELIER = 1

/**
 * Guesses a figure between the places where it was found: a Gaussian process with a straight trend and a smooth remainder (kernel
 * `trend² x·x' + s² exp(-|x-x'|² / 2 l²) + noise²`, each feature times what it counts), about the samples' own mean and spread. Exact for
 * what a straight line or a smooth bump can follow; far from all samples the spread grows to that of the samples. Of the likenesses the
 * likeliest is taken, first with all features counting alike, then one feature after the other; unless one is given. Deterministic.
 * @throws RangeError without samples
 * @example surrogate([{ x: [0], y: 0 }, { x: [1], y: 1 }])([0.5]).mean // about 0.5
 */
export function surrogate(
  samples: readonly Sample[],
  only?: Likeness,
): ((x: readonly number[]) => Expected) & { readonly likeness: Likeness } {
  if (samples.length === 0) throw new RangeError('nothing was found yet')
  const n = samples.length
  const mean = samples.reduce((sum, s) => sum + s.y, 0) / n
  const scale = Math.max(0.2, Math.sqrt(samples.reduce((sum, s) => sum + (s.y - mean) ** 2, 0) / n))
  const z = Float64Array.from(samples, (s) => (s.y - mean) / scale)
  const fit = (likeness: Likeness) => ({ likeness, ...fitted(samples, z, likeness) })
  const best = only ? fit(only) : likeliest(samples[0]!.x.length, fit)
  const guess = (x: readonly number[]): Expected => {
    const found = best.at(x)
    return { mean: mean + scale * found.mean, spread: scale * found.spread }
  }
  return Object.assign(guess, { likeness: best.likeness })
}

/** The likeliest of all likenesses in which features count alike; from there, each feature as it counts most likely. */
function likeliest<T extends { readonly likeness: Likeness; readonly likelihood: number }>(
  width: number,
  fit: (likeness: Likeness) => T,
): T {
  const counts = new Array<number>(width).fill(1)
  let best = ALIKE.flatMap((alike) =>
    TREND.flatMap((trend) => NOISE.map((noise) => fit({ alike, trend, noise, counts }))),
  ).reduce((a, b) => (b.likelihood > a.likelihood ? b : a))
  for (let k = 0; k < width; k++)
    for (const count of COUNTS) {
      const other = fit({ ...best.likeness, counts: best.likeness.counts.with(k, count) })
      if (other.likelihood > best.likelihood + LIKELIER) best = other
    }
  return best
}

/** A process on its samples, and how likely these are under it (logarithm, up to a constant). */
function fitted(
  samples: readonly Sample[],
  z: Float64Array,
  { alike, trend, noise, counts }: Likeness,
): { readonly likelihood: number; readonly at: (x: readonly number[]) => Expected } {
  const n = samples.length
  const middle = counts.map((_, k) => samples.reduce((sum, s) => sum + s.x[k]!, 0) / n)
  const placed = (x: readonly number[]) => Float64Array.from(x, (u, k) => counts[k]! * (u - middle[k]!))
  const kernel = (a: Float64Array, b: Float64Array): number => {
    let far = 0
    let along = 0
    for (let k = 0; k < a.length; k++) {
      far += (a[k]! - b[k]!) ** 2
      along += a[k]! * b[k]!
    }
    return trend * trend * along + Math.exp(-far / (2 * alike * alike))
  }
  const places = samples.map((s) => placed(s.x))
  const low = places.map((a, i) =>
    Float64Array.from({ length: i + 1 }, (_, j) => kernel(a, places[j]!) + (i === j ? noise * noise : 0)),
  )
  // Cholesky, in place
  for (let j = 0; j < n; j++)
    for (let i = j; i < n; i++) {
      let sum = low[i]![j]!
      for (let k = 0; k < j; k++) sum -= low[i]![k]! * low[j]![k]!
      low[i]![j] = i === j ? Math.sqrt(Math.max(sum, 1e-12)) : sum / low[j]![j]!
    }
  const forward = (b: Float64Array): Float64Array => {
    const out = new Float64Array(n)
    for (let i = 0; i < n; i++) {
      let sum = b[i]!
      for (let k = 0; k < i; k++) sum -= low[i]![k]! * out[k]!
      out[i] = sum / low[i]![i]!
    }
    return out
  }
  const w = forward(z)
  let likelihood = 0
  for (let i = 0; i < n; i++) likelihood -= (w[i]! * w[i]!) / 2 + Math.log(low[i]![i]!)
  return {
    likelihood,
    at: (x) => {
      const there = placed(x)
      const v = forward(Float64Array.from(places, (p) => kernel(there, p)))
      let mean = 0
      let left = kernel(there, there)
      for (let i = 0; i < n; i++) {
        mean += v[i]! * w[i]!
        left -= v[i]! * v[i]!
      }
      return { mean, spread: Math.sqrt(Math.max(left, 1e-9)) }
    },
  }
}

/** Share of a normal distribution above zero. Abramowitz and Stegun 26.2.17, absolute error under 1e-7. */
export function chanceAboveZero({ mean, spread }: Expected): number {
  const x = mean / spread
  const t = 1 / (1 + 0.2316419 * Math.abs(x))
  const tail =
    0.3989422804014327 *
    Math.exp((-x * x) / 2) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  return x >= 0 ? 1 - tail : tail
}
