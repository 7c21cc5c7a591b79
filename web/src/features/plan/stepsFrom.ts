import type { OptionValue, Param } from '@verger/core'

/** The values one step under and one step over; the last step ends at the limit; none for places, and none past the ends. */
export function stepsFrom(
  p: Param,
  value: OptionValue,
): Readonly<Record<'less' | 'more', OptionValue | undefined>> {
  switch (p.kind) {
    case 'integer':
    case 'number': {
      const at = (by: number) => Number((Number(value) + by).toFixed(3))
      const [less, more] = [at(-p.step), at(p.step)]
      const v = Number(value)
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
