import type { Formula, Formulas, Quantity, Unit } from '../../working/index.js'

/** The names in braces of a written formula. @example type N = Named<'{side} / 2 − {reach}'> */
export type Named<T extends string> = T extends `${string}{${infer N}}${infer Rest}` ? N | Named<Rest> : never

/** Inputs of a figure: everything that its text names, and what else it hangs on. */
export type Inputs<N extends string = never> = Readonly<Record<N, Quantity>> &
  Readonly<Record<string, Quantity>>

/** A figure of a family: its unit, its written form whose names are its inputs, and what it comes to. */
export interface Figure<T extends string> {
  readonly unit: Unit
  readonly text: T
  of(x: Readonly<Record<Named<T>, number>>, words: Readonly<Record<Named<T>, string>>): number
}

/** A figure in any unit. @example figure('°', 'arctan({rise} / {run})', ({ rise, run }) => (Math.atan2(rise, run) * 180) / Math.PI) */
export const figure = <T extends string>(unit: Unit, text: T, of: Figure<T>['of']): Figure<T> => ({
  unit,
  text,
  of,
})

/** A length. @example mm('{side} / 2 − {reach}', ({ side, reach }) => side / 2 - reach) */
export const mm = <T extends string>(text: T, of: Figure<T>['of']): Figure<T> => figure('mm', text, of)

/** For each figure of a table the function that works it out: an input that its text names and that is missing does not compile. */
export type Makers<T> = {
  readonly [K in keyof T]: T[K] extends Figure<infer S> ? (inputs: Inputs<Named<S>>) => Quantity : never
}

/**
 * A table of figures as functions of their inputs, and as formulas under `prefix.name`.
 * @example
 * const { make, formulas } = figures('claws', { width: mm('2 × {vertex}', ({ vertex }) => 2 * vertex) })
 * make.width({ vertex: leaf('typed', 'vertex', 4, 'mm') }).value // 8
 */
export function figures<T extends Readonly<Record<string, Figure<string>>>>(
  prefix: string,
  table: T,
): { readonly make: Makers<T>; readonly formulas: Formulas } {
  const formulas: Record<string, Formula> = {}
  const make: Record<string, (inputs: Inputs) => Quantity> = {}
  for (const [name, f] of Object.entries(table)) {
    const code = `${prefix}.${name}`
    formulas[code] = f as unknown as Formula
    make[name] = (inputs) => {
      const [x, words] = split(inputs)
      return { value: f.of(x, words), unit: f.unit, formula: code, inputs }
    }
  }
  return { make: make as unknown as Makers<T>, formulas }
}

function split(inputs: Inputs): [Record<string, number>, Record<string, string>] {
  const [x, words]: [Record<string, number>, Record<string, string>] = [{}, {}]
  for (const [name, { value }] of Object.entries(inputs))
    if (typeof value === 'number') x[name] = value
    else words[name] = value
  return [x, words]
}
