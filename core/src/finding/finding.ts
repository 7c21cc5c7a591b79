import { formatInch, mm } from '../units/index.js'
import type { Quantity } from '../working/index.js'

/** How much a finding matters: an error stops the plan, a doubt asks, a note tells. */
export type Severity = 'error' | 'doubt' | 'note'

/**
 * Something wrong or worth saying, as data: the words live in text files keyed by `code`.
 * `field` names the measure or option it is about; `mend` is the smallest change that would remove it.
 */
export interface Finding {
  readonly code: string
  readonly severity: Severity
  readonly values: Readonly<Record<string, number | string>>
  /** Workings of those values that are computed, by the same names. */
  readonly figures?: Readonly<Record<string, Quantity>>
  readonly field?: string
  readonly mend?: {
    readonly field: string
    readonly value: number | string | readonly number[]
    /** What has to change with it. */
    readonly with?: Readonly<Record<string, number | string | readonly number[]>>
  }
}

/**
 * A template's lengths in the workshop's unit: where `{name:1} mm` stands and the workshop works in inches, the nearest sixteenth
 * and the millimetres beside it. In millimetres the template stays as it is.
 * @example inUnits('Bind {length:1} mm', { length: 10 }, 'in') // 'Bind 3/8 in (10.0 mm)'
 */
export function inUnits(
  template: string,
  values: Readonly<Record<string, number | string>>,
  units: 'mm' | 'in',
): string {
  if (units === 'mm') return template
  return template.replace(/\{(\w+)(?::(\d))?\} mm/g, (all, name: string, digits?: string) => {
    const value = values[name]
    if (typeof value !== 'number') return all
    return `${formatInch(mm(value))} (${value.toFixed(Number(digits ?? 1))} mm)`
  })
}

/** Fills `{name}` and `{name:digits}` in a template from a finding's or step's values. @throws RangeError for an unknown name. */
export function fill(template: string, values: Readonly<Record<string, number | string>>): string {
  return template.replace(/\{(\w+)(?::(\d))?\}/g, (_, name: string, digits?: string) => {
    const value = values[name]
    if (value === undefined) throw new RangeError(`text needs "${name}", which is not among its values`)
    return typeof value === 'number' && digits !== undefined ? value.toFixed(Number(digits)) : String(value)
  })
}
