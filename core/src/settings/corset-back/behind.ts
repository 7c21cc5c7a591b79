import { along, scale, unit, type Vec3 } from '../../geom/index.js'
import type { CrossExtent } from '../../stone/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import { angle, figure, figures, mm, type Given, type Pen } from '../kit/index.js'
import { extentAt, shaftEnds } from '../kit/parts/endForEnd.js'
import { PACKED, type LacedPlace } from '../kit/parts/lacing.js'
import { liftOf, type ComesDown } from '../kit/parts/underFoot.js'
import type { choices } from './choices.js'

export type K = Given<typeof choices>

const X: Vec3 = [1, 0, 0]
const Y: Vec3 = [0, 1, 0]
const FRONT: Vec3 = [0, 0, 1]

const { make: F, formulas } = figures('corset', {
  span: mm(
    '({shaft} − {low} − {high}) / cos {lean}°: along the back, from its first bend to its last',
    ({ shaft, low, high, lean }) => (shaft - low - high) / Math.cos((lean * Math.PI) / 180),
  ),
  inward: mm(
    '{radius} × (1 − cos({lashed} / (2 × {radius}))): as far as the bend has turned inward under its outermost turns',
    ({ radius, lashed }) => radius * (1 - Math.cos(lashed / (2 * radius))),
  ),
  apex: mm(
    '{beside} + {reach} + {inward} + {size} / 2: from the middle to the wire in the bend',
    ({ beside, reach, inward, size }) => beside + reach + inward + size / 2,
  ),
  overTop: figure('°', '90° − {lean}°: from the back’s lean to forward', ({ lean }) => 90 - lean),
  lashed: mm(
    '{turns} × 1.05 × {lace} × {radius} / ({radius} − ({size} + {lace}) / 2): as much of the bend as its turns take, side by side on its inner side',
    ({ turns, lace, radius, size }) => (turns * PACKED * lace * radius) / (radius - (size + lace) / 2),
  ),
})
export { formulas }

/** Figures of a back behind the stone that are searched for on it. */
export const searched = {
  lean: ['°', 'how far the back leans forward along the stone between its first bend and its last'],
  beside: 'half width of the stone at the {which} bend',
  rise: 'behind the stone, from the highest bend to over its top',
  over: 'over the top, forward to the middle',
} as const

