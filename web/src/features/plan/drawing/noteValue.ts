import {
  family,
  isAsked,
  sizeSaid,
  WIRE_SIZES,
  type Note,
  type Options,
  type OptionValue,
  type Param,
  type Plan,
} from '@verger/core'
import { sayLength } from '../../../app/workshop.js'

/** A choice as it is told in a few words, with its unit; the millimetres beside every gauge. */
export function sayChoice(p: Param, value: OptionValue | undefined, units: 'mm' | 'in'): string {
  switch (p.kind) {
    case 'places':
      return `${Array.isArray(value) ? value.length : 0}`
    case 'choice': {
      const size = WIRE_SIZES.find((s) => s.label === value)
      return size ? sizeSaid(size) : String(value)
    }
    case 'number':
    case 'integer':
      if (p.unit === 'mm') return sayLength(Number(value), { units })
      if (p.unit === '°') return `${Number(value)}°`
      return `${Number(value)} ${Number(value) === 1 ? p.unit.replace(/s$/, '') : p.unit}`
    default: {
      const never: never = p
      throw new RangeError(`unknown choice ${JSON.stringify(never)}`)
    }
  }
}

/** Values that leave a thing out. */
const isLeftOut = (v: OptionValue | undefined): boolean => v === 'no' || v === 0 || v === '0'

/** Choices of a note that are asked, in their order. */
const askedAt = (plan: Plan, { choices }: Note, options: Options): Param[] => {
  const params = family(plan.family).params(plan.stone)
  return choices.flatMap((c) => params.filter((p) => p.id === c)).filter((p) => isAsked(p, options))
}

/** A note's name: that of its first choice that is asked. */
export function noteName(plan: Plan, note: Note, options: Options): string {
  const id = askedAt(plan, note, options)[0]?.id ?? note.choices[0]!
  return family(plan.family).text.params[id] ?? id
}

/** What a note tells beside its place: its first choice, and the next where that is a number or adds something. */
export function noteValue(
  plan: Plan,
  note: Note,
  options: Options,
  { units }: { units: 'mm' | 'in' },
): string {
  const asked = askedAt(plan, note, options)
  const [first, second] = asked
  if (!first) return ''
  // of what is left out nothing more is said
  if (isLeftOut(options[first.id])) return 'none'
  const said = sayChoice(first, options[first.id], units)
  const more =
    second && !second.detail && !isLeftOut(options[second.id]) && sayChoice(second, options[second.id], units)
  const both = more ? `${said} · ${more}` : said
  return both.length > 24 ? said : both
}
