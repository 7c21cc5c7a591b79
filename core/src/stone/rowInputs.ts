import { leaf, type Quantity } from '../working/index.js'
import type { Group, Stone } from './stone.js'

/** What makes a row of a stone, as figures. */
export interface RowInputs {
  readonly rowCount: Quantity
  readonly rowLast: Quantity
  readonly rowGap: Quantity
  readonly rowOrder: Quantity
}

/** A row's count, the length of its smallest stone, the room between two and its order; nothing for what is no row. `length` is that of its largest. */
export function rowInputs({ group }: Stone, length: Quantity): RowInputs | undefined {
  if (group?.kind !== 'row') return undefined
  return {
    rowCount: leaf('typed', 'stones in the row', group.count, ''),
    rowLast: group.last === undefined ? length : leaf('typed', 'length of the smallest', group.last, 'mm'),
    rowGap: leaf('typed', 'gap in the row', group.gap, 'mm'),
    rowOrder: leaf('chosen', 'order of the row', group.order ?? 'to one end', 'word'),
  }
}

/** A row again from its figures. */
export const rowFrom = (
  { rowCount, rowLast, rowGap }: Readonly<Record<string, number>>,
  { rowOrder }: Readonly<Record<string, string>>,
): { readonly group?: Group } =>
  rowCount === undefined
    ? {}
    : {
        group: {
          kind: 'row',
          count: rowCount,
          gap: rowGap ?? 0,
          ...(rowLast === undefined ? {} : { last: rowLast }),
          ...(rowOrder === 'largest in the middle' ? { order: rowOrder } : {}),
        },
      }
