import { THROUGH } from '../../design/index.js'
import { along, planeAxes, type Vec3 } from '../../geom/index.js'
import { pathLength, stationsOf, type Path, type Segment } from '../../path/index.js'
import { bodyBox, bodyOf, fullStone, shapeOf } from '../../stone/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import { angle, figures, mm, Pen, type Given } from '../kit/index.js'
import { roundedLine } from '../shared/roundedLine.js'
import type { choices } from './choices.js'

export type K = Given<typeof choices>

const UP: Vec3 = [0, 1, 0]
/** The leg over the top lies so many thicknesses above the stone, to its middle. */
const OVER = 0.82
/** A neighbouring turn of a flat coil lies so many thicknesses farther out. */
const TURN = 1.04
/** Two stems stand so many thicknesses apart: they touch. */
const BESIDE = 1

export const { make: F, formulas } = figures('spine', {
  foot: mm(
    'the larger of {rim} + {radius} and {low} + {size}/2, and {play}: from the stone’s middle down to the wire under it',
    ({ rim, radius, low, size, play }) => Math.max(rim + radius, low + size / 2) + play,
  ),
  behind: mm(
    '{deep} + {size}/2 + {off}: from the hole back to the leg behind',
    ({ deep, size, off }) => deep + size / 2 + off,
  ),
  half: mm('{behind}/2 − {radius}', ({ behind, radius }) => Math.max(0, behind / 2 - radius)),
  rise: mm('{foot} − {radius} − {rim}: up to the hole', ({ foot, radius, rim }) =>
    Math.max(0, foot - radius - rim),
  ),
  through: mm('{rim} + {top}: through the hole', ({ rim, top }) => rim + top),
  over: mm(
    `{high} + ${OVER} × {size} + {play}: up to the wire over the top, which both stems pass side by side`,
    ({ high, size, play }) => high + OVER * size + play,
  ),
  aside: mm(`${BESIDE}/2 × {size}`, ({ size }) => (BESIDE / 2) * size),
  fall: mm('{foot} − {radius}: down through the hole to the coil’s bend', ({ foot, radius }) =>
    Math.max(0, foot - radius),
  ),
  inner: mm(
    '(1 + √2) × {radius}: where the coil comes to lie round its stem',
    ({ radius }) => (1 + Math.SQRT2) * radius,
  ),
  coil: mm(
    `{turns} turns from {inner} outward, each ${TURN} × {size} farther out`,
    ({ turns, inner, size }) =>
      Array.from({ length: 2 * turns }, (_, i) => Math.PI * (inner + (i * TURN * size) / 2)).reduce(
        (a, b) => a + b,
        0,
      ),
  ),
  across: mm(
    `2 × {inner} + (2 × {turns} − 3/2) × ${TURN} × {size} + {size}: across the coil`,
    ({ turns, inner, size }) => 2 * inner + (2 * turns - 1.5) * TURN * size + size,
  ),
  free: mm('({hole} − {size}) / 2: of play on every side in the hole', ({ hole, size }) => (hole - size) / 2),
})

export const searched = {
  rim: 'height of the hole’s mouth at the {which}, from the stone’s middle',
  reach: 'as far as the stone reaches {which}',
  mouth: 'from the middle of the hole across to its mouth',
  peak: 'height, from the hole, at which both legs meet clear of the stone',
  corner: 'the widest bend by which the leg clears the stone, {which}',
  farther: 'as much farther off as a bend round the stone’s edge asks, {which}',
  leg: 'wire of the leg, {which}',
} as const

/** Halvings of a search, and places on a path that are looked at, mm. */
const HALVINGS = 30
const APART = 0.2
/** The leg stands off the stone by a hair at least, mm. */
export const HAIR = 0.02

/** What of a drilled stone the wire has to do with. */
export interface Drilled {
  /** Heights of both mouths of its hole from its middle, and how far it reaches down, up and back. */
  readonly mouth: { readonly top: Quantity; readonly foot: Quantity }
  readonly low: Quantity
  readonly high: Quantity
  readonly deep: Quantity
  /** How far a place stands off it, its hole left aside, mm. */
  readonly off: (p: Vec3) => number
}

/** Rays by which the rim of a hole is found. */
const RAYS = 8

/** The stone without its hole: how far a place stands off it, and how far from a place in the hole its mouth lies one way, all round. */
export function surfaceOf(k: K): Pick<Drilled, 'off'> & {
  readonly mouth: (from: Vec3, way: Vec3) => number
} {
  const { index } = shapeOf(fullStone({ ...k.stone, hole: 0 }))
  const radius = k.stone.hole / 2
  let near = NaN
  return {
    off: (p) => {
      const found = index.nearest(p, near)
      near = found.triangle
      return found.distance
    },
    mouth: (from, way) => {
      const [u, v] = planeAxes(way)
      const reaches = Array.from({ length: RAYS }, (_, i) => {
        const a = (2 * Math.PI * i) / RAYS
        const at = along(along(from, u, radius * Math.cos(a)), v, radius * Math.sin(a))
        return Math.max(...index.crossings(at, way))
      })
      return Math.max(...reaches)
    },
  }
}

export function drilledOf(k: K): Drilled {
  const { off, mouth } = surfaceOf(k)
  const box = bodyBox(bodyOf(k.stone))
  const on = k.on()
  const at = (which: 'top' | 'foot', end: 1 | -1): Quantity =>
    k.found('rim', which, mouth([0, 0, 0], [0, end, 0]), on)
  return {
    mouth: { top: at('top', 1), foot: at('foot', -1) },
    low: k.found('reach', 'down', -box.y0, on),
    high: k.found('reach', 'up', box.y1, on),
    deep: k.found('reach', 'back', -box.z0, on),
    off,
  }
}

