import type { Quantity } from '../../../working/index.js'
import type { Stretch, Tie } from '../wirework.js'

/** Turns of fine wire round what runs side by side, in so many rows: as long as the choice of the same name says. */
export const boundTie = (
  id: 'neck' | 'bail',
  of: readonly Stretch[],
  wound: string,
  length: Quantity,
  rows: 1 | 2 = 1,
): Tie => ({ id, kind: 'bind', of, wound, length, columns: 2, rows, field: id })
