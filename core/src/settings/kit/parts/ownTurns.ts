import type { Quantity } from '../../../working/index.js'
import type { Tie } from '../wirework.js'

/** A stout wire's own turns round a post bear it like a bearing as long as they are, from so many on: it leans no way but about the post. */
const CLAMPS = 2

/** Turns of a structural wire's own end round others; where `ends` of its ends are wound there, each has to clamp. */
export const ownTurns = (
  tie: Pick<Tie, 'id' | 'of' | 'length' | 'wound'> & { readonly turns: Quantity },
  { ends = 1, columns = 1 } = {},
): Tie => ({
  ...tie,
  kind: 'coil',
  clamps: ends * CLAMPS,
  counted: 'sides',
  columns,
  rows: 1,
  field: 'turns',
})
