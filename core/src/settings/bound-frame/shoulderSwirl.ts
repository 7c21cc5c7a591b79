import type { Segment } from '../../path/index.js'
import { outlinePoint } from '../../stone/index.js'
import { swirlSegments, type Swirl } from '../shared/swirl.js'
import { halfOf, wireHeight, type FrameBasis } from './basis.js'
import { leastBend } from './options.js'

/** What a swirl of wire i on a shoulder is made from, in right-hand coordinates: it lies against the frame where this leaves the edge. */
export function swirlOf(basis: FrameBasis, i: number, side: 'left' | 'right' = 'right'): Swirl {
  const { o, join } = basis
  const { line, stations } = halfOf(basis, side)
  const a = line.thickness
  return {
    from: [a / 2, join + o.neck, wireHeight(i, o.wires, line)],
    against: outlinePoint(line.outline, stations.leave, a / 2),
    away: [Math.cos(stations.leave), Math.sin(stations.leave)],
    thickness: a,
    least: leastBend(o),
  }
}

/** One end of wire i as a swirl that lies against the shoulder, in right-hand coordinates. @throws RangeError where it has no room */
export const shoulderSwirl = (basis: FrameBasis, i: number, side: 'left' | 'right'): Segment[] =>
  swirlSegments(swirlOf(basis, i, side))
