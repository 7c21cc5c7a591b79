import type { Quantity } from '../../working/index.js'
import { fixed } from '../shared/efforts.js'
import type { Step, Strand, Wirework } from './wirework.js'

/** A wire that is drawn taut as it goes is not marked beforehand. */
const isMarked = (s: Strand): boolean => !s.right.some((p) => p.kind === 'taut')

/** A step for all of some wires, under a name of its own where it is one. */
const forAll = (kind: 'cut' | 'mark', n: number, times?: Quantity, more: Partial<Step> = {}): Step => ({
  id: n === 1 ? `${kind}-one` : kind,
  kind,
  takes: { [kind]: times ?? fixed('wires', n) },
  values: { n },
  ...more,
})

/** The recipe's work between what every piece begins and ends with: all laid ready, straightened, cut and marked; trimmed. */
export function wholeWork(work: Wirework, margin: number): Wirework {
  const marked = work.strands.filter(isMarked).length
  return {
    ...work,
    steps: [
      { id: 'gather', kind: 'gather', wires: [] },
      { id: 'straighten', kind: 'straighten', wires: [] },
      ...(work.before ?? []),
      forAll('cut', work.strands.length, work.cuts, { final: true }),
      ...(marked > 0 ? [forAll('mark', marked, marked === work.strands.length ? work.cuts : undefined)] : []),
      ...work.steps,
      { id: 'trim', kind: 'trim', final: true, values: { margin } },
    ],
  }
}
