import { leastRadius } from '../../path/index.js'
import { outlineOf, outlineSaid, type FullStone } from '../../stone/index.js'
import type { Unfit } from '../kit/index.js'
import { arcSegments } from './arcs.js'
import { kindWord } from './kindWord.js'

/** A stone whose edge turns more sharply than this takes no loops side by side: they would fan out and cross, mm. */
const SHARPEST = 2.5

/** What stands against a band of loops round a stone: it lies round the smooth edge of a cabochon, and reaches over both its faces. */
export function unfitForLoops(stone: FullStone): Unfit | undefined {
  if (stone.kind !== 'cabochon' && stone.kind !== 'puffy')
    return { code: 'no-edge', field: 'kind', values: { kind: kindWord(stone) } }
  const outline = outlineOf(stone)
  const values = { outline: outlineSaid(stone) }
  if (!outline.convex) return { code: 'hollow', field: 'outline', values }
  const sharp = Math.min(...arcSegments(outline, -Math.PI / 2, 1.5 * Math.PI, 0, 0).map(leastRadius))
  return sharp < SHARPEST ? { code: 'pointed', field: 'outline', values } : undefined
}
