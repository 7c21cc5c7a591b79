import { outlinePerimeter, outlineOf, type FullStone } from '../../stone/index.js'
import { count, gauge, inDetail, length, nearestSize, proposed } from '../kit/index.js'
import { bailChoices, bailWays } from '../kit/parts/rolledBail.js'

const WIRE = [0.4, 1.1] as const
const FINE = [0.2, 0.42] as const
/** Loops of one face stand side by side about so many thicknesses of their wire apart. */
const APART = 7

/** An even number of loops that a stone's edge takes. */
const loopsFor = (stone: FullStone, thick: number): number =>
  2 * Math.max(6, Math.round(outlinePerimeter(outlineOf(stone)) / (APART * thick)))

/** Loops from opposite sides may come as near to the middle as this share of the stone's smaller side leaves, mm. */
const longest = ({ length: l, width: w }: FullStone): readonly [number, number] => [
  0.5,
  Number((0.42 * Math.min(l, w)).toFixed(1)),
]

/** Length of a loop past the edge that reaches in by about this share of the stone's smaller side, mm. */
const overFor = (small: number, thick: number, share: number): number =>
  Number((2 * thick + share * small).toFixed(1))

const { bail, neck, passes } = bailChoices('size')
const ways = bailWays(undefined, ['bound', 'folded tails'])

/** Choices of a ring of loops. Lengths in mm. */
export const choices = {
  bail,
  neck: inDetail(neck),
  passes: inDetail(passes),
  roll: inDetail(ways.roll),
  strip: inDetail(ways.strip),
  links: count('hold', 'turns', [1, 6], { start: 3, detail: true }),
  size: gauge('wire', 'round', WIRE, {
    start: '22 AWG',
    usual: [0.5, 0.82],
    takes: 300,
    search: {
      among: ({ small, wish }) => proposed([0.5, Math.max(0.66, Math.min(0.95, small / 22))], wish),
    },
  }),
  loops: count('hold', 'loops', [12, 96], {
    start: ({ stone, mm }) => Math.min(96, loopsFor(stone, mm('size'))),
  }),
  // it begins outside the edge by two wires: so much of it is not over the face yet
  over: length('hold', longest, {
    start: ({ small, mm }) => overFor(small, mm('size'), 0.13),
    search: {
      among: ({ small, mm }) => [0.08, 0.11, 0.14, 0.18].map((share) => overFor(small, mm('size'), share)),
    },
    mend: { move: 'longer-loops', by: [0.3, 0.6] },
  }),
  bead: length('accents', [0, 4], { start: 0, before: 0 }),
  // drawn tight by hand
  link: gauge('wire', 'round', FINE, {
    detail: true,
    temper: 'dead soft',
    usual: [0.25, 0.33],
    start: ({ wish }) => nearestSize(0.32, [0.25, 0.33], wish),
  }),
}
