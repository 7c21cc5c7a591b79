import { remember } from '../geom/index.js'
import { groupStones, type Stone } from '../stone/index.js'
import type { Design, SeatedStone } from './design.js'

/** A stone of a piece: which it is, and how it lies. */
export interface Seated {
  readonly id: string
  readonly stone: Stone
  readonly seat: SeatedStone
}

const groups = remember<Stone, Stone[]>(4)
const groupOf = (stone: Stone): Stone[] => groups(stone, () => groupStones(stone))

/** The stones of a piece in the order of its design. @throws RangeError where the design seats a stone that the group has not */
export const seatedStones = ({ design, stone }: { design: Pick<Design, 'stones'>; stone: Stone }): Seated[] =>
  design.stones.map((seat) => {
    // the first of a pair is the one that was measured; of a row it may be any
    const own = seat.of === 0 && stone.group?.kind !== 'row' ? stone : groupOf(stone)[seat.of]
    if (!own) throw new RangeError(`there is no stone ${seat.of} in the group`)
    return { id: seat.id, stone: own, seat }
  })
