import { mirrorX, scale } from '../../geom/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import { angle, figure, figures, mm, moved, Pen, reversed } from '../kit/index.js'
import type { ClosedLoop } from '../kit/parts/closedLoop.js'
import { lacedLoop, lacedLoopPlace } from '../kit/parts/lacedLoop.js'
import { hookUnder } from '../kit/parts/underFoot.js'
import {
  bendAt,
  comesDown,
  groundOf,
  lacedOn,
  overTop,
  placeIn,
  sideOf,
  type Back,
  type Ground,
  type K,
} from './behind.js'

const { make: F, formulas } = figures('eyes', {
  least: mm('the nearest to the middle of all', (x) => Math.min(...Object.values<number>(x))),
  leg: mm(
    '{least} − 2 × {turn}: from the middle to each leg, so that the smallest loop can still be bent',
    ({ least, turn }) => least - 2 * turn,
  ),
  radius: mm('({apex} − {leg}) / 2: radius of a loop', ({ apex, leg }) => (apex - leg) / 2),
  rows: figure('', 'half of {bends}, up to a whole one, two at least: loops on each leg', ({ bends }) =>
    Math.max(2, Math.ceil(bends / 2)),
  ),
  pitch: mm('{span} / {rows}: from loop to loop', ({ span, rows }) => span / rows),
  first: mm('{pitch} / 2: to the first loop', ({ pitch }) => pitch / 2),
  across: mm('{leg} − {turn}: across, to the bend', ({ leg, turn }) => leg - turn),
  inward: mm('{leg} − {size} / 2: in to the middle, side by side', ({ leg, size }) => leg - size / 2),
})
export { formulas }

const legName = (way: 1 | -1): string => (way === 1 ? ', right' : ', left')

/** A wire crosses over itself by so many thicknesses: it touches, and stands off by a hair. */
const OVER = 1.02
/** Without a hook the wire goes across so far below the lowest loops, in radii of its bends. */
const BELOW = 1
/** As much of a loop at either end of its turns stays free, radians. */
const CORNER = 0.6

/** Bends the back of two legs: closed loops outward up both, a stirrup under its foot, and both brought over its top side by side. */
export function eyesBack(k: K): Back {
  const { q } = k
  const ground = groundOf(k)
  const { plane, span, turn } = ground
  const loopsEach = F.rows({ bends: q.bends })
  const rows = numberOf(loopsEach)
  const pitch = F.pitch({ span, rows: loopsEach })
  const high = (row: number) => (row + 0.5) * numberOf(pitch)
  const bends = Array.from({ length: 2 * rows }, (_, i) =>
    bendAt(k, ground, i, 2 * rows, high(Math.floor(i / 2)), turn),
  )
  const least = F.least(Object.fromEntries(bends.map((b, i) => [`bend ${i + 1}`, b.apex])))
  const leg = F.leg({ least, turn })
  const radii = bends.map((b) => F.radius({ apex: b.apex, leg }))
  if (numberOf(leg) < numberOf(turn) + k.thick('size') / 2) k.say('legs-meet', 'error', 'back', {})
  if (Math.max(...radii.map(numberOf)) > numberOf(pitch) / 2 - k.thick('size') / 2)
    k.say('bends-crowd', 'error', 'bends', { bends: 2 * rows }, { field: 'bends', value: 2 * rows - 2 })
  const loops: ClosedLoop[] = []
  const loopOn = { ...lacedOn(k), ...k.on('back') }
  const side = (way: 1 | -1): Pen => {
    const pen = startOf(k, ground, leg, way)
    for (let row = 0; row < rows; row++) {
      const i = 2 * row + (way === 1 ? 0 : 1)
      pen.line(`up-${row}`, 'rung', row === 0 ? F.first({ pitch }) : pitch)
      // every other loop crosses back, so that the leg stays behind the stone
      const over = (row % 2 === 0 ? OVER : -OVER) * k.thick('size')
      loops[i] = { ...pen, inward: [1, 0, 0], over: plane.behind, radius: numberOf(radii[i]!), rise: over }
      const half = lacedLoop(k, pen, {
        loop: loops[i],
        at: i,
        lashed: bends[i]!.lashed,
        on: { ...loopOn, radius: radii[i]!, size: q.size },
      })
      if (half > Math.PI - CORNER)
        k.say(
          'turns-crowd',
          'error',
          'turns',
          { turns: Math.max(k.o.turns, k.o.ends) },
          { field: 'turns', value: 1 },
        )
    }
    pen.crank('together', 'top', turn, F.inward({ leg, size: q.size }), [-1, 0, 0])
    overTop(k, pen, ground, legName(way))
    return pen
  }
  const [right, left] = [side(1), side(-1)]
  left.pieces.splice(0, left.pieces.length, ...moved(left.pieces, mirrorX))
  left.at = mirrorX(left.at)
  return {
    plane,
    radius: F.radius({ apex: least, leg }),
    places: bends.map(({ turns, lashed }, i) => ({
      part: `lashed-${i}-${sideOf(i) === 1 ? 'right' : 'left'}`,
      wire: lacedLoopPlace(loops[i]!, sideOf(i)),
      turns,
      length: lashed,
    })),
    foot: left,
    top: right,
  }
}

/** The right leg from the middle of the wire to where it goes up behind the stone: round its foot, or straight across below its lowest loops. */
function startOf(k: K, ground: Ground, out: Quantity, way: 1 | -1): Pen {
  const { plane, turn } = ground
  const x = numberOf(out)
  const across = F.across({ leg: out, turn })
  const corner = angle('a right angle', 90)
  if (k.o.foot === 'coil') k.say('coil-one-leg', 'error', 'foot', {}, { field: 'foot', value: 'hook' })
  if (k.o.foot !== 'hook')
    return new Pen(placeIn(plane, 0, -BELOW * numberOf(turn)), [1, 0, 0])
      .line('across', 'foot', across)
      .bend('turn-up', 'foot', turn, corner, plane.up)
  // drawn from the leg to the middle, and taken the other way
  const leg = new Pen(placeIn(plane, x, 0), scale(plane.up, -1))
  const down = hookUnder(k, comesDown(k, leg, ground, legName(way)))
    .bend('arch', 'foot', turn, corner, [-1, 0, 0])
    .line('across', 'foot', across)
  const pen = new Pen(placeIn(plane, x, 0), plane.up)
  pen.pieces.push(...reversed(down.pieces))
  return pen
}
