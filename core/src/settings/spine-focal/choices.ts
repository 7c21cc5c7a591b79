import type { FullStone } from '../../stone/index.js'
import { count, gauge, inDetail, length, nearestSize, oneOf, proposed } from '../kit/index.js'
import { bailWays } from '../kit/parts/rolledBail.js'
import { loopChoices } from '../kit/parts/wrappedLoop.js'
import { wayOf } from './wayOf.js'

const SPINE = [0.4, 1.3] as const
const FINE = [0.2, 0.5] as const
/** A wire passes a hole that is wider by so much, mm: our choice. */
export const PASSES = 0.05
/** The wire is no thicker than leaves so much of its hole free, mm. */
const ROOM = 0.1
/** Usual for beads and drilled stones, mm: typical, uncited. */
const USUAL = [0.64, 1.02] as const

/** Thicknesses of a wire for a hole: as thick as it lets through easily, and no thicker than makers take. */
const forHole = ({ hole }: FullStone): readonly [number, number] => {
  const most = Math.min(USUAL[1], hole - ROOM)
  return [Math.min(USUAL[0], Math.max(SPINE[0], 0.7 * most)), Math.max(SPINE[0], most)]
}

/** A stone is flat that is no deeper than this share of its width. */
const FLAT = 0.8
const LEGS = ['leads', 'two legs'] as const
const COILED = ['leads', 'coil below'] as const
const { roll, strip } = bailWays(LEGS, ['bound', 'twisted', 'folded tails'])

/** Choices of a spine through a drilled stone. Lengths in mm. */
export const choices = {
  ...loopChoices('size'),
  neck: length('worn', [2, 15], {
    step: 0.5,
    // a strip that is rolled backward is laid down behind its neck
    start: ({ mm }) => Math.round(2 * (3 + 2 * mm('size'))) / 2,
    met: ['bind-neck', 'press-tails'],
  }),
  roll,
  strip,
  // a second way keeps what is flat from turning its edge to the front
  leads: oneOf('hold', ['two legs', 'coil below'], {
    start: ({ stone }) =>
      wayOf(stone) !== 'length' || stone.depth < FLAT * stone.width ? 'two legs' : 'coil below',
  }),
  coil: count('hold', 'turns', [1, 5], {
    start: 1,
    when: COILED,
    mend: { move: 'larger-coil', by: [1] },
  }),
  play: inDetail(length('hold', [0, 1], { step: 0.05, start: 0.05 })),
  off: inDetail(length('hold', [0, 3], { start: 0.1, when: LEGS })),
  size: gauge('wire', 'round', SPINE, {
    start: '20 AWG',
    usual: forHole,
    takes: 150,
    search: { among: ({ stone, wish }) => fitting(stone, wish) },
  }),
  bind: gauge('wire', 'round', FINE, {
    detail: true,
    temper: 'dead soft',
    usual: [0.25, 0.41],
    start: ({ wish }) => nearestSize(0.32, [0.25, 0.41], wish),
  }),
}

/** Sizes that pass a stone's hole, the thickest last; the thinnest of all where none does. */
function fitting(stone: FullStone, wish: Parameters<typeof proposed>[1]): string[] {
  const sizes = proposed(forHole(stone), wish)
  return sizes.length > 0 ? sizes : [nearestSize(forHole(stone)[1], [SPINE[0], forHole(stone)[1]], wish)]
}
