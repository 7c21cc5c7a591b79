import type { FullStone } from '../../stone/index.js'
import { count, gauge, length, nearestSize, oneOf, proposed } from '../kit/index.js'
import { passingChoice, wideEnough } from '../kit/parts/passing.js'

/** More stones than this are a necklace. */
export const MOST = 20

/** Thicknesses that are offered, mm. */
const RAILS = [0.4, 1.1] as const
const FINE = [0.2, 0.42] as const
/** What makers take of the rails for stones up to so many millimetres and for larger ones, and of the fine wire, mm: typical, uncited. */
const SMALL = 4.5
const railsFor = ({ length: l, width }: FullStone): readonly [number, number] =>
  Math.min(l, width) <= SMALL ? [0.5, 0.66] : [0.62, 0.83]
const TIED = [0.25, 0.33] as const

/** How far rails may reach in over a stone: three tenths of it. */
const upTo = ({ length: l }: FullStone): readonly [number, number] => [
  0.1,
  Math.max(0.4, Math.floor(3 * l) / 10),
]

/** The lower rails reach in by so much of the stone. */
const UNDER = 0.15

/** The room between two stones of a row as it was measured, mm. */
const rowGap = ({ group }: FullStone): number => (group?.kind === 'row' ? group.gap : 0)

/** Choices of a channel row. Lengths in mm. */
export const choices = {
  ends: oneOf('worn', ['two loops', 'one loop', 'left long']),
  bail: length('worn', [2, 8], {
    step: 0.5,
    start: ({ of }) => wideEnough(3, Number(of('passes'))),
    met: 'roll-loops',
  }),
  passes: { ...passingChoice().passes, start: 1.5, detail: true as const },
  tails: length('worn', [15, 60], { step: 5, start: 30, when: ['ends', 'left long'] }),
  over: length('hold', upTo, {
    step: 0.05,
    start: 0.5,
    search: { share: [0.12, 0.29], atLeast: 0.3, tries: [0.22, 0.27, 0.17] },
    mend: { move: 'over-more', by: [0.1, 0.2] },
  }),
  under: length('hold', upTo, {
    step: 0.05,
    start: ({ stone }) => UNDER * stone.length,
    mend: { move: 'under-more', by: [0.1, 0.2] },
  }),
  play: length('hold', [0, 0.3], {
    step: 0.01,
    start: 0.03,
    mend: { move: 'press-rails', to: 0, risk: 'edge' },
    detail: true,
  }),
  gap: length('hold', [0, 3], { step: 0.05, start: ({ stone }) => rowGap(stone), detail: true }),
  eights: count('hold', 'turns', [1, 4], { start: 1, mend: { move: 'more-eights', by: [1] }, detail: true }),
  end: length('wire', [2, 10], { step: 0.5, start: 2.5, detail: true }),
  size: gauge('wire', 'square', RAILS, {
    start: ({ stone, wish }) => nearestSize(railsFor(stone)[0], railsFor(stone), wish),
    usual: railsFor,
    takes: 120,
    search: { among: ({ stone, wish }) => proposed(railsFor(stone), wish) },
  }),
  // bent down and up again, and wound on all along
  lower: gauge('wire', 'square', RAILS, {
    temper: 'dead soft',
    usual: railsFor,
    start: ({ of }) => String(of('size')),
    takes: 120,
  }),
  // drawn tight by hand
  lace: gauge('wire', 'round', FINE, {
    temper: 'dead soft',
    usual: TIED,
    takes: 900,
    start: ({ wish }) => nearestSize(TIED[0], TIED, wish),
    search: { among: ({ wish }) => proposed(TIED, wish) },
  }),
}
