import { differenceInCalendarDays, parseISO } from 'date-fns'

/** A day as one says it, and how soon that is. @example dueSaid('2026-12-24', new Date('2026-12-22')) // { day: '24 December', soon: 'in 2 days', late: false } */
export function dueSaid(due: string, now: Date): { day: string; soon: string; late: boolean } {
  const date = parseISO(due)
  const days = differenceInCalendarDays(date, now)
  const sameYear = date.getFullYear() === now.getFullYear()
  const soon =
    days < -1
      ? `${-days} days late`
      : days === -1
        ? 'a day late'
        : days === 0
          ? 'today'
          : days === 1
            ? 'tomorrow'
            : `in ${days} days`
  // the browser's own words for it: it is on the first page, where every kilobyte counts
  const day = date.toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    ...(sameYear ? {} : { year: 'numeric' }),
  })
  return { day, soon, late: days < 0 }
}
