import type { Calculator } from './calculator.js'
import { collar, hole, hoops } from './held.js'
import { alike, worked } from './metal.js'
import { bracelet, chain, cuff, ring } from './worn.js'
import { bail, coil, jump, spool, spring } from './wound.js'

/** The small calculators, in the order in which they are shown. */
export const CALCULATORS: readonly Calculator[] = [
  bail,
  ring,
  jump,
  coil,
  hole,
  hoops,
  collar,
  cuff,
  bracelet,
  chain,
  spring,
  spool,
  alike,
  worked,
]

/** A calculator by its id. @throws RangeError when there is none */
export function calculator(id: string): Calculator {
  const found = CALCULATORS.find((c) => c.id === id)
  if (!found) throw new RangeError(`no calculator "${id}"`)
  return found
}

/** What a calculator begins with. */
export const startValues = (c: Calculator): Record<string, number | string> =>
  Object.fromEntries(c.fields.map((f) => [f.id, f.start]))
