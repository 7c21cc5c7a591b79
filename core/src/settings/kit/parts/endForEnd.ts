import { ALONE, END_FOR_END, type SeatedStone } from '../../../design/index.js'
import { crossExtent, taperOf, type CrossExtent, type FullStone } from '../../../stone/index.js'
import type { FamilyText } from '../../family.js'
import { oneOf } from '../choices.js'
import type { Given } from '../recipe.js'

/** The choice of hanging a stone by its other end: turned half round in the plane of its face. */
export const hungChoice = { hung: oneOf('worn', ['top up', 'top down'], { before: 'top up' }) }

const text: Partial<FamilyText> = { params: { hung: 'Hung' } }

/** What a recipe names to have stones hung by either end. */
export const endForEndPart = { text }

type K = Given<typeof hungChoice>
const isTurned = ({ o }: K): boolean => o.hung === 'top down'

/** How the stone lies. */
export const seatOf = (k: K): SeatedStone => (isTurned(k) ? END_FOR_END : ALONE)[0]!

/** How far the stone reaches from the middle at a height of the piece, mm; undefined where there is none. */
export function extentAt(k: K, y: number): CrossExtent | undefined {
  const found = crossExtent(k.stone, isTurned(k) ? -y : y)
  return found && isTurned(k) ? { ...found, left: -found.right, right: -found.left } : found
}

/** How much narrower it becomes a millimetre up and down from its widest place, as it hangs. */
export function taperHung(k: K): ReturnType<typeof taperOf> {
  const { up, down } = taperOf(k.stone)
  return isTurned(k) ? { up: down, down: up } : { up, down }
}

/** Height of the shaft of a long stone that is laced: of a crystal up to its shoulder. */
export const shaftOf = ({ kind, shoulder, length }: FullStone): number =>
  kind === 'crystal' ? shoulder : length

/** y of the shaft's lower and upper end in the piece: a point lies beyond one of them. */
export function shaftEnds(k: K): readonly [low: number, high: number] {
  const [half, shaft] = [k.stone.length / 2, shaftOf(k.stone)]
  return isTurned(k) ? [half - shaft, half] : [-half, shaft - half]
}
