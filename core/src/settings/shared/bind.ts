import type { Joint, Member } from '../../design/index.js'
import { mm } from '../../units/index.js'
import { section, alloy as alloyOf, type Stock } from '../../wire/index.js'
import { turnsFor } from '../../weave/index.js'

/** Height a binder adds to what it is wound on: half-round lies flat side in. */
export const binderHeight = (binder: Stock): number => section(binder.profile, binder.size.mm).height

/** Share of the wound wire's yield pull that one tight turn's friction bears: an estimate. */
const GRIP = 0.15

/** Pull at which so many turns of a wire slip along what they are wound on, N: an estimate, turns × its yield pull × 0.15. */
export function slipOf({ profile, size, alloy, temper }: Stock, turns: number): number {
  return GRIP * turns * section(profile, size.mm).area * alloyOf(alloy).yield[temper][0]
}

/** A bind of packed turns over a length. Three or more tight turns clamp, fewer pin. */
export function bind(spec: {
  readonly id: string
  readonly members: readonly Member[]
  readonly binder: Stock
  readonly columns: number
  readonly rows: number
  readonly length: number
}): Joint {
  const turns = turnsFor(mm(spec.length), spec.binder.size.mm)
  return {
    ...spec,
    kind: 'bind',
    turns,
    hold: turns >= 3 ? 'clamp' : 'pin',
    slip: slipOf(spec.binder, turns),
  }
}
