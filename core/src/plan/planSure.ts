import {
  borneWith,
  enoughFor,
  heldCarefully,
  heldStone,
  releases,
  settingOf,
  shareOf,
  sureOf,
  turned,
  type Careful,
  type Hold,
  type Releases,
  type Setting,
  type Sure,
  type Turning,
} from '../hold/index.js'
import { fullStone } from '../stone/index.js'
import { planHold, type Plan } from './plan.js'

/** A plan's wires and stone, made ready for the holding check. */
export function settingOfPlan(made: Pick<Plan, 'stone' | 'design'>): Setting {
  return settingOf(made.design, heldStone(fullStone(made.stone)))
}

/** The parts of a thorough check in the order in which they are made: each takes up to a second, and may be left out when the plan has changed. */
export const SURE_PARTS = ['pushed', 'careful', 'turned'] as const
export type SurePart = (typeof SURE_PARTS)[number]

/** What the parts have found so far. */
export interface SureParts {
  readonly pushed?: Pick<Releases, 'weakest' | 'energy'>
  readonly careful?: Careful
  readonly turned?: { readonly turning: Turning; readonly caught: boolean }
}

/** One part of the thorough check of a plan whose first check is known. */
export function planSurePart(made: Plan, hold: Hold, part: SurePart): SureParts {
  const setting = settingOfPlan(made)
  switch (part) {
    case 'pushed': {
      const { weakest, energy } = releases(setting, hold)
      return { pushed: { weakest, energy } }
    }
    case 'careful':
      return { careful: heldCarefully(setting, made.asked) }
    case 'turned':
      return { turned: turned(setting) }
    default: {
      const never: never = part
      throw new RangeError(`unknown part ${String(never)}`)
    }
  }
}

/** The thorough check from its parts; undefined until all are there. */
export function sureFrom(made: Plan, hold: Hold, parts: SureParts): Sure | undefined {
  const { pushed, careful, turned: by } = parts
  if (!pushed || !careful || !by) return undefined
  return sureOf({
    hold,
    pushed,
    careful,
    turning: by.turning,
    turnedCaught: by.caught,
    asked: made.asked,
  })
}

/** All parts at once: what is saved with a plan. */
export function planSure(made: Plan, hold: Hold): Sure {
  const parts = SURE_PARTS.reduce<SureParts>((all, p) => ({ ...all, ...planSurePart(made, hold, p) }), {})
  return sureFrom(made, hold, parts)!
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
