import type { OptionValue, Param } from '../settings/index.js'
import { WIRE_SIZES } from '../wire/index.js'

/** An option as numbers of about unit scale: sizes and lengths by their logarithm. */
export function featuresOf(p: Param, value: OptionValue): readonly number[] {
  if (p.kind === 'places') {
    const right = (value as readonly number[]).filter((h) => h <= 6)
    return [right.length, Math.min(...right, 6), Math.max(...right, 0)]
  }
  if (p.kind === 'choice') {
    const size = WIRE_SIZES.find((s) => s.label === value)
    return [size ? Math.log(size.mm) / 0.25 : p.values.indexOf(String(value))]
  }
  if (p.kind === 'integer') return [Math.log(Math.max(1, Number(value))) / 0.3]
  return [p.min < 0 ? Number(value) : Math.log(Math.max(0.1, Number(value))) / 0.4]
}
