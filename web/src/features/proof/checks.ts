import type { PieceRow } from '@verger/contract'
import { family, sayWay, towardWay, type Plan, type Vec3 } from '@verger/core'

type SavedHold = NonNullable<PieceRow['plan']>['hold']

/** How to try the side that the plan expects to give first. */
const WEAKEST: Readonly<Record<string, string>> = {
  front:
    'The plan’s weakest way is forward: low over the cloth, push from behind with both thumbs. It stays.',
  back: 'The plan’s weakest way is backward: low over the cloth, push the face with a thumb. It stays.',
  up: 'The plan’s weakest way is toward the bail: hold the foot and push the stone up. It stays.',
  down: 'The plan’s weakest way is toward the foot: hang it and tug the stone down. It stays.',
  left: 'The plan’s weakest way is to the left: hold the frame and push the stone left. It stays.',
  right: 'The plan’s weakest way is to the right: hold the frame and push the stone right. It stays.',
}

/** Which way it leaves last, and how the thumbs try it. Plans saved before the arrow was kept know the side only. */
function sayWeakest(held: SavedHold): string {
  if (!held)
    return 'The plan’s weakest way is still being worked out: try every side with both thumbs. It stays.'
  const { arrow, weakest } = held
  if (!arrow) return WEAKEST[weakest ?? 'front'] ?? WEAKEST.front!
  const d = arrow as unknown as Vec3
  return `The plan’s weakest way is ${sayWay(d)}: low over the cloth, ${towardWay(d)}. It stays.`
}

/** What is tried at the proof, in its order and a maker's words: first the way that the plan expects to give. */
export function checksOf(plan: Plan, hold: SavedHold): { readonly id: string; readonly say: string }[] {
  const { text, checks } = family(plan.family)
  return [
    { id: 'weakest', say: sayWeakest(hold) },
    ...checks(plan.stone, plan.options).map((id) => ({ id, say: text.checks[id] ?? id })),
  ]
}