/** Both stems of a spine where they come up above the stone, and what was found on the way. */
export interface Spine {
  readonly front: Pen
  readonly back: Pen
  /** y over which nothing may come down, mm. */
  readonly top: number
}

/** A wire bent in its middle below the stone: one leg up through its hole, one up behind it and over its top. */
export function backLeg(k: K, stone: Drilled): Spine {
  const { size, play, off } = k.q
  const radius = k.radius('size')
  const { mouth, low, high, deep } = stone
  const foot = F.foot({ rim: mouth.foot, radius, low, size, play })
  const behind = F.behind({ deep, size, off })
  const half = F.half({ behind, radius })
  const [yFoot, back] = [-numberOf(foot), -numberOf(behind)]
  const at: Vec3 = [0, yFoot, -(numberOf(half) + numberOf(radius))]
  const front = new Pen(at, [0, 0, 1])
    .line('under', 'foot', half)
    .bend('turn-up', 'foot', radius, angle('a quarter turn', 90), UP)
    .line('rise', 'foot', F.rise({ foot, radius, rim: mouth.foot }))
    .line('through', THROUGH, F.through({ rim: mouth.foot, top: mouth.top }))
    .crank('aside', 'shoulder', radius, F.aside({ size }), [1, 0, 0])
  // behind and over the top: bent as widely as clears the stone, and where its edge is too sharp for that so much farther off
  const r = numberOf(radius)
  const up = numberOf(F.over({ high, size, play }))
  const x = -numberOf(F.aside({ size }))
  const lineOff = (by: number): readonly Vec3[] => [
    at,
    [0, yFoot, back - by],
    // it comes beside the other stem on its way up
    [x, up + by, back - by],
    [x, up + by, -r],
  ]
  const isClear = (corner: number, by: number): boolean =>
    isOff({ segments: roundedLine(lineOff(by), corner) }, (p) => stone.off(p) > numberOf(size) / 2 + HAIR)
  const on = k.on('leads', 'size', 'play', 'off', 'alloy', 'temper')
  const away = r - widestClear(0, r, (less) => isClear(r, r - less))
  const farther = numberOf(k.found('farther', 'behind', away, on))
  const widest = Math.max(r, Math.min(-back - r, (up - yFoot) / 2, at[2] - back))
  const found = k.found(
    'corner',
    'behind',
    widestClear(r, widest, (corner) => isClear(corner, farther)),
    on,
  )
  const segments: Segment[] = roundedLine(lineOff(farther), numberOf(found))
  const leg = new Pen(at, [0, 0, -1])
    .draw('leg', 'leg', segments, k.found('leg', 'behind', pathLength({ segments }), on))
    .bend('turn-neck', 'shoulder', radius, angle('a quarter turn', 90), UP)
  const yTop = up + farther
  const neck = Math.max(front.at[1], leg.at[1])
  const stem = (pen: Pen, which: string) =>
    pen.line('stem', 'shoulder', k.found('leg', which, neck - pen.at[1], on))
  stem(front, 'in front, up to the neck')
  stem(leg, 'behind, up to the neck')
  return { front, back: leg, top: yTop + numberOf(size) }
}

/** Is each place of a path so. */
export const isOff = (path: Path, is: (p: Vec3) => boolean): boolean =>
  stationsOf(path, 0, pathLength(path), APART).every((x) => is(x.at.p))

/** The largest value at which something is clear, where it is at the least one. */
export function widestClear(least: number, most: number, clear: (v: number) => boolean): number {
  if (clear(most)) return most
  let [low, high] = [least, most]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2
    if (clear(middle)) low = middle
    else high = middle
  }
  return low
}

/** A wire straight through the hole, coiled flat below the stone. */
export function plainSpine(
  k: K,
  stone: Drilled,
): { readonly up: Pen; readonly down: Pen; readonly across: Quantity } {
  const { size, coil } = k.q
  const radius = k.radius('size')
  const { mouth, low } = stone
  const foot = F.foot({ rim: mouth.foot, radius, low, size, play: k.q.play })
  const middle: Vec3 = [0, 0, 0]
  const up = new Pen(middle, UP)
    .line('through', THROUGH, mouth.top)
    .line('play', 'shoulder', k.q.play)
    .crank('aside', 'shoulder', radius, F.aside({ size }), [1, 0, 0])
  const down = new Pen(middle, [0, -1, 0])
    .line('down', THROUGH, F.fall({ foot, radius }))
    .bend('turn-out', 'foot', radius, angle('a quarter turn', 90), [1, 0, 0])
    // round until it goes square to the stem, which the coil then lies round
    .bend('turn-round', 'foot', radius, angle('three eighths of a turn', 135), [0, 0, 1])
  const inner = F.inner({ radius })
  // half turns outward in the plane below the stone
  const turns: Segment[] = []
  const d = numberOf(size)
  let [at, heading]: [Vec3, Vec3] = [down.at, down.heading]
  for (let i = 0; i < 2 * k.o.coil; i++) {
    const half = new Pen(at, heading).round(numberOf(inner) + (i * TURN * d) / 2, Math.PI, [0, -1, 0])
    turns.push(half)
    const pen = new Pen(at, heading).draw('half', 'coil', [half], size)
    ;[at, heading] = [pen.at, pen.heading]
  }
  down.draw('coil', 'coil', turns, F.coil({ turns: coil, inner, size }))
  return { up, down, across: F.across({ turns: coil, inner, size }) }
}
