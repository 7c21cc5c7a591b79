import { MM_PER_INCH, type Mm } from './brands.js'

/** Greatest common divisor of two whole numbers. */
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b))

/** Millimetres with one decimal. @example formatMm(mm(30)) // '30.0 mm' */
export const formatMm = (value: Mm, digits = 1): string => `${value.toFixed(digits)} mm`

/** Nearest sixteenth of an inch. @example formatInch(mm(30)) // '1 3/16 in' */
export function formatInch(value: Mm): string {
  const sixteenths = Math.round((value / MM_PER_INCH) * 16)
  if (sixteenths === 0) return value > 0 ? 'under 1/16 in' : '0 in'
  const whole = Math.floor(sixteenths / 16)
  const part = sixteenths % 16
  if (part === 0) return `${whole} in`
  const shared = gcd(part, 16)
  const fraction = `${part / shared}/${16 / shared}`
  return whole === 0 ? `${fraction} in` : `${whole} ${fraction} in`
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
