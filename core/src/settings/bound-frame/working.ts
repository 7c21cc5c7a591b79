import { NEWTON_PER_GRAM } from '../../units/index.js'
import { collapseLoad, pathLength } from '../../path/index.js'
import {
  outline,
  outlineArea,
  outlineRun,
  solidOf,
  stoneFrom,
  stoneInputs,
  stoneMeasures,
  type OutlineKind,
  type Stone,
} from '../../stone/index.js'
import { alloy, ALLOY_SOURCE, section, wireSize } from '../../wire/index.js'
import { leaf, numberOf, worker, type Formulas, type Quantity } from '../../working/index.js'
import type {
  EffortWorking,
  HalvesWorking,
  JointWorking,
  NamedQuantity,
  Options,
  PartWorking,
} from '../family.js'
import { bendCover, bendSegment } from '../shared/faceBend.js'
import { BAIL_BARE } from '../shared/rolledBail.js'
import { mirrorHour, planBends, sideOf, type PlannedBend } from './bends.js'
import { frameBasis, wireHeight, wireId } from './build.js'
import { hangingSag, plainFrame } from './hanging.js'
import { MINUTES } from './minutes.js'
import type { FootForm } from './foot.js'
import { bendRadius, readOptions } from './options.js'
import { easeSegment, frameStations, shoulderSegments, type FrameLine } from './outlinePath.js'

type Numbers = Readonly<Record<string, number>>
type Words = Readonly<Record<string, string>>

/** Multiple of the stone's weight that the frame must carry hanging. */
export const LIMIT_MULTIPLE = 100

/** The frame's line from a formula's inputs; what the formula does not name does not matter to it. */
function lineOf(x: Numbers, w: Words): FrameLine {
  return {
    outline: outline(
      w.outline as OutlineKind,
      x.length!,
      x.width ?? x.length!,
      x.corner === undefined ? {} : { corner: x.corner },
    ),
    thickness: x.thickness!,
    binder: x.binder ?? 0,
    foot: x.foot ?? 0,
    footForm: (w.footForm ?? 'arc') as FootForm,
    footGap: x.footGap ?? 0,
    footRadius: x.bendRadius ?? 1,
    leave: x.leave ?? 30,
    neckRadius: x.neckRadius ?? 1,
  }
}

const pathOf = (segments: Parameters<typeof pathLength>[0]['segments']) => pathLength({ segments })

/** The bends that a formula's inputs name, of one face. */
function bendsFrom(x: Numbers, w: Words): PlannedBend[] {
  const line = lineOf(x, w)
  // the back is flat: what stands above the wall does not matter to it
  const solid = solidOf(stoneFrom({ ...x, depth: x.depth ?? x.wall! + 1 }, w))
  const face = w.face as 'front' | 'back'
  const n = x.wires!
  const hours = w.places === '' ? [] : w.places!.split(', ').map(Number)
  const stations = frameStations(line)
  return (['left', 'right'] as const).flatMap((side) =>
    planBends({
      solid,
      line,
      stations,
      face,
      hours,
      side,
      overlap: x.overlap!,
      profile: w.profile as 'square' | 'round',
      radius: x.bendRadius!,
      z: wireHeight(face === 'front' ? n - 1 : 0, n, line.thickness),
    }),
  )
}

