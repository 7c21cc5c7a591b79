import { formatInch, mm, MM_PER_INCH, parseLength, type LengthProblem } from '@verger/core'

const WORDS: Readonly<Record<LengthProblem, string>> = {
  empty: 'Type a measure.',
  'not-a-length': 'Type a length such as 30, 30 mm, 3 cm or 1 3/16 in.',
  negative: 'A length cannot be below 0.',
  zero: 'A length must be more than 0.',
  'two-units': 'Type one unit only.',
}

/** What a typed length amounts to: a value, or words that say what is wrong. */
export function readLength(
  text: string,
  units: 'mm' | 'in',
  allowZero = false,
): { value?: number; problem?: string } {
  const parsed = parseLength(text, units)
  if (parsed.ok) return { value: parsed.value }
  if (allowZero && parsed.problem === 'zero') return { value: 0 }
  return { problem: WORDS[parsed.problem] }
}

/** Longest length that can be recorded at the bench, mm: a hundred metres. */
const REACH = 100_000

/** A length as it can be recorded; beyond that it is a slip, and says so. */
export const withinReach = (read: {
  value?: number
  problem?: string
}): { value?: number; problem?: string } =>
  read.value !== undefined && read.value > REACH
    ? { problem: 'That is over a hundred metres: look at the unit.' }
    : read

/** A sixteenth that is off by less than this is said to be equal, mm. */
const SAME = 0.05

/** Both units always; where the nearest sixteenth is not the measure itself it is said to be near, with the decimal inch. */
export function echoBoth(value: number): string {
  const inches = value / MM_PER_INCH
  const exact = Math.abs(Math.round(inches * 16) / 16 - inches) * MM_PER_INCH < SAME
  const said = formatInch(mm(value))
  return exact
    ? `${value.toFixed(1)} mm = ${said}`
    : `${value.toFixed(1)} mm ≈ ${said} (${inches.toFixed(2)})`
}

/** A number as people type it, with a point or a comma. NaN when it is none. */
export const readNumber = (text: string): number =>
  text.trim() === '' ? NaN : Number(text.trim().replace(',', '.'))
