import {
  heldShort,
  heldStone,
  releases,
  settingOf,
  sureOf,
  turned,
  type Hold,
  type Release,
  type Setting,
  type Sure,
  type Turning,
} from '../hold/index.js'
import { fullStone } from '../stone/index.js'
import { NEWTON_PER_GRAM } from '../units/index.js'
import { numberOf } from '../working/index.js'
import { planHold, type Plan } from './plan.js'

/** A plan's wires and stone, made ready for the holding check. */
export function settingOfPlan(made: Pick<Plan, 'stone' | 'design'>): Setting {
  return settingOf(made.design, heldStone(fullStone(made.stone)))
}

/** The parts of a thorough check in the order in which they are made: each takes up to a second, and may be left out when the plan has changed. */
export const SURE_PARTS = ['release', 'short', 'turned'] as const
export type SurePart = (typeof SURE_PARTS)[number]

/** What the parts have found so far. */
export interface SureParts {
  readonly release?: Release
  readonly short?: Sure['short']
  readonly turned?: { readonly turning: Turning; readonly caught: boolean }
}

/** One part of the thorough check of a plan whose first check is known. */
export function planSurePart(made: Plan, hold: Hold, part: SurePart): SureParts {
  const setting = settingOfPlan(made)
  switch (part) {
    case 'release':
      return { release: releases(setting, hold).weakest }
    case 'short':
      return {
        short: heldShort(made.design, setting, numberOf(made.measures.mass)),
      }
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
  const { release, short, turned: by } = parts
  if (!release || !short || !by) return undefined
  return sureOf({
    hold,
    weakest: release,
    short,
    turning: by.turning,
    turnedCaught: by.caught,
    mass: numberOf(made.measures.mass),
    demands: made.demands,
  })
}

/** All parts at once: what is saved with a plan. */
export function planSure(made: Plan, hold: Hold): Sure {
  const parts = SURE_PARTS.reduce<SureParts>((all, p) => ({ ...all, ...planSurePart(made, hold, p) }), {})
  return sureFrom(made, hold, parts)!
}

/**
 * What a plan comes to when all of it is asked that decides: the first check alone says it where that does not even catch the stone, and bends
 * that are short change nothing where a knock is not borne as planned.
 */
export function wholeHold(made: Plan): { readonly verdict: Sure['verdict']; readonly times: number } {
  const { hold } = planHold(made)
  if (!hold.caught) return { verdict: hold.verdict, times: hold.timesWeight }
  const pushed = planSurePart(made, hold, 'release')
  const knocked = made.demands.knocked * numberOf(made.measures.mass) * NEWTON_PER_GRAM
  const short =
    pushed.release!.force < knocked
      ? { short: { caught: false, force: 0, arrow: hold.arrow } }
      : planSurePart(made, hold, 'short')
  const { verdict, timesWeight } = sureFrom(made, hold, {
    ...pushed,
    ...short,
    ...planSurePart(made, hold, 'turned'),
  })!
  return { verdict, times: timesWeight }
}