/** Formulas of the family's lengths. Each rebuilds its own stretch from the inputs it names. */
export const frameFormulas = {
  'frame.binder.half-round': {
    unit: 'mm',
    text: '{binding} / 2: half-round lies flat side in',
    of: ({ binding }) => binding! / 2,
  },
  'frame.binder.round': { unit: 'mm', text: '{binding}, its thickness', of: ({ binding }) => binding! },
  'frame.count.bends': {
    unit: '',
    text: 'number of {front} and {back}; none where the reach is 0',
    of: ({ frontReach, backReach }, { front, back }) =>
      (frontReach! > 0 ? placesIn(front!) : 0) + (backReach! > 0 ? placesIn(back!) : 0),
  },
  'frame.count.curls': {
    unit: '',
    text: '{wires} − 1, none without tails ({tail})',
    of: ({ wires, tail }) => (tail! > 0 ? wires! - 1 : 0),
  },
  'frame.count.turns': {
    unit: 'turns',
    text: 'all turns of the binds',
    of: (x) => Object.values(x).reduce((a, b) => a + b, 0),
  },
  'frame.half': { unit: 'mm', text: '{whole} / 2', of: ({ whole }) => whole! / 2 },
  'frame.side': {
    unit: 'mm',
    text: 'from the foot bind, {foot} long and {binder} off the stone, in to the edge and along it, {thickness}/2 outside a {outline} of {length}, up to {leave}° before the top',
    of: (x, w) => {
      const line = lineOf(x, w)
      const st = frameStations(line)
      return (
        pathOf([easeSegment(line, st, 0)]) +
        outlineRun(line.outline, st.easeEnd, st.leave, line.thickness / 2)
      )
    },
  },
  'frame.side.foot': {
    unit: 'mm',
    text: 'from the foot bind, {foot} long, bent to {footForm} with {footGap} between it and the stone, its binding {binder} thick, in to the edge and along it, {thickness}/2 outside a {outline} of {length}, up to {leave}° before the top; a bend of a V has a radius of {bendRadius}',
    of: (x, w) => {
      const line = lineOf(x, w)
      const st = frameStations(line)
      return (
        pathOf([easeSegment(line, st, 0)]) +
        outlineRun(line.outline, st.easeEnd, st.leave, line.thickness / 2)
      )
    },
  },
  'frame.gap.foot': {
    unit: 'mm',
    text: '{binder} + {footGap}',
    of: ({ binder, footGap }) => binder! + footGap!,
  },
  'frame.bends': {
    unit: 'mm',
    text: 'what the {face} bends at {places} o’clock take beyond the plain edge, reaching {overlap} in, radius {bendRadius}: their curves over a stone with a wall of {wall}, less the edge they replace',
    of: (x, w) => {
      const line = lineOf(x, w)
      return bendsFrom(x, w).reduce(
        (total, bend) =>
          total +
          pathOf([bendSegment(bend)]) -
          outlineRun(line.outline, bend.from, bend.to, line.thickness / 2),
        0,
      )
    },
  },
  'frame.shoulder': {
    unit: 'mm',
    text: 'straight from the edge {leave}° before the top of a {outline} of {length}, then a curve of radius {neckRadius} into the upright',
    of: (x, w) => {
      const line = lineOf(x, w)
      return pathOf(shoulderSegments(line, frameStations({ ...line, foot: 0 }), 0))
    },
  },
  'frame.bail.radius': {
    unit: 'mm',
    text: '{inside}/2 + {binder} + {thickness}/2',
    of: ({ inside, binder, thickness }) => inside! / 2 + binder! + thickness! / 2,
  },
  'frame.bail.end': {
    unit: 'mm',
    text: 'the larger of 2 × {bare} and {neck} − 1 − turn of ({radius} − {thickness} − 2 × {binder}): laid behind the neck',
    of: ({ neck, radius, thickness, binder, bare }) =>
      Math.max(2 * bare!, neck! - (radius! - thickness! - 2 * binder!) - 1),
  },
  'frame.bail.strip': {
    unit: 'mm',
    text: 'rise {radius} + 3/4 of a circle of radius {radius} + quarter turn of ({radius} − {thickness} − 2 × {binder}) + end {end}',
    of: ({ radius, thickness, binder, end }) =>
      radius! + 1.5 * Math.PI * radius! + (Math.PI / 2) * (radius! - thickness! - 2 * binder!) + end!,
  },
  'frame.bail.bound': {
    unit: 'mm',
    text: '{strip} − {bare}: its end stays bare, to be tucked',
    of: ({ strip, bare }) => strip! - bare!,
  },
  'frame.gap.top': {
    unit: 'mm',
    text: 'height at which the two stacks meet, leaving {leave}° before the top of a {outline} of {length} with radius {neckRadius}, less the stone’s top',
    of: (x, w) => {
      const line = lineOf(x, w)
      return frameStations({ ...line, foot: 0 }).join - line.outline.top
    },
  },
  'frame.height': {
    unit: 'mm',
    text: '{length} + {gap} + neck {neck} + bail 2 × {radius} + {footGap} at the foot + 1.5 × {thickness} + 2 × {binder}: from under the foot bind to the top of the bail',
    of: ({ length, gap, neck, radius, footGap, thickness, binder }) =>
      length! + gap! + neck! + 2 * radius! + footGap! + 1.5 * thickness! + 2 * binder!,
  },
  'frame.width': {
    unit: 'mm',
    text: '{width} + 2 × {thickness}: across the frame at the girdle',
    of: ({ width, thickness }) => width! + 2 * thickness!,
  },
  'frame.front': {
    unit: 'mm',
    text: 'the highest of the dome ({depth} − {wall}/2 above mid wall), the bound stack and the bends over the face',
    of: (x, w) =>
      Math.max(
        x.depth! - x.wall! / 2 - (x.back ?? 0),
        (x.wires! * x.thickness!) / 2 + x.binder!,
        ...bendsFrom(x, w).map((bend) => bend.lie + x.thickness! / 2),
      ),
  },
  'frame.behind': {
    unit: 'mm',
    text: '({wires} − 1)/2 × {thickness} + bail 2 × {radius} + {thickness}/2 + {binder}: from mid wall to the back of the bail',
    of: ({ wires, thickness, radius, binder }) =>
      ((wires! - 1) / 2) * thickness! + 2 * radius! + thickness! / 2 + binder!,
  },
  'frame.behind.domed': {
    unit: 'mm',
    text: 'the farther of the bail (({wires} − 1)/2 × {thickness} + 2 × {radius} + {thickness}/2 + {binder}) and the stone’s own back ({wall}/2 + {back})',
    of: ({ wires, thickness, radius, binder, wall, back }) =>
      Math.max(((wires! - 1) / 2) * thickness! + 2 * radius! + thickness! / 2 + binder!, wall! / 2 + back!),
  },
  'frame.thick': {
    unit: 'mm',
    text: '{front} before + {behind} behind the middle of the wall',
    of: ({ front, behind }) => front! + behind!,
  },
  'frame.stack': {
    unit: 'mm',
    text: '{wires} × {thickness}',
    of: ({ wires, thickness }) => wires! * thickness!,
  },
  'frame.hidden': {
    unit: '%',
    text: 'area of the front wire seen from the front inside the outline, at bends reaching {overlap} in at {places} o’clock, over the area of the face',
    of: (x, w) => {
      const covered = bendsFrom(x, w).reduce((total, bend) => total + bendCover(bend), 0)
      return Math.min(100, (100 * covered) / outlineArea(lineOf(x, w).outline))
    },
  },
  'frame.face': { unit: '%', text: '100 − {hidden}', of: ({ hidden }) => 100 - hidden! },
  'frame.carried': {
    unit: 'g',
    text: '{wires} × the collapse load of one plain {profile} wire of {thickness} round a {outline} of {length}, held at the neck, pulled at the foot, yielding at {yieldStress} MPa, in grams of weight',
    of: (x, w) => {
      const points = plainFrame(lineOf(x, w))
      const load = collapseLoad(
        {
          points,
          start: 'clamp',
          end: 'clamp',
          profile: w.profile as 'square' | 'round',
          size: x.thickness!,
          yieldStress: x.yieldStress!,
        },
        (points.length - 1) / 2,
        [0, -1, 0],
      )
      return (x.wires! * load) / NEWTON_PER_GRAM
    },
  },
  'frame.carried.times': {
    unit: '×',
    text: '{carried} / {mass}',
    of: ({ carried, mass }) => carried! / mass!,
  },
  'frame.sag': {
    unit: 'mm',
    text: `elastic give of the same {wires} wires under ${LIMIT_MULTIPLE} × {mass}, modulus {modulus} MPa, by unit loads`,
    of: (x, w) =>
      hangingSag(
        plainFrame(lineOf(x, w)),
        (LIMIT_MULTIPLE * x.mass! * NEWTON_PER_GRAM) / x.wires!,
        x.modulus! * section(w.profile as 'square' | 'round', x.thickness!).inertia,
      ),
  },
} as const satisfies Formulas

