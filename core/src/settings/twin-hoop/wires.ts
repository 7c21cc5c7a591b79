import { bisect, mirrorX, type Vec3 } from '../../geom/index.js'
import {
  hermite,
  moveSegment,
  pathLength,
  reverseSegment,
  segmentAt,
  type Segment,
} from '../../path/index.js'
import { outlineNearest, outlinePoint, outlineRun } from '../../stone/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import { figure, figures, mm, moved, Pen, type PartOfWork } from '../kit/index.js'
import { castOnLoop } from '../kit/parts/castOnLoop.js'
import { shankHalf } from '../kit/parts/shank.js'
import { arcSegments } from '../shared/arcs.js'
import { along, climbingCoil, endCoil, passingTurn, startCoil } from '../shared/coilRound.js'
import { halfHoop } from '../shared/halfHoop.js'
import { shoulderOf, shoulderPath } from '../shared/shoulder.js'
import { type Ground, type K, type Side, type Which } from './hoops.js'
import type { searched } from './text.js'

const { make: F, formulas } = figures('hoops', {
  half: mm('π × {radius}: half of a hoop', ({ radius }) => Math.PI * radius),
  both: figure('turns', '2 × {turns}: of both ends', ({ turns }) => 2 * turns),
  passing: mm('{one} + {other}: the turn in passing', ({ one, other }) => one + other),
  open: mm(
    '({front} + {back} + {passing}) / π − {size}: inside, before its turn in passing draws it smaller',
    ({ front, back, passing, size }) => (front + back + passing) / Math.PI - size,
  ),
})
export { F, formulas }

/** A carrier goes on past the far hoop's coil by this much before it is curled in over it, mm; its end stops so far from the stone, wherever it moves. */
export const STUB = 0.3
const BEFORE_STONE = 0.08
/** It is curled by no more than this, radians. */
const CURLED = (2 * Math.PI) / 3
/** Where the post's turn into the far hoop begins past the hoop's back half, of one wire, in thicknesses. */
const BEGINS = 0.55

export const SIDES = ['left', 'right'] as const
const flipY = (p: Vec3): Vec3 => [p[0], -p[1], p[2]]
const flipped = (seg: Segment): Segment => moveSegment(seg, flipY, flipY)
const mirrored = (seg: Segment): Segment => moveSegment(seg, mirrorX, mirrorX)

const ROUND_A_SIDE = ['pass', 'coil', 'climb', 'tied', 'side', 'hook', 'climbs', 'bend']
const OF_CARRIERS = ['finger', 'turn', 'shoulder', 'side', 'tied', 'hook']

/** What a figure of this kind hangs on: where the hoops lie, how often ends are wound, where their carriers begin. */
export function hangsOn(k: K, g: Ground, kind: keyof typeof searched): Readonly<Record<string, Quantity>> {
  const several = g.ring && !g.one && ROUND_A_SIDE.includes(kind)
  const turned = kind !== 'pass' && ROUND_A_SIDE.includes(kind)
  const begun = g.ring ? (['ring', 'bulge'] as const) : (['leave'] as const)
  return k.on(
    ...(['mount', 'work', 'seat', 'hoop', 'play', 'shankSize'] as const),
    ...(g.one ? [] : (['size'] as const)),
    ...(several ? (['shank'] as const) : []),
    ...(turned ? (['turns'] as const) : []),
    // one wire is drawn from its middle on: what follows hangs on how it begins
    ...(OF_CARRIERS.includes(kind) || g.one ? begun : []),
    ...(g.one || kind === 'hook' ? (['alloy', 'temper'] as const) : []),
  )
}

type Put = (id: string, kind: keyof typeof searched, segments: readonly Segment[], length?: Quantity) => void

/** Draws stretches of one half of a wire, each as long as its path. */
function putter(
  k: K,
  g: Ground,
  pen: Pen,
  strand: string,
  side: Side,
  seen = (s: Segment): Segment => s,
): Put {
  return (id, kind, segments, length) => {
    if (segments.length === 0) throw new RangeError(`there is no room for "${id}"`)
    pen.draw(
      id,
      kind,
      segments.map(seen),
      length ?? k.found(kind, `${strand}, ${id} ${side}`, pathLength({ segments }), hangsOn(k, g, kind)),
    )
  }
}

/** A half of a hoop: where it is an arc, by its radius. */
function halfLength(k: K, g: Ground, which: Which, face: 'front' | 'back'): Quantity | undefined {
  if (g.lying !== undefined) return undefined
  const [x] = outlinePoint(g.outline, g[which][face], g.offset)
  return F.half({ radius: k.found('radius', `${which} hoop’s ${face} half`, x, hangsOn(k, g, 'radius')) })
}

