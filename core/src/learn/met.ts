import type { OperationKind } from '../design/index.js'

/** A length that was met at a step: by the kind of its work, what was planned and what it came to, mm. */
export interface Met {
  readonly kind: OperationKind
  readonly planned: number
  readonly met: number
}

/**
 * What the lengths that were measured at the bench came to: binds by how tight they pack, loops and bails by how far the wire springs back from its mandrel, bends by how
 * far they reach.
 * @param planned the planned length of a step, mm; undefined where nothing is planned there
 * @example metAt([{ id: 'bind-foot', kind: 'bind' }], { 'bind-foot': 10.4 }, () => 10) // [{ kind: 'bind', planned: 10, met: 10.4 }]
 */
export const metAt = (
  steps: readonly { readonly id: string; readonly kind: OperationKind }[],
  measured: Readonly<Record<string, number>>,
  planned: (step: string) => number | undefined,
): Met[] =>
  steps.flatMap(({ id, kind }) => {
    const [met, length] = [measured[id], planned(id)]
    return met !== undefined && length !== undefined && met > 0 && length > 0
      ? [{ kind, planned: length, met }]
      : []
  })
