import { outlinePerimeter, outlineOf, type FullStone } from '../../stone/index.js'
import { count, gauge, length, nearestSize, proposed } from '../kit/index.js'
import { bailChoices, bailWays } from '../kit/parts/rolledBail.js'

const WIRE = [0.4, 1.1] as const
const FINE = [0.2, 0.42] as const
/** Loops of one face stand side by side about so many thicknesses of their wire apart. */
const APART = 7

/** An even number of loops that a stone's edge takes. */
const loopsFor = (stone: FullStone, thick: number): number =>
  2 * Math.max(6, Math.round(outlinePerimeter(outlineOf(stone)) / (APART * thick)))

/** Choices of a ring of loops. Lengths in mm. */
export const choices = {
  ...bailChoices('size'),
  ...bailWays(undefined, ['bound', 'folded tails']),
  loops: count('hold', 'loops', [12, 96], {
    start: ({ stone, mm }) => Math.min(96, loopsFor(stone, mm('size'))),
  }),
  over: length('hold', [0.5, 8], {
    start: ({ small }) => Math.max(1.6, 0.13 * small),
    search: { share: [0.08, 0.22], atLeast: 1.2, tries: [0.13, 0.17, 0.1] },
    mend: { move: 'longer-loops', by: [0.3, 0.6] },
  }),
  links: count('hold', 'turns', [1, 6], { start: 3, detail: true }),
  size: gauge('wire', 'round', WIRE, {
    start: '22 AWG',
    usual: [0.5, 0.82],
    takes: 300,
    search: {
      among: ({ small, wish }) => proposed([0.5, Math.max(0.66, Math.min(0.95, small / 22))], wish.kept),
    },
  }),
  // drawn tight by hand
  link: gauge('wire', 'round', FINE, {
    temper: 'dead soft',
    usual: [0.25, 0.33],
    start: () => nearestSize(0.32, [0.25, 0.33]),
  }),
}
