import { stoneMeasures, type Stone } from '../../stone/index.js'
import { alloy, ALLOY_SOURCE } from '../../wire/index.js'
import { leaf, worker, type Quantity } from '../../working/index.js'
import type { EffortWorking, NamedQuantity, Options } from '../family.js'
import { footRise, frameBasis } from './basis.js'
import { wiresWith } from './ends.js'
import { BEAD_TURNS } from './bead.js'
import { MINUTES } from './minutes.js'

import { twistPitch } from './options.js'

import { frameFormulas } from './formulas.js'
import {
  optionLeaves,
  type OptionLeaves,
  bailOf,
  shaped,
  bendInputs,
  tailInputs,
  ballInputs,
  beadInputs,
  stackOf,
  gapAbove,
} from './inputs.js'

const work = worker(frameFormulas)

/** Dimensions of the finished piece, and how much of the face stays free. */
export function outputs(stone: Stone, options: Options): NamedQuantity[] {
  const q = optionLeaves(stone, options)
  const gap = gapAbove(q)
  const gapFoot = q.formed
    ? work('frame.gap.foot', { binder: q.binder, footGap: q.formed.footGap })
    : q.binder
  const { radius } = bailOf(q)
  const front = bendInputs(q, 'front')
  const plain = { ...shaped(q, 'front'), ...q.own, wires: q.wires, thickness: q.thickness, binder: q.binder }
  return [
    {
      id: 'height',
      quantity: work('frame.height', {
        length: q.s.length,
        gap,
        neck: q.neck,
        radius,
        footGap: gapFoot,
        thickness: q.thickness,
        binder: q.binder,
      }),
    },
    { id: 'width', quantity: work('frame.width', { width: q.s.width, thickness: q.thickness }) },
    {
      id: 'thick',
      quantity: work('frame.thick', {
        front: withAccents(
          q,
          front ? work('frame.front', front) : work('frame.front', { ...noBends(q), ...plain }),
        ),
        behind: work(q.s.back ? 'frame.behind.domed' : 'frame.behind', {
          stack: stackOf(q),
          radius,
          binder: q.binder,
          ...(q.s.back ? { wall: q.s.wall!, back: q.s.back } : {}),
        }),
      }),
    },
    { id: 'gapTop', quantity: gap },
    { id: 'gapFoot', quantity: gapFoot },
    ...(q.o.bead > 0 ? [{ id: 'beadGap', quantity: work('frame.bead.gap', beadInputs(q)) }] : []),
    { id: 'stack', quantity: stackOf(q) },
    { id: 'face', quantity: faceFrom(q) },
  ]
}

const faceFrom = (q: OptionLeaves): Quantity => work('frame.face', { hidden: hiddenOf(q) })

/** Share of the stone's face that shows, %. */
export const face = (stone: Stone, options: Options): Quantity => faceFrom(optionLeaves(stone, options))

/** How far to the front the piece reaches, its bead and ball among it. */
function withAccents(q: OptionLeaves, front: Quantity): Quantity {
  const more = {
    ...(q.o.bead > 0 ? { bead: work('frame.bead.front', beadInputs(q)) } : {}),
    ...(q.o.ball > 0 ? { ball: work('frame.ball.front', ballInputs(q)) } : {}),
  }
  if (q.weave) Object.assign(more, { foot: work('frame.weave.front', q.weave) })
  return Object.keys(more).length === 0 ? front : work('frame.front.all', { front, ...more })
}

/** Inputs of a formula about bends where there are none. */
const noBends = (q: OptionLeaves): Record<string, Quantity> => ({
  ...q.plane,
  thickness: q.thickness,
  ...q.own,
  wall: q.s.wall!,
  wires: q.wires,
  profile: q.profile,
  bendRadius: q.bendRadius,
  overlap: q.chosen('frontOverlap', q.o.frontOverlap),
  places: q.chosen('frontBends', q.o.frontBends.join(', '), 'word'),
  face: leaf('table', `face that is bent over`, 'front', 'word', 'the family'),
})

function hiddenOf(q: OptionLeaves): Quantity {
  const bends = work('frame.hidden', bendInputs(q, 'front') ?? noBends(q))
  const more = {
    ...(q.o.tailOver === 'no' ? {} : { tails: work('frame.hidden.tails', tailInputs(q)) }),
    ...(q.o.bead > 0 ? { bead: work('frame.hidden.bead', beadInputs(q)) } : {}),
    ...(q.o.ball > 0 ? { ball: work('frame.hidden.ball', ballInputs(q)) } : {}),
  }
  return Object.keys(more).length === 0 ? bends : work('frame.hidden.all', { bends, ...more })
}

