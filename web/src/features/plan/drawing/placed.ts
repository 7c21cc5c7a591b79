import { family, isAsked, notedIn, ofTheWhole, type Note, type Noted, type Plan } from '@verger/core'

/** A note that has a place on this piece. */
export interface Placed {
  readonly note: Note
  readonly index: number
  readonly noted: readonly Noted[]
}

/** The notes of a plan that have a place on it and something asked there. */
export function placedNotes({ family: id, design, stone, options }: Plan): Placed[] {
  const chosen = family(id)
  const asked = new Set(
    chosen
      .params(stone)
      .filter((p) => isAsked(p, options))
      .map((p) => p.id),
  )
  return chosen.notes.flatMap((note, index) => {
    const noted = notedIn(design, note)
    if (noted.length === 0 || !note.choices.some((c) => asked.has(c))) return []
    // only a ring has a finger to look along
    const seen = note.seen === 'end' && design.worn !== 'ring' ? 'back' : note.seen
    return [{ note: { ...note, seen }, index, noted }]
  })
}

/** In place of a note's number: what is chosen for the whole piece. */
export const WHOLE = -1

/** What is asked and stands at no place of the piece. */
export function wholeNote(plan: Plan): Note {
  const { params, notes } = family(plan.family)
  const asked = params(plan.stone).filter((p) => isAsked(p, plan.options))
  const there = notes.filter((n) => notedIn(plan.design, n).length > 0)
  const whole = ofTheWhole(there, asked).map((p) => p.id)
  // the metal is told first
  const first = ['alloy', 'temper'].filter((id) => whole.includes(id))
  return { seen: 'front', choices: [...first, ...whole.filter((id) => !first.includes(id))] }
}
