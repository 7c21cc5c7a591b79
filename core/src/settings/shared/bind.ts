import type { Joint, Member } from '../../design/index.js'
import { mm } from '../../units/index.js'
import { section, alloy as alloyOf, type Stock } from '../../wire/index.js'
import { turnsFor } from '../../weave/index.js'

/** Height a binder adds to what it is wound on: half-round lies flat side in. */
export const binderHeight = (binder: Stock): number => section(binder.profile, binder.size.mm).height

/**
 * A bind of packed turns over a length. Three or more tight turns clamp, fewer pin. Slip is estimated as turns ×
 * the binder's yield pull × 0.15 (friction of one tight turn; an estimate).
 */
export function bind(spec: {
  readonly id: string
  readonly members: readonly Member[]
  readonly binder: Stock
  readonly columns: number
  readonly rows: number
  readonly length: number
}): Joint {
  const turns = turnsFor(mm(spec.length), spec.binder.size.mm)
  const low = alloyOf(spec.binder.alloy).yield[spec.binder.temper][0]
  const pull = section(spec.binder.profile, spec.binder.size.mm).area * low
  return { ...spec, kind: 'bind', turns, hold: turns >= 3 ? 'clamp' : 'pin', slip: 0.15 * turns * pull }
}
