import type { FullStone } from '../../stone/index.js'
import { gauge, length, nearestSize, oneOf, proposed } from '../kit/index.js'
import { bailChoices, bailWays } from '../kit/parts/rolledBail.js'
import { fingerChoice } from '../kit/parts/shank.js'

/** How far seat and claws may reach in: a quarter of the smaller side. */
const reach = ({ length, width }: FullStone): number =>
  Math.max(0.4, Math.floor(Math.min(length, width) * 2.5) / 10)

/** Thicknesses that are offered for seat and claws, and for ties, mm. */
const WIRES = [0.4, 1.7] as const
const TIES = [0.2, 0.85] as const
/** Stones up to this are small, mm. */
const SMALL = 12
const smaller = ({ length, width }: FullStone): number => Math.min(length, width)
const TIED = [0.51, 0.65] as const
const RING = ['mount', 'ring'] as const
const PENDANT = ['mount', 'pendant'] as const

/** Choices of corner claws. Lengths in mm. */
export const choices = {
  mount: oneOf('worn', ['pendant', 'ring'], { start: ({ wish }) => wish.worn ?? 'pendant' }),
  ring: fingerChoice(RING, 'shape-shank'),
  clear: length('worn', [0, 4], { start: 0.5, when: RING }),
  ...bailChoices('size', PENDANT),
  ...bailWays(PENDANT, ['bound', 'folded tails']),
  seat: length('hold', (s) => [0.1, reach(s)], {
    start: 1,
    search: { share: [0.035, 0.24], atLeast: 0.5, tries: [0.12, 0.13, 0.155, 0.085, 0.06] },
    mend: { move: 'deeper-seat', by: [0.3, 0.6] },
  }),
  claw: length('hold', (s) => [0, reach(s)], {
    start: 1,
    search: { share: [0.025, 0.22], atLeast: 0.4, tries: [0.1, 0.16, 0.13, 0.07, 0.12] },
    mend: { move: 'deeper-claws', by: [0.3, 0.6] },
  }),
  claws: oneOf('hold', ['four sides', 'three sides', 'two sides', 'one side'], {
    mend: { move: 'more-claws', to: 'four sides' },
  }),
  play: length('hold', [0, 0.5], {
    step: 0.05,
    start: 0.05,
    mend: { move: 'press-claws', to: 0, risk: 'edge' },
  }),
  // four turns and more at each corner
  tie: length('hold', [1, 6], {
    step: 0.5,
    start: ({ mm }) => Math.max(1.5, Math.ceil(2 * 4.2 * mm('tieSize')) / 2),
    mend: { move: 'longer-tie', by: [1] },
  }),
  size: gauge('wire', 'square', WIRES, {
    start: '20 AWG',
    temper: { by: 'seatTemper' },
    usual: (s) => (smaller(s) <= SMALL ? [0.64, 0.82] : [0.72, 1.03]),
    takes: 90,
    search: { among: ({ small, wish }) => proposed([0.5, Math.min(1.3, small / 7)], wish) },
  }),
  // soft it is bent four times and tied; the claws spring open unless they are harder
  seatTemper: oneOf('wire', ['dead soft', 'half hard', 'as the claws'], {
    before: 'as the claws',
    detail: true,
  }),
  clawSize: gauge('wire', 'half-round', WIRES, {
    start: '18 AWG',
    usual: (s) => (smaller(s) <= SMALL ? [0.81, 1.03] : [0.91, 1.3]),
    takes: 60,
    search: {
      among: ({ wish }) => proposed(WIRES, wish),
      tries: ({ mm, wish }) => [1, 1.25, 1.6, 2].map((by) => nearestSize(mm('size') * by, WIRES, wish)),
    },
  }),
  // half-round about seven tenths as wide as the seat, drawn tight by hand
  tieSize: gauge('wire', 'half-round', TIES, {
    temper: 'dead soft',
    usual: TIED,
    start: ({ mm, wish }) => nearestSize(mm('size') * 0.7, TIED, wish),
  }),
}

export const SIDES = ['top', 'right', 'bottom', 'left'] as const
export type Side = (typeof SIDES)[number]

/** The sides that have a claw. */
export const CLAWED: Readonly<Record<string, readonly Side[]>> = {
  'four sides': SIDES,
  'three sides': ['top', 'right', 'left'],
  'two sides': ['top', 'bottom'],
  'one side': ['top'],
}