export type Halves = Readonly<Record<Side, Pen>>
const fresh = (): Pen => new Pen([0, 0, 0], [0, 1, 0])

/** A hoop from the middle of its turn in passing (at the left) outward, upright. The far hoop is the near one seen in the mirror y = 0. */
export function hoopOf(k: K, g: Ground, which: Which): Halves {
  const { post } = g
  const { front, back, gap, lead } = g[which]
  const [enters, leaves] = passingTurn(post, front, gap)
  const seen = which === 'far' ? flipped : undefined
  const [left, right] = [fresh(), fresh()]
  const [toLeft, toRight] = [
    putter(k, g, left, which, 'left', seen),
    putter(k, g, right, which, 'right', seen),
  ]
  toLeft('pass', 'pass', [reverseSegment(enters)])
  toLeft('front', 'front', [reverseSegment(halfHoop(g, front, 'front'))], halfLength(k, g, which, 'front'))
  toLeft('coil', 'coil', [reverseSegment(startCoil(post, front, -1, g.turns, lead))])
  toRight('pass', 'pass', [leaves])
  toRight('back', 'back', [halfHoop(g, back, 'back')], halfLength(k, g, which, 'back'))
  toRight('coil', 'coil', [endCoil(post, back, 1, g.turns, lead)])
  return { left, right }
}

/** A stretch along the posts from a normal direction down to a lower one, in the plane z. */
const down = (g: Ground, from: number, to: number, z: number): Segment[] =>
  arcSegments(g.outline, to, from, g.post.offset, z).map(reverseSegment).reverse()

/** Draws a carrier's half from where it comes along the stone to its end, as it lies on the right; the left one differs by how much its coils take. */
function alongStone(g: Ground, side: Side, z: number, put: Put): void {
  const { post, near, far, outline, curl, shankSize, play } = g
  const at = (run: number): number => along(post, 0, run)
  const [top, low] = [at(near.latitude + near.tied[side]), at(near.latitude - near.tied[side])]
  const [begin, end] = [at(far.tied[side] - far.latitude), at(-far.latitude - far.tied[side])]
  const tip = at(-far.latitude - far.tied[side] - STUB)
  put('rise', 'side', down(g, g.begins, top, z))
  put('near', 'tied', down(g, top, low, z))
  put('mid', 'side', down(g, low, begin, z))
  put('far', 'tied', down(g, begin, end, z))
  put('stub', 'side', down(g, end, tip, z))
  // curled inward over the hoop until its end is by the stone
  const [nx, ny] = [Math.cos(tip), Math.sin(tip)]
  const [x, y] = outlinePoint(outline, tip, post.offset)
  const arc = (sweep: number): Segment => ({
    kind: 'arc',
    centre: [x - curl * nx, y - curl * ny, z],
    x: [nx, ny, 0],
    y: [ny, -nx, 0],
    radius: curl,
    sweep,
  })
  const room = (sweep: number): number => {
    const [u, v] = segmentAt(arc(sweep), curl * sweep).p
    return outlineNearest(outline, u, v).distance - shankSize / 2 - BEFORE_STONE - play / 2
  }
  put('hook', 'hook', [arc(room(CURLED) >= 0 ? CURLED : bisect(room, 0.05, CURLED, 1e-9).root)])
}

/** A carrier from its middle (the far side of the finger, the top of the bail) to where it comes along the stone, and what a bail brings. */
function carrierBegun(
  k: K,
  g: Ground,
  strand: string,
  z: number,
): Halves & { readonly puts: Readonly<Record<Side, Put>>; readonly bail?: PartOfWork } {
  const putsOn = ({ left, right }: Halves): Record<Side, Put> => ({
    left: putter(k, g, left, strand, 'left', mirrored),
    right: putter(k, g, right, strand, 'right'),
  })
  if (g.ring) {
    const pens = { left: fresh(), right: fresh() }
    const puts = putsOn(pens)
    for (const side of SIDES) for (const piece of shankHalf(k, g.shank, z)) puts[side](...piece)
    return { ...pens, puts }
  }
  const bail = castOnLoop(k, {
    strand,
    thick: k.q.shankSize,
    wound: 'bindingSize',
    foot: { y: shoulderOf(g.shoulder).join, z },
  })
  const puts = putsOn(bail.pens)
  const shoulder = shoulderPath(g.shoulder, z).map(reverseSegment).reverse()
  for (const side of SIDES) puts[side]('shoulder', 'shoulder', shoulder)
  return { ...bail.pens, puts, bail }
}

export type Carrier = Halves & { readonly bail?: PartOfWork }

