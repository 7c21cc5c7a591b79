import type { Finding } from '../finding/index.js'
import { leaf, worker, type Formulas, type Quantity, type Unit } from '../working/index.js'
import { ALLOY_SOURCE, alloy, ALLOYS, type AlloyId, type Temper } from '../wire/index.js'
import { sizeFormulas } from './formulas.js'
import { nearestTools, type RoundTool, type ToolFit } from './tools.js'

/** One thing that a calculator asks for. Lengths in mm, masses in g. */
export type CalculatorField =
  | {
      readonly id: string
      readonly kind: 'length' | 'mass' | 'number' | 'count'
      readonly start: number
      readonly least: number
      readonly most: number
    }
  | {
      readonly id: string
      readonly kind: 'choice'
      readonly start: string
      readonly choices: readonly string[]
    }
  | { readonly id: string; readonly kind: 'size'; readonly start: string }

/** What was typed, by field: numbers in mm and g; choices and sizes as words. */
export type CalculatorValues = Readonly<Record<string, number | string>>

/** What a calculator finds: figures with their working, what is worth saying, and the tools that come nearest. */
export interface Calculated {
  readonly results: readonly {
    readonly id: string
    readonly quantity: Quantity
    /** The option of a plan that this is, by the id that families give it. */
    readonly option?: string
  }[]
  readonly notes: readonly Finding[]
  readonly tools: readonly ToolFit[]
}

/** A small calculator: what it asks, and what follows. It is pure: the same values give the same figures. */
export interface Calculator {
  readonly id: string
  readonly fields: readonly CalculatorField[]
  readonly work: (values: CalculatorValues, tools: readonly RoundTool[]) => Calculated
}

export const work = worker<Formulas>(sizeFormulas)

export const lengthField = (id: string, start: number, least = 0.05, most = 2000): CalculatorField => ({
  id,
  kind: 'length',
  start,
  least,
  most,
})
export const choiceField = (
  id: string,
  choices: readonly string[],
  start = choices[0]!,
): CalculatorField => ({
  id,
  kind: 'choice',
  choices,
  start,
})

/** A typed figure as a leaf. @throws RangeError for a word or nothing */
export function typed(values: CalculatorValues, id: string, unit: Unit = 'mm'): Quantity {
  const value = values[id]
  if (typeof value !== 'number') throw new RangeError(`"${id}" is not typed`)
  return leaf('typed', id, value, unit)
}
export const numberAt = (values: CalculatorValues, id: string): number => Number(typed(values, id).value)

export const note = (
  code: string,
  severity: Finding['severity'],
  values: Finding['values'] = {},
  field?: string,
): Finding => ({ code: `sizes.${code}`, severity, values, ...(field === undefined ? {} : { field }) })

/** Wire fields that spring-back hangs on. */
export const SPRING_FIELDS: readonly CalculatorField[] = [
  choiceField('section', ['round', 'square or flat']),
  lengthField('thickness', 0.8, 0.1, 10),
  choiceField(
    'alloy',
    ALLOYS.map((a) => a.id),
  ),
  choiceField('temper', ['dead soft', 'half hard'], 'half hard'),
]

/** Inputs of a spring-back formula at an end of the metal's yield: the middle where neither is asked. */
export function springInputs(values: CalculatorValues, end: 'low' | 'mid' | 'high' = 'mid') {
  const metal = alloy(String(values.alloy) as AlloyId)
  const temper = String(values.temper) as Temper
  const [low, high] = metal.yield[temper]
  const sy = end === 'low' ? low : end === 'high' ? high : (low + high) / 2
  return {
    thickness: typed(values, 'thickness'),
    yield: leaf('table', `yield of ${temper} ${metal.id}`, sy, 'MPa', ALLOY_SOURCE),
    modulus: leaf('table', `modulus of ${metal.id}`, metal.modulus, 'MPa', ALLOY_SOURCE),
  }
}
const isRound = (values: CalculatorValues): boolean => values.section === 'round'

/** Mandrel for an inside diameter, as a figure. */
export const mandrelOf = (values: CalculatorValues, inside: Quantity, end?: 'low' | 'high'): Quantity =>
  work(isRound(values) ? 'size.mandrel.round' : 'size.mandrel.flat', { ...springInputs(values, end), inside })
/** What comes out over a mandrel, as a figure. */
export const sprungOf = (values: CalculatorValues, mandrel: Quantity, end?: 'low' | 'high'): Quantity =>
  work(isRound(values) ? 'size.sprung.round' : 'size.sprung.flat', { ...springInputs(values, end), mandrel })

/** A tool that comes out farther off than this, as a share of what is wanted, is none to name. */
const NEAR = 0.15

/** Tools that are owned, tried with what really comes out over each; those that come nowhere near are left out. */
export const toolsFor = (
  values: CalculatorValues,
  wanted: Quantity,
  tools: readonly RoundTool[],
): ToolFit[] =>
  nearestTools(
    Number(wanted.value),
    tools.filter((t) => !t.flat),
    (across) => Number(sprungOf(values, leaf('chosen', 'tool', across, 'mm')).value),
  )
    .filter((t) => Math.abs(t.off) <= NEAR * Number(wanted.value))
    .slice(0, 3)

/** A calculator that says nothing beside its figures. */
export const none = { notes: [], tools: [] } as const
export const count = (id: string, start: number, least: number, most: number): CalculatorField => ({
  id,
  kind: 'count',
  start,
  least,
  most,
})
/** Rolled bails close oval: room beyond what must pass, mm; an estimate. */
export const BAIL_EASE = 1
