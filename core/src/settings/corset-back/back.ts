import { scale, type Vec3 } from '../../geom/index.js'
import { leaf, numberOf } from '../../working/index.js'
import { angle, figures, mm, Pen } from '../kit/index.js'
import { arcPlace } from '../kit/parts/lacing.js'
import { coilRadius, coilUnder, hookUnder, tipIn } from '../kit/parts/underFoot.js'
import {
  bendAt,
  comesDown,
  groundOf,
  overTop,
  placeIn,
  sideOf,
  type Back,
  type Ground,
  type K,
} from './behind.js'

const { make: F, formulas } = figures('bends', {
  radius: mm('{span} / (2 × {bends}): radius of every bend', ({ span, bends }) => span / (2 * bends)),
  first: mm(
    '{apex} − {radius} − {turn}: the lowest rung, from the foot’s bend',
    ({ apex, radius, turn }) => apex - radius - turn,
  ),
  rung: mm(
    '{one} + {other} − 2 × {radius}: straight across, from bend to bend',
    ({ one, other, radius }) => one + other - 2 * radius,
  ),
  lastRight: mm(
    '{apex} − {radius} − {turn} − {size} / 2: the highest rung, up to half a wire beside the middle',
    ({ apex, radius, turn, size }) => apex - radius - turn - size / 2,
  ),
  lastLeft: mm(
    '{apex} − {radius} − {turn} + {size} / 2: the highest rung, up to half a wire past the middle',
    ({ apex, radius, turn, size }) => apex - radius - turn + size / 2,
  ),
  arc: mm(
    '(π × {radius} − {lashed}) / 2: of a half circle, on either side of its turns',
    ({ radius, lashed }) => (Math.PI * radius - lashed) / 2,
  ),
})
export { formulas }

/** Bends the back: S after S up behind the stone, a hook under its foot, and over its top forward to the middle. */
export function bendsBack(k: K): Back {
  const { q, o } = k
  const ground = groundOf(k)
  const { plane, span, turn } = ground
  const { up } = plane
  const radius = F.radius({ span, bends: q.bends })
  const [r, R] = [numberOf(radius), numberOf(turn)]
  const bends = Array.from({ length: o.bends }, (_, i) =>
    bendAt(k, ground, i, o.bends, (2 * i + 1) * r, radius),
  )
  const apex = bends.map((b) => b.apex)

  const top = new Pen(placeIn(plane, R, 0), [1, 0, 0]).line(
    'rung-0',
    'rung',
    F.first({ apex: apex[0]!, radius, turn }),
  )
  bends.forEach(({ lashed }, i) => {
    const axis: Vec3 = [0, -sideOf(i) * up[2], sideOf(i) * up[1]]
    if (i > 0) top.line(`rung-${i}`, 'rung', F.rung({ one: apex[i - 1]!, other: apex[i]!, radius }))
    const arc = F.arc({ radius, lashed })
    // each half circle in three: before its turns, under them, and past them
    for (const [id, kind, length] of [
      [`in-${i}`, 'bend', arc],
      [`lashed-${i}`, 'lashed', lashed],
      [`out-${i}`, 'bend', arc],
    ] as const)
      top.draw(id, kind, [top.round(r, numberOf(length) / r, axis)], length)
  })
  const ending = { apex: apex[apex.length - 1]!, radius, turn, size: q.size }
  top
    .line('rung-last', 'rung', sideOf(o.bends - 1) === 1 ? F.lastRight(ending) : F.lastLeft(ending))
    .bend('turn-up', 'top', turn, angle('a right angle', 90), up)
  overTop(k, top, ground)
  return {
    plane,
    radius,
    places: bends.map((b, i) => ({
      part: `lashed-${i}-right`,
      wire: arcPlace({
        at: placeIn(plane, sideOf(i) * numberOf(b.apex), (2 * i + 1) * r),
        out: [sideOf(i), 0, 0],
        up,
        radius: r,
      }),
      turns: b.turns,
      length: b.lashed,
    })),
    foot: footOf(k, ground),
    top,
  }
}

/** Past the lowest rung: a hook under the stone's foot and up its front, a coil in which it stands, or a short end. */
function footOf(k: K, ground: Ground): Pen {
  const { plane, turn } = ground
  const pen = new Pen(placeIn(plane, numberOf(turn), 0), [-1, 0, 0])
  if (k.o.foot === 'none')
    return pen.line('end', 'foot', leaf('table', 'past the lowest rung', 1, 'mm', 'our choice'))
  const down = (on: Pen) =>
    on.bend('turn-down', 'foot', turn, angle('a right angle', 90), scale(plane.up, -1))
  if (k.o.foot === 'hook') {
    const way = comesDown(k, down(pen), ground)
    return tipIn(k, way, hookUnder(k, way))
  }
  return coilUnder(k, comesDown(k, down(pen.line('aside', 'foot', coilRadius(k, k.q.size))), ground))
}
