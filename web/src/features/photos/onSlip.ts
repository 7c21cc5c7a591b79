import type { PiecePhoto } from '@verger/contract'

/** Photographs beside each other on the slip of a piece. */
const ON_SLIP = 3

/** What a photograph shows. */
export const photoSaid = ({ id }: PiecePhoto): string =>
  id === 'front' ? 'Front' : id === 'back' ? 'Back' : 'At work'

/** Those that stand on the slip: front and back, and the first at work while there is room. */
export function onSlip(photos: readonly PiecePhoto[]): readonly PiecePhoto[] {
  const sides = ['front', 'back'].flatMap((side) => photos.filter((p) => p.id === side))
  return [...sides, ...photos.filter((p) => !sides.includes(p))].slice(0, ON_SLIP)
}
