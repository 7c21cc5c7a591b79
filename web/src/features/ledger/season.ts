import type { LedgerRow } from '@verger/contract'
import { STAGES, type Stage } from '@verger/core'
import { format, parseISO } from 'date-fns'
import type { LedgerFigures } from './figures.js'

/** A finished piece with its figures. */
export interface Entry {
  readonly row: LedgerRow
  readonly f: LedgerFigures
}

/** By what pieces are put together. */
export const GROUPINGS = { setting: 'setting', metal: 'metal', month: 'month' } as const
export type Grouping = keyof typeof GROUPINGS

/** The month in which a piece was finished, sorted as it is written; nothing where it was not. */
export const monthOf = ({ row }: Entry): string =>
  row.finishedAt === null ? '' : format(parseISO(row.finishedAt), 'yyyy-MM')
export const monthSaid = (month: string): string =>
  month === '' ? 'not finished' : format(parseISO(`${month}-01`), 'MMM yyyy')

/** What a piece goes under, as it is sorted and as it is said. */
export const groupOf = (entry: Entry, by: Grouping, nameOf: (family: string) => string) =>
  by === 'month'
    ? { key: monthOf(entry), said: monthSaid(monthOf(entry)) }
    : by === 'metal'
      ? { key: entry.row.alloy, said: entry.row.alloy || 'no metal' }
      : { key: entry.row.family, said: nameOf(entry.row.family) }

/** Pieces together, with what they took and brought. Earnings of an hour are of those that were sold. */
export interface Group {
  readonly key: string
  readonly said: string
  readonly ids: readonly string[]
  readonly count: number
  readonly sold: number
  readonly hours: number
  /** What is left for an hour of the time of those that were sold; null where none was. */
  readonly anHour: number | null
}

export function groupsOf(
  entries: readonly Entry[],
  by: Grouping,
  nameOf: (family: string) => string,
): Group[] {
  const groups = new Map<string, { said: string; list: Entry[] }>()
  for (const e of entries) {
    const { key, said } = groupOf(e, by, nameOf)
    const group = groups.get(key) ?? { said, list: [] }
    group.list.push(e)
    groups.set(key, group)
  }
  return [...groups]
    .map(([key, { said, list }]): Group => {
      const sold = list.filter((e) => e.f.left !== null)
      const hours = sold.reduce((sum, e) => sum + e.f.minutes / 60, 0)
      const left = sold.reduce((sum, e) => sum + e.f.left!, 0)
      return {
        key,
        said,
        ids: list.map((e) => e.row.pieceId),
        count: list.length,
        sold: sold.reduce((sum, e) => sum + e.f.sold!, 0),
        hours: list.reduce((sum, e) => sum + e.f.minutes / 60, 0),
        anHour: hours > 0 ? left / hours : null,
      }
    })
    .sort((a, b) => a.key.localeCompare(b.key))
}

/** Hours by stage of the work over all pieces of which that is known, and how many those are. */
export function stagesOf(entries: readonly Entry[]): {
  readonly stages: readonly {
    readonly stage: Stage
    readonly hours: number
    readonly ids: readonly string[]
  }[]
  readonly pieces: number
} {
  const known = entries.filter((e) => e.row.stages !== null)
  return {
    pieces: known.length,
    stages: STAGES.map((stage) => ({
      stage,
      hours: known.reduce((sum, e) => sum + (e.row.stages![stage] ?? 0), 0) / 3_600_000,
      ids: known.map((e) => e.row.pieceId),
    })),
  }
}
