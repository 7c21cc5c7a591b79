import { mirrorX, remember } from '../../geom/index.js'
import { moveSegment, pathLength, type Segment } from '../../path/index.js'
import { leaf, type Quantity } from '../../working/index.js'
import { Pen, type Given, type Strand } from '../kit/index.js'
import { arcSegments } from '../shared/arcs.js'
import { beadHalf } from '../shared/beadAccent.js'
import { bendSegment } from '../shared/faceBend.js'
import { sweepSegment } from '../shared/faceSweep.js'
import { swirlSegments } from '../shared/swirl.js'
import { curledTail } from '../shared/tail.js'
import type { PlacedBall } from './ball.js'
import type { PlacedBead } from './bead.js'
import type { choices } from './choices.js'
import { endsOf, isCoiled, swirlOf } from './ends.js'
import { F } from './figures.js'
import { footSegments } from './foot.js'
import {
  bendsOf,
  faceOf,
  halfOf,
  SIDES,
  sweepOf,
  wireHeight,
  wireId,
  type Face,
  type Frame,
  type Reach,
  type Side,
} from './frame.js'
import { easeSegment, shoulderSegments } from './outlinePath.js'
import { TIED, tailOver } from './tailOver.js'
import type { searched } from './text.js'

export type K = Given<typeof choices>
export type Halves = Readonly<Record<Side, Pen>>

/** Where a face is bent over: nowhere in particular where the wire goes over it in one sweep. */
export const reachOf = ({ o }: K, face: Face): Reach => ({
  hours: sweeps(o, face) ? [] : o[`${face}Bends`],
  overlap: o[`${face}Overlap`],
})
type Holds = Pick<K['o'], 'frontHold' | 'backHold' | 'frontOverlap' | 'backOverlap'>
/** Does the wire go over a face in one sweep along each side. */
export const sweeps = (o: Holds, face: Face): boolean =>
  o[`${face}Hold`] === 'sweep' && o[`${face}Overlap`] > 0

/** What a length of this kind hangs on, of a wire that is bent over this face. */
export function hangsOn(k: K, kind: keyof typeof searched, face?: Face): Readonly<Record<string, Quantity>> {
  const bent = face
    ? ([`${face}Hold`, `${face}Overlap`, `${face}Bends`, 'wires', 'alloy', 'temper'] as const)
    : []
  const foot = ['foot', 'footForm', 'footGap', 'binding', 'bindingSize'] as const
  const legs = k.o.footForm === 'V' ? (['alloy', 'temper'] as const) : []
  const top = ['leave', 'neckRadius'] as const
  const ends = [...top, 'neck', 'wires', 'alloy', 'temper'] as const
  const own = ['size', 'profile', 'twist'] as const
  switch (kind) {
    case 'ease':
      return k.on(...own, ...foot, ...legs, 'wires', 'footBind')
    case 'sweep':
    case 'side':
      return k.on(...own, ...foot, ...legs, 'leave', ...bent)
    case 'bend':
      // one that runs into the foot begins where that ends
      return k.on(...own, ...bent, 'foot')
    case 'shoulder':
    case 'gapTop':
      return k.on(...own, ...top)
    case 'swirl':
      return k.on(...own, ...ends)
    case 'over':
      return k.on(...own, ...ends, 'tailOver', 'binding', 'bindingSize')
    case 'coil':
      return k.on(...own, ...ends, 'ball', 'binding', 'bindingSize')
    case 'through':
    case 'turns':
    case 'beadGap':
      return k.on(...own, ...top, 'wires', 'bead', 'beadWire')
    case 'carried':
    case 'stretch':
      return k.on(...own, ...foot, ...legs, ...top, 'wires', 'alloy', 'temper')
    default: {
      const never: never = kind
      throw new RangeError(`unknown kind of length ${String(never)}`)
    }
  }
}

const mirrors = remember<Segment, Segment>(128)
/** A segment of the right half as it lies in the left one; splines are kept, as bends are kept. */
const mirrored = (seg: Segment): Segment =>
  seg.kind === 'spline'
    ? mirrors(seg, () => moveSegment(seg, mirrorX, mirrorX))
    : moveSegment(seg, mirrorX, mirrorX)

type Put = (
  id: string,
  kind: string,
  segments: readonly Segment[],
  length: Quantity | keyof typeof searched,
) => void

/** Draws stretches of one half of a wire, seen on the right; what is no formula is as long as its path. */
const putter =
  (k: K, pen: Pen, wire: string, side: Side, face?: Face): Put =>
  (id, kind, segments, length) => {
    if (segments.length === 0) throw new RangeError(`there is no room for "${id}"`)
    // wires that are bent over no face are alike, however many there are
    const named = face === undefined && (length === 'side' || length === 'shoulder') ? 'between' : wire
    const long =
      typeof length === 'string'
        ? k.found(length, `${named}, ${id} ${side}`, pathLength({ segments }), hangsOn(k, length, face))
        : length
    pen.draw(id, kind, side === 'left' ? segments.map(mirrored) : segments, long)
  }

