import { along, planeAxes, sectionLoops, unit, type Vec3 } from '../../geom/index.js'
import { shapeOf, type FullStone } from '../../stone/index.js'
import { leaf, numberOf, type Quantity } from '../../working/index.js'
import { angle, figure, figures, mm, Pen, type Given } from '../kit/index.js'
import { shaftOf, type choices } from './choices.js'

type K = Given<typeof choices>

const X: Vec3 = [1, 0, 0]
const Y: Vec3 = [0, 1, 0]
const FRONT: Vec3 = [0, 0, 1]
/** Packed turns lie this much farther apart than the wire is thick. */
const PACKED = 1.05

const { make: F, formulas } = figures('corset', {
  span: mm(
    '({shaft} − {low} − {high}) / cos {lean}°: along the back, from its first rung to its last',
    ({ shaft, low, high, lean }) => (shaft - low - high) / Math.cos((lean * Math.PI) / 180),
  ),
  radius: mm('{span} / (2 × {bends}): radius of every bend', ({ span, bends }) => span / (2 * bends)),
  inward: mm(
    '{radius} × (1 − cos({lashed} / (2 × {radius}))): as far as the bend has turned inward under its outermost turns',
    ({ radius, lashed }) => radius * (1 - Math.cos(lashed / (2 * radius))),
  ),
  apex: mm(
    '{beside} + {reach} + {inward} + {size} / 2: from the middle to the wire in the bend',
    ({ beside, reach, inward, size }) => beside + reach + inward + size / 2,
  ),
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
  overTop: figure('°', '90° − {lean}°: from the back’s lean to forward', ({ lean }) => 90 - lean),
  underFoot: figure(
    '°',
    '90° + {lean}°: from the back’s lean, downward, to forward',
    ({ lean }) => 90 + lean,
  ),
  lift: mm('{turn} − {size} / 2: up to the foot, past the bend', ({ turn, size }) => turn - size / 2),
  lashed: mm(
    '{turns} × 1.05 × {lace} × {radius} / ({radius} − ({size} + {lace}) / 2): as much of the bend as its turns take, side by side on its inner side',
    ({ turns, lace, radius, size }) => (turns * PACKED * lace * radius) / (radius - (size + lace) / 2),
  ),
  arc: mm(
    '(π × {radius} − {lashed}) / 2: of a half circle, on either side of its turns',
    ({ radius, lashed }) => (Math.PI * radius - lashed) / 2,
  ),
})
export { formulas }

/** Figures of the back that are searched for on the stone. */
export const searched = {
  lean: ['°', 'how far the back leans forward along the stone between the first rung and the last'],
  beside: 'half width of the stone at the {which} bend',
  down: 'behind the stone, from the lowest rung to under its foot',
  under: 'under the foot, forward to the front',
  rise: 'behind the stone, from the highest rung to over its top',
  over: 'over the top, forward to the middle',
} as const

interface Extent {
  readonly left: number
  readonly right: number
  readonly back: number
  readonly front: number
}

/** How far the stone reaches at a height; nothing where it is not. */
function extentOf(stone: FullStone, y: number): Extent | undefined {
  const [u, v] = planeAxes(Y)
  const loops = sectionLoops(shapeOf(stone).mesh, { normal: Y, offset: y })
  const points = loops.flat().map(([a, b]): Vec3 => along([a * u[0], a * u[1], a * u[2]], v, b))
  if (points.length === 0) return undefined
  const [xs, zs] = [points.map((p) => p[0]), points.map((p) => p[2])]
  return { left: Math.min(...xs), right: Math.max(...xs), back: Math.min(...zs), front: Math.max(...zs) }
}

/** The same where the back needs it. @throws RangeError where there is no stone */
function extentAt(k: K, y: number): Extent {
  const found = extentOf(k.stone, y)
  if (found) return found
  k.say('past-the-end', 'error', 'low', {})
  throw new RangeError(`there is no stone at ${y} mm`)
}