const work = worker(frameFormulas)

const placesIn = (said: string): number => (said === '' ? 0 : said.split(', ').length)

function optionLeaves(stone: Stone, options: Options) {
  const o = readOptions(options)
  const chosen = (id: string, value: number | string, unit: Quantity['unit'] = 'mm') =>
    leaf('chosen', `option.${id}`, value, unit)
  const s = stoneInputs(stone)
  const binding = chosen('bindingSize', wireSize(o.bindingSize).mm)
  const plane: Record<string, Quantity> =
    stone.outline === 'round'
      ? { outline: s.outline, length: s.length }
      : { outline: s.outline, length: s.length, width: s.width, ...(s.corner ? { corner: s.corner } : {}) }
  return {
    o,
    s,
    plane,
    chosen,
    thickness: chosen('size', wireSize(o.size).mm),
    binder: work(`frame.binder.${o.binding}`, { binding }),
    foot: chosen('foot', o.foot),
    /** What a foot is worked out from that is not simply laid along the edge. */
    formed:
      o.footForm === 'arc' && o.footGap === 0
        ? undefined
        : { footForm: chosen('footForm', o.footForm, 'word'), footGap: chosen('footGap', o.footGap) },
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
  return {
    foot: { length: q.foot, columns: fixed('wires across at the foot', 1), rows: q.wires },
    neck: { length: q.neck, columns: fixed('wires across at the neck', 2), rows: q.wires },
    bail: {
      length: bailOf(q).bound,
      columns: fixed('wires across the bail strip', 2),
      rows: fixed('wires deep in the bail strip', 1),
    },
  }
}

/** Working of both halves of every frame wire, from the middle of the foot outward; they add up to its path. */
export function halves(stone: Stone, options: Options): Record<string, HalvesWorking> {
  const q = optionLeaves(stone, options)
  const { o } = q
  const side = work(q.formed ? 'frame.side.foot' : 'frame.side', {
    ...q.plane,
    thickness: q.thickness,
    binder: q.binder,
    foot: q.foot,
    ...(q.formed ? { ...q.formed, bendRadius: q.bendRadius } : {}),
    leave: q.leave,
  })
  const shoulder = work('frame.shoulder', {
    ...q.plane,
    thickness: q.thickness,
    leave: q.leave,
    neckRadius: q.neckRadius,
  })
  const foot = work('frame.half', { whole: q.foot })
  const { bound, bare } = bailOf(q)
  const out: Record<string, HalvesWorking> = {}
  for (let i = 0; i < o.wires; i++) {
    const half = (which: 'left' | 'right'): PartWorking[] => {
      const face = i === o.wires - 1 ? 'front' : i === 0 ? 'back' : undefined
      const inputs = face && bendInputs(q, face, which)
      const list: PartWorking[] = [
        { kind: 'foot', quantity: foot },
        { kind: 'side', quantity: side },
        ...(inputs ? [{ kind: 'bend', quantity: work('frame.bends', inputs) }] : []),
        { kind: 'shoulder', quantity: shoulder },
        { kind: 'neck', quantity: q.neck },
      ]
      if (i === 0) list.push({ kind: 'bail', quantity: bound }, { kind: 'bare', quantity: bare })
      else if (o.tail > 0) list.push({ kind: 'tail', quantity: q.chosen('tail', o.tail) })
      return list
    }
    out[wireId(i, o.wires)] = { left: half('left'), right: half('right') }
  }
  return out
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
  const plain = { ...shaped(q, 'front'), wires: q.wires, thickness: q.thickness, binder: q.binder }
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
        front: front ? work('frame.front', front) : work('frame.front', { ...noBends(q), ...plain }),
        behind: work(q.s.back ? 'frame.behind.domed' : 'frame.behind', {
          wires: q.wires,
          thickness: q.thickness,
          radius,
          binder: q.binder,
          ...(q.s.back ? { wall: q.s.wall!, back: q.s.back } : {}),
        }),
      }),
    },
    { id: 'gapTop', quantity: gap },
    { id: 'gapFoot', quantity: gapFoot },
    { id: 'stack', quantity: stackOf(q) },
    { id: 'face', quantity: work('frame.face', { hidden: hiddenOf(q) }) },
  ]
}

