import { convexHull, perimeter, type Vec2, type Vec3 } from '../../geom/index.js'
import { bodyOf, outlineNearest, type Outline } from '../../stone/index.js'
import { leaf, numberOf, type Quantity } from '../../working/index.js'
import { angle, crankOf, figures, mm, Pen, type Given } from '../kit/index.js'
import { facetSlope } from '../shared/facetSlope.js'
import type { choices } from './choices.js'

/**
 * Each side of the stone has a seat wire under it and may have a claw over it: straight along the side, bent outward by 45° at both ends so
 * that the tails of neighbouring sides run side by side over the corner, and led together, seat up and claw down, until they can be tied.
 */
export type Tier = 'seat' | 'claw'
/** Sides that lie across y (top and bottom), or across x. */
export type Axis = 'x' | 'y'
export const AXES = ['y', 'x'] as const
type K = Given<typeof choices>

const DIAGONAL = Math.SQRT1_2
/** A tail is clear of the stone's edge by this much before it goes up or down, mm. */
const CLEAR = 0.15
/** A tail goes on past its tie by this much, mm. */
export const PAST = leaf('table', 'past the tie', 0.8, 'mm', 'our choice')
const CORNER = angle('bend at a corner', 45)
const tan = (degrees: number): number => Math.tan((degrees * Math.PI) / 180)

export const { make: F, formulas } = figures('claws', {
  half: mm(
    '{side} / 2 − {reach} + {thick} / 2: from the stone’s middle to the wire’s',
    ({ side, reach, thick }) => side / 2 - reach + thick / 2,
  ),
  vertex: mm(
    '{own} − ({seatOwn} − {seatOther}) − {thick} / √2: half of the width between two bends, to where their lines meet',
    ({ own, seatOwn, seatOther, thick }) => own - (seatOwn - seatOther) - thick * DIAGONAL,
  ),
  width: mm('2 × {vertex}', ({ vertex }) => 2 * vertex),
  middle: mm(
    '{vertex} − {radius} × tan 22.5°: half of the straight middle',
    ({ vertex, radius }) => vertex - radius * tan(22.5),
  ),
  rise: mm(
    '{girdle} / 2 + {reach} × tan {slope}°: up to the plane of the girdle’s middle',
    ({ girdle, reach, slope }) => girdle / 2 + reach * tan(slope),
  ),
  fall: mm(
    '−({girdle} / 2 + {reach} × tan {slope}°, no more than the crown’s {crown}, + {play}): down to that plane',
    // past the table's edge a claw lies on the table
    ({ girdle, reach, slope, crown, play }) => -(girdle / 2 + Math.min(reach * tan(slope), crown) + play),
  ),
  gap: mm('{rise} − {fall}: between the tiers where they touch the stone', ({ rise, fall }) => rise - fall),
  opening: mm(
    '{side} − 2 × {reach}: between the seat wires’ inner edges, smaller than the stone',
    ({ side, reach }) => side - 2 * reach,
  ),
  clear: mm(
    '{depth} − {crown} − {girdle} / 2 − {size} − the larger of {along} and {across}: from the stone’s lowest point up to the lowest face of the seat, room that a flat surface under it leaves',
    ({ depth, crown, girdle, size, along, across }) =>
      depth - crown - girdle / 2 - size - Math.max(along, across),
  ),
  hull: mm(
    'taut string round two square wires of {size} and {claws} half-round ones of {clawSize} on them',
    ({ size, clawSize, claws }) => cornerHull(size, clawSize, claws),
  ),
})

export const searched = {
  slope: ['°', 'slope of the {which} of the stone, against the girdle'],
  level: 'of the {which} wire, straight on until it is past the stone’s edge',
  wait: 'of the {which} wire, straight on until all tails of the corner lie together',
  tied: 'out along a corner: the farthest of the ends of the ways up and down there, {which}',
} as const

function cornerHull(size: number, claw: number, claws: number): number {
  const squares = [-size, size].flatMap((x): Vec2[] => [
    [x, 0],
    [x, -size],
  ])
  const middles = claws === 2 ? [-claw / 2, claw / 2] : claws === 1 ? [claw / 2] : []
  const backs = middles.flatMap((m) =>
    Array.from({ length: 65 }, (_, i): Vec2 => {
      const t = (Math.PI * i) / 64
      return [m + (claw / 2) * Math.cos(t), (claw / 2) * Math.sin(t)]
    }),
  )
  return perimeter(convexHull([...squares, ...backs]))
}

/** One side of one tier: its figures, in the order in which they follow from each other. */
export interface Arm {
  readonly half: Quantity
  readonly vertex: Quantity
  readonly middle: Quantity
  readonly radius: Quantity
  readonly climb: Quantity
  readonly level: Quantity
  readonly wait: Quantity
}