/** The plane in which the back lies: where its lowest rung crosses the middle, the way up along it, and the way out behind. */
export interface BackPlane {
  readonly origin: Vec3
  readonly up: Vec3
  readonly behind: Vec3
}
const placeIn = ({ origin, up }: BackPlane, x: number, t: number): Vec3 => along(along(origin, up, t), X, x)

/** A back as it is bent, and where its lashings go. */
export interface Back {
  readonly plane: BackPlane
  readonly radius: Quantity
  /** Bound length in each bend. */
  readonly lashed: readonly Quantity[]
  /** Middle of the wire in each bend: right and left in turn, from below. */
  readonly apexes: readonly Vec3[]
  readonly foot: Pen
  readonly top: Pen
}

/** Heights between which it is asked how far the stone bulges behind. */
const ASKED = 24

/** The plane behind the stone, leaning as it does between two heights: it rests on what stands out farthest of the whole shaft. */
function planeBehind(k: K, y0: number, y1: number): BackPlane {
  const { stone } = k
  const back = (y: number) => extentAt(k, y).back
  const [z0, z1] = [back(y0), back(y1)]
  const up = unit([0, y1 - y0, z1 - z0])
  const behind: Vec3 = [0, up[2], -up[1]]
  const foot = -stone.length / 2
  // the ends themselves are edges, and may be a point
  const heights = Array.from({ length: ASKED }, (_, i) => foot + ((i + 0.5) / ASKED) * shaftOf(stone))
  const out = [...heights, foot + shaftOf(stone) - BY_THE_END].flatMap((y) => {
    const there = extentOf(stone, y)
    return there ? [(y - y0) * behind[1] + (there.back - z0) * behind[2]] : []
  })
  return { origin: along([0, y0, z0], behind, Math.max(...out) + k.thick('size') / 2), up, behind }
}
/** So near its end a shaft is asked last, mm. */
const BY_THE_END = 0.01

/** Turns of each lashing: more at both ends. */
export const turnsAt = ({ q, o }: K, i: number): Quantity => (i === 0 || i === o.bends - 1 ? q.ends : q.turns)

