import { boundFrame } from './bound-frame/index.js'
import type { Family } from './family.js'

/** All families, in the order in which they are offered. */
export const FAMILIES: readonly Family[] = [boundFrame]

/** A family by its id. @throws RangeError when there is none */
export function family(id: string): Family {
  const found = FAMILIES.find((f) => f.id === id)
  if (!found) throw new RangeError(`no family of settings "${id}"`)
  return found
}
