import { MM_PER_INCH, type Mm } from './brands.js'
import { parseLength } from './parseLength.js'

/** Greatest common divisor of two whole numbers. */
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b))

/** Millimetres with one decimal. @example formatMm(mm(30)) // '30.0 mm' */
export const formatMm = (value: Mm, digits = 1): string => `${value.toFixed(digits)} mm`

/** How finely a rule is read: to a sixteenth, a short length to a thirty-second, and one under a sixteenth to a sixty-fourth of an inch. */
const partsFor = (inches: number): number => (inches < 1 / 16 ? 64 : inches < 1 / 4 ? 32 : 16)
/** Decimals of an inch for what no rule shows. */
const THOUSANDTHS = 3

/**
 * As a rule shows it: a fraction of an inch, finer for short lengths, and in thousandths where it is less than a rule shows; or to as many parts as
 * are asked.
 * @example formatInch(mm(30)) // '1 3/16 in'
 * @example formatInch(mm(1.5)) // '1/16 in'
 * @example formatInch(mm(0.1)) // '0.004 in'
 */
export function formatInch(value: Mm, parts?: number): string {
  if (value < 0) return `−${formatInch(-value as Mm, parts)}`
  const inches = value / MM_PER_INCH
  const fine = parts ?? partsFor(inches)
  const all = Math.round(inches * fine)
  if (all > 0 || value === 0) return `${fractionOf(all, fine)} in`
  return parts === undefined ? `${inches.toFixed(THOUSANDTHS)} in` : `under 1/${fine} in`
}

/** Both units, the maker's first. @example echoLength(mm(30), 'mm') // '30.0 mm · 1 3/16 in' */
export const echoLength = (value: Mm, first: 'mm' | 'in' = 'mm'): string =>
  first === 'mm' ? `${formatMm(value)} · ${formatInch(value)}` : `${formatInch(value)} · ${formatMm(value)}`

/**
 * Rounds a cut length up to what is read off a rule: 5 mm, 1/4 in and so on.
 * A hair (1e-6 mm) over a step does not cost a whole step.
 * @example roundUpCut(mm(271.2), 5) // 275
 */
export function roundUpCut(value: Mm, step: number = 5): Mm {
  return (Math.ceil((value - 1e-6) / step) * step) as Mm
}

/** Finest fraction of an inch that rules and calipers are marked with. */
const FINEST_FRACTION = 64
/** Decimals of an inch that a caliper shows. */
const INCH_DECIMALS = 4

/**
 * A length as the text of a field in which it can be changed: read again by `parseLength` it is the very same number, to a billionth of a millimetre, so that opening a field
 * and leaving it changes nothing. In a workshop of inches a fraction, else a decimal as a caliper shows it, with its mark; a length that is
 * neither stays in millimetres and says so.
 * @example lengthText(mm(30.1625), 'in') // '1 3/16 in'
 * @example lengthText(mm(29.972), 'in') // '1.18 in'
 * @example lengthText(mm(30), 'in') // '30 mm'
 */
export function lengthText(value: Mm, units: 'mm' | 'in'): string {
  const plain = plainNumber(value)
  if (units === 'mm') return plain
  const inches = value / MM_PER_INCH
  const tried = [
    ...(isWhole(inches * FINEST_FRACTION)
      ? [fractionOf(Math.round(inches * FINEST_FRACTION), FINEST_FRACTION)]
      : []),
    plainNumber(Number(inches.toFixed(INCH_DECIMALS))),
  ]
  const found = tried.map((text) => `${text} in`).find((text) => readsAs(text, value))
  return found ?? `${plain} mm`
}

/** Lengths closer than this are one: binary fractions leave such dust, mm. */
const SAME = 1e-9
const isWhole = (v: number): boolean => Math.abs(v - Math.round(v)) < SAME
const readsAs = (text: string, value: number): boolean => {
  const read = parseLength(text)
  return Math.abs((read.ok ? read.value : read.problem === 'zero' ? 0 : NaN) - value) < SAME
}
/** A number without an exponent or dust, which people do not type. */
const plainNumber = (v: number): string => {
  const text = String(Number(v.toFixed(9)))
  return /e/.test(text) ? v.toFixed(9).replace(/\.?0+$/, '') : text
}
const fractionOf = (top: number, bottom: number): string => {
  const shared = gcd(top, bottom)
  const [t, b] = [top / shared, bottom / shared]
  const whole = Math.floor(t / b)
  const part = t % b
  if (part === 0) return String(whole)
  return whole === 0 ? `${part}/${b}` : `${whole} ${part}/${b}`
}
