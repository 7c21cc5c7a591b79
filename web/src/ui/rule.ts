import { formatInch, mm, MM_PER_INCH } from '@verger/core'

/** How fine the rule of a workshop that works in inches is. */
export type InchParts = 16 | 32

/** The rule that a workshop lays lengths off with: marked in half millimetres, or in parts of an inch. */
export interface Rule {
  /** The nearest place on it, mm. */
  on(this: void, value: number): number
  /** That place, without the unit where it is millimetres. */
  say(this: void, value: number): string
}

/** @example ruleOf('mm').say(10.3) // '10.5' */
export function ruleOf(units: 'mm' | 'in', parts: InchParts = 32): Rule {
  const marks = units === 'mm' ? 2 : parts / MM_PER_INCH
  const on = (value: number): number => Math.round(value * marks) / marks
  return { on, say: (value) => (units === 'mm' ? String(on(value)) : formatInch(mm(on(value)), parts)) }
}