/** A wire that carries the hoops: the `index`th of a shank's side by side. */
export function carrierOf(k: K, g: Ground, strand: string, index: number): Carrier {
  const z = (index - (g.carriers - 1) / 2) * g.shankSize
  const { puts, ...carrier } = carrierBegun(k, g, strand, z)
  for (const side of SIDES) alongStone(g, side, z, puts[side])
  return carrier
}

/** How far along the right post the climb goes, from the far hoop's back half to the near one's front half, mm. */
export const climbOf = ({ post, near, far }: Ground): number =>
  outlineRun(post.outline, 0, near.front, post.offset) + outlineRun(post.outline, 0, far.back, post.offset)

/** Packed turns of the climb: as many as an end is wound, where there is room for them and for the turn that goes the rest of the way. */
export const climbTurns = (g: Ground): number =>
  Math.max(0, Math.min(g.turns, Math.floor(climbOf(g) / g.near.lead - 1)))

/**
 * A piece worked from one wire, from its middle (the far side of the finger, the top of the bail) outward, upright. The left end is a carrier as
 * any. The right end comes down as a carrier too, turns into the far hoop, is wound round both sides, climbs the right side in packed turns,
 * makes the near hoop, and is wound on.
 */
export function oneWire(k: K, g: Ground, strand: string): Carrier {
  const { puts, ...carrier } = carrierBegun(k, g, strand, 0)
  alongStone(g, 'left', 0, puts.left)
  const { post, near, far, size } = g
  const put = puts.right
  // the post: as far as the turn into the far hoop begins, seen in the mirror past its back half
  const begin = -along(post, far.back, BEGINS * size)
  const top = along(post, 0, near.latitude + near.tied.right)
  const under = along(post, near.front, -size / 2)
  const from = -along(post, far.back, -size / 2)
  put('rise', 'side', down(g, g.begins, top, 0))
  put('near', 'tied', down(g, top, under, 0))
  put('mid', 'side', down(g, under, from, 0))
  put('far', 'tied', down(g, from, begin, 0))
  // what follows of the far hoop is seen in the mirror y = 0, as the near one is made
  const rest = halfHoop(g, far.front, 'front', g.bend / outlinePoint(g.outline, far.front, g.offset)[0])
  put('bend', 'bend', [flipped(intoHoop(g, -begin, rest))])
  put('far-front', 'front', [flipped(rest)])
  put('far-pass', 'pass', passingTurn(post, far.front, far.gap).map(flipped))
  put('far-back', 'back', [flipped(halfHoop(g, far.back, 'back'))])
  put('climb', 'climb', [climbingCoil(post, -far.back, climbTurns(g), near.lead, climbOf(g))])
  put('near-front', 'front', [halfHoop(g, near.front, 'front')])
  put('near-pass', 'pass', passingTurn(post, near.front, near.gap))
  put('near-back', 'back', [halfHoop(g, near.back, 'back')])
  put('coil', 'coil', [endCoil(post, near.back, 1, g.turns, near.lead)])
  return carrier
}

/** From the post at a normal direction into what is left of the hoop's front half: seen as for the near hoop. */
function intoHoop(g: Ground, psi: number, rest: Segment): Segment {
  const [x0, y0] = outlinePoint(g.outline, psi, g.post.offset)
  const end = segmentAt(rest, 0)
  return hermite(
    [0, (Math.PI / 2) * g.bend],
    [[x0, y0, 0], end.p],
    [[-Math.sin(psi), Math.cos(psi), 0], end.t],
  )
}

/** From upright to as it is worn: a ring's finger lies behind the stone, a pendant stays as it is. */
export const asWorn = (g: Ground, { pieces }: Pen) =>
  g.ring ? moved(pieces, ([x, y, z]) => [x, z, -y]) : pieces

/** A hoop as it comes off the rod, before its turn in passing: a circle from its middle, by its parts, outward from there. */
export function offTheRod(g: Ground, hoop: Halves): Readonly<Record<string, readonly Segment[]>> {
  const bent = (side: Side) => asWorn(g, hoop[side]).filter((p) => p.kind !== 'coil')
  const round = [...bent('left'), ...bent('right')].reduce((sum, p) => sum + numberOf(p.length), 0)
  const radius = round / (2 * Math.PI)
  const half = (side: Side): [string, readonly Segment[]][] => {
    const start = segmentAt(bent(side)[0]!.segments[0]!, 0)
    const pen = new Pen(start.p, start.t)
    return bent(side).map((p) => {
      // it lies at the left, and turns toward the right
      const arc = pen.arc(radius, numberOf(p.length) / radius, [1, 0, 0])
      pen.draw(p.id, p.kind, [arc], p.length)
      return [`${p.id}-${side}`, [arc]]
    })
  }
  return Object.fromEntries([...half('left'), ...half('right')])
}
