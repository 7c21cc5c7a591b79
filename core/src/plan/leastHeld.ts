import type { Hold, Thorough } from '../hold/index.js'
import type { PlanHold } from './plan.js'

const RANK = { fails: 0, doubtful: 1, sound: 2 } as const

type Judged = Pick<Hold, 'verdict' | 'timesWeight'>

/** Below 0 where the one is held less than the other: by its verdict, and then by the multiple of its weight. */
const lessHeld = (a: Judged, b: Judged): number =>
  RANK[a.verdict] - RANK[b.verdict] || a.timesWeight - b.timesWeight

/** The stone that is held least. */
export const leastHeld = <T extends { readonly hold: Hold }>(each: readonly T[]): T =>
  each.reduce((a, b) => (lessHeld(a.hold, b.hold) <= 0 ? a : b))

/** A stone whose first check is known, to be checked thoroughly: without a name where it is the only one. */
export interface FirstHeld {
  readonly id?: string
  readonly hold: Hold
}

/** The stones that the thorough check is asked of: those that the first check finds held least, one of those that are held alike; none where it lets one out. */
export function stonesToCheck({ hold, each }: Pick<PlanHold, 'hold' | 'each'>): readonly FirstHeld[] {
  if (!hold.caught) return []
  if (!each) return [{ hold }]
  const unlike = each.filter((x, i) => each.findIndex((y) => heldAlike(x.hold, y.hold)) === i)
  const least = [...unlike].sort((a, b) => lessHeld(a.hold, b.hold)).slice(0, MOST_CHECKED)
  return unlike.filter((x) => least.includes(x))
}
/** Each takes seconds. */
const MOST_CHECKED = 3
const heldAlike = (a: Hold, b: Hold): boolean =>
  a.verdict === b.verdict && Math.abs(a.timesWeight / b.timesWeight - 1) < ALIKE
/** Stones whose first checks differ by no more than this share are held alike. */
const ALIKE = 0.01

/** Of stones that were checked thoroughly the one that is held least. */
export const leastThorough = <T extends { readonly thorough: Thorough }>(all: readonly T[]): T | undefined =>
  all.length === 0 ? undefined : all.reduce((a, b) => (lessHeld(a.thorough, b.thorough) <= 0 ? a : b))