/** How far the stone reaches where the back needs it. @throws RangeError where there is no stone */
function reachAt(k: K, y: number): CrossExtent {
  const found = extentAt(k, y)
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
export const placeIn = ({ origin, up }: BackPlane, x: number, t: number): Vec3 =>
  along(along(origin, up, t), X, x)

/** A back as it is bent, and where its lashings go. */
export interface Back {
  readonly plane: BackPlane
  readonly radius: Quantity
  /** Its bends, right and left in turn, from below, and the parts of the wire that are laced there. */
  readonly places: readonly LacedPlace[]
  readonly foot: Pen
  readonly top: Pen
}

/** Heights between which it is asked how far the stone bulges behind. */
const ASKED = 24

/** The plane behind the stone, leaning as it does between two heights: it rests on what stands out farthest of the whole shaft. */
function planeBehind(k: K, y0: number, y1: number): BackPlane {
  const [z0, z1] = [reachAt(k, y0).back, reachAt(k, y1).back]
  const up = unit([0, y1 - y0, z1 - z0])
  const behind: Vec3 = [0, up[2], -up[1]]
  const [low, high] = shaftEnds(k)
  // the ends themselves are edges, and may be a point
  const heights = Array.from({ length: ASKED }, (_, i) => low + ((i + 0.5) / ASKED) * (high - low))
  const out = [low + BY_THE_END, ...heights, high - BY_THE_END].flatMap((y) => {
    const there = extentAt(k, y)
    return there ? [(y - y0) * behind[1] + (there.back - z0) * behind[2]] : []
  })
  return { origin: along([0, y0, z0], behind, Math.max(...out) + k.thick('size') / 2), up, behind }
}
/** So near its ends a shaft is asked, mm. */
const BY_THE_END = 0.01

/** Where a back lies: its plane and lean, what it spans, and the radius to which its wire is bent. */
export interface Ground {
  readonly plane: BackPlane
  readonly lean: Quantity
  readonly span: Quantity
  readonly turn: Quantity
}

export function groundOf(k: K): Ground {
  const { q, o, stone, measured } = k
  const [low, high] = shaftEnds(k)
  const shaft = stone.kind === 'crystal' ? measured.shoulder! : measured.length
  const plane = planeBehind(k, low + o.low, high - o.high)
  const lean = k.found('lean', 'back', (Math.asin(plane.up[2]) * 180) / Math.PI, k.on('low', 'high', 'hung'))
  const span = F.span({ shaft, low: q.low, high: q.high, lean })
  return { plane, lean, span, turn: k.radius('size') }
}

/** What to try where bends crowd. */
export const fewerBends = (k: K) => ({ field: 'bends', value: Math.max(3, k.o.bends - 1) })

/** Says so where a bend is too tight for any turn on its inner side. @throws RangeError there */
function roomInside(k: K, radius: number): void {
  if (radius > (k.thick('size') + k.thick('lace')) / 2) return
  if (k.o.back === 'closed loops')
    k.say('turns-crowd', 'error', 'lace', { turns: Math.max(k.o.turns, k.o.ends) })
  else k.say('bends-crowd', 'error', 'bends', { bends: k.o.bends }, fewerBends(k))
  throw new RangeError(`a bend of ${radius} mm has no room for lacing inside`)
}

/** What a bend is laced by: its turns, as much of it as they take, and how far from the middle it has to reach for them: the `i`th of so many, `t` up the back. */
export function bendAt(
  k: K,
  { plane }: Ground,
  i: number,
  count: number,
  t: number,
  radius: Quantity,
): { readonly turns: Quantity; readonly lashed: Quantity; readonly apex: Quantity } {
  const { q } = k
  roomInside(k, numberOf(radius))
  const turns = i === 0 || i === count - 1 ? q.ends : q.turns
  const lashed = F.lashed({ turns, lace: q.lace, radius, size: q.size })
  const { left, right } = reachAt(k, placeIn(plane, 0, t)[1])
  const on = k.on('low', 'high', 'hung', 'bends', 'back', 'size')
  const beside = k.found('beside', `${i + 1}.`, sideOf(i) === 1 ? right : -left, on)
  const inward = F.inward({ radius, lashed })
  return { turns, lashed, apex: F.apex({ beside, reach: q.reach, size: q.size, inward }) }
}

/** Bends lie to the right and to the left in turn, from below. */
export const sideOf = (i: number): 1 | -1 => (i % 2 === 0 ? 1 : -1)

/** What the bends and their lacing hang on. */
export const lacedOn = (k: K) =>
  k.on('hung', 'lace', 'bends', 'low', 'high', 'reach', 'turns', 'ends', 'alloy', 'temper')

/** What of a back its figures hang on that are searched for at its ends. */
const atEnds = (k: K) => k.on('low', 'high', 'hung', 'bends', 'back', 'size', 'stand', 'alloy', 'temper')

/** A leg that comes down behind the stone, as what stops its foot asks it. */
export const comesDown = (k: K, pen: Pen, { plane: { up }, turn, lean }: Ground, leg = ''): ComesDown => ({
  pen,
  up,
  lean,
  turn,
  leg,
  size: k.q.size,
  foot: -k.stone.length / 2,
  chip: k.o.hung === 'top down' ? 0 : k.stone.chip,
  extentAt: (y) => reachAt(k, y),
  stand: k.o.stand,
  low: shaftEnds(k)[0] + k.stone.length / 2 + k.o.low,
  on: atEnds(k),
})

/** From behind the stone, heading up: forward over the stone's top to its middle, and there upright. */
export function overTop(k: K, pen: Pen, { plane: { up }, turn, lean }: Ground, leg = ''): void {
  const { o, stone } = k
  const [R, size] = [numberOf(turn), k.thick('size')]
  // two legs come together first, from where their loops leave them
  const legs = k.o.back === 'closed loops' ? k.on('reach', 'turns', 'ends', 'lace') : {}
  const all = { ...atEnds(k), ...legs }
  // over a broad end its bend stands wholly above the stone, and is cranked down to it; over a point that is out of its way
  const broad = stone.kind === 'crystal' && o.hung === 'top down'
  const high = stone.length / 2 + o.stand + (broad ? R : size / 2)
  const rise = (high - R * (1 - up[2]) - pen.at[1]) / up[1]
  if (rise < 0) k.say('past-the-end', 'error', 'high', {})
  pen
    .line('rise', 'top', k.found('rise', `top${leg}`, rise, all))
    .bend('forward', 'top', turn, F.overTop({ lean }), FRONT)
  if (broad) pen.crank('down-to-it', 'top', turn, liftOf({ turn, size: k.q.size }), scale(Y, -1))
  pen
    .line('over', 'top', k.found('over', `top${leg}`, -pen.at[2] - R, all))
    .bend('upright', 'top', turn, angle('a right angle', 90), Y)
}
