import { bodyOf, type FullStone } from '../../stone/index.js'

/** Slope of a faceted stone under its girdle (pavilion) or over it (crown), over the sides that lie across an axis, degrees against the girdle. */
export function facetSlope(stone: FullStone, part: 'pavilion' | 'crown', axis: 'x' | 'y'): number {
  const { stretches } = bodyOf(stone)
  const last = stretches[stretches.length - 1]!
  const [edge, end] =
    part === 'pavilion' ? [stretches[0]!.at(1), stretches[0]!.at(0)] : [last.at(0), last.at(1)]
  const half = (axis === 'x' ? stone.width : stone.length) / 2
  return (Math.atan2(Math.abs(end.h - edge.h), half * (1 - (axis === 'x' ? end.u : end.v))) * 180) / Math.PI
}
