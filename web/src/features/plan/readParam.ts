import { lengthText, mm, type Param } from '@verger/core'
import { sayLength } from '../../app/workshop.js'
import { readLength, readNumber } from '../../ui/readLength.js'

export type NumberParam = Extract<Param, { kind: 'integer' | 'number' }>

/** How far a number may be off a limit by rounding alone. */
const HAIR = 1e-6

/** What is typed for a number of a plan: its value, or why it cannot be, with its limits. */
export function readParam(
  p: NumberParam,
  text: string,
  units: 'mm' | 'in',
): { readonly value: number } | { readonly problem: string } {
  const isLength = p.unit === 'mm'
  let value: number | undefined
  if (isLength) {
    const negative = /^\s*[-−]/.test(text)
    const read = readLength(text.replace(/^\s*[-−]/, ''), units, true)
    if (read.value === undefined) return { problem: read.problem ?? 'Type a length.' }
    value = negative ? -read.value : read.value
  } else {
    const bare = p.unit && text.trim().endsWith(p.unit) ? text.trim().slice(0, -p.unit.length) : text
    value = readNumber(bare)
    if (!Number.isFinite(value)) return { problem: 'Type a number.' }
  }
  if (p.kind === 'integer' && !Number.isInteger(value)) return { problem: 'Type a whole number.' }
  if (value < p.min - HAIR || value > p.max + HAIR) {
    const say = (v: number) => (isLength ? sayLength(v, { units }) : `${v}${p.unit ? ` ${p.unit}` : ''}`)
    return { problem: `This can be from ${say(p.min)} to ${say(p.max)}; ${say(value)} is not taken.` }
  }
  return { value }
}

/**
 * A number of a plan as its field shows it: in a workshop of inches a length is said in inches, rounded as they are said everywhere. Nothing is
 * read from the field until something is typed, so that the rounding changes no plan.
 */
export const shownParam = (p: NumberParam, value: number, units: 'mm' | 'in'): string =>
  p.unit !== 'mm' ? String(value) : units === 'mm' ? lengthText(mm(value), 'mm') : sayLength(value, { units })
