import type { Design } from '../design/index.js'
import { turnsCounted, type Step } from '../guide/index.js'
import { HAND_PACKING } from '../weave/index.js'
import { paceOf } from './pace.js'

export const PACKED = ['bind', 'weave'] as const

/** How tight turns lie that were counted and measured: the advance of one turn over the binder's thickness. */
export interface Packed {
  readonly kind: (typeof PACKED)[number]
  readonly packing: number
}

/** A rule reads to a tenth of a millimetre: turns that fill less than this, mm, say little. */
const LEAST = 3
/** Turns that would lie in each other, or wider apart than any close binding, were not all counted. */
const [TIGHTEST, LOOSEST] = [0.9, 1.5]

/**
 * What is wound close at a step: `wide` is the thickness of the binder, mm, in all turns that one count stands for (a turn of a binding, a repeat of a weave). Undefined where
 * nothing is, or on a curve: there turns crowd inside and spread outside.
 * @example closeTurns(design, { count: stepCount(design, design.operations.find((o) => o.id === 'bind-foot')!) })?.kind // 'bind'
 */
export function closeTurns(
  { joints }: Pick<Design, 'joints'>,
  { count }: Pick<Step, 'count'>,
): { readonly kind: Packed['kind']; readonly wide: number } | undefined {
  const joint = joints.find((j) => j.id === count?.joints[0])
  if (!joint || !count || count.of === 'places' || joint.woven?.runs) return undefined
  if (joint.kind !== 'bind' && joint.kind !== 'weave') return undefined
  return { kind: joint.kind, wide: turnsCounted({ joints }, count, 1)[joint.id]! * joint.binder.size.mm }
}

/**
 * How tight the turns of a step came to lie: `length` in mm was measured over what was counted there. Undefined where no close turns are wound, or too few, or they were
 * not all counted.
 * @example packedAt(design, { count: stepCount(design, design.operations.find((o) => o.id === 'bind-foot')!) }, 20, 0.5) // undefined
 */
export function packedAt(
  design: Pick<Design, 'joints'>,
  step: Pick<Step, 'count'>,
  counted: number,
  length: number,
): Packed | undefined {
  const close = closeTurns(design, step)
  if (!close || counted * close.wide < LEAST) return undefined
  const packing = length / (counted * close.wide)
  return packing >= TIGHTEST && packing <= LOOSEST ? { kind: close.kind, packing } : undefined
}

/**
 * One's own packing, and of how many measured lengths it was learned: `HAND_PACKING` while there are none.
 * @example packingLearned('bind', []).packing // 1.03
 */
export function packingLearned(
  kind: Packed['kind'],
  packed: readonly Packed[],
): { readonly packing: number; readonly from: number } {
  const { times, from } = paceOf(
    kind,
    packed.map((p) => ({ kind: p.kind, reckoned: HAND_PACKING, took: p.packing })),
  )
  return { packing: HAND_PACKING * times, from }
}
