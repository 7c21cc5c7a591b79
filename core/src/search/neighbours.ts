import type { Options, OptionValue, Param } from '../settings/index.js'
import { COMMON_SIZES, WIRE_SIZES } from '../wire/index.js'

/** Sizes of a list that are at least this far off are neighbours, as a share: the list has near twins. */
const APART = 0.06

/** The next size of a wire's choice, thinner or thicker, of the same series; none at its end, or where the choice is of something else. */
export function sizesBeside(p: Param, value: OptionValue, way: 'thinner' | 'thicker'): readonly string[] {
  const now = WIRE_SIZES.find((s) => s.label === value)
  if (p.kind !== 'choice' || !now) return []
  const series = now.awg === undefined ? WIRE_SIZES.filter((s) => s.awg === undefined) : COMMON_SIZES
  const sizes = series.filter((s) => p.values.includes(s.label))
  const next =
    way === 'thinner'
      ? sizes.filter((s) => s.mm < now.mm * (1 - APART)).sort((a, b) => b.mm - a.mm)[0]
      : sizes.filter((s) => s.mm > now.mm * (1 + APART)).sort((a, b) => a.mm - b.mm)[0]
  return next ? [next.label] : []
}

/** Values next to the present one: a step less and more, the next sizes, one place or one mirrored pair of places fewer. */
export function neighboursOf(p: Param, value: OptionValue): readonly OptionValue[] {
  if (p.kind === 'places') {
    const hours = [...(value as readonly number[])]
    const pairs = hours
      .filter((h) => h <= 6)
      .map((h) => hours.filter((x) => Math.abs(x - h) > 0.06 && Math.abs(x - (12 - h)) > 0.06))
    return pairs.length > 0 ? pairs : hours.slice(0, 1).map(() => hours.slice(1))
  }
  if (p.kind === 'choice') {
    const now = WIRE_SIZES.find((s) => s.label === value)
    if (!now) {
      const at = p.values.indexOf(String(value))
      return [p.values[at - 1], p.values[at + 1]].flatMap((v) => (v === undefined ? [] : [v]))
    }
    return [...sizesBeside(p, value, 'thinner'), ...sizesBeside(p, value, 'thicker')]
  }
  const by = p.kind === 'integer' ? 1 : Math.max(p.step, STEP)
  return [-by, by].map((d) => Number((Number(value) + d).toFixed(3))).filter((v) => v >= p.min && v <= p.max)
}
/** A step of a length that a hand can tell, mm. */
const STEP = 0.3

/** A length so many steps longer; or one pair of places moved so many steps. */
export function stepped(p: Param, value: OptionValue, by: number): readonly OptionValue[] {
  if (p.kind === 'number') {
    const other = Number((Number(value) + by * p.step).toFixed(3))
    return other >= p.min && other <= p.max ? [other] : []
  }
  if (p.kind !== 'places') return []
  const hours = value as readonly number[]
  const same = (a: number, b: number) => Math.abs(a - b) < 0.06
  const moved = (h: number, to: number) => Number((h + to).toFixed(2))
  return hours
    .filter((h) => h < 6 && hours.some((x) => same(x, 12 - h)))
    .map((h) =>
      hours.map((x) => (same(x, h) ? moved(x, 0.1 * by) : same(x, 12 - h) ? moved(x, -0.1 * by) : x)),
    )
}

/** By how much reaches are changed together with a wire's size. */
const SCALES = [0.6, 0.8, 1, 1.25, 1.6]

/** Each wire a size thinner, and all of them, with every pair of the first two lengths scaled. */
export function thinner(params: readonly Param[], options: Options): Options[] {
  const sizes = params.flatMap((p) =>
    sizesBeside(p, options[p.id]!, 'thinner').map((label): Options => ({ [p.id]: label })),
  )
  const all = sizes.length > 1 ? [Object.assign({}, ...sizes) as Options] : []
  let reaches: Options[] = [{}]
  for (const p of params.flatMap((x) => (x.kind === 'number' ? [x] : [])).slice(0, 2))
    reaches = reaches.flatMap((change) =>
      SCALES.map((scale): Options => {
        const value = Math.round((Number(options[p.id]) * scale) / p.step) * p.step
        return { ...change, [p.id]: Number(Math.min(p.max, Math.max(p.min, value)).toFixed(3)) }
      }),
    )
  return [...sizes, ...all].flatMap((size) => reaches.map((reach) => ({ ...size, ...reach })))
}
