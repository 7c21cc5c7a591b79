import {
  ALONE,
  withoutNegativeZero,
  type Design,
  type Joint,
  type Part,
  type Roll,
  type Wire,
} from '../../design/index.js'
import { mirrorX, remember, type Vec3 } from '../../geom/index.js'
import {
  measurePath,
  moveSegment,
  pathAt,
  reverseSegment,
  segmentLength,
  type Path,
  type Segment,
} from '../../path/index.js'
import type { Stone } from '../../stone/index.js'
import type { Hand, Options } from '../family.js'
import { bind } from '../shared/bind.js'
import { bailRuns, bailSegments } from '../shared/rolledBail.js'
import { bendSegment } from '../shared/faceBend.js'
import { TIED_COIL } from '../shared/coilAccent.js'
import { curledTail } from '../shared/tail.js'
import { bendsOf, frameBasis, halfOf, partRange, wireHeight, wireId, type FrameBasis } from './basis.js'
import { withBead } from './bead.js'
import { ballAccent, ballOf } from './ball.js'
import { endsOf, isCoiled } from './ends.js'
import { shoulderSwirl } from './shoulderSwirl.js'
import { withTails } from './tailOver.js'
import { bindingStock, frameStock, twistPitch, wovenOf, type BoundFrameOptions } from './options.js'
import { repeatsFor } from './wovenFoot.js'
import { footSegments } from './foot.js'
import { operations } from './operations.js'
import { arcSegments } from '../shared/arcs.js'
import { easeSegment, shoulderSegments } from './outlinePath.js'

interface Piece {
  readonly id: string
  readonly kind: string
  readonly segments: readonly Segment[]
}

/** @throws RangeError always */
function noBall(): never {
  throw new RangeError('a ball has no place on the shoulder')
}

/** The right half of wire i from the middle of the foot to its end, in named pieces. */
function halfPieces(basis: FrameBasis, i: number, side: 'left' | 'right'): Piece[] {
  const { o } = basis
  const { solid, line, stations } = halfOf(basis, side)
  const a = line.thickness
  const z = wireHeight(i, o.wires, line)
  const low = wovenOf(o)?.heights[i] ?? z
  const out: Piece[] = [
    {
      id: 'foot',
      kind: 'foot',
      segments: footSegments(line, low),
    },
    { id: 'ease', kind: 'side', segments: [easeSegment(line, stations, z, low)] },
  ]
  let at = stations.easeEnd
  let count = 0
  for (const bend of bendsOf(basis, i, side)) {
    if (bend.from > at + 1e-9)
      out.push({
        id: `side-${count}`,
        kind: 'side',
        segments: arcSegments(solid.outline, at, bend.from, a / 2, z),
      })
    count++
    out.push({ id: `bend-${bend.hour}`, kind: 'bend', segments: [bendSegment(bend)] })
    at = bend.to
  }
  if (stations.leave > at + 1e-9)
    out.push({
      id: `side-${count}`,
      kind: 'side',
      segments: arcSegments(solid.outline, at, stations.leave, a / 2, z),
    })
  out.push({ id: 'shoulder', kind: 'shoulder', segments: shoulderSegments(line, stations, z, basis.join) })
  const top: Vec3 = [a / 2, basis.join + o.neck, z]
  out.push({
    id: 'neck',
    kind: 'neck',
    segments: [{ kind: 'line', from: [a / 2, basis.join, z], to: top }],
  })
  if (i === 0) {
    const bail = { inside: o.bail, thickness: a, binder: line.binder, neck: o.neck }
    const { bound, bare } = bailSegments(bail, top)
    out.push({ id: 'bail', kind: 'bail', segments: bound }, { id: 'bare', kind: 'bare', segments: bare })
  } else if (isCoiled(o, i, side)) {
    const { coil } = ballOf(basis) ?? noBall()
    out.push(
      { id: 'tail', kind: 'tail', segments: coil.lead },
      { id: 'coil', kind: 'coil', segments: coil.first },
      { id: 'tied', kind: 'tied', segments: coil.tied },
      { id: 'over', kind: 'coil', segments: coil.rest },
    )
  } else if (endsOf(o, i) === 'shoulder') {
    out.push({ id: 'tail', kind: 'tail', segments: shoulderSwirl(basis, i, side) })
  } else if (endsOf(o, i) === 'above') {
    // the tails fan out: the front pair lowest, each pair behind it higher and steeper
    const rank = o.wires > 2 ? (o.wires - 1 - i) / (o.wires - 2) : 0
    out.push({
      id: 'tail',
      kind: 'tail',
      segments: curledTail({ from: top, budget: o.tail, fan: rank, thickness: a }),
    })
  }
  return out
}

const mirrors = remember<Segment, Segment>(128)

/** A segment of the right half as it lies in the left one, travelled the other way; kept, as bends are kept. */
const mirrored = (seg: Segment): Segment =>
  seg.kind === 'spline'
    ? mirrors(seg, () => reverseSegment(moveSegment(seg, mirrorX, mirrorX)))
    : reverseSegment(moveSegment(seg, mirrorX, mirrorX))

