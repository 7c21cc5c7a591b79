import { groupStones, type Stone } from '../stone/index.js'
import type { Design, SeatedStone } from './design.js'

/** A stone of a piece: which it is, and how it lies. */
export interface Seated {
  readonly id: string
  readonly stone: Stone
  readonly seat: SeatedStone
}

/** The stones of a piece in the order of its design. @throws RangeError where the design seats a stone that the group has not */
export const seatedStones = ({ design, stone }: { design: Pick<Design, 'stones'>; stone: Stone }): Seated[] =>
  design.stones.map((seat) => {
    // the first is the one that was measured
    const own = seat.of === 0 ? stone : groupStones(stone)[seat.of]
    if (!own) throw new RangeError(`there is no stone ${seat.of} in the group`)
    return { id: seat.id, stone: own, seat }
  })
