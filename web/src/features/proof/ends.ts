import { family, wireEnds, type PieceEnd, type Plan } from '@verger/core'

const KEPT = {
  turns: 'beside the turns of the',
  wire: 'against a wire',
  curl: 'inside its own curl',
  stone: 'by the stone',
} as const

/** Where an end is and what keeps it down, in a maker's words. */
export function sayEnd(
  end: PieceEnd,
  { wires, joints }: ReturnType<typeof family>['text'],
): [string, string] {
  const side = end.side === 'left' ? 'left end' : 'right end'
  if (end.wound) return [`Wound wire of the ${joints[end.of] ?? end.of}, ${side}`, 'under its own turns']
  const name = `${wires[end.of] ?? end.of}, ${side}`
  if (end.by === undefined) return [name, 'kept down by nothing: turn it in, or tie it']
  return [name, end.by === 'turns' ? `${KEPT.turns} ${joints[end.joint!] ?? end.joint}` : KEPT[end.by]]
}

/** Every cut end of a plan, those that nothing keeps down first. */
export const endsOf = ({ design, stone }: Plan): PieceEnd[] =>
  [...wireEnds(design, stone)].sort((a, b) => Number(!!a.by) - Number(!!b.by))
