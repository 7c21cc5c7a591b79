import type { FullStone } from '../../stone/index.js'
import { alloy, COMMON_SIZES, wireSize, type AlloyId, type Temper } from '../../wire/index.js'
import { count, gauge, length, nearestSize, oneOf, proposed, type Starting } from '../kit/index.js'
import { castOnChoices } from '../kit/parts/castOnLoop.js'
import { shankChoices } from '../kit/parts/shank.js'
import { outlineAlong } from '../shared/halfHoop.js'
import { latestLeave } from '../shared/shoulder.js'

const RING = ['mount', 'ring'] as const
const PENDANT = ['mount', 'pendant'] as const

/** Thicknesses that are offered for hoops and what carries them, and for binding, mm. */
const WIRES = [0.6, 2.1] as const
const FINE = [0.25, 0.85] as const
/** A ring's shank bears the hand: about this thick, mm. Typical, uncited. */
const RING_SHANK = 1.02
/** A ring's lower hoop is as wide as so much of the stone at least. */
const LOWER = 0.91
/** On a ball smaller than this a ring's hoops stand apart: the upper one narrow, the lower one near the finger, mm. */
const SMALL = 12.5

/** Round wire by the ball's diameter: typical, uncited. */
const ROWS = [
  { upTo: 9, size: [0.8, 1.03] },
  { upTo: 12, size: [1, 1.3] },
  { upTo: 20, size: [1, 1.5] },
  { upTo: Infinity, size: [1.25, 1.7] },
] as const
const usual = ({ width }: FullStone): readonly [number, number] => ROWS.find((r) => width <= r.upTo)!.size
/** Aluminium is taken half as thick again. */
const ALUMINIUM = 1.5

/** Inside diameter that a hoop may have. */
const hoops = ({ width }: FullStone): readonly [number, number] => [
  Math.round(4 * width) / 10,
  Math.round(11.5 * width) / 10,
]
const isRing = (at: Starting): boolean => at.of('mount') === 'ring'

/** What can carry hoops of the chosen wire: no thinner than that wire bends round. */
function carriers(at: Starting): string[] {
  const { wish } = at
  const size = at.mm('size')
  const least = (2 * (alloy(wish.alloy as AlloyId).bend[wish.temper as Temper] + 0.5) - 1) * size
  return COMMON_SIZES.filter((s) => s.mm >= Math.max(size, least) - 1e-9 && s.mm <= WIRES[1]).map(
    (s) => s.label,
  )
}
/** The likeliest of them: as thick as the hoops, or as a ring's shank usually is. */
function likeliest(at: Starting): string {
  const list = carriers(at)
  const wanted = isRing(at) ? RING_SHANK : at.mm('size')
  const off = (label: string) => Math.abs(wireSize(label).mm - wanted)
  return list.reduce((best, s) => (off(s) < off(best) ? s : best), list[0] ?? String(at.of('size')))
}

/** Where a pendant's wire leaves the stone: as late as the curves into its neck have room. */
function leaving(at: Starting): number {
  const thick = at.mm('shankSize')
  const shoulder = { upright: thick / 2, offset: at.mm('size') + thick / 2, radius: 2 * thick }
  return latestLeave({ outline: outlineAlong(at.stone, false), ...shoulder })
}

/** Choices of two hoops. Lengths in mm, `leave` in degrees before the top. */
export const choices = {
  mount: oneOf('worn', ['pendant', 'ring'], { start: ({ wish }) => wish.worn ?? 'pendant' }),
  ...shankChoices(RING, ['shape-shank', 'shape-shank-one']),
  bulge: length('worn', [-2, 2], {
    start: (at) => (isRing(at) ? (at.stone.width < SMALL ? -1.2 : -0.6) : 0),
    when: RING,
    search: {
      among: (at) => (isRing(at) ? [-2, -1.6, -1.2, -0.8, -0.4, 0] : [0]),
      tries: (at) => (isRing(at) ? (at.stone.width < SMALL ? [-0.6, -1.2, -2] : [0, -0.6, -1.2]) : [0]),
    },
  }),
  ...castOnChoices('shankSize', PENDANT),
  leave: length('worn', [8, 60], { unit: '°', step: 1, start: leaving, when: PENDANT, detail: true }),
  hoop: length('hold', hoops, {
    start: ({ stone }) => 0.86 * stone.width,
    search: { share: [0.58, 0.97], tries: [0.86, 0.8, 0.91, 0.74, 0.7] },
    mend: { move: 'narrower', downTo: [0.9, 0.85, 0.8, 0.7], also: ['seat'] },
  }),
  seat: length('hold', hoops, {
    start: (at) =>
      isRing(at) ? Math.max(LOWER * at.stone.width, Number(at.of('hoop'))) : Number(at.of('hoop')),
    search: { share: [0.7, 0.97], tries: [LOWER], only: isRing },
  }),
  play: length('hold', [0, 1.5], { start: 0.1, mend: { move: 'press-hoops', to: 0, risk: 'scratch' } }),
  turns: count('hold', 'turns', [1, 4], {
    start: 3,
    usual: ({ width }) => [width < SMALL ? 2 : 3, 4],
    search: { among: () => [2, 3, 4] },
    mend: { move: 'more-turns', by: [1] },
  }),
  work: oneOf('wire', ['several wires', 'one wire'], { before: 'several wires' }),
  size: gauge('wire', 'round', WIRES, {
    start: ({ stone, wish }) => nearestSize((usual(stone)[0] + usual(stone)[1]) / 2, WIRES, wish),
    when: ['work', 'several wires'],
    usual,
    aluminium: ALUMINIUM,
    takes: 120,
    search: { among: ({ stone, wish }) => proposed([WIRES[0], Math.min(1.7, stone.width / 6)], wish) },
  }),
  shankSize: gauge('wire', 'round', WIRES, {
    start: likeliest,
    usual,
    aluminium: ALUMINIUM,
    takes: 60,
    search: { among: carriers, tries: (at) => (carriers(at).length === 0 ? [] : [likeliest(at)]) },
  }),
  bindingSize: gauge('wire', 'half-round', FINE, {
    temper: 'dead soft',
    detail: true,
    start: ({ mm, wish }) => nearestSize(0.62 * mm('size'), [0.3, 0.7], wish),
  }),
}