const gapAbove = (q: OptionLeaves): Quantity =>
  work('frame.gap.top', {
    ...q.plane,
    thickness: q.thickness,
    leave: q.leave,
    neckRadius: q.neckRadius,
  })

const stackOf = (q: OptionLeaves): Quantity => work('frame.stack', { wires: q.wires, thickness: q.thickness })

/** Inputs of a formula about bends where there are none. */
const noBends = (q: OptionLeaves): Record<string, Quantity> => ({
  ...q.plane,
  thickness: q.thickness,
  wall: q.s.wall!,
  wires: q.wires,
  profile: q.profile,
  bendRadius: q.bendRadius,
  overlap: q.chosen('frontOverlap', q.o.frontOverlap),
  places: q.chosen('frontBends', q.o.frontBends.join(', '), 'word'),
  face: leaf('table', `face that is bent over`, 'front', 'word', 'the family'),
})

const hiddenOf = (q: OptionLeaves): Quantity => work('frame.hidden', bendInputs(q, 'front') ?? noBends(q))

/** Figures that the findings of a plan speak of. */
export interface ReviewFigures {
  readonly carried: Quantity
  readonly times: Quantity
  readonly sag: Quantity
  readonly stack: Quantity
  readonly gap: Quantity
  readonly thickness: Quantity
}

/** Works out what `review` judges, each with its working. */
export function reviewFigures(stone: Stone, options: Options): ReviewFigures {
  const q = optionLeaves(stone, options)
  const { o } = q
  const metal = alloy(o.alloy)
  const line = {
    ...q.plane,
    thickness: q.thickness,
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
    cut: q.wires,
    mark: q.wires,
    align: once,
    turn: work('frame.count.turns', turns),
    unclamp: once,
    footBend: leaf(
      'table',
      'bends of the foot',
      frameBasis(stone, options).stations.foot.rise > 1e-9 ? 1 : 0,
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
    curl: work('frame.count.curls', { wires: q.wires, tail: q.chosen('tail', o.tail) }),
    trim: once,
  }
  return Object.entries(MINUTES).map(([kind, each]) => ({
    kind,
    count: count[kind as keyof typeof MINUTES],
    each: leaf('estimate', `minutes for one: ${kind}`, each, 'min'),
  }))
}
