import { mirrorX, type Vec3 } from '../../geom/index.js'
import { pathLength, reverseSegment, type Segment } from '../../path/index.js'
import { outlineRun } from '../../stone/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import { crankOf, figure, figures, mm, moved, Pen, type Given } from '../kit/index.js'
import { castOnLoop } from '../kit/parts/castOnLoop.js'
import { BESIDE } from '../kit/parts/turnsOnFrame.js'
import type { PartOfWork } from '../kit/wirework.js'
import { arcSegments } from '../shared/arcs.js'
import { edgeHeight, INSIDE } from '../shared/edgeHeight.js'
import { latestLeave, shoulderOf, shoulderPath } from '../shared/shoulder.js'
import type { choices } from './choices.js'
import { edgesOf, FOOT, narrowest, pushedApart, STRETCH, type Sides } from './windows.js'

export type K = Given<typeof choices>

/** Between stone and frame there is room for a turn of the lacing, and so much more, mm. */
const CLEAR = 0.02
const FRONT: Vec3 = [0, 0, 1]
const BACK: Vec3 = [0, 0, -1]

export const { make: F, formulas } = figures('cage', {
  off: mm(
    `{size} / 2 + {lace} + ${CLEAR}: from the stone’s edge to the frame, a turn of lacing between`,
    ({ size, lace }) => size / 2 + lace + CLEAR,
  ),
  high: mm(
    `{edge} − {size} / 2, {size} / 2 + {lace} + ${CLEAR} at least: from the girdle to the round on this face, its crown no higher than the edge, and turns between both rounds`,
    ({ edge, size, lace }) => Math.max(size / 2 + lace + CLEAR, edge - size / 2),
  ),
  back: mm(
    '{high} − {size}: back again, to lie before the other leg in the neck',
    ({ high, size }) => high - size,
  ),
  gentle: mm(
    '{radius} × the larger of 1 and 3 × {size} / (2 × {high}): of the bends by which legs and ends part, wide where they part little',
    ({ radius, size, high }) => radius * Math.max(1, (3 * size) / (2 * high)),
  ),
  crossed: figure('', '2 × ({levels} − 2): crossings but for the last two', ({ levels }) => 2 * (levels - 2)),
  bundle: mm(
    '(2 + 2 × √2 + π) × {size}: a taut string round two legs side by side, with an end on each of them',
    ({ size }) => (2 + 2 * Math.SQRT2 + Math.PI) * size,
  ),
  wound: mm(
    `${BESIDE} × {lace} × {turns}: of the frame, turns side by side`,
    ({ lace, turns }) => BESIDE * lace * turns,
  ),
  window: mm(
    `{open} + {longest} × √(${1 + STRETCH}² − 1): the largest circle on this face that meets no wire, and the wires beside it pushed aside until they are longer by ${100 * STRETCH} %`,
    ({ open, longest }) => open + pushedApart(longest),
  ),
  passes: mm(
    'the middle one of {length}, {width} and {depth}: no round window that is smaller lets it through',
    narrowest,
  ),
})

export const searched = {
  edge: `height of the stone over its girdle, ${INSIDE} mm inside its edge, where it is lowest: {which}`,
  round: 'round the stone’s edge on the {which}, at {off}',
  shoulder: 'from the round up beside the neck: {which}',
  rise: 'upright, to where all four wires lie together: {which}',
  turns: 'round the frame: {which}, {wound} turns of {lace} on wire of {size}',
  strap: 'from one round to the other past the stone’s edge: {which}',
  crossing: 'over the face, as a taut wire of {lace} lies on the stone: {which}',
  open: 'largest circle that meets neither frame nor crossings, seen from the {which}',
  longest: 'the longest {which}, seen from the front',
} as const

/** The frame: where its rounds run, and its wire as both halves from the loop on. */
export interface Frame extends Sides {
  readonly offset: Quantity
  /** From the girdle to the middle of the round on each face. */
  readonly high: Readonly<Record<'front' | 'back', Quantity>>
  readonly pens: Readonly<Record<'left' | 'right', Pen>>
  readonly part: PartOfWork
}

/** The round on a face as its half is worked outward: down its own side of the stone and up the other. mm along it where a place up a side lies. */
export function alongRound(
  { off, leave, right, left }: Sides,
  half: 1 | -1,
  side: 1 | -1,
  run: number,
): number {
  const down = outlineRun(half === 1 ? right : left, FOOT, leave, off)
  return side === half ? down - run : down + run
}

