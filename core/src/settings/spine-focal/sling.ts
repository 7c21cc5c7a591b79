import { THROUGH } from '../../design/index.js'
import { along, dist, dot, scale, sub, unit, type Vec3 } from '../../geom/index.js'
import { pathLength } from '../../path/index.js'
import { bodyBox, bodyOf } from '../../stone/index.js'
import { numberOf } from '../../working/index.js'
import { Pen } from '../kit/index.js'
import { roundedLine } from '../shared/roundedLine.js'
import { F, HAIR, isOff, surfaceOf, widestClear, type K, type Spine } from './spine.js'

/** A leg that does not come up clear within so many lengths of its own way across goes no other way. */
const STEEPEST = 6
/** Rounds in which it settles how far out a leg turns. */
const ROUNDS = 8

/** One leg from the mouth of the hole: out, up and in to beside the other, and up. */
function legLine(spec: {
  readonly from: Vec3
  readonly out: Vec3
  readonly meet: Vec3
  readonly radius: number
  /** How far out the bend begins, mm. */
  readonly off: number
}): readonly Vec3[] {
  const { from, out, meet, radius, off } = spec
  let corner = from
  for (let i = 0; i < ROUNDS; i++) {
    const turn = Math.acos(Math.max(-1, Math.min(1, dot(unit(sub(meet, corner)), out))))
    corner = along(from, out, off + radius * Math.tan(turn / 2))
  }
  const upright = Math.acos(unit(sub(meet, corner))[1])
  return [from, corner, meet, along(meet, [0, 1, 0], radius * Math.tan(upright / 2))]
}

/** A wire through a hole across, near the stone's top: a leg comes up on either side, and they meet above it. */
export function sling(k: K): Spine {
  const { off, mouth } = surfaceOf(k)
  const body = bodyOf(k.stone)
  const { through, along: axis } = body.holes[0]!
  const across = unit(axis)
  const [thick, radius] = [k.thick('size'), numberOf(k.radius('size'))]
  const aside = numberOf(F.aside({ size: k.q.size }))
  const wide = Math.max(mouth(through, across), mouth(through, scale(across, -1)))
  const half = k.found('mouth', 'to either side', wide, k.on())
  /** A leg on one side, so that both meet at a height above the hole. */
  const legOf = (side: 1 | -1, peak: number) => {
    const out = scale(across, side)
    const from = along(through, out, numberOf(half))
    const meet: Vec3 = [side * aside, through[1] + peak, through[2]]
    return { from, segments: roundedLine(legLine({ from, out, meet, radius, off: k.o.off }), radius) }
  }
  const isClear = (peak: number): boolean =>
    ([1, -1] as const).every((side) => {
      const { from, segments } = legOf(side, peak)
      // at the mouth itself it touches
      return isOff({ segments }, (p) => dist(p, from) < thick || off(p) > thick / 2 + HAIR)
    })
  const least = bodyBox(body).y1 - through[1] + thick
  const most = least + STEEPEST * (numberOf(half) + thick)
  if (!isClear(most)) k.say('no-room', 'error', 'size', {})
  const lowest = most - widestClear(0, most - least, (less) => isClear(most - less))
  const own = k.on('size', 'play', 'off', 'alloy', 'temper')
  const peak = numberOf(k.found('peak', 'above the hole', lowest + k.o.play, own))
  const [right, left] = ([1, -1] as const).map((side) => {
    const { segments } = legOf(side, peak)
    const which = side === 1 ? 'on one side' : 'on the other'
    return new Pen(through, scale(across, side))
      .line('through', THROUGH, half)
      .draw('leg', 'leg', segments, k.found('leg', which, pathLength({ segments }), own))
  })
  return { front: right!, back: left!, top: through[1] + peak }
}
