import { gapAt } from '../../design/index.js'
import { cross, squareTo, type Vec3 } from '../../geom/index.js'
import { hermite, segmentAt, segmentLength, type Segment } from '../../path/index.js'
import { outlineAfter, outlinePoint, outlineRun } from '../../stone/index.js'
import { bendForm, movesDone, type BendForm, type BendWish } from './faceBend.js'

/** Where a wire lies on a stone's face all along an edge: it leaves the girdle at one place, runs inside the edge, and comes back at another. */
export interface FaceSweep extends Omit<BendWish, 'summit'> {
  /** Normal directions of the outline where it begins and ends. */
  readonly from: number
  readonly to: number
}

/** Places along it at which the stone is asked how high it stands. */
const ASKED = 10
/** Knots on its way in and out, and about so far apart between, mm. */
const KNOTS = 10
const APART = 1.2
const NEAR = 1e-4

/**
 * A wire's way over the edge and along the face: reach and climb go by a cosine as a bend's do, over as long a way, and between them it lies on the
 * stone. @throws RangeError where there is no room to come in and go out again
 */
export function sweepSegment(sweep: FaceSweep): Segment {
  const { solid, thickness: a, from, to, overlap, z } = sweep
  const o = solid.outline
  const length = outlineRun(o, from, to, a / 2)
  const at = (s: number): number => (s <= 0 ? from : s >= length ? to : outlineAfter(o, from, s, a / 2))
  const formAt = (s: number): BendForm => bendForm({ ...sweep, summit: at(s) })
  const forms = Array.from({ length: ASKED + 1 }, (_, i) => formAt((length * (i + 0.5)) / (ASKED + 1)))
  const [first, last] = [forms[0]!, forms[ASKED]!]
  if (first.half + last.half > length) throw new RangeError('a sweep has no room between foot and shoulder')
  // as high as the stone stands there, between the places that were asked
  const lie = (s: number): number => {
    const u = Math.max(0, Math.min(ASKED, (s / length) * (ASKED + 1) - 0.5))
    const i = Math.min(ASKED - 1, Math.floor(u))
    const [p, q] = [forms[i]!.lie, forms[i + 1]!.lie]
    return p + (q - p) * (u - i)
  }
  const inward = overlap + a / 2
  const place = (s: number): Vec3 => {
    const rising = s < length / 2
    const t = rising ? s / first.half : (length - s) / last.half
    const { reach, climb } = movesDone(rising ? first : last, Math.max(0, Math.min(1, t)))
    const [x, y] = outlinePoint(o, at(s), a / 2 - inward * reach)
    return [x, y, z + (lie(s) - z) * climb]
  }
  const between = Math.max(2, Math.ceil((length - first.half - last.half) / APART))
  const knots = [
    ...Array.from({ length: KNOTS }, (_, i) => (first.half * i) / KNOTS),
    ...Array.from(
      { length: between },
      (_, i) => first.half + ((length - first.half - last.half) * i) / between,
    ),
    ...Array.from({ length: KNOTS + 1 }, (_, i) => length - last.half + (last.half * i) / KNOTS),
  ]
  const slope = (s: number): Vec3 => {
    // it leaves and meets the girdle's line along it
    if (s <= 0 || s >= length) {
      const psi = at(s)
      return [-Math.sin(psi), Math.cos(psi), 0]
    }
    const [p, q] = [place(s - NEAR), place(s + NEAR)]
    return [(q[0] - p[0]) / (2 * NEAR), (q[1] - p[1]) / (2 * NEAR), (q[2] - p[2]) / (2 * NEAR)]
  }
  return hermite(knots, knots.map(place), knots.map(slope))
}

/** Least gap between its skin and the stone along it, mm; below 0 it stands that deep in the stone. */
export function sweepGap(sweep: FaceSweep, segment: Segment): number {
  const length = segmentLength(segment)
  const n = 80
  let least = Infinity
  for (let i = 0; i <= n; i++) {
    const { p, t } = segmentAt(segment, (i / n) * length)
    const face = squareTo([0, 0, 1], t)
    const axes = [face, cross(t, face)] as const
    const { gap } = gapAt(p, sweep.solid.nearest(...p), {
      profile: sweep.profile,
      size: sweep.thickness,
      axes: [axes[0], axes[1]],
    })
    least = Math.min(least, gap)
  }
  return least
}
