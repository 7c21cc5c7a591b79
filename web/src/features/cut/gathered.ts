import type { Settings } from '@verger/contract'
import { gatherList, type Gathered, type Plan } from '@verger/core'
import { shapeName, sizeName } from '../../app/stoneWords.js'
import { sayLength } from '../../app/workshop.js'

/** Everything to lay ready for a plan, in the workshop's words: on the screen and on paper alike. */
export const gathered = (plan: Plan, settings: Pick<Settings, 'units'>): readonly Gathered[] =>
  gatherList(plan, {
    stone: `${plan.stone.mineral}, ${shapeName(plan.stone)}, ${sizeName(plan.stone)}`,
    units: settings.units,
    // rods are told to a tenth, wires to what a rule shows
    length: (v) => sayLength(v, settings, v < 20 ? 1 : 0),
  })
