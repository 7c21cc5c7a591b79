// Made from the folders beside it by scripts/families.mjs: run it after a folder was added.
import { family as boundFrame } from './bound-frame/index.js'
import { family as cornerClaws } from './corner-claws/index.js'
import { family as corsetBack } from './corset-back/index.js'
import { family as twinHoop } from './twin-hoop/index.js'
import { withEars } from './ears.js'
import type { Family } from './family.js'

/** All families, in the order of their folders. */
export const FAMILIES: readonly Family[] = [boundFrame, cornerClaws, corsetBack, twinHoop].map(withEars)

/** A family by its id. @throws RangeError when there is none */
export function family(id: string): Family {
  const found = FAMILIES.find((f) => f.id === id)
  if (!found) throw new RangeError(`no family of settings "${id}"`)
  return found
}
