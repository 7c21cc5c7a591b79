import type { Vec3 } from '../../geom/index.js'
import { stockName } from '../../wire/index.js'
import type { PartOfWork, Step, Tie } from '../kit/index.js'
import { fixed } from '../shared/efforts.js'
import { endsOf, isCoiled, wiresWith } from './ends.js'
import { bendsOf, footRise, SIDES, sweepOf, wireId, type Face, type Frame } from './frame.js'
import { reachOf, sweeps, type K } from './wires.js'
import type { WovenFoot } from './wovenFoot.js'

const FORWARD: Vec3 = [0, 0, 1]

/** What the steps need to know of the work. */
export interface Ordered {
  readonly bail: PartOfWork
  readonly ties: readonly Tie[]
  readonly woven: WovenFoot | undefined
  /** Repeats of a woven foot, and wire for a bead with its spare, mm. */
  readonly repeats: number
  readonly beadLength: number
}

/** Two of the wires twisted about themselves before any is cut. */
export function twisting(k: K, { pitch }: Frame, longest: number): Step[] {
  if (pitch === undefined) return []
  const length = longest + 2 * k.o.margin
  const values = { frame: stockName(k.stock('size')), length, turns: Math.round(length / pitch), pitch }
  return [{ id: 'twist', kind: 'twist', wires: [], values }]
}