/** Bends the back: S after S up behind the stone, a hook under its foot, and over its top forward to the middle. */
export function backOf(k: K): Back {
  const { q, o, stone, measured } = k
  const foot = -stone.length / 2
  const shaft = stone.kind === 'crystal' ? measured.shoulder! : measured.length
  const plane = planeBehind(k, foot + o.low, foot + shaftOf(stone) - o.high)
  const { up } = plane
  const lean = k.found('lean', 'back', (Math.asin(up[2]) * 180) / Math.PI, k.on('low', 'high'))
  const radius = F.radius({ span: F.span({ shaft, low: q.low, high: q.high, lean }), bends: q.bends })
  const turn = k.radius('size')
  const [r, R, size] = [numberOf(radius), numberOf(turn), k.thick('size')]
  const sides = Array.from({ length: o.bends }, (_, i) => (i % 2 === 0 ? 1 : -1))
  const lashed = sides.map((_, i) => F.lashed({ turns: turnsAt(k, i), lace: q.lace, radius, size: q.size }))
  const apex = sides.map((side, i) => {
    const { left, right } = extentAt(k, placeIn(plane, 0, (2 * i + 1) * r)[1])
    const beside = k.found(
      'beside',
      `${i + 1}.`,
      side === 1 ? right : -left,
      k.on('low', 'high', 'bends', 'size'),
    )
    return F.apex({ beside, reach: q.reach, size: q.size, inward: F.inward({ radius, lashed: lashed[i]! }) })
  })

  const top = new Pen(placeIn(plane, R, 0), X).line(
    'rung-0',
    'rung',
    F.first({ apex: apex[0]!, radius, turn }),
  )
  apex.forEach((a, i) => {
    const axis: Vec3 = [0, -sides[i]! * up[2], sides[i]! * up[1]]
    if (i > 0) top.line(`rung-${i}`, 'rung', F.rung({ one: apex[i - 1]!, other: a, radius }))
    const arc = F.arc({ radius, lashed: lashed[i]! })
    // each half circle in three: before its turns, under them, and past them
    for (const [id, kind, length] of [
      [`in-${i}`, 'bend', arc],
      [`lashed-${i}`, 'lashed', lashed[i]!],
      [`out-${i}`, 'bend', arc],
    ] as const)
      top.draw(id, kind, [top.round(r, numberOf(length) / r, axis)], length)
  })
  const last = apex[apex.length - 1]!
  const ending = { apex: last, radius, turn, size: q.size }
  const onRight = sides[sides.length - 1] === 1
  top
    .line('rung-last', 'rung', onRight ? F.lastRight(ending) : F.lastLeft(ending))
    .bend('turn-up', 'top', turn, angle('a right angle', 90), up)
  const all = k.on('low', 'high', 'bends', 'size', 'stand', 'alloy', 'temper')
  // in the back's own plane, wherever across it the stem stands
  const stem = new Pen(placeIn(plane, 0, 2 * o.bends * r + R), up)
  const high = stone.length / 2 + o.stand + size / 2
  const rise = k.found('rise', 'top', (high - R * (1 - up[2]) - stem.at[1]) / up[1], all)
  const forward = F.overTop({ lean })
  stem.line('rise', 'top', rise).bend('forward', 'top', turn, forward, FRONT)
  top
    .line('rise', 'top', rise)
    .bend('forward', 'top', turn, forward, FRONT)
    .line('over', 'top', k.found('over', 'top', -stem.at[2] - R, all))
    .bend('upright', 'top', turn, angle('a right angle', 90), Y)
  return {
    plane,
    radius,
    lashed,
    apexes: apex.map((a, i) => placeIn(plane, sides[i]! * numberOf(a), (2 * i + 1) * r)),
    foot: footOf(k, plane, turn, lean),
    top,
  }
}

/** Past the lowest rung: a hook under the stone's foot and up its front, or a short end. */
function footOf(k: K, plane: BackPlane, turn: Quantity, lean: Quantity): Pen {
  const { q, o, stone } = k
  const pen = new Pen(placeIn(plane, numberOf(turn), 0), [-1, 0, 0])
  if (o.foot !== 'hook')
    return pen.line('end', 'foot', leaf('table', 'past the lowest rung', 1, 'mm', 'our choice'))
  const { up } = plane
  const [R, size] = [numberOf(turn), k.thick('size')]
  const all = k.on('low', 'high', 'bends', 'size', 'stand', 'alloy', 'temper')
  const foot = -stone.length / 2
  pen.bend('turn-down', 'foot', turn, angle('a right angle', 90), [0, -up[1], -up[2]])
  // its first bend lies wholly under the foot; then it is cranked up to it
  const low = foot - o.stand - R
  const down = (pen.at[1] - low - R * (1 + up[2])) / up[1]
  pen
    .line('down', 'foot', k.found('down', 'foot', down, all))
    .bend('under', 'foot', turn, F.underFoot({ lean }), FRONT)
    .crank('lift', 'foot', turn, F.lift({ turn, size: q.size }), Y)
  // its second bend stands as far before the stone as its corner asks
  const inside = R - size / 2
  const { front } = extentAt(k, foot + Math.min(inside, 0.5 * o.low) + stone.chip)
  const before = front + R - Math.sqrt(Math.max(0, inside ** 2 - (inside - o.stand) ** 2))
  return pen
    .line('below', 'foot', k.found('under', 'foot', before - R - pen.at[2], all))
    .bend('up', 'foot', turn, angle('a right angle', 90), Y)
    .line('tip', 'foot', q.tip)
}
