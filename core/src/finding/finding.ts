import { formatInch, mm, parseLength } from '../units/index.js'
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

/** Parts of an inch that a half is told in: half of the finest that a whole is. */
const HALVED = 128

/**
 * A template's lengths in the workshop's unit: where `{name:1} mm` stands and the workshop works in inches, the nearest that a rule shows
 * and the millimetres beside it. `{name/2:1}` is half of that, so that the two halves add up to the whole. In millimetres the template
 * stays as it is.
 * @example inUnits('Bind {length:1} mm', { length: 10 }, 'in') // 'Bind 3/8 in (10.0 mm)'
 * @example inUnits('{length/2:1} mm', { length: 18 }, 'in') // '11/32 in (9.0 mm)'
 */
export function inUnits(
  template: string,
  values: Readonly<Record<string, number | string>>,
  units: 'mm' | 'in',
): string {
  if (units === 'mm') return template
  return template.replace(
    /\{(\w+)(\/2)?(?::(\d))?\} mm/g,
    (all, name: string, half?: string, digits?: string) => {
      const value = values[name]
      if (typeof value !== 'number') return all
      const said = formatInch(mm(value))
      const own = half ? value / 2 : value
      const inches = half ? halfOf(said) : said
      return `${inches} (${own.toFixed(Number(digits ?? 1))} mm)`
    },
  )
}

/** Half of a length as it is said. */
function halfOf(said: string): string {
  const read = parseLength(said, 'in')
  return read.ok ? formatInch(mm(read.value / 2), HALVED) : said
}

/** Parts of an hour as they are said before or after it. */
const QUARTERS = ['', 'quarter past ', 'half past ', 'quarter to ']

/**
 * A place on an outline by the hour of a clock face laid over it, as it is said: to the nearest quarter.
 * @param hour from 0 (or 12, at the top) clockwise to 12
 * @example clockPlace(7.4) // 'half past 7'
 * @example clockPlace(0) // '12 o’clock'
 */
export function clockPlace(hour: number): string {
  const quarters = Math.round(hour * 4)
  const part = QUARTERS[quarters % 4]!
  const told = (Math.floor(quarters / 4) + (quarters % 4 === 3 ? 1 : 0)) % 12 || 12
  return part === '' ? `${told} o’clock` : `${part}${told}`
}

/**
 * Fills `{name}`, `{name:digits}`, `{name/2:digits}`, half of it, and `{name:clock}`, an hour as a place on the outline, in a template from a
 * finding's or step's values. @throws RangeError for an unknown name.
 * @example fill('near {hour:clock}', { hour: 4 }) // 'near 4 o’clock'
 */
export function fill(template: string, values: Readonly<Record<string, number | string>>): string {
  return template.replace(
    /\{(\w+)(\/2)?(?::(\d|clock))?\}/g,
    (_, name: string, half?: string, form?: string) => {
      const whole = values[name]
      const value = half && typeof whole === 'number' ? whole / 2 : whole
      if (value === undefined) throw new RangeError(`text needs "${name}", which is not among its values`)
      if (form === 'clock') return clockPlace(Number(value))
      return typeof value === 'number' && form !== undefined ? value.toFixed(Number(form)) : String(value)
    },
  )
}
