import type { Work, WorkRow } from '@verger/contract'

/** Minutes that are left on a piece at the maker's own pace; undefined where there is no plan yet. */
export const leftOn = ({ minutes, spent }: Pick<WorkRow, 'minutes' | 'spent'>, pace: Work['pace']) =>
  minutes === null ? undefined : Math.max(0, minutes * pace.times - spent / 60_000)

/** How often one sits down for so many minutes. @example sittingsSaid(200, 90) // 'about 3 sittings' */
export function sittingsSaid(minutes: number, sitting: number): string {
  const n = Math.ceil(minutes / sitting - 0.15)
  return n <= 1 ? 'one sitting' : `about ${n} sittings`
}

/** Pieces on the way with those that are due before the others, each with what it leaves to do. */
export const byDue = (pieces: readonly WorkRow[]): WorkRow[] =>
  [...pieces].sort((a, b) => (a.due ?? '9999').localeCompare(b.due ?? '9999'))