export function frameOf(k: K): Frame {
  const { q } = k
  const offset = F.off({ size: q.size, lace: q.lace })
  const edges = edgesOf(k.stone)
  const [a, off] = [k.thick('size'), numberOf(offset)]
  const radius = k.radius('size')
  const turn = numberOf(radius)
  const shoulders = [edges.right, edges.left].map((outline) => ({
    outline,
    offset: off,
    upright: a / 2,
    radius: turn,
  }))
  const before = (Math.max(...shoulders.map(latestLeave)) * Math.PI) / 180
  const sides: Sides = { ...edges, off, leave: Math.PI / 2 - before }
  const high = {
    front: F.high({
      edge: k.found('edge', 'in front', edgeHeight(k.stone, 1), k.on()),
      size: q.size,
      lace: q.lace,
    }),
    back: F.high({
      edge: k.found('edge', 'behind', edgeHeight(k.stone, -1), k.on()),
      size: q.size,
      lace: q.lace,
    }),
  }
  const joins = shoulders.map((s) => shoulderOf({ ...s, before }).join)
  const gentle = {
    front: F.gentle({ radius, size: q.size, high: high.front }),
    back: F.gentle({ radius, size: q.size, high: high.back }),
  }
  const runOf = (face: 'front' | 'back', by: number) => crankOf(by, numberOf(gentle[face])).run
  const runs = (['front', 'back'] as const).flatMap((face) => {
    const z = numberOf(high[face])
    return [runOf(face, z), runOf(face, z - a)]
  })
  // all four wires come up beside each other at one height
  const foot = Math.max(...joins) + Math.max(...runs)
  const cast = castOnLoop(k, { strand: 'frame', thick: q.size, wound: 'lace', foot: { y: foot, z: 0 } })
  const on = k.on('size', 'lace', 'alloy', 'temper')
  const half = (way: 1 | -1): void => {
    const [face, own, other] = way === 1 ? (['front', 0, 1] as const) : (['back', 1, 0] as const)
    const z = numberOf(high[face])
    const rise = (id: string, at: number, by: number) => {
      const run = foot - joins[at]! - runOf(face, by)
      pen.line(id, 'shoulder', k.found('rise', `${id}, ${face}`, Math.max(0, run), on))
    }
    const spec = (at: number) => ({ ...shoulders[at]!, before })
    const mirror = (list: readonly Segment[]): Segment[] =>
      moved([{ id: '', kind: '', segments: list, length: offset }], mirrorX)[0]!.segments.slice()
    const back = (list: readonly Segment[]): Segment[] => [...list].reverse().map(reverseSegment)
    // drawn as the right half in front; the left one is its image in the mirrors of x and z
    const pen = new Pen([a / 2, foot, 0], [0, -1, 0])
    pen.crank('out', 'shoulder', gentle[face], high[face], FRONT)
    rise('down', own, z)
    const shoulder = (id: string, segments: readonly Segment[]) => {
      const long = pathLength({ segments })
      pen.draw(id, 'shoulder', segments, k.found('shoulder', `${id}, ${face}`, long, on))
    }
    shoulder('shoulder', back(shoulderPath(spec(own), z)))
    const [ownEdge, otherEdge] = way === 1 ? [sides.right, sides.left] : [sides.left, sides.right]
    const long = [ownEdge, otherEdge].reduce((sum, o) => sum + outlineRun(o, FOOT, sides.leave, off), 0)
    pen.draw(
      'edge',
      'round',
      [
        ...back(arcSegments(ownEdge, FOOT, sides.leave, off, z)),
        ...mirror(arcSegments(otherEdge, FOOT, sides.leave, off, z)),
      ],
      k.found('round', face, long, { ...on, off: offset }),
    )
    shoulder('shoulder-end', mirror(shoulderPath(spec(other), z)))
    rise('up', other, z - a)
    pen.crank('in', 'shoulder', gentle[face], F.back({ high: high[face], size: q.size }), BACK)
    pen.line('pressed', 'tail', q.neck)
    const flip = ([x, y, w]: Vec3): Vec3 => (way === 1 ? [x, y, w] : [-x, y, -w])
    cast.pens[way === 1 ? 'right' : 'left'].pieces.push(...moved(pen.pieces, flip))
  }
  half(1)
  half(-1)
  return { ...sides, offset, high, pens: cast.pens, part: cast }
}
