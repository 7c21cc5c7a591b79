import { laysIn } from '../../design/index.js'
import { alloy, type AlloyId } from '../../wire/index.js'
import type { Quantity } from '../../working/index.js'
import type { Surface } from '../family.js'
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

/** The choices of every family that the beginning and the end of the work hang on. */
interface Ending {
  readonly margin: number
  readonly alloy: AlloyId
  readonly surface: Surface
}

const darkening = (id: string, by: 'bath' | 'brush' = 'bath'): Step => ({
  id,
  kind: 'darken',
  final: true,
  values: { by },
})

/** The steps with the darkening before the first one at which a stone comes in. */
function darkenedFirst(steps: readonly Step[]): Step[] {
  const seat = steps.findIndex(laysIn)
  const at = seat < 0 ? steps.length : seat
  return [...steps.slice(0, at), darkening('darken-before'), ...steps.slice(at)]
}

/** What comes after the ends are trimmed: tool marks out, darkened where that is wished, polished. */
const finished = ({ alloy: metal, surface }: Ending): Step[] => [
  { id: alloy(metal).coreShows ? 'smooth-coated' : 'smooth', kind: 'smooth' },
  ...(surface === 'darkened after setting' ? [darkening('darken-after')] : []),
  ...(surface === 'darkening brushed on' ? [darkening('darken-brush', 'brush')] : []),
  { id: surface === 'left bright' ? 'polish' : 'polish-darkened', kind: 'polish' },
]

/**
 * The recipe's work between what every piece begins and ends with: all laid ready, straightened, cut and marked; trimmed, its tool marks taken out,
 * darkened or left bright, and polished.
 */
export function wholeWork(work: Wirework, ending: Ending): Wirework {
  const marked = work.strands.filter(isMarked).length
  return {
    ...work,
    steps: [
      { id: 'gather', kind: 'gather', wires: [] },
      { id: 'straighten', kind: 'straighten', wires: [] },
      ...(work.before ?? []),
      forAll('cut', work.strands.length, work.cuts, { final: true }),
      ...(marked > 0 ? [forAll('mark', marked, marked === work.strands.length ? work.cuts : undefined)] : []),
      ...(ending.surface === 'darkened before setting' ? darkenedFirst(work.steps) : work.steps),
      { id: 'trim', kind: 'trim', final: true, values: { margin: ending.margin } },
      ...finished(ending),
    ],
  }
}
