import { stoneInputs, stoneMeasures, type Stone } from '../../stone/index.js'
import { alloy, ALLOY_SOURCE, wireSize } from '../../wire/index.js'
import { leaf, numberOf, worker, type Quantity } from '../../working/index.js'
import type {
  EffortWorking,
  HalvesWorking,
  JointWorking,
  NamedQuantity,
  Options,
  PartWorking,
} from '../family.js'
import { BAIL_BARE } from '../shared/rolledBail.js'
import { mirrorHour, sideOf } from './bends.js'
import { footRise, frameBasis, mirrorOf, wireId } from './basis.js'
import { TIED_COIL } from '../shared/coilAccent.js'
import { endsOf, isCoiled, wiresWith } from './ends.js'
import { BEAD_TURNS } from './bead.js'
import { MINUTES } from './minutes.js'

import { bendRadius, leastBend, readOptions, twistPitch } from './options.js'

import { TIED } from './tailOver.js'

import { frameFormulas } from './formulas.js'

const work = worker(frameFormulas)

function optionLeaves(stone: Stone, options: Options) {
  const o = readOptions(options)
  const chosen = (id: string, value: number | string, unit: Quantity['unit'] = 'mm') =>
    leaf('chosen', `option.${id}`, value, unit)
  const s = stoneInputs(stone)
  const binding = chosen('bindingSize', wireSize(o.bindingSize).mm)
  const size = chosen('size', wireSize(o.size).mm)
  const twisted = twistPitch(o) !== undefined
  const plane: Record<string, Quantity> =
    stone.outline === 'round'
      ? { outline: s.outline, length: s.length }
      : {
          outline: s.outline,
          length: s.length,
          width: s.width,
          ...(s.corner ? { corner: s.corner } : {}),
          ...(s.cleft ? { cleft: s.cleft } : {}),
          ...(s.points ? { points: s.points } : {}),
        }
  return {
    o,
    s,
    plane,
    chosen,
    /** Across the outer wires as they lie. */
    thickness: twisted ? work('frame.twisted', { size }) : size,
    /** The wire's own size, where that is another. */
    own: twisted ? { size } : undefined,
    binder: work(`frame.binder.${o.binding}`, { binding }),
    foot: chosen('foot', o.foot),
    /** What a foot is worked out from that is not simply bound and laid along the edge. */
    formed:
      o.footForm === 'arc' && o.footGap === 0 && o.footBind === 'bound'
        ? undefined
        : { footForm: chosen('footForm', o.footForm, 'word'), footGap: chosen('footGap', o.footGap) },
    weave:
      o.footBind === 'bound'
        ? undefined
        : {
            weave: chosen('footBind', o.footBind, 'word'),
            wires: chosen('wires', o.wires, ''),
            size,
            weaver: binding,
          },
    neck: chosen('neck', o.neck),
    leave: chosen('leave', o.leave, '°'),
    neckRadius: chosen('neckRadius', o.neckRadius),
    inside: chosen('bail', o.bail),
    wires: chosen('wires', o.wires, ''),
    profile: chosen('profile', o.profile, 'word'),
    bendRadius: leaf(
      'table',
      `bend radius of ${o.alloy}, ${o.temper}, ${o.size}`,
      bendRadius(o),
      'mm',
      ALLOY_SOURCE,
    ),
  }
}
type OptionLeaves = ReturnType<typeof optionLeaves>

function bailOf(q: OptionLeaves): { radius: Quantity; bound: Quantity; bare: Quantity } {
  const bare = leaf('table', 'bare end of the bail strip', BAIL_BARE, 'mm', 'our choice')
  const radius = work('frame.bail.radius', { inside: q.inside, binder: q.binder, thickness: q.thickness })
  const end = work('frame.bail.end', { neck: q.neck, radius, thickness: q.thickness, binder: q.binder, bare })
  const strip = work('frame.bail.strip', { radius, thickness: q.thickness, binder: q.binder, end })
  return { radius, bound: work('frame.bail.bound', { strip, bare }), bare }
}

/** Measures of the stone that a bend over this face hangs on. */
function shaped({ s }: OptionLeaves, face: 'front' | 'back'): Record<string, Quantity> {
  const wall = s.wall!
  const edge = Object.fromEntries(
    (['draft', 'chamfer'] as const).flatMap((id) => (s[id] && numberOf(s[id]) > 0 ? [[id, s[id]]] : [])),
  )
  if (!s.back)
    return face === 'front' ? { depth: s.depth, fullness: s.fullness!, wall, ...edge } : { wall, ...edge }
  const domes = { kind: s.kind!, depth: s.depth, wall, back: s.back }
  return face === 'front' ? { ...domes, fullness: s.fullness! } : { ...domes, backFullness: s.backFullness! }
}

