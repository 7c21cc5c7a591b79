import type { Segment } from '../../path/index.js'
import { outlinePoint } from '../../stone/index.js'
import { swirlSegments, type Swirl } from '../shared/swirl.js'
import { wireHeight, type FrameBasis } from './basis.js'
import { leastBend } from './options.js'

/** What a swirl of wire i on the right shoulder is made from: it lies against the frame where this leaves the edge. */
export function swirlOf({ o, line, stations }: FrameBasis, i: number): Swirl {
  const a = line.thickness
  return {
    from: [a / 2, stations.join + o.neck, wireHeight(i, o.wires, a)],
    against: outlinePoint(line.outline, stations.leave, a / 2),
    away: [Math.cos(stations.leave), Math.sin(stations.leave)],
    thickness: a,
    least: leastBend(o),
  }
}

/** The right end of wire i as a swirl that lies against the shoulder. @throws RangeError where it has no room */
export const shoulderSwirl = (basis: FrameBasis, i: number): Segment[] => swirlSegments(swirlOf(basis, i))
