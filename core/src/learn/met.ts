import type { Design, OperationKind } from '../design/index.js'
import { stepCount } from '../guide/index.js'
import { packedAt, type Packed } from './packing.js'

/** A length that was met at a step: by the kind of its work, what was planned and what it came to, mm; and how tight the turns lie that were counted there. */
export interface Met {
  readonly kind: OperationKind
  readonly planned: number
  readonly met: number
  readonly packed?: Packed
}

/**
 * What the lengths that were measured at the bench came to: binds by how tight they pack, loops and bails by how far the wire springs back from its mandrel, bends by how
 * far they reach.
 * @param told lengths that were measured, mm, and turns or repeats that were counted, by step
 * @param planned the planned length of a step, mm; undefined where nothing is planned there
 * @example metAt(design, { measured: { 'bind-foot': 10.4 }, turns: {} }, () => 10) // [{ kind: 'bind', planned: 10, met: 10.4 }]
 */
export const metAt = (
  design: Pick<Design, 'joints' | 'operations'>,
  told: Readonly<Record<'measured' | 'turns', Readonly<Record<string, number>>>>,
  planned: (step: string) => number | undefined,
): Met[] =>
  design.operations.flatMap((op) => {
    const [met, length] = [told.measured[op.id], planned(op.id)]
    if (met === undefined || length === undefined || met <= 0 || length <= 0) return []
    const packed = packedAt(design, { count: stepCount(design, op) }, told.turns[op.id] ?? 0, met)
    return [{ kind: op.kind, planned: length, met, ...(packed ? { packed } : {}) }]
  })
