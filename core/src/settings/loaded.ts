import { withEars } from './ears.js'
import type { Family } from './family.js'

/** The families that are loaded, by id: all of them on a server and in a worker, on a page those that it needs. */
const LOADED = new Map<string, Family>()

/** Takes a family in, so that it is found by its id, with the choices that all pendants have. Taken in again, it is the one already there. */
export function loaded(found: Family): Family {
  const whole = LOADED.get(found.id) ?? withEars(found)
  LOADED.set(whole.id, whole)
  return whole
}

/** Is it loaded: `family` finds it. */
export const isLoaded = (id: string): boolean => LOADED.has(id)

/** A family by its id. @throws RangeError when there is none, or it is not loaded */
export function family(id: string): Family {
  const found = LOADED.get(id)
  if (!found) throw new RangeError(`no family of settings "${id}"`)
  return found
}

/** The families that are loaded, in the order in which they were. */
export const loadedFamilies = (): readonly Family[] => [...LOADED.values()]
