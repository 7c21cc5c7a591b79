import type { GaugeBound } from './gaugeAdvice.js'

/** Why a wire must be no thinner, or no thicker, in the maker's words. */
export const gaugeText: Readonly<Record<GaugeBound['reason'], string>> = {
  holding: 'thinner holds the stone less than a knock asks, going by this plan’s own holding',
  strength: 'thinner stays bent when the piece is knocked',
  stiffness: 'thinner gives too far in the middle of its span',
  pull: 'thinner stretches when it is pulled tight',
  bend: 'thicker cracks or kinks at its tightest bend',
  hand: 'thicker is too stiff to close by hand',
  share: 'thicker lies clumsily: what wraps is about half as thick as what it wraps',
}
