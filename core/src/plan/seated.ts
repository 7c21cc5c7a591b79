import { seatedStones, type Design, type Seated } from '../design/index.js'
import {
  askedOf,
  chiefOf,
  heldAmong,
  settingOf,
  underFingertip,
  type Asked,
  type Setting,
} from '../hold/index.js'
import { stoneMeasures } from '../stone/index.js'
import { numberOf } from '../working/index.js'
import type { Plan } from './plan.js'

interface Planned extends Pick<Plan, 'stone'> {
  readonly design: Design
}

/** One of a piece's stones by its name; the chief one where none is named. @throws RangeError when there is none */
export function seatedStone(made: Planned, id?: string): Seated {
  const all = seatedStones(made)
  const found = id === undefined ? chiefOf(made) : all.find((s) => s.id === id)
  if (!found) throw new RangeError(`the piece has no stone "${id ?? ''}"`)
  return found
}

/** What of a plan its holding is checked by. */
export type HeldPlan = Planned & Pick<Plan, 'demands' | 'asked'>

/** What is asked of the wires for one of a piece's stones: by its own weight. */
export function askedFor(made: HeldPlan, id?: string): Asked {
  const { stone, seat } = seatedStone(made, id)
  if (stone === made.stone) return made.asked
  const { stones, worn } = made.design
  const mass = numberOf(stoneMeasures(stone).mass)
  return askedOf(made.demands, mass, worn, underFingertip(stones, seat.id))
}

/** A plan's wires and one of its stones, made ready for the holding check: the chief one where none is named. */
export function settingOfPlan(made: Planned, id?: string): Setting {
  return settingOf(made.design, heldAmong(made, id))
}