/** Figures of all four kinds of arm, and how far out the tails of a corner are tied. */
export function armsOf(k: K): {
  readonly arms: Readonly<Record<Tier, Readonly<Record<Axis, Arm>>>>
  readonly tied: Quantity
} {
  const { q, stone, measured } = k
  const { outline } = bodyOf(stone)
  if (!outline) throw new RangeError('corner claws take faceted stones')
  const { girdle, crown } = measured as { readonly girdle: Quantity; readonly crown: Quantity }
  const side = { x: measured.width, y: measured.length }
  const sizeOf = { seat: 'size', claw: 'clawSize' } as const
  const half = (tier: Tier, axis: Axis) =>
    F.half({ side: side[axis], reach: q[tier], thick: q[sizeOf[tier]] })
  const on = k.on('seat', 'claw', 'play', 'size', 'clawSize', 'alloy', 'temper', 'seatTemper')
  const arm = (tier: Tier, axis: Axis) => {
    const size = sizeOf[tier]
    const [own, thick, radius] = [half(tier, axis), q[size], k.radius(size)]
    const other = axis === 'x' ? 'y' : 'x'
    // both tiers' tails run along the same middle line, which the seat's corner decides
    const vertex = F.vertex({ own, seatOwn: half('seat', axis), seatOther: half('seat', other), thick })
    const part = tier === 'seat' ? 'pavilion' : 'crown'
    const slope = k.found('slope', `${part} across ${axis}`, facetSlope(stone, part, axis), k.on())
    const at = { girdle, reach: q[tier], slope }
    const climb = tier === 'seat' ? F.rise(at) : F.fall({ ...at, crown, play: q.play })
    const past = pastEdge(outline, axis, numberOf(own), numberOf(vertex), numberOf(radius), k.thick(size))
    const hangsOn = k.on('seat', 'claw', 'size', 'clawSize', 'alloy', 'temper', 'seatTemper')
    const level = k.found('level', `${tier}’s ${axis}`, past, hangsOn)
    // out along the corner, to where the way up or down ends
    const { run } = crankOf(numberOf(climb), numberOf(radius))
    const out = (numberOf(vertex) + numberOf(own)) * DIAGONAL + numberOf(radius) * tan(22.5) + past + run
    return { half: own, vertex, middle: F.middle({ vertex, radius }), radius, climb, level, out }
  }
  const both = (tier: Tier) => ({ x: arm(tier, 'x'), y: arm(tier, 'y') })
  const [seat, claw] = [both('seat'), both('claw')]
  const tied = Math.max(seat.x.out, seat.y.out, claw.x.out, claw.y.out)
  const waiting = (tier: Tier, { x, y }: ReturnType<typeof both>) => ({
    x: { ...x, wait: k.found('wait', `${tier}’s x`, tied - x.out, on) },
    y: { ...y, wait: k.found('wait', `${tier}’s y`, tied - y.out, on) },
  })
  return {
    arms: { seat: waiting('seat', seat), claw: waiting('claw', claw) },
    tied: k.found('tied', 'of seat and claws', tied, on),
  }
}

/** How far a tail goes on level until its inner side is past the stone's edge, in steps of 0.1 mm. */
function pastEdge(
  outline: Outline,
  axis: Axis,
  half: number,
  vertex: number,
  radius: number,
  thick: number,
): number {
  const cut = radius * tan(22.5)
  for (let level = 0; ; level += 0.1) {
    const [u, v] = [vertex + (cut + level) * DIAGONAL, half + (cut + level) * DIAGONAL]
    const [x, y] = axis === 'y' ? [u, v] : [v, u]
    if (level >= 60 || outlineNearest(outline, x, y).distance > thick / 2 + CLEAR)
      return Number(level.toFixed(1))
  }
}

/** The right half of an arm as it lies at the top, up to the end of its tie. */
export function armPen(k: K, tier: Tier, arm: Arm): Pen {
  const { half, middle, radius, climb, level, wait } = arm
  // of a square wire its middle, of a half-round its flat side
  const z = -numberOf(climb) - (tier === 'seat' ? k.thick('size') / 2 : 0)
  const up: Vec3 = [0, 0, 1]
  return new Pen([0, numberOf(half), z], [1, 0, 0])
    .line('middle', 'middle', middle)
    .bend('bend', 'bend', radius, CORNER, [0, 1, 0])
    .line('level', 'tail', level)
    .crank('ramp', 'tail', radius, climb, up)
    .line('wait', 'tail', wait)
    .line('tie', 'tie', k.q.tie)
}
