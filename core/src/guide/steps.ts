import { jointOf, type Design, type Joint, type Operation } from '../design/index.js'
import { fill, inUnits } from '../finding/index.js'

/** Words of a step before its numbers are filled in. */
export interface StepTemplate {
  readonly title: string
  readonly say: string
  readonly look?: string
  readonly caution?: string
}

/** One step of the work, in words with this piece's numbers, and what it counts. */
export interface Step {
  readonly id: string
  readonly kind: Operation['kind']
  readonly title: string
  readonly say: string
  readonly look?: string
  readonly caution?: string
  /** What is counted: the turns or knots of one joint, the repeats of a weave, or several like places. Turns that are not exact stand beside a length that is aimed at. */
  readonly count?: {
    readonly of: 'turns' | 'knots' | 'repeats' | 'places'
    /** The joint that is wound or woven, or those that are made place by place. */
    readonly joints: readonly string[]
    readonly target: number
    readonly exact: boolean
  }
  readonly final: boolean
  readonly minutes: number
}

/** Face that one looks at: the piece may be turned over, and left and right with it. */
export type Seen = 'front' | 'back'

/** Face that an operation is seen from unless the maker turns the piece over. */
export const seenFrom = (op: Operation): Seen =>
  op.kind === 'roll' || (op.kind === 'bend' && op.values.face === 'back') ? 'back' : 'front'

const OTHER: Readonly<Record<string, string>> = { left: 'right', right: 'left' }

/** An operation's values as they are seen: from behind, 4 o'clock is at 8 and left is right. */
function valuesSeen(op: Operation, seen: Seen): Readonly<Record<string, number | string>> {
  if (seen === 'front') return op.values
  return Object.fromEntries(
    Object.entries(op.values).map(([k, v]) => [
      k,
      k === 'hour' && typeof v === 'number' ? (v % 12 === 0 ? 12 : 12 - (v % 12)) : (OTHER[v] ?? v),
    ]),
  )
}

/** Words by exact id, else by kind and face, else by kind: so that a moved bend needs no new words. */
function wordsFor(op: Operation, words: Readonly<Record<string, StepTemplate>>, seen: Seen): StepTemplate {
  const side = String(op.values.side ?? '')
  const id = seen === 'back' && side in OTHER ? op.id.replace(side, OTHER[side]!) : op.id
  const found = words[id] ?? words[`${op.kind}-${String(op.values.face ?? '')}`] ?? words[op.kind]
  if (!found) throw new RangeError(`no words for step "${op.id}" (${op.kind})`)
  return found
}

/** Up to so many turns a hand counts them rather than laying a rule beside them. */
const FEW_TURNS = 8

/** What is counted at a joint: a weave's repeats; the turns themselves where they are few, make a pattern or must match another side; else about so many. */
function turnsOf({ id, kind, turns, counted, woven }: Joint): NonNullable<Step['count']> {
  if (woven) return { of: 'repeats', joints: [id], target: woven.repeats, exact: true }
  if (kind === 'knot') return { of: 'knots', joints: [id], target: turns, exact: true }
  return { of: 'turns', joints: [id], target: turns, exact: turns <= FEW_TURNS || counted !== undefined }
}

/** What a step counts, if anything. */
export function stepCount(design: Pick<Design, 'joints'>, { joint, places }: Operation): Step['count'] {
  if (places) return { of: 'places', joints: places.map((p) => p.joint), target: places.length, exact: true }
  return joint === undefined ? undefined : turnsOf(jointOf(design, joint))
}

/** Turns that each joint of a step has when so many were counted: a repeat has its rows, a place that was counted all of its turns. */
export function turnsCounted(
  design: Pick<Design, 'joints'>,
  { of, joints }: NonNullable<Step['count']>,
  counted: number,
): Record<string, number> {
  const turns = (id: string, i: number): number => {
    if (of === 'places') return i < counted ? Infinity : 0
    return of === 'repeats' ? counted * jointOf(design, id).woven!.rows : counted
  }
  return Object.fromEntries(joints.map((id, i) => [id, turns(id, i)]))
}

/** One operation as a step, in words for the face that is looked at. @throws RangeError when words are missing */
export function stepOf(
  design: Design,
  op: Operation,
  words: Readonly<Record<string, StepTemplate>>,
  seen: Seen = seenFrom(op),
  units: 'mm' | 'in' = 'mm',
): Step {
  const w = wordsFor(op, words, seen)
  const values = valuesSeen(op, seen)
  const count = stepCount(design, op)
  const text = (t: string) => fill(inUnits(t, values, units), values)
  return {
    id: op.id,
    kind: op.kind,
    title: text(w.title),
    say: text(w.say),
    ...(w.look === undefined ? {} : { look: text(w.look) }),
    ...(w.caution === undefined ? {} : { caution: text(w.caution) }),
    ...(count ? { count } : {}),
    final: op.final === true,
    minutes: op.minutes,
  }
}

/** The steps of a design in order. @throws RangeError when words are missing */
export const stepsOf = (
  design: Design,
  words: Readonly<Record<string, StepTemplate>>,
  units: 'mm' | 'in' = 'mm',
): Step[] => design.operations.map((op) => stepOf(design, op, words, seenFrom(op), units))

/** Temporary holds that are still on after these operations, with the operation that takes each off. */
export function holdsOn(
  design: Design,
  done: readonly string[],
): { readonly hold: string; readonly off: string | undefined }[] {
  const on = design.operations.flatMap((op) =>
    op.hold?.on !== undefined && done.includes(op.id) ? [op.hold.on] : [],
  )
  return on.flatMap((hold) => {
    const off = design.operations.find((op) => op.hold?.off === hold)
    return off && done.includes(off.id) ? [] : [{ hold, off: off?.id }]
  })
}

/**
 * Do the wires still lie straight side by side at this step: nothing has been formed by it.
 * @example liesFlat(design, 0) // true
 */
export const liesFlat = (design: Design, at: number): boolean =>
  !design.operations.slice(0, at + 1).some((o) => o.forms.length > 0)
