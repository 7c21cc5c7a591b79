import {
  missesOn,
  borneWith,
  enoughFor,
  heldCarefully,
  releases,
  shareOf,
  thoroughOf,
  turned,
  type Careful,
  type Hold,
  type Releases,
  type Thorough,
  type Turning,
} from '../hold/index.js'
import { planHold, type Plan, type PlanHold } from './plan.js'
import { leastThorough, stonesToCheck } from './leastHeld.js'
import { askedFor, settingOfPlan, type HeldPlan } from './seated.js'

/** The parts of a thorough check in the order in which they are made: each takes up to a second, and may be left out when the plan has changed. */
export const THOROUGH_PARTS = ['pushed', 'careful', 'turned'] as const
export type ThoroughPart = (typeof THOROUGH_PARTS)[number]

/** What the parts have found so far. */
export interface ThoroughParts {
  readonly pushed?: Pick<Releases, 'weakest' | 'energy'>
  readonly careful?: Careful
  readonly turned?: { readonly turning: Turning; readonly caught: boolean }
}

/** One part of the thorough check of one of a plan's stones, whose first check is known: of the chief one where none is named. */
export function planThoroughPart(made: HeldPlan, hold: Hold, part: ThoroughPart, id?: string): ThoroughParts {
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
export function thoroughFrom(
  made: HeldPlan,
  hold: Hold,
  parts: ThoroughParts,
  id?: string,
): Thorough | undefined {
  const { pushed, careful, turned: by } = parts
  if (!pushed || !careful || !by) return undefined
  return thoroughOf({
    hold,
    pushed,
    careful,
    turning: by.turning,
    turnedCaught: by.caught,
    asked: askedFor(made, id),
  })
}

/** All parts at once, of one of a plan's stones. */
export function planThorough(made: HeldPlan, hold: Hold, id?: string): Thorough {
  const parts = THOROUGH_PARTS.reduce<ThoroughParts>(
    (all, p) => ({ ...all, ...planThoroughPart(made, hold, p, id) }),
    {},
  )
  return thoroughFrom(made, hold, parts, id)!
}

/** The stone that is held least when all of it is asked, and its name where there are several: what is saved with a plan. */
export function planThoroughLeast(
  made: HeldPlan,
  held: Pick<PlanHold, 'hold' | 'each'>,
): { readonly hold: Hold; readonly thorough: Thorough | undefined; readonly id?: string } {
  const all = stonesToCheck(held).map((x) => ({ ...x, thorough: planThorough(made, x.hold, x.id) }))
  return leastThorough(all) ?? { hold: held.hold, thorough: undefined }
}

/**
 * What a plan comes to when all of it is asked that decides: the first check alone says it where that does not even catch the stone, and what a
 * hand misses by changes nothing where the wires bear too little as planned.
 */
export function wholeHold(made: Plan): {
  readonly verdict: Thorough['verdict']
  readonly times: number
  readonly share: number
} {
  const { hold, least: id } = planHold(made)
  if (!hold.caught) return { verdict: hold.verdict, times: hold.timesWeight, share: 0 }
  const { pushed } = planThoroughPart(made, hold, 'pushed', id)
  const asked = askedFor(made, id)
  const enough = enoughFor(asked)
  const both =
    shareOf({ force: pushed!.weakest.force, energy: pushed!.energy }, enough) < 1
      ? { caught: false, force: 0, energy: 0, arrow: hold.arrow }
      : borneWith(settingOfPlan(made, id), 'both', asked)
  const parts = {
    pushed,
    careful: { misses: missesOn(settingOfPlan(made, id).held), both },
    ...planThoroughPart(made, hold, 'turned', id),
  }
  const thorough = thoroughFrom(made, hold, parts, id)!
  return { verdict: thorough.verdict, times: thorough.timesWeight, share: shareBorne(made, thorough) }
}

/** Share of what is asked that is borne: as planned, or where that is enough with what a hand misses by; 1 and more is sound. */
export function shareBorne(made: Plan, { force, energy, careful }: Thorough): number {
  const enough = enoughFor(made.asked)
  const planned = shareOf({ force, energy }, enough)
  return planned < 1 ? planned : Math.min(planned, shareOf(careful.both, enough))
}

/** The same as far as the first check tells it: by forces, as planned. */
export const firstShare = (made: Plan, { force }: Hold): number => force / enoughFor(made.asked).force
