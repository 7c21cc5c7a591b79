import { bisect, type Vec3 } from '../../geom/index.js'
import { hermite, moveSegment, type Segment } from '../../path/index.js'
import { outlineAfter, outlinePoint, outlineRun, type Outline } from '../../stone/index.js'

/** A bundle of wires side by side (along z) that follows an outline at a distance, and a wire that is wound round it. mm. */
export interface Post {
  readonly outline: Outline
  /** From the outline to the middle of the bundle's wires. */
  readonly offset: number
  /** From the middle of the bundle to the middle of its outer wires: 0 for one wire. */
  readonly half: number
  /** From the middle of a bundle's wire to the middle of the wire wound round it. */
  readonly reach: number
}

const FOOT = -Math.PI / 2

/** The normal direction that lies `run` mm (below 0: backward) along a post from direction psi. */
export function along({ outline, offset }: Post, psi: number, run: number): number {
  return run >= 0
    ? outlineAfter(outline, psi, run, offset)
    : outlineAfter(outline, FOOT, outlineRun(outline, FOOT, psi, offset) + run, offset)
}

/** How much longer a step along the post's middle is than one along the wound wire's inner side. */
export function widening({ outline, offset, reach }: Post, psi: number): number {
  const d = 1e-4
  const radius = outlineRun(outline, psi - d, psi + d, 0) / (2 * d)
  return (radius + offset) / (radius + offset - reach)
}

/** One turn round the bundle, without its lead: 4 half + 2 π reach. */
export const turnRound = ({ half, reach }: Pick<Post, 'half' | 'reach'>): number =>
  4 * half + 2 * Math.PI * reach

/** Place on the turn, l mm from its inner middle toward +z: how far inward of the bundle's middle, and z. */
function onTurn({ half, reach: c }: Post, l: number): readonly [inward: number, z: number] {
  const round = turnRound({ half, reach: c })
  let s = l - round * Math.floor(l / round)
  if (s <= half) return [c, s]
  s -= half
  if (s <= Math.PI * c) return [c * Math.cos(s / c), half + c * Math.sin(s / c)]
  s -= Math.PI * c
  if (s <= 2 * half) return [-c, half - s]
  s -= 2 * half
  if (s <= Math.PI * c) return [-c * Math.cos(s / c), -half - c * Math.sin(s / c)]
  s -= Math.PI * c
  return [c, s - half]
}

/** Share of the first turn over which a coil takes up its lead. */
export const RAMP = 0.15

/** What a coil's advance along the post is, mm, after `turns` from where it leaves the plane of the wire that it ends. */
export const advance = (lead: number, turns: number): number =>
  lead * (turns < RAMP ? (turns * turns) / (2 * RAMP) : turns - RAMP / 2)

/** The end of a coil stands this share of a reach's circle before a whole turn: beside the bundle, its tip toward the stone. */
export const coilTurnLength = (post: Pick<Post, 'half' | 'reach'>, turns: number): number =>
  turns * turnRound(post) - post.half - (Math.PI / 2) * post.reach

/** A wound stretch as a spline: l from l0 to l1 along the turns, `runAt` the advance along the post. */
function wound(post: Post, psi: number, l0: number, l1: number, runAt: (l: number) => number): Segment {
  const at = (l: number): Vec3 => {
    const here = along(post, psi, runAt(l))
    const [inward, z] = onTurn(post, l)
    const [x, y] = outlinePoint(post.outline, here, post.offset - inward)
    return [x, y, z]
  }
  // knots at the turn's own corners (where its curvature jumps) and evenly between them
  const round = turnRound(post)
  const { half, reach: c } = post
  const corners = [0, half, half + Math.PI * c, 3 * half + Math.PI * c, 3 * half + 2 * Math.PI * c]
  const stops = new Set<number>([l0, l1])
  for (let k = Math.floor(l0 / round) - 1; k <= Math.ceil(l1 / round); k++)
    for (const corner of corners) {
      const l = k * round + corner
      if (l > l0 + 1e-6 && l < l1 - 1e-6) stops.add(l)
    }
  const sorted = [...stops].sort((a, b) => a - b)
  const ls: number[] = [sorted[0]!]
  sorted.slice(1).forEach((end, i) => {
    const start = sorted[i]!
    if (end - start < 1e-6) return
    const count = Math.max(1, Math.ceil((end - start) / (0.4 * c)))
    for (let k = 1; k <= count; k++) ls.push(start + ((end - start) * k) / count)
  })
  const d = 1e-5
  const slope = ls.map((l): Vec3 => {
    const [p, q] = [at(l - d), at(l + d)]
    return [(q[0] - p[0]) / (2 * d), (q[1] - p[1]) / (2 * d), (q[2] - p[2]) / (2 * d)]
  })
  return hermite(ls, ls.map(at), slope)
}