/** Both halves of wire i from the middle of the foot up to where the neck begins. */
export function upToNeck(k: K, frame: Frame, i: number, lifts: readonly number[] | undefined): Halves {
  const n = frame.wires
  const face = faceOf(i, n)
  const half = (side: Side): Pen => {
    const { solid, line, stations } = halfOf(frame, side)
    const z = wireHeight(i, n, line)
    const low = lifts?.[i] ?? z
    const pen = new Pen([0, 0, z], [1, 0, 0])
    const put = putter(k, pen, wireId(i, n), side, face)
    put('foot', 'foot', footSegments(line, low), F.halfFoot({ foot: k.q.foot }))
    put('ease', 'side', [easeSegment(line, stations, z, low)], 'ease')
    let at = stations.easeEnd
    let count = 0
    const along = (to: number) => {
      if (to > at + 1e-9)
        put(`side-${count}`, 'side', arcSegments(solid.outline, at, to, line.thickness / 2, z), 'side')
      at = to
    }
    for (const bend of face ? bendsOf(frame, face, reachOf(k, face), side) : []) {
      along(bend.from)
      count++
      put(`bend-${bend.hour}`, 'bend', [bendSegment(bend)], 'bend')
      at = bend.to
    }
    if (face && sweeps(k.o, face)) {
      const sweep = sweepOf(frame, face, k.o[`${face}Overlap`], side)
      put('sweep', 'bend', [sweepSegment(sweep)], 'sweep')
    } else along(stations.leave)
    put('shoulder', 'shoulder', shoulderSegments(line, stations, z, frame.join), 'shoulder')
    return pen
  }
  return { left: half('left'), right: half('right') }
}

/** Draws on what becomes of wire i's ends above the neck. */
export function drawEnds(k: K, frame: Frame, i: number, halves: Halves, ball: PlacedBall | undefined): void {
  const n = frame.wires
  for (const side of SIDES) {
    const pen = halves[side]
    const put = putter(k, pen, wireId(i, n), side)
    pen.line('neck', 'neck', k.q.neck)
    const z = wireHeight(i, n, frame.line)
    if (isCoiled(k.o, i, side) && ball) {
      put('tail', 'tail', ball.coil.lead, 'coil')
      put('coil', 'coil', ball.coil.first, 'coil')
      put('tied', 'tied', ball.coil.tied, 'coil')
      put('over', 'coil', ball.coil.rest, 'coil')
      continue
    }
    switch (endsOf(k.o, i)) {
      case 'over': {
        const { tail, tied } = tailOver(frame, k.o.neck, Number(k.o.tailOver), side)
        put('tail', 'tail', tail, 'over')
        put('tied', 'tied', tied, TIED_END)
        break
      }
      case 'shoulder':
        put('tail', 'tail', swirlSegments(swirlOf(frame, k.o.neck, i, side)), 'swirl')
        break
      case 'above': {
        // the tails fan out: the front pair lowest, each pair behind it higher and steeper
        const fan = n > 2 ? (n - 1 - i) / (n - 2) : 0
        const a = frame.line.thickness
        const from = [a / 2, frame.join + k.o.neck, z] as const
        put('tail', 'tail', curledTail({ from, budget: k.o.tail, fan, thickness: a }), k.q.tail)
        break
      }
      case 'bail':
      case 'cut':
        break
    }
  }
}
export const TIED_END = leaf('table', 'length of a tied end', TIED, 'mm', 'our choice')

/** The front wire is twisted as a common screw, the rear one the other way: bound side by side they look balanced. */
export const twistOf = ({ pitch, wires }: Frame, i: number): Pick<Strand, 'twist'> =>
  pitch === undefined || (i > 0 && i < wires - 1) ? {} : { twist: { pitch, sense: i === 0 ? -1 : 1 } }

/** A bead's own wire, from the middle of the bead to its end behind the shoulder on both sides. */
export function beadStrand(k: K, { on, left, right }: PlacedBead): Strand {
  const half = (side: Side): Pen => {
    const pen = new Pen([0, on.y, on.z], [1, 0, 0])
    const put = putter(k, pen, 'bead', side)
    const { through, turns } = beadHalf(side === 'left' ? left : right, on)
    put('through', 'through', through, 'through')
    put('turns', 'turns', turns, 'turns')
    return pen
  }
  return {
    id: 'bead',
    size: 'beadWire',
    finish: 'tucked',
    left: half('left').pieces,
    right: half('right').pieces,
    roll: [],
  }
}
