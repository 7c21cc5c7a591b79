import type { OptionValue, Param } from '../settings/index.js'
import { WIRE_SIZES } from '../wire/index.js'

/** Sizes of a list that are at least this far off are neighbours, as a share: the list has near twins. */
const APART = 0.06

/** The next size of a wire's choice, thinner or thicker, of the same series; none at its end, or where the choice is of something else. */
export function sizesBeside(p: Param, value: OptionValue, way: 'thinner' | 'thicker'): readonly string[] {
  const now = WIRE_SIZES.find((s) => s.label === value)
  if (p.kind !== 'choice' || !now) return []
  const sizes = WIRE_SIZES.filter(
    (s) => p.values.includes(s.label) && (s.awg !== undefined) === (now.awg !== undefined),
  )
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