/** What the bends of a face are worked out from; undefined when there are none. `side` leaves out the other side's. */
function bendInputs(
  q: OptionLeaves,
  face: 'front' | 'back',
  side?: 'left' | 'right',
): Record<string, Quantity> | undefined {
  const { o } = q
  const overlap = face === 'front' ? o.frontOverlap : o.backOverlap
  const hours = (face === 'front' ? o.frontBends : o.backBends).filter(
    (hour) => side === undefined || sideOf(hour) === side,
  )
  if (hours.length === 0 || !(overlap > 0)) return undefined
  // as seen in the mirror on the left, so that like halves have like workings
  const places =
    side === 'left' ? hours.map((h) => Number(mirrorHour(h).toFixed(6))).sort((a, b) => a - b) : hours
  return {
    ...q.plane,
    ...shaped(q, face),
    thickness: q.thickness,
    ...q.own,
    wires: q.wires,
    binder: q.binder,
    foot: q.foot,
    ...q.formed,
    profile: q.profile,
    bendRadius: q.bendRadius,
    overlap: q.chosen(`${face}Overlap`, overlap),
    places: q.chosen(`${face}Bends`, places.join(', '), 'word'),
    face: leaf('table', `face that is bent over`, face, 'word', 'the family'),
  }
}

/** Bound lengths and bundles of the three joints. */
export function joints(stone: Stone, options: Options): Record<string, JointWorking> {
  const q = optionLeaves(stone, options)
  const fixed = (name: string, n: number) => leaf('table', name, n, '', 'the family')
  const bundle = (columns: Quantity, rows: Quantity, high: Quantity) => ({
    columns,
    rows,
    ...(q.own
      ? {
          hull: work('frame.hull.twisted', { columns, rows, thickness: q.thickness, stack: high }),
        }
      : {}),
  })
  const tied = () =>
    bundle(
      fixed('wires across at a tied tail', 1),
      fixed('wires deep at a tied tail', 2),
      q.own ? work('frame.tied.twisted', { thickness: q.thickness }) : q.thickness,
    )
  return {
    foot: {
      length: q.foot,
      ...bundle(fixed('wires across at the foot', 1), q.wires, stackOf(q)),
      ...(q.weave
        ? {
            turns: work('frame.weave.turns', { ...q.weave, foot: q.foot }),
            turn: work('frame.weave.row', q.weave),
          }
        : {}),
    },
    neck: { length: q.neck, ...bundle(fixed('wires across at the neck', 2), q.wires, stackOf(q)) },
    bail: {
      length: bailOf(q).bound,
      ...bundle(
        fixed('wires across the bail strip', 2),
        fixed('wires deep in the bail strip', 1),
        q.thickness,
      ),
    },
    ...(q.o.tailOver === 'no'
      ? {}
      : Object.fromEntries(
          (['left', 'right'] as const).map((side) => [`tie-${side}`, { length: tiedLength, ...tied() }]),
        )),
    ...(q.o.ball > 0
      ? {
          ball: {
            length: leaf('table', 'length of coil that is tied', TIED_COIL, 'mm', 'our choice'),
            ...tied(),
          },
        }
      : {}),
  }
}

/** Working of both halves of every frame wire, from the middle of the foot outward; they add up to its path. */
export function halves(stone: Stone, options: Options): Record<string, HalvesWorking> {
  const right = halfOfWires(stone, options, 'right')
  const seen = mirrorOf(stone)
  const left = halfOfWires(seen, options, 'left')
  return Object.fromEntries(Object.keys(right).map((id) => [id, { left: left[id]!, right: right[id]! }]))
}

/** Working of one half of every frame wire; the left one of the stone as seen in the mirror. */
function halfOfWires(
  stone: Stone,
  options: Options,
  which: 'left' | 'right',
): Record<string, readonly PartWorking[]> {
  const q = optionLeaves(stone, options)
  const { o } = q
  const sideInputs = {
    ...q.plane,
    thickness: q.thickness,
    binder: q.binder,
    foot: q.foot,
    ...(q.formed ? { ...q.formed, bendRadius: q.bendRadius } : {}),
    leave: q.leave,
  }
  const plainSide = work(q.formed ? 'frame.side.foot' : 'frame.side', sideInputs)
  const sideFor = (i: number): Quantity =>
    q.weave
      ? work('frame.side.woven', {
          ...sideInputs,
          lift: work('frame.weave.lift', {
            ...q.weave,
            wire: leaf('table', 'wire, from behind', i + 1, '', 'the family'),
          }),
        })
      : plainSide
  const shoulder = work('frame.shoulder', {
    ...q.plane,
    thickness: q.thickness,
    leave: q.leave,
    neckRadius: q.neckRadius,
  })
  const foot = work('frame.half', { whole: q.foot })
  const { bound, bare } = bailOf(q)
  const out: Record<string, readonly PartWorking[]> = {}
  for (let i = 0; i < o.wires; i++) {
    const half = (): PartWorking[] => {
      const face = i === o.wires - 1 ? 'front' : i === 0 ? 'back' : undefined
      const inputs = face && bendInputs(q, face, which)
      const list: PartWorking[] = [
        { kind: 'foot', quantity: foot },
        { kind: 'side', quantity: sideFor(i) },
        ...(inputs ? [{ kind: 'bend', quantity: work('frame.bends', inputs) }] : []),
        { kind: 'shoulder', quantity: shoulder },
        { kind: 'neck', quantity: q.neck },
      ]
      if (i === 0) list.push({ kind: 'bail', quantity: bound }, { kind: 'bare', quantity: bare })
      else {
        if (isCoiled(o, i, which)) {
          const inputs = ballInputs(q)
          const part = (stretch: string) =>
            work('frame.ball', {
              ...inputs,
              stretch: leaf('table', 'stretch of the coil', stretch, 'word', 'the family'),
            })
          list.push(
            { kind: 'tail', quantity: part('lead') },
            { kind: 'coil', quantity: part('first') },
            { kind: 'tied', quantity: part('tied') },
            { kind: 'coil', quantity: part('rest') },
          )
          return list
        }
        const quantity = endOf(q, i)
        if (quantity) list.push({ kind: 'tail', quantity })
        if (endsOf(o, i) === 'over') list.push({ kind: 'tied', quantity: tiedLength })
      }
      return list
    }
    out[wireId(i, o.wires)] = half()
  }
  if (o.bead > 0) {
    const inputs = beadInputs(q)
    out.bead = [
      { kind: 'through', quantity: work('frame.bead.through', inputs) },
      { kind: 'turns', quantity: work('frame.bead.turns', inputs) },
    ]
  }
  return out
}

