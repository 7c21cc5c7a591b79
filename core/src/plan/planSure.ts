import {
  borneWith,
  enoughFor,
  heldCarefully,
  releases,
  shareOf,
  sureOf,
  turned,
  type Careful,
  type Hold,
  type Releases,
  type Sure,
  type Turning,
} from '../hold/index.js'
import { lessHeld, planHold, type Plan, type PlanHold } from './plan.js'
import { askedFor, settingOfPlan, type HeldPlan } from './seated.js'

/** The parts of a thorough check in the order in which they are made: each takes up to a second, and may be left out when the plan has changed. */
export const SURE_PARTS = ['pushed', 'careful', 'turned'] as const
export type SurePart = (typeof SURE_PARTS)[number]

/** What the parts have found so far. */
export interface SureParts {
  readonly pushed?: Pick<Releases, 'weakest' | 'energy'>
  readonly careful?: Careful
  readonly turned?: { readonly turning: Turning; readonly caught: boolean }
}

/** One part of the thorough check of one of a plan's stones, whose first check is known: of the first where none is named. */
export function planSurePart(made: HeldPlan, hold: Hold, part: SurePart, id?: string): SureParts {
  const setting = settingOfPlan(made, id)
  switch (part) {
    case 'pushed': {
      const { weakest, energy } = releases(setting, hold)
      return { pushed: { weakest, energy } }
    }
    case 'careful':
      return { careful: heldCarefully(setting, askedFor(made, id)) }
    case 'turned':
      return { turned: turned(setting) }
    default: {
      const never: never = part
      throw new RangeError(`unknown part ${String(never)}`)
    }
  }
}

/** The thorough check from its parts; undefined until all are there. */
export function sureFrom(made: HeldPlan, hold: Hold, parts: SureParts, id?: string): Sure | undefined {
  const { pushed, careful, turned: by } = parts
  if (!pushed || !careful || !by) return undefined
  return sureOf({
    hold,
    pushed,
    careful,
    turning: by.turning,
    turnedCaught: by.caught,
    asked: askedFor(made, id),
  })
}

/** All parts at once, of one of a plan's stones. */
export function planSure(made: HeldPlan, hold: Hold, id?: string): Sure {
  const parts = SURE_PARTS.reduce<SureParts>((all, p) => ({ ...all, ...planSurePart(made, hold, p, id) }), {})
  return sureFrom(made, hold, parts, id)!
}

/** A stone whose first check is known, to be checked thoroughly: without a name where it is the only one. */
export interface FirstHeld {
  readonly id?: string
  readonly hold: Hold
}

/** The stones that the thorough check is asked of: one of those that are held alike, none where the first check lets one out. */
export function stonesToSure({ hold, each }: Pick<PlanHold, 'hold' | 'each'>): readonly FirstHeld[] {
  if (!hold.caught) return []
  if (!each) return [{ hold }]
  return each.filter((x, i) => each.findIndex((y) => heldAlike(x.hold, y.hold)) === i)
}
const heldAlike = (a: Hold, b: Hold): boolean =>
  a.verdict === b.verdict && Math.abs(a.timesWeight / b.timesWeight - 1) < ALIKE
/** Stones whose first checks differ by no more than this share are held alike. */
const ALIKE = 0.01

/** Of stones that were checked thoroughly the one that is held least. */
export const leastSure = <T extends { readonly sure: Sure }>(all: readonly T[]): T | undefined =>
  all.length === 0 ? undefined : all.reduce((a, b) => (lessHeld(a.sure, b.sure) <= 0 ? a : b))

/** The stone that is held least when all of it is asked: what is saved with a plan. */
export function planSureLeast(
  made: HeldPlan,
  held: Pick<PlanHold, 'hold' | 'each'>,
): { readonly hold: Hold; readonly sure: Sure | undefined } {
  const all = stonesToSure(held).map((x) => ({ ...x, sure: planSure(made, x.hold, x.id) }))
  return leastSure(all) ?? { hold: held.hold, sure: undefined }
}

/**
 * What a plan comes to when all of it is asked that decides: the first check alone says it where that does not even catch the stone, and what a
 * hand misses by changes nothing where the wires bear too little as planned.
 */
export function wholeHold(made: Plan): {
  readonly verdict: Sure['verdict']
  readonly times: number
  readonly share: number
} {
  const { hold } = planHold(made)
  if (!hold.caught) return { verdict: hold.verdict, times: hold.timesWeight, share: 0 }
  const { pushed } = planSurePart(made, hold, 'pushed')
  const enough = enoughFor(made.asked)
  const both =
    shareOf({ force: pushed!.weakest.force, energy: pushed!.energy }, enough) < 1
      ? { caught: false, force: 0, energy: 0, arrow: hold.arrow }
      : borneWith(settingOfPlan(made), 'both', made.asked)
  const sure = sureFrom(made, hold, {
    pushed,
    careful: { both },
    ...planSurePart(made, hold, 'turned'),
  })!
  return { verdict: sure.verdict, times: sure.timesWeight, share: shareBorne(made, sure) }
}

/** Share of what is asked that is borne: as planned, or where that is enough with what a hand misses by; 1 and more is sound. */
export function shareBorne(made: Plan, { force, energy, careful }: Sure): number {
  const enough = enoughFor(made.asked)
  const planned = shareOf({ force, energy }, enough)
  return planned < 1 ? planned : Math.min(planned, shareOf(careful.both, enough))
}

/** The same as far as the first check tells it: by forces, as planned. */
export const firstShare = (made: Plan, { force }: Hold): number => force / enoughFor(made.asked).force
