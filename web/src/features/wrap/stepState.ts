import {
  accentsOn,
  perform,
  replay,
  wireStates,
  type Accent,
  type Design,
  type Operation,
  type WireState,
} from '@verger/core'
import { workedAt, type Worked } from './closeUp.js'

/** A piece while one of its operations is done. */
export interface StepState {
  readonly wires: readonly WireState[]
  /** What is worked now, and the wires as they were before. */
  readonly worked: Worked
  readonly were: readonly WireState[]
  /** Beads and balls that are on. */
  readonly accents: readonly Accent['id'][]
  /** Joints that were bound before. */
  readonly bound: readonly string[]
  /** It is in, or drawn faintly where wire is bent round it before. */
  readonly stone: 'in' | 'out' | 'ghost'
  /** Of several stones those that are in. */
  readonly stones?: readonly string[]
}

/** What is bent round the stone's shape before the stone is in. */
const ROUND_IT: readonly Operation['kind'][] = ['shape', 'try', 'shoulder', 'bend']

/**
 * The piece at the operation of that number: bent as far as it then is, bound as far as it was before. Of like places that are worked at it,
 * those that were counted and the one in hand have their form.
 */
export function stepState(design: Design, at: number, counted = Infinity): StepState {
  const op = design.operations[at]!
  const before = replay(
    design,
    design.operations.slice(0, at).map((o) => o.id),
  )
  const after = perform(before, op, counted + 1)
  const isIn = before.stone === 'in' || after.stone === 'in'
  const wires = wireStates(design, after, op)
  const were = wireStates(design, before, op)
  return {
    wires,
    were,
    worked: workedAt(design, op, were, wires),
    accents: accentsOn(design, after),
    bound: before.joints,
    stone: isIn ? 'in' : ROUND_IT.includes(op.kind) ? 'ghost' : 'out',
    ...(after.stones ? { stones: after.stones } : {}),
  }
}