/** One whole frame wire: left end, left half mirrored and reversed, foot, right half. */
function frameWire(basis: FrameBasis, i: number): Wire {
  const { o } = basis
  const right = halfPieces(basis, i, 'right')
  const left = halfPieces(basis, i, 'left')
  const asPath = (pieces: readonly Piece[]): Path => ({ segments: pieces.flatMap((p) => p.segments) })
  const leftPath: Path = { segments: [...asPath(left).segments].reverse().map(mirrored) }
  const path: Path = { segments: [...leftPath.segments, ...asPath(right).segments] }
  const anchor = measurePath(leftPath).length
  const parts: Part[] = []
  const lay = (pieces: readonly Piece[], side: string, sign: 1 | -1) => {
    let run = 0
    for (const piece of pieces) {
      const length = piece.segments.reduce((sum, seg) => sum + segmentLength(seg), 0)
      const [s0, s1] =
        sign === 1 ? [anchor + run, anchor + run + length] : [anchor - run - length, anchor - run]
      parts.push({ id: `${piece.id}-${side}`, kind: piece.kind, s0, s1 })
      run += length
    }
  }
  lay(left, 'left', -1)
  lay(right, 'right', 1)
  parts.sort((p, q) => p.s0 - q.s0)
  const { length } = measurePath(path)
  const neckOf = (side: string) => parts.find((p) => p.id === `neck-${side}`)!
  const roll: Roll[] = [
    { s0: 0, s1: neckOf('left').s1, face: [1, 0, 0] },
    { s0: neckOf('left').s1, s1: neckOf('right').s0, face: [0, 0, 1] },
    { s0: neckOf('right').s0, s1: length, face: [1, 0, 0] },
  ]
  const flat: Roll[] = [{ s0: 0, s1: length, face: [0, 0, 1] }]
  const finish =
    i === 0 ? ('tucked' as const) : endsOf(o, i) === 'cut' ? ('cut flush' as const) : ('curled' as const)
  const coiled = isCoiled(o, i, 'right')
  const first = pathAt(path, 0)
  const last = pathAt(path, length)
  return {
    id: wireId(i, o.wires),
    stock: frameStock(o),
    ...twistOf(o, i),
    path,
    roll: i === 0 ? roll : flat,
    ends: [
      { place: first.p, direction: [-first.t[0], -first.t[1], -first.t[2]], finish },
      { place: last.p, direction: last.t, finish: coiled ? ('tucked' as const) : finish },
    ],
    parts,
    anchor,
  }
}

/** The front wire is twisted as a common screw, the rear one the other way: bound side by side they look balanced. */
function twistOf(o: BoundFrameOptions, i: number): Pick<Wire, 'twist'> {
  const pitch = twistPitch(o)
  if (pitch === undefined || (i > 0 && i < o.wires - 1)) return {}
  return { twist: { pitch, sense: i === 0 ? -1 : 1 } }
}

/** The foot's joint: bound, or woven in whole repeats whose rows are counted. */
function footJoint(o: BoundFrameOptions, spec: Parameters<typeof bind>[0]): Joint {
  const bound = bind(spec)
  const woven = wovenOf(o)
  if (!woven) return bound
  const { repeat, rows } = woven
  const repeats = repeatsFor(o.foot, woven)
  return {
    ...bound,
    kind: 'weave',
    woven: { repeat, repeats, rows },
    turns: rows * repeats,
    counted: 'pattern',
  }
}

/** The highest place inside the rolled bail. */
function hangingFrom({ o, line, join }: FrameBasis): Vec3 {
  const bail = { inside: o.bail, thickness: line.thickness, binder: line.binder, neck: o.neck }
  const { radius, rise } = bailRuns(bail)
  return [0, join + o.neck + rise + o.bail / 2, wireHeight(0, o.wires, line) - radius]
}

/**
 * The Design of a bound frame: n wires stacked through the depth round the girdle, bound at the foot and the neck,
 * the front wire bent over the face and the rear wire behind, the rear pair rolled into the bail.
 * @throws RangeError where `fits` reports an error (a fillet, bail or bend without room)
 */
export function build(stone: Stone, options: Options, hand: Hand = 'right'): Design {
  const basis = frameBasis(stone, options)
  const { o } = basis
  const n = o.wires
  const wires = Array.from({ length: n }, (_, i) => frameWire(basis, i))
  const binder = bindingStock(o)
  const rear = wires[0]!
  const joints: Joint[] = [
    footJoint(o, {
      id: 'foot',
      members: wires.map((w) => ({
        wire: w.id,
        s0: partRange(w, 'foot-left').s0,
        s1: partRange(w, 'foot-right').s1,
      })),
      binder,
      columns: 1,
      rows: n,
      length: o.foot,
    }),
    bind({
      id: 'neck',
      members: wires.flatMap((w) =>
        (['left', 'right'] as const).map((side) => ({ wire: w.id, ...partRange(w, `neck-${side}`) })),
      ),
      binder,
      columns: 2,
      rows: n,
      length: o.neck,
    }),
  ]
  const bailParts = (['left', 'right'] as const).map((side) => ({
    wire: rear.id,
    ...partRange(rear, `bail-${side}`),
  }))
  joints.push(
    bind({
      id: 'bail',
      members: bailParts,
      binder,
      columns: 2,
      rows: 1,
      length: bailParts[1]!.s1 - bailParts[1]!.s0,
    }),
  )
  const ball = ballOf(basis)
  const front = wires[n - 1]!
  if (ball)
    joints.push({
      ...bind({
        id: 'ball',
        members: [{ wire: front.id, ...partRange(front, 'tied-right') }],
        binder,
        columns: 1,
        rows: 2,
        length: TIED_COIL,
      }),
      hold: 'pin',
    })
  const plain: Design = {
    version: 1,
    family: 'bound-frame',
    hang: hangingFrom(basis),
    stones: ALONE,
    wires,
    joints,
    accents: ball ? [ballAccent(ball)] : [],
    operations: [],
  }
  const hour = Number(o.tailOver)
  const tied = hour > 0 ? withTails(basis, plain, hour) : plain
  const whole = o.bead > 0 ? withBead(basis, tied) : tied
  return withoutNegativeZero({
    ...whole,
    operations: operations(basis, whole.wires, whole.joints, hand),
  })
}
