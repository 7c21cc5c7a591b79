import type { FullStone } from '../../stone/index.js'
import { count, gauge, length, nearestSize, oneOf, proposed } from '../kit/index.js'
import { hungChoice, shaftOf } from '../kit/parts/endForEnd.js'
import { bailWays } from '../kit/parts/rolledBail.js'
import { footChoices } from '../kit/parts/underFoot.js'
import { hammerChoice } from '../kit/parts/hammering.js'
import { loopChoices } from '../kit/parts/wrappedLoop.js'

/** Thicknesses that are offered, mm. */
const BACK = [0.6, 1.7] as const
const FINE = [0.2, 0.65] as const
/** Of these the lacing is proposed, mm: typical, uncited. */
const LACED = [0.38, 0.55] as const
/** The lacing is about two fifths as thick as the back. */
const FINER = 0.4
/** A bend for about every so many millimetres of the shaft. */
const EVERY = 4.5
const bendsFor = (stone: FullStone): number => Math.max(4, Math.round(shaftOf(stone) / EVERY))
/** The first and the last bend begin this share of the shaft from its ends. */
const OFF_END = 0.12
const upTo = (stone: FullStone): readonly [number, number] => [1, shaftOf(stone) / 2]

/** Choices of a corset back. Lengths in mm. */
export const choices = {
  ...hungChoice,
  ...loopChoices('size'),
  ...bailWays(['back', 'closed loops'], ['bound', 'twisted', 'folded tails']),
  back: oneOf('hold', ['S bends', 'closed loops']),
  bends: count('hold', 'bends', [3, 14], {
    start: ({ stone }) => bendsFor(stone),
    search: {
      among: ({ stone }) => [-1, 0, 1, 2].map((more) => Math.max(4, bendsFor(stone) + more)),
      tries: ({ stone }) => [0, 1].map((more) => bendsFor(stone) + more),
    },
    mend: { move: 'more-bends', by: [1, 2] },
  }),
  turns: count('hold', 'turns', [1, 5], { start: 1, mend: { move: 'more-turns', by: [1] } }),
  ends: count('hold', 'turns', [3, 8], { start: 4, detail: true }),
  ...footChoices,
  stand: length('hold', [0, 1], {
    step: 0.05,
    start: 0.05,
    mend: { move: 'press-top', to: 0, risk: 'edge' },
  }),
  low: length('hold', upTo, { start: ({ stone }) => OFF_END * shaftOf(stone), detail: true }),
  high: length('hold', upTo, { start: ({ stone }) => OFF_END * shaftOf(stone), detail: true }),
  reach: length('hold', [0.3, 3], {
    start: ({ mm }) => Math.ceil(10 * (mm('lace') + 0.15)) / 10,
    detail: true,
  }),
  ...hammerChoice,
  size: gauge('wire', 'round', BACK, {
    start: '18 AWG',
    usual: [0.8, 1.03],
    takes: 130,
    search: {
      among: ({ small, wish }) => proposed([0.78, Math.max(0.95, Math.min(1.35, small / 8))], wish),
    },
  }),
  // drawn tight by hand
  lace: gauge('wire', 'round', FINE, {
    temper: 'dead soft',
    usual: [0.4, 0.52],
    start: ({ mm, wish }) => nearestSize(mm('size') * FINER, LACED, wish),
    takes: 400,
    search: {
      among: ({ wish }) => proposed(LACED, wish),
      tries: ({ mm, wish }) => [FINER, 0.5].map((by) => nearestSize(mm('size') * by, LACED, wish)),
    },
  }),
}
