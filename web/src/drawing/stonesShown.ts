import { seatedStones, type Design, type Seated, type Stone } from '@verger/core'
import type { Shown } from './shown.js'

/** The stones of a piece that are to be seen. */
export const stonesShown = (
  design: Pick<Design, 'stones'>,
  stone: Stone,
  { stone: all, stones }: Shown,
): Seated[] =>
  all === 'out' ? [] : seatedStones({ design, stone }).filter((s) => !stones || stones.includes(s.id))
