import { remember } from '../../geom/index.js'
import { hermite, moveSegment, segmentAt, type Segment } from '../../path/index.js'
import { outlinePoint, outlineRun } from '../../stone/index.js'
import { along, climbingCoil, endCoil, passingTurn } from '../shared/coilRound.js'
import {
  flipY,
  halfHoop,
  makeCarrier,
  mirroredX,
  side,
  upToPosts,
  type Stretch,
  type TwinHoopGeometry,
  type TwoSides,
} from './geometry.js'

const made = remember<TwinHoopGeometry, TwoSides>(16)

/**
 * A piece worked from one wire, from its middle (the far side of the finger, the top of the bail) outward, upright. The left end is a carrier as
 * any. The right end comes down as a carrier too, turns into the far hoop, is wound round both sides, climbs the right side in packed turns,
 * makes the near hoop, and is wound on.
 */
export const oneWireStretches = (g: TwinHoopGeometry): TwoSides =>
  made(g, () => ({ left: makeCarrier(g, 0, 'left').map(mirroredX), right: rightEnd(g) }))

/** How far along the right post the climb goes, from the far hoop's back half to the near one's front half, mm. */
export const climbOf = ({ post, near, far }: TwinHoopGeometry): number =>
  outlineRun(post.outline, 0, near.front, post.offset) + outlineRun(post.outline, 0, far.back, post.offset)

/** Packed turns of the climb: as many as an end is wound, where there is room for them and for the turn that goes the rest of the way. */
export function climbTurns(g: TwinHoopGeometry): number {
  const room = climbOf(g) / g.near.lead - 1
  return Math.max(0, Math.min(g.shape.turns, Math.floor(room)))
}

function rightEnd(g: TwinHoopGeometry): Stretch[] {
  const { post, near, far, shape } = g
  const out = upToPosts(g, 0)
  const put = (id: string, kind: string, ...segments: Segment[]) => out.push({ id, kind, segments })
  const low = (run: number) => along(post, 0, run)
  // the post: as far as the turn into the far hoop begins, seen in the mirror past its back half
  const begin = -along(post, far.back, BEGINS * shape.size)
  const top = low(near.latitude + near.tied.right)
  const under = along(post, near.front, -shape.size / 2)
  const from = -along(post, far.back, -shape.size / 2)
  put('rise', 'side', ...side(g, g.begins, top, 0))
  put('near', 'tied', ...side(g, top, under, 0))
  put('mid', 'side', ...side(g, under, from, 0))
  put('far', 'tied', ...side(g, from, begin, 0))
  // what follows of the far hoop is seen in the mirror y = 0, as the near one is made
  const flipped = (seg: Segment) => moveSegment(seg, flipY, flipY)
  const { bend, rest } = intoHoop(g, -begin)
  put('bend', 'bend', flipped(bend))
  put('far-front', 'front', flipped(rest))
  const [enters, leaves] = passingTurn(post, far.front, far.gap)
  put('far-pass', 'pass', flipped(enters), flipped(leaves))
  put('far-back', 'back', flipped(halfHoop(g, far.back, 'back')))
  put('climb', 'climb', climbingCoil(post, -far.back, climbTurns(g), near.lead, climbOf(g)))
  put('near-front', 'front', halfHoop(g, near.front, 'front'))
  put('near-pass', 'pass', ...passingTurn(post, near.front, near.gap))
  put('near-back', 'back', halfHoop(g, near.back, 'back'))
  put('coil', 'coil', endCoil(post, near.back, 1, shape.turns, near.lead))
  return out
}

/** Where the post's turn into the hoop begins past the hoop's back half, in thicknesses. */
const BEGINS = 0.55

/** From the post at a normal direction into the front half of the hoop, whose rest follows: seen as for the near hoop. */
function intoHoop(g: TwinHoopGeometry, psi: number): { readonly bend: Segment; readonly rest: Segment } {
  const { post, far, shape } = g
  const r = shape.bend!
  const [x] = outlinePoint(g.outline, far.front, g.offset)
  const angle = r / x
  const rest = halfHoop(g, far.front, 'front', angle)
  const [x0, y0] = outlinePoint(g.outline, psi, post.offset)
  const end = segmentAt(rest, 0)
  const length = (Math.PI / 2) * r
  return {
    bend: hermite([0, length], [[x0, y0, 0], end.p], [[-Math.sin(psi), Math.cos(psi), 0], end.t]),
    rest,
  }
}