/**
 * A wire's end wound round a post on the right: from the inner side, where the wire comes along +z, outward. `way` 1 goes toward growing
 * normal directions, -1 the other way; `lead` is the advance of a turn along the post's middle.
 */
export function endCoil(post: Post, psi: number, way: 1 | -1, turns: number, lead: number): Segment {
  const round = turnRound(post)
  return wound(post, psi, 0, coilTurnLength(post, turns), (l) => way * advance(lead, Math.max(0, l) / round))
}

/** The same for an end that is come from: travelled from its tip to where the wire leaves along +z. The turns lie at l below 0. */
export function startCoil(post: Post, psi: number, way: 1 | -1, turns: number, lead: number): Segment {
  const round = turnRound(post)
  return wound(
    post,
    psi,
    -coilTurnLength(post, turns),
    0,
    (l) => way * advance(lead, Math.max(0, -l) / round),
  )
}

/**
 * A wire that climbs a post on the right from one hoop's inner side to the next one's: packed turns, then one more with which it goes the rest
 * of the way, all along by `rise` mm of the post's middle. It comes and leaves along +z.
 */
export function climbingCoil(post: Post, psi: number, turns: number, lead: number, rise: number): Segment {
  const round = turnRound(post)
  const packed = advance(lead, turns)
  const rest = rise - packed
  return wound(post, psi, 0, (turns + 1) * round, (l) => {
    const t = Math.min(turns + 1, Math.max(0, l / round))
    if (t <= turns) return advance(lead, t)
    // on from the pace of the packed turns to standing still
    const u = t - turns
    const start = Math.min(lead, 3 * rest)
    return packed + start * u * (1 - u) ** 2 + rest * u * u * (3 - 2 * u)
  })
}

/**
 * One whole turn in passing round a post on the left: the wire comes along -z, goes once round, and goes on along -z, `gap` mm farther along
 * the post (below 0: back). In two halves, each a segment.
 */
export function passingTurn(post: Post, psi: number, gap: number): readonly [Segment, Segment] {
  const round = turnRound(post)
  const runAt = (l: number) => {
    const s = Math.min(1, Math.max(0, l / round))
    return gap * (s - Math.sin(2 * Math.PI * s) / (2 * Math.PI))
  }
  // wound on the right toward +z; seen in the mirrors x and z it is the left one toward -z
  const flip = ([x, y, z]: Vec3): Vec3 => [-x, y, -z]
  const half = (a: number, b: number) => moveSegment(wound(post, psi, a, b, runAt), flip, flip)
  return [half(0, round / 2), half(round / 2, round)]
}

/** Packed turns stand this much farther apart than the wire is thick. */
const PACKED = 1.04
/** Lead of a wound end over the wire's thickness: it takes up its lead slowly. */
const LEAD = 1.15
/** A hoop as wide as the stone, or wider, touches nothing: it is put where the stone's normal is this far above its equator, radians. */
export const LOOSE_AT = 0.6

/** Where one hoop lies on the post, seen upright as the near one: the far hoop is worked out so, and mirrored. */
export interface HoopPlace {
  /** y of its middle. */
  readonly height: number
  /** Normal direction at its middle, and at its front and back halves. */
  readonly psi: number
  readonly front: number
  readonly back: number
  /** How far apart the halves stand along the post, and the lead of a wound end. */
  readonly gap: number
  readonly lead: number
  /** The stretch of the right post that its wound ends take, and of the left one that its turn in passing takes, mm to either side of its middle. */
  readonly tied: Readonly<Record<'left' | 'right', number>>
  /** Run along the post from the equator to its middle. */
  readonly latitude: number
}

/** The normal direction at which the curve at a distance is as far out as x; undefined where it nowhere is. */
export function reaching(o: Outline, x: number, offset: number): number | undefined {
  if (!(x < o.right + offset - 1e-9)) return undefined
  return bisect((psi) => outlinePoint(o, psi, offset)[0] - x, 0, Math.PI / 2, 1e-13).root
}

/** Where a hoop of a radius to its wire's middle lies on a post, its ends wound on so often: `offset` is its wire's from the outline, `d` its thickness. */
export function hoopOn(post: Post, offset: number, r: number, d: number, turns: number): HoopPlace {
  const psi = reaching(post.outline, r, offset) ?? LOOSE_AT
  const wider = widening(post, psi)
  const gap = PACKED * d * wider
  const lead = LEAD * d * wider
  return {
    height: outlinePoint(post.outline, psi, offset)[1],
    psi,
    front: along(post, psi, -gap / 2),
    back: along(post, psi, gap / 2),
    gap,
    lead,
    tied: {
      left: gap / 2 + (d * wider) / 2,
      right: gap / 2 + advance(lead, turns) + (d * wider) / 2,
    },
    latitude: outlineRun(post.outline, 0, psi, post.offset),
  }
}
