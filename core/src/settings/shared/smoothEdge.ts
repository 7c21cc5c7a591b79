import { outlineArcs, outlineOf, outlineSaid, type FullStone, type Outline } from '../../stone/index.js'
import type { Unfit } from '../kit/index.js'
import { kindWord } from './kindWord.js'

/** Where a stone's edge turns more sharply than this it takes no loops side by side: they would fan out and cross, mm. */
const SHARPEST = 2.5
/** Beside a point so much more of the edge is left open at either side, as loops spread over the face. Our choice, mm. */
const BESIDE_POINT = 1.2
const TOP = Math.PI / 2

/** Arcs of a line beside the edge, from the foot round, where the edge itself is too sharp for loops; and is that at the top. */
const sharpArcs = (outline: Outline, off: number) =>
  outlineArcs(outline, -TOP, 3 * TOP, off)
    .filter((arc) => arc.r - off < SHARPEST)
    .map((arc) => ({ long: arc.r * (arc.to - arc.from), atTop: arc.from < TOP && arc.to > TOP }))

/** Length along a line beside the edge of the point at the top of a drop, which a band of loops leaves open: 0 of an edge that is smooth there. mm. */
export const pointAtTop = (outline: Outline, off: number): number =>
  sharpArcs(outline, off).reduce((sum, arc) => sum + (arc.atTop ? arc.long + 2 * BESIDE_POINT : 0), 0)

/** Whole repeats of a band that go so far round, with one of them left open at the top, or a point that is longer. */
export const repeatsRound = (way: {
  readonly around: number
  readonly open: number
  readonly pitch: number
}): number => Math.max(1, Math.round((way.around - Math.max(way.open, way.pitch)) / way.pitch))

/**
 * What stands against a band of loops round a stone: it lies round the smooth edge of a cabochon, and reaches over both its faces. A point may lie
 * at the top, where the band is open.
 */
export function unfitForLoops(stone: FullStone): Unfit | undefined {
  if (stone.kind !== 'cabochon' && stone.kind !== 'puffy')
    return { code: 'no-edge', field: 'kind', values: { kind: kindWord(stone) } }
  const outline = outlineOf(stone)
  const values = { outline: outlineSaid(stone) }
  if (!outline.convex) return { code: 'hollow', field: 'outline', values }
  return sharpArcs(outline, 0).every((arc) => arc.atTop)
    ? undefined
    : { code: 'pointed', field: 'outline', values }
}