const tiedLength = leaf('table', 'length of frame along which a tail is tied', TIED, 'mm', 'our choice')

/** What decides the way above the stone. */
const aboveInputs = (q: OptionLeaves): Record<string, Quantity> => ({
  ...q.plane,
  thickness: q.thickness,
  neck: q.neck,
  leave: q.leave,
  neckRadius: q.neckRadius,
  leastBend: leaf(
    'table',
    `least bend of ${q.o.alloy}, ${q.o.temper}, ${q.o.size}`,
    leastBend(q.o),
    'mm',
    ALLOY_SOURCE,
  ),
})

/** What decides the way of a tail led over the face. */
const tailInputs = (q: OptionLeaves): Record<string, Quantity> => ({
  ...aboveInputs(q),
  ...shaped(q, 'front'),
  ...(q.s.back ? shaped(q, 'back') : {}),
  ...q.own,
  wires: q.wires,
  binder: q.binder,
  profile: q.profile,
  hour: q.chosen('tailOver', Number(q.o.tailOver), ''),
})

/** What decides the place of a ball and its coil. */
const ballInputs = (q: OptionLeaves): Record<string, Quantity> => ({
  ...aboveInputs(q),
  ...shaped(q, 'front'),
  ...(q.s.back ? shaped(q, 'back') : {}),
  ...q.own,
  wires: q.wires,
  binder: q.binder,
  ball: q.chosen('ball', q.o.ball),
})

/** What decides the place of a bead and its wire. */
function beadInputs(q: OptionLeaves): Record<string, Quantity> {
  return {
    ...q.plane,
    thickness: q.thickness,
    ...q.own,
    leave: q.leave,
    neckRadius: q.neckRadius,
    ...shaped(q, 'front'),
    ...(q.s.back ? shaped(q, 'back') : {}),
    wires: q.wires,
    profile: q.profile,
    fine: q.chosen('bindingSize', wireSize(q.o.bindingSize).mm),
    bead: q.chosen('bead', q.o.bead),
  }
}

/** Length of one end of wire i above the neck, where it has one. */
function endOf(q: OptionLeaves, i: number): Quantity | undefined {
  const { o } = q
  switch (endsOf(o, i)) {
    case 'above':
      return q.chosen('tail', o.tail)
    case 'shoulder':
      return work('frame.swirl', aboveInputs(q))
    case 'over':
      return work('frame.tail.over', tailInputs(q))
    case 'cut':
      return undefined
  }
}

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
    { id: 'face', quantity: work('frame.face', { hidden: hiddenOf(q) }) },
  ]
}

/** How far to the front the piece reaches, its bead and ball among it. */
function withAccents(q: OptionLeaves, front: Quantity): Quantity {
  const more = {
    ...(q.o.bead > 0 ? { bead: work('frame.bead.front', beadInputs(q)) } : {}),
    ...(q.o.ball > 0 ? { ball: work('frame.ball.front', ballInputs(q)) } : {}),
  }
  if (q.weave) Object.assign(more, { foot: work('frame.weave.front', q.weave) })
  return Object.keys(more).length === 0 ? front : work('frame.front.all', { front, ...more })
}

const gapAbove = (q: OptionLeaves): Quantity =>
  work('frame.gap.top', {
    ...q.plane,
    thickness: q.thickness,
    leave: q.leave,
    neckRadius: q.neckRadius,
  })

const stackOf = (q: OptionLeaves): Quantity =>
  q.own
    ? work('frame.stack.twisted', { wires: q.wires, thickness: q.thickness, ...q.own })
    : work('frame.stack', { wires: q.wires, thickness: q.thickness })

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
