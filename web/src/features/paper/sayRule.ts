import { formatInch, mm } from '@verger/core'
import { toHalf } from '../cut/marks.js'

/** How fine the rule of a workshop that works in inches is. */
export type InchParts = 16 | 32

/** A length as it is read off a rule: to half a millimetre, or to a sixteenth or thirty-second of an inch. */
export const sayRule = (value: number, units: 'mm' | 'in', parts: InchParts): string =>
  units === 'mm' ? `${toHalf(value)} mm` : formatInch(mm(value), parts)
