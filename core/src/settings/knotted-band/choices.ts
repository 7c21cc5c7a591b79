import { outlineOf, outlinePerimeter, type FullStone } from '../../stone/index.js'
import { BAND_DEEP, bandRepeat, HAND_PACKING } from '../../weave/index.js'
import { count, gauge, inDetail, length, nearestSize, oneOf, proposed, type Starting } from '../kit/index.js'
import { bailChoices } from '../kit/parts/rolledBail.js'
import { pointAtTop, repeatsRound } from '../shared/smoothEdge.js'
import { edgeFor, NEEDED, THINNEST } from './band.js'

const WIRE = [THINNEST, 0.52] as const
/** What is usual, and thinner wire only round an edge that is too low for it, mm. */
const USUAL = [0.3, 0.42] as const
const leastFor = (stone: FullStone): number => (stone.wall < edgeFor(1.1 * USUAL[0]) ? THINNEST : USUAL[0])

/** Loops from opposite sides may come as near to the middle as this share of the stone's smaller side leaves, mm. */
const longest = ({ length: l, width: w }: FullStone): readonly [number, number] => [
  0.5,
  Number((0.42 * Math.min(l, w)).toFixed(1)),
]

/** Length of a loop past the edge that reaches in by a share of the stone's smaller side, and no less than stands out from its knots; mm. */
const overFor = ({ stone, small, mm, of }: Starting, share: number): number => {
  const out = NEEDED[of('wires') === 'eight' ? 8 : 6] * mm('size') - stone.wall / 2
  return Math.ceil(10 * Math.max(out, 2 * mm('size') + share * small)) / 10
}

/** Whole repeats that go round a stone, with one of them left open at the top. */
const loopsFor = ({ stone, mm, of }: Starting): number => {
  const [outline, off] = [outlineOf(stone), BAND_DEEP * mm('size')]
  return repeatsRound({
    around: outlinePerimeter(outline) + 2 * Math.PI * off,
    open: pointAtTop(outline, off),
    pitch: Number(of('pitch')),
  })
}

const { bail, passes } = bailChoices('size')

/** Choices of a knotted band. Lengths in mm. */
export const choices = {
  bail,
  passes: inDetail(passes),
  roll: oneOf('worn', ['backward', 'forward'], { detail: true }),
  strip: oneOf('worn', ['knotted', 'twisted'], { detail: true }),
  wraps: count('worn', 'turns', [1, 4], {
    start: ({ of }) => (of('wires') === 'eight' ? 1 : 2),
    detail: true,
  }),
  size: gauge('wire', 'round', WIRE, {
    start: ({ stone, wish }) => nearestSize(stone.wall < edgeFor(0.32) ? 0.26 : 0.32, WIRE, wish),
    temper: 'dead soft',
    usual: (stone) => [leastFor(stone), USUAL[1]],
    takes: 1500,
    search: { among: ({ stone, wish }) => proposed([leastFor(stone), USUAL[1]], wish) },
  }),
  wires: oneOf('wire', ['six', 'eight'], { detail: true }),
  knots: count('hold', 'knots', [1, 3], { start: 1 }),
  pitch: length('hold', [1, 16], {
    step: 0.01,
    detail: true,
    start: ({ mm, of }) =>
      Math.ceil(100 * bandRepeat({ size: mm('size'), knots: Number(of('knots')), packing: HAND_PACKING })) /
      100,
    met: ['sample'],
  }),
  loops: count('hold', 'loops', [6, 90], { start: loopsFor }),
  over: length('hold', longest, {
    start: (at) => overFor(at, 0.1),
    search: { among: (at) => [0.08, 0.1, 0.13, 0.16].map((share) => overFor(at, share)) },
    mend: { move: 'longer-loops', by: [0.3, 0.6] },
  }),
}