/** The order of work: foot, frame, and by school first the bends behind, the stone and the bends in front, or first the neck; then bail and ends. */
export function stepsOf(k: K, frame: Frame, { bail, ties, woven, repeats, beadLength }: Ordered): Step[] {
  const { o, hand } = k
  const n = frame.wires
  // the side away from the leading hand is begun with; the one at hand is closed last
  const sides = hand === 'right' ? SIDES : ([...SIDES].reverse() as ['right', 'left'])
  const first = sides[0]
  const of = Array.from({ length: n }, (_, i) => wireId(i, n))
  const has = (id: string): boolean => ties.some((t) => t.id === id)
  const plain = { wires: of }

  const foot: Step[] = [
    { ...plain, id: 'align', kind: 'align', hold: { on: 'tape' }, values: { n } },
    {
      id: woven ? 'weave-foot' : 'bind-foot',
      kind: 'bind',
      joint: 'foot',
      values: {
        n,
        first,
        sense: hand === 'right' ? 'clockwise' : 'anticlockwise',
        ...(woven ? { weave: o.footBind, repeats, rows: woven.rows } : {}),
      },
    },
    { ...plain, id: 'untape', kind: 'unclamp', hold: { off: 'tape' } },
  ]
  const rise = footRise(frame)
  const bentFoot = rise > 1e-9
  const footBend: Step = {
    ...plain,
    id: 'bend-foot',
    kind: 'shape',
    takes: { shoulder: fixed('bends of the foot', 1) },
    forms: [{ of, kinds: ['foot'] }],
    values: { n, rise: (rise * 180) / Math.PI },
  }
  // the plane outline; each bend's stretch as an even curve of its own length for now
  const bent = (face: Face) =>
    Object.fromEntries(
      SIDES.flatMap((side) => {
        const even = (id: string, { from, to }: { readonly from: number; readonly to: number }) =>
          [`${id}-${side}`, { axis: FORWARD, angle: to - from }] as const
        if (sweeps(o, face)) return [even('sweep', sweepOf(frame, face, o[`${face}Overlap`], side))]
        return bendsOf(frame, face, reachOf(k, face), side).map((b) => even(`bend-${b.hour}`, b))
      }),
    )
  const shape: Step = {
    ...plain,
    id: 'shape',
    kind: 'shape',
    forms: [
      { of, kinds: bentFoot ? ['side'] : ['foot', 'side'] },
      { of: [wireId(0, n)], kinds: ['bend'], even: bent('back') },
      { of: [wireId(n - 1, n)], kinds: ['bend'], even: bent('front') },
    ],
    values: { n },
  }
  const shoulders = sides.map((side): Step => ({
    ...plain,
    id: `shoulder-${side}`,
    kind: 'shoulder',
    forms: [{ of, ids: [`shoulder-${side}`] }],
    values: { n, side, leave: o.leave, radius: o.neckRadius },
  }))
  const bends = (face: Face): Step[] => {
    const wire = wireId(face === 'front' ? n - 1 : 0, n)
    const overlap = o[`${face}Overlap`]
    if (sweeps(o, face))
      return [
        {
          id: `sweep-${face}`,
          kind: 'bend',
          wires: [wire],
          takes: { bend: fixed('a little at a time, both sides', 8) },
          forms: [{ of: [wire], ids: ['sweep-left', 'sweep-right'] }],
          values: { face, overlap },
        },
      ]
    const reach = reachOf(k, face)
    // across from each other in turn, so that the stone is not pushed to one side
    const planned = SIDES.flatMap((side) => bendsOf(frame, face, reach, side)).sort((p, q) =>
      Math.abs(p.run0 - q.run0) > 0.01 ? p.run0 - q.run0 : p.side === q.side ? 0 : p.side === first ? -1 : 1,
    )
    return planned.map((b, i) => ({
      id: `bend-${face}-${b.hour}`,
      kind: 'bend',
      wires: [wire],
      forms: [{ of: [wire], ids: [`bend-${b.hour}-${b.side}`] }],
      // along the frame from where the foot bind ends: there the wire is marked
      values: {
        face,
        hour: b.hour,
        along: b.along - o.foot / 2,
        overlap: b.overlap,
        number: i + 1,
        of: planned.length,
      },
    }))
  }
  const seat = (id: string): Step => ({
    id,
    kind: 'seat',
    wires: [],
    stone: 'in',
    values: { back: o.backBends.length },
  })
  const [neck, strip, ...roll] = bail.steps
  const close: Step[] = [
    {
      ...plain,
      id: 'close',
      kind: 'close',
      final: true,
      hold: { on: 'tie' },
      forms: [{ of, kinds: ['neck'] }],
      values: { count: 2 * n, n },
    },
    { ...neck!, hold: { off: 'tie' }, values: { n, count: 2 * n } },
  ]
  const neckFirst: Step[] = [
    { id: 'try-gap', kind: 'try', wires: [], values: { gap: o.footGap } },
    ...close,
    strip!,
    seat('seat-open'),
    ...bends('back'),
    ...bends('front'),
    ...roll,
  ]
  const bendsFirst: Step[] = [
    ...bends('back'),
    { id: 'try', kind: 'try', wires: [] },
    seat(sweeps(o, 'back') ? 'seat-cradle' : 'seat'),
    ...bends('front'),
    ...close,
    strip!,
    ...roll,
  ]
  const curls = [...wiresWith(o, 'shoulder'), ...wiresWith(o, 'above')].map((i): Step => {
    const wire = wireId(i, n)
    const swirl = endsOf(o, i) === 'shoulder'
    const free = SIDES.filter((side) => !isCoiled(o, i, side)).map((side) => `tail-${side}`)
    return {
      id: `${swirl ? 'swirl' : 'curl'}-${wire}`,
      kind: 'curl',
      wires: [wire],
      takes: { curl: fixed('ends', free.length) },
      forms: [{ of: [wire], ids: free }],
      values: { wire, budget: o.tail, ...(swirl ? { face: 'shoulder' } : {}) },
    }
  })
  // one side after the other: led, then tied before it springs back
  const led = sides.flatMap((side): Step[] => {
    const hour = side === 'right' ? Number(o.tailOver) : 12 - Number(o.tailOver)
    const forms = [{ of: ['front'], ids: [`tail-${side}`, `tied-${side}`] }]
    return [
      { id: `lead-${side}`, kind: 'cross', wires: ['front'], forms, values: { side, hour } },
      { id: `tie-${side}`, kind: 'bind', joint: `tie-${side}`, values: { side, hour } },
    ]
  })
  const ball = (id: string, kind: Step['kind'], more: Partial<Step>): Step => ({
    id,
    kind,
    wires: ['front'],
    values: { ball: o.ball },
    ...more,
  })
  const coiled: Step[] = [
    ball('coil-ball', 'curl', {
      forms: [{ of: ['front'], ids: ['tail-right', 'coil-right', 'tied-right'] }],
    }),
    ball('tie-ball', 'bind', { joint: 'ball' }),
    ball('close-ball', 'curl', { accent: 'ball', forms: [{ of: ['front'], ids: ['over-right'] }] }),
  ]
  const beadEnd = (side: 'left' | 'right', i: number): Step => ({
    id: i === 0 ? 'bead-first' : 'bead-second',
    kind: 'coil',
    joint: `bead-${side}`,
    wires: ['bead'],
    forms: [
      { of: ['bead'], ids: i === 0 ? [`turns-${side}`] : ['through-left', 'through-right', `turns-${side}`] },
    ],
    ...(i === 0 ? { brings: ['bead'] } : {}),
    values: { side, wire: stockName(k.stock('beadWire')), length: beadLength },
  })
  const thread: Step = {
    id: 'thread-bead',
    kind: 'thread',
    wires: ['bead'],
    accent: 'bead',
    values: { bead: o.bead, side: first },
  }
  return [
    ...foot,
    ...(bentFoot ? [footBend] : []),
    shape,
    ...shoulders,
    ...(o.order === 'neck first' ? neckFirst : bendsFirst),
    ...curls,
    ...(has('tie-left') ? led : []),
    ...(has('ball') ? coiled : []),
    ...(has('bead-left') ? [beadEnd(sides[0], 0), thread, beadEnd(sides[1], 1)] : []),
  ]
}
