/** Units a shown figure can have. `''` is a pure number, `word` a choice that is no number. */
export type Unit =
  | 'mm'
  | 'mm²'
  | 'mm³'
  | 'g'
  | 'ct'
  | 'g/cm³'
  | 'N'
  | 'N mm'
  | 'N·mm'
  | 'MPa'
  | '°'
  | 'turns'
  | 'money'
  | 'money/kg'
  | 'money/h'
  | 'h'
  | 'min'
  | '%'
  | '×'
  | ''
  | 'word'

/** Where the bottom of a tree comes from. */
export type Leaf = 'typed' | 'chosen' | 'table' | 'estimate' | 'workshop' | 'record'

/**
 * A shown figure with its working: the formula's code and the named inputs it was computed from,
 * down to leaves (`typed` measures, `chosen` options, `table` constants, `workshop` settings).
 * Plain data: survives JSON and structuredClone.
 */
export interface Quantity {
  readonly value: number | string
  readonly unit: Unit
  readonly formula: string
  readonly inputs: Readonly<Record<string, Quantity>>
  /** Of a leaf: which measure, option or constant it is. */
  readonly key?: string
  /** Of a table leaf: where it is from, or `typical, uncited`. */
  readonly source?: string
}

/** How one kind of figure is computed: unit, a pure evaluator, and its written form with `{input}` places. */
export interface Formula {
  readonly unit: Unit
  readonly text: string
  readonly of: (x: Readonly<Record<string, number>>, words: Readonly<Record<string, string>>) => number
}
export type Formulas = Readonly<Record<string, Formula>>

const LEAVES: ReadonlySet<string> = new Set<Leaf>([
  'typed',
  'chosen',
  'table',
  'estimate',
  'workshop',
  'record',
])

export const isLeaf = (q: Quantity): boolean => LEAVES.has(q.formula)

/** A leaf of a working tree. @example leaf('typed', 'stone.length', 30, 'mm') */
export const leaf = (
  formula: Leaf,
  key: string,
  value: number | string,
  unit: Unit,
  source?: string,
): Quantity =>
  source === undefined
    ? { value, unit, formula, inputs: {}, key }
    : { value, unit, formula, inputs: {}, key, source }

/** Evaluates one node anew from its inputs' values. @throws RangeError for an unknown formula. */
export function evaluate(node: Quantity, formulas: Formulas): number | string {
  if (isLeaf(node)) return node.value
  const formula = formulas[node.formula]
  if (!formula) throw new RangeError(`no formula "${node.formula}"`)
  return formula.of(...split(node.inputs))
}

function split(inputs: Readonly<Record<string, Quantity>>): [Record<string, number>, Record<string, string>] {
  const numbers: Record<string, number> = {}
  const words: Record<string, string> = {}
  for (const [name, q] of Object.entries(inputs)) {
    if (typeof q.value === 'number') numbers[name] = q.value
    else words[name] = q.value
  }
  return [numbers, words]
}

/**
 * Makes quantities from a table of formulas, so that a code that does not exist cannot be used.
 * @example worker({ half: { unit: 'mm', text: '{whole} / 2', of: ({ whole }) => whole / 2 } })('half', { whole: leaf('typed', 'a', 4, 'mm') }).value // 2
 */
export function worker<F extends Formulas>(formulas: F) {
  return (code: keyof F & string, inputs: Readonly<Record<string, Quantity>>): Quantity => {
    const formula = formulas[code]
    if (!formula) throw new RangeError(`no formula "${code}"`)
    return { value: formula.of(...split(inputs)), unit: formula.unit, formula: code, inputs }
  }
}

/** The value of a quantity that must be a number. @throws RangeError for a word. */
export function numberOf(q: Quantity): number {
  if (typeof q.value !== 'number') throw new RangeError(`"${q.key ?? q.formula}" is a word, not a number`)
  return q.value
}

/** The keys of all leaves a figure hangs on. @example leafKeys(stoneMeasures(oval).volume).has('stone.length') // true */
export function leafKeys(q: Quantity): Set<string> {
  const keys = new Set<string>()
  // a figure that is used at many places is walked once
  const seen = new Set<Quantity>()
  const walk = (node: Quantity): void => {
    if (seen.has(node)) return
    seen.add(node)
    if (node.key !== undefined) keys.add(node.key)
    Object.values(node.inputs).forEach(walk)
  }
  walk(q)
  return keys
}
