import { MM_PER_INCH, type OptionValue, type Param } from '@verger/core'

/** Parts of an inch that lengths are stepped by, in a workshop of inches. */
const PARTS = [64, 32, 16, 8, 4]

/** The fraction of an inch that a step in millimetres is nearest to, mm. */
const inchStep = (step: number): number =>
  PARTS.map((parts) => MM_PER_INCH / parts).reduce((a, b) =>
    Math.abs(Math.log(b / step)) < Math.abs(Math.log(a / step)) ? b : a,
  )

/** A length this near to a mark of the rule is on it, as a share of the step. */
const ON_IT = 1e-3

/**
 * The values one step under and one step over; the last step ends at the limit; none for places, and none past the ends. In a workshop of inches
 * lengths go from one fraction of an inch to the next.
 */
export function stepsFrom(
  p: Param,
  value: OptionValue,
  units: 'mm' | 'in' = 'mm',
): Readonly<Record<'less' | 'more', OptionValue | undefined>> {
  switch (p.kind) {
    case 'integer':
    case 'number': {
      const v = Number(value)
      const step = units === 'in' && p.unit === 'mm' ? inchStep(p.step) : undefined
      const at = (by: number) => Number((v + by).toFixed(3))
      const [less, more] = step
        ? [step * (Math.ceil(v / step - ON_IT) - 1), step * (Math.floor(v / step + ON_IT) + 1)]
        : [at(-p.step), at(p.step)]
      return {
        less: v > p.min ? Math.max(p.min, less) : undefined,
        more: v < p.max ? Math.min(p.max, more) : undefined,
      }
    }
    case 'choice': {
      const i = p.values.indexOf(String(value))
      return { less: p.values[i - 1], more: p.values[i + 1] }
    }
    case 'places':
      return { less: undefined, more: undefined }
    default: {
      const never: never = p
      throw new RangeError(`unknown param ${JSON.stringify(never)}`)
    }
  }
}