/** Figures that the findings of a plan speak of. */
export interface ReviewFigures {
  readonly carried: Quantity
  readonly times: Quantity
  readonly sag: Quantity
  readonly stack: Quantity
  readonly gap: Quantity
  readonly thickness: Quantity
  /** Width of the gap that a bead spans, where there is one. */
  readonly beadGap?: Quantity
}

/** Works out what `review` judges, each with its working. */
export function reviewFigures(stone: Stone, options: Options): ReviewFigures {
  const q = optionLeaves(stone, options)
  const { o } = q
  const metal = alloy(o.alloy)
  const line = {
    ...q.plane,
    thickness: q.thickness,
    ...q.own,
    binder: q.binder,
    foot: q.foot,
    ...(q.formed ? { ...q.formed, bendRadius: q.bendRadius } : {}),
    leave: q.leave,
    neckRadius: q.neckRadius,
    wires: q.wires,
    profile: q.profile,
  }
  const { mass } = stoneMeasures(stone)
  const carried = work('frame.carried', {
    ...line,
    yieldStress: leaf(
      'table',
      `yield of ${o.alloy}, ${o.temper}, low end`,
      metal.yield[o.temper][0],
      'MPa',
      ALLOY_SOURCE,
    ),
  })
  return {
    carried,
    times: work('frame.carried.times', { carried, mass }),
    sag: work('frame.sag', {
      ...line,
      mass,
      modulus: leaf('table', `modulus of ${o.alloy}`, metal.modulus, 'MPa', ALLOY_SOURCE),
    }),
    stack: stackOf(q),
    gap: gapAbove(q),
    thickness: q.thickness,
    ...(o.bead > 0 ? { beadGap: work('frame.bead.gap', beadInputs(q)) } : {}),
  }
}

/** Minutes by kind of step. */
export function efforts(
  stone: Stone,
  options: Options,
  turns: Readonly<Record<string, Quantity>>,
): EffortWorking[] {
  const q = optionLeaves(stone, options)
  const { o } = q
  const once = leaf('table', 'times in a piece', 1, '', 'the family')
  const count: Record<keyof typeof MINUTES, Quantity> = {
    gather: once,
    straighten: once,
    twist: leaf(
      'table',
      'times that the outer wires are twisted',
      twistPitch(o) === undefined ? 0 : 1,
      '',
      'the family',
    ),
    cut: q.wires,
    mark: q.wires,
    align: once,
    turn: work('frame.count.turns', turns),
    unclamp: once,
    footBend: leaf(
      'table',
      'bends of the foot',
      footRise(frameBasis(stone, options)) > 1e-9 ? 1 : 0,
      '',
      'the family',
    ),
    shape: once,
    shoulder: leaf('table', 'shoulders', 2, '', 'the family'),
    bend: work('frame.count.bends', {
      front: q.chosen('frontBends', o.frontBends.join(', '), 'word'),
      back: q.chosen('backBends', o.backBends.join(', '), 'word'),
      frontReach: q.chosen('frontOverlap', o.frontOverlap),
      backReach: q.chosen('backOverlap', o.backOverlap),
    }),
    try: once,
    seat: once,
    close: once,
    roll: once,
    coilBall: leaf('table', 'balls coiled in', o.ball > 0 ? 1 : 0, '', 'the family'),
    closeBall: leaf('table', 'balls closed in', o.ball > 0 ? 1 : 0, '', 'the family'),
    curl: leaf('table', 'wires curled above', wiresWith(o, 'above').length, '', 'the family'),
    swirl: leaf('table', 'wires curled on the shoulders', wiresWith(o, 'shoulder').length, '', 'the family'),
    lead: leaf('table', 'tails led over', 2 * wiresWith(o, 'over').length, '', 'the family'),
    beadTurn: leaf('table', 'turns that hold a bead', o.bead > 0 ? 2 * BEAD_TURNS : 0, '', 'the family'),
    thread: leaf('table', 'beads threaded', o.bead > 0 ? 1 : 0, '', 'the family'),
    trim: once,
  }
  return Object.entries(MINUTES).map(([kind, each]) => ({
    kind,
    count: count[kind as keyof typeof MINUTES],
    each: leaf('estimate', `minutes for one: ${kind}`, each, 'min'),
  }))
}
