import { alloy, type AlloyId, type Design } from '@verger/core'
import type { Shown } from './shown.js'

/** What darkening solution leaves on copper and silver: nearly black, a little warm. */
const DARK = [0x2e, 0x29, 0x27] as const
/** High places are polished bright again: so much of the dark is seen. */
const SEEN = 0.6

/** Screen colour of a metal, darkened or as it is, as `#rrggbb`. */
export function metalColour(id: AlloyId, dark: boolean): string {
  const bright = alloy(id).colour
  if (!dark) return bright
  const n = parseInt(bright.slice(1), 16)
  const mixed = DARK.map((d, k) => Math.round(d * SEEN + ((n >> (16 - 8 * k)) & 255) * (1 - SEEN)))
  return `#${mixed.map((v) => v.toString(16).padStart(2, '0')).join('')}`
}

/** Is the metal darkened in this picture: of a finished piece where its plan darkens it, of a step as the step says. */
export const isDark = (design: Design, shown: Shown): boolean =>
  shown.dark ?? design.operations.some((o) => o.kind === 'darken')
