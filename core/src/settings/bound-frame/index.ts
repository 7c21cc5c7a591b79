import type { Accent } from '../../design/index.js'
import type { Vec3 } from '../../geom/index.js'
import { pathLength } from '../../path/index.js'
import { isDomed, outlineRun, type FullStone } from '../../stone/index.js'
import { leaf, numberOf, type Quantity } from '../../working/index.js'
import type { BenchMove, MendMove } from '../family.js'
import {
  familyOf,
  type METAL,
  type OptionsOf,
  type Recipe,
  type Strand,
  type Stretch,
  type Tie,
  type Unfit,
  type Wirework,
} from '../kit/index.js'
import { bailOf, rolledBailPart } from '../kit/parts/rolledBail.js'
import { ownTurns } from '../kit/parts/ownTurns.js'
import { TIED_COIL } from '../shared/coilAccent.js'
import { fixed } from '../shared/efforts.js'
import { kindWord } from '../shared/kindWord.js'
import { ballAccent } from './ball.js'
import { BEAD_TURNS } from './bead.js'
import { choices, rowOf } from './choices.js'
import { bailWire, endsOf, isCoiled } from './ends.js'
import { F, formulas } from './figures.js'
import { frameOf, SIDES, wireId, type Face, type Frame } from './frame.js'
import { withBends } from './places.js'
import { stepsOf, twisting } from './steps.js'
import { tailOver } from './tailOver.js'
import { frameFrom, tellDoubts, tellRoom, type Accents, type Judged } from './tell.js'
import { searched, text } from './text.js'
import {
  beadStrand,
  drawEnds,
  hangsOn,
  sweeps,
  TIED_END,
  twistOf,
  upToNeck,
  type Halves,
  type K,
} from './wires.js'
import { repeatsFor, wovenFoot, type WovenFoot } from './wovenFoot.js'

const ASIDE: Vec3 = [1, 0, 0]
const AHEAD: Vec3 = [0, 0, 1]

/** A wire whose ends become the bail turns its faces with the roll. */
const TURNED: Strand['roll'] = [
  { to: 'neck-left', face: ASIDE },
  { from: 'shoulder-left', to: 'shoulder-right', face: AHEAD },
  { from: 'neck-right', face: ASIDE },
]

/** An end that is cut off at its binding has to be held until that is done. */
const WORKING = leaf('table', 'working end, cut off when it is done', 25, 'mm', 'typical, uncited')

/** What is bound: as thick as a plain or a twisted wire lies, how high the stack and the binding are, and a hull where wires are twisted. */
function measures(k: K, frame: Frame) {
  const { q, o } = k
  const twisted = frame.pitch !== undefined
  const thick = twisted ? F.twisted({ size: q.size }) : q.size
  const { wires, size } = q
  const stack = twisted ? F.stackTwisted({ wires, thick, size }) : F.stack({ wires, size })
  const binder = o.binding === 'round' ? q.bindingSize : F.binder({ bindingSize: q.bindingSize })
  const hull = (columns: number, high: Quantity): Pick<Tie, 'hull'> =>
    twisted ? { hull: F.hull({ columns: fixed('wires across', columns), thick, stack: high }) } : {}
  return { thick, stack, binder, hull, pair: twisted ? F.tied({ thick }) : thick }
}

function make(k: K): Wirework {
  const { q, o } = k
  const n = o.wires
  const frame = frameFrom(k)
  const accents = tellRoom(k, frame)
  const sizes = measures(k, frame)
  const woven: WovenFoot | undefined =
    o.footBind === 'bound'
      ? undefined
      : wovenFoot({ weave: o.footBind, wires: n, base: k.thick('size'), weaver: k.thick('bindingSize') })

  const halves = Array.from({ length: n }, (_, i) => upToNeck(k, frame, i, woven?.heights))
  const carrying = bailWire(o)
  const bailed = halves[carrying]!
  const bail = bailOf(k, {
    pen: bailed.right,
    other: bailed.left,
    ways: o,
    on: k.on('roll', 'strip', 'size', 'profile', 'twist', 'binding', 'bindingSize'),
    strand: wireId(carrying, n),
    size: 'size',
    stock: k.stock('size'),
    thick: sizes.thick,
    wound: 'bindingSize',
    binder: sizes.binder,
    top: frame.solid.outline.top,
    ...past(k, carrying),
  })
  halves.forEach((h, i) => {
    if (i !== carrying) drawEnds(k, frame, i, h, accents.ball)
  })
  const strand = (h: Halves, i: number): Strand => {
    const ends = endsOf(o, i)
    const usual = ends === 'cut' ? 'cut flush' : ends === 'bail' || ends === 'over' ? 'tucked' : 'curled'
    return {
      id: wireId(i, n),
      size: 'size',
      left: h.left.pieces,
      right: h.right.pieces,
      finish: { left: usual, right: isCoiled(o, i, 'right') ? 'tucked' : usual },
      bears: { role: 'frame', span: sideOf(frame) },
      ...(ends === 'cut' || ends === 'bail' ? { pulled: WORKING } : {}),
      ...twistOf(frame, i),
      ...(i === carrying ? { roll: TURNED } : {}),
    }
  }
  const strands = [...halves.map(strand), ...(accents.bead ? [beadStrand(k, accents.bead)] : [])]
  const rows = woven
    ? F.rows({
        weave: q.footBind,
        wires: q.wires,
        size: q.size,
        foot: q.foot,
        weaver: q.bindingSize,
      })
    : undefined
  const ties = tiesOf(k, frame, { sizes, woven, rows, bail: bail.ties, accents })
  const judged = judgedOf(k, frame, accents, sizes)
  tellDoubts(k, frame, accents, judged)
  const lengths = (s: Strand): number =>
    [...(s.left ?? []), ...s.right].reduce((sum, p) => sum + numberOf(p.length), 0)
  return {
    strands,
    ties,
    cuts: accents.bead ? F.cuts({ wires: q.wires, others: fixed('wire for a bead', 1) }) : q.wires,
    ...(bail.hang ? { hang: bail.hang } : {}),
    before: twisting(k, frame, Math.max(...strands.filter((s) => s.twist).map(lengths))),
    steps: stepsOf(k, frame, {
      bail,
      ties,
      woven,
      repeats: woven ? repeatsFor(o.foot, woven) : 0,
      beadLength: accents.bead ? lengths(strands[n]!) + 2 * o.margin : 0,
    }),
    accents: accentsOf(accents),
    outputs: [
      { id: 'gapTop', quantity: judged.gap },
      { id: 'gapFoot', quantity: F.gapFoot({ binder: sizes.binder, footGap: q.footGap }) },
      ...(judged.beadGap ? [{ id: 'beadGap', quantity: judged.beadGap }] : []),
      { id: 'stack', quantity: sizes.stack },
    ],
  }
}

/** Wires that the bail's strip passes on its way down: those on the side to which it is rolled. */
function past({ q, o }: K, carrying: number): { readonly past?: Quantity } {
  const between = o.roll === 'forward' ? o.wires - 1 - carrying : carrying
  return between > 0 ? { past: F.past({ size: q.size, between: fixed('wires passed', between) }) } : {}
}

/** What bends when the stone is pushed: a side, free between the foot's bind and the neck's, mm. */
const sideOf = ({ line, stations }: Frame): number =>
  Math.max(1, outlineRun(line.outline, stations.easeEnd, stations.leave, line.thickness / 2))

interface Bound {
  readonly sizes: ReturnType<typeof measures>
  readonly woven: WovenFoot | undefined
  readonly rows: Quantity | undefined
  readonly bail: readonly Tie[]
  readonly accents: Accents
}

const COILED = leaf('table', 'length of coil that is tied', TIED_COIL, 'mm', 'our choice')

function tiesOf(k: K, frame: Frame, { sizes, woven, rows, bail, accents }: Bound): Tie[] {
  const { q, o } = k
  const n = frame.wires
  const ids = Array.from({ length: n }, (_, i) => wireId(i, n))
  const { hull, stack, pair } = sizes
  const foot: Tie = {
    id: 'foot',
    kind: 'bind',
    of: ids.map((id): Stretch => [id, 'foot-left', 'foot-right']),
    wound: 'bindingSize',
    length: q.foot,
    columns: 1,
    rows: n,
    deep: q.wires,
    field: 'foot',
    ...hull(1, stack),
    ...(woven && rows
      ? {
          kind: 'weave',
          counted: 'pattern',
          woven: { repeat: woven.repeat, repeats: repeatsFor(o.foot, woven), rows: woven.rows },
          turns: rows,
          row: F.row({ weave: q.footBind, wires: q.wires, size: q.size, weaver: q.bindingSize }),
        }
      : {}),
  }
  // all wires come up together: the strip's own pair is bound among them
  const necked = bail.map((tie): Tie =>
    tie.id === 'neck'
      ? {
          ...tie,
          of: ids.flatMap((id) => SIDES.map((side): Stretch => [id, `neck-${side}`])),
          rows: n,
          deep: q.wires,
          ...hull(2, stack),
        }
      : { ...tie, ...(tie.kind === 'bind' ? hull(2, pair) : {}) },
  )
  /** It holds an end that lies across: that may turn in it. */
  const tied = (id: string, side: 'left' | 'right', length: Quantity, to: readonly Stretch[] = []): Tie => ({
    id,
    kind: 'bind',
    of: [['front', `tied-${side}`], ...to],
    wound: 'bindingSize',
    length,
    columns: 1,
    rows: 2,
    pins: true,
    field: 'bindingSize',
    ...hull(1, F.tied({ thick: sizes.thick })),
  })
  const over = endsOf(o, n - 1) === 'over'
  return [
    foot,
    ...necked,
    ...(over ? SIDES.map((side) => tied(`tie-${side}`, side, TIED_END)) : []),
    // the coil touches the frame where this leaves the edge
    ...(accents.ball ? [tied('ball', 'right', COILED, [['front', 'shoulder-right']])] : []),
    ...(accents.bead
      ? SIDES.map((side) => ({
          ...ownTurns({
            id: `bead-${side}`,
            of: [['bead', `turns-${side}`]],
            length: TIED_END,
            wound: 'beadWire',
            turns: fixed('turns round a shoulder', BEAD_TURNS),
          }),
          rows: n,
          field: 'bead',
        }))
      : []),
  ]
}

function judgedOf(k: K, frame: Frame, { bead }: Accents, { thick, stack }: Bound['sizes']): Judged {
  const gap = frame.join - frame.solid.outline.top
  return {
    thick,
    stack,
    gap: k.found('gapTop', 'above the stone', gap, hangsOn(k, 'gapTop')),
    beadGap: bead ? k.found('beadGap', 'at its middle', bead.gap, hangsOn(k, 'beadGap')) : undefined,
  }
}

const accentsOf = ({ bead, ball }: Accents): Accent[] => [
  ...(ball ? [ballAccent(ball)] : []),
  ...(bead
    ? [
        {
          id: 'bead',
          kind: 'bead' as const,
          centre: [0, bead.on.y, bead.on.z] as const,
          radius: bead.on.radius,
          axis: ASIDE,
          wire: 'bead',
        },
      ]
    : []),
]

type O = OptionsOf<typeof choices & typeof METAL>
const FACES = ['front', 'back'] as const
/** Bends well spread, where there are none; how far they reach at least, and how much farther they can be pressed with the stone in, mm. */
const SPREAD = [1.5, 4, 8, 10.5]
const REACH = 1
const PRESS = [0.3, 0.6] as const
/** Binding to draw the neck tighter, and by how much, mm. */
const TO_CLOSE = 40
const CLOSER = 0.6

/** Bends of a face with more of them, where it has bends and room for more. */
const moreOn = (o: O, face: Face): readonly number[] | undefined => {
  const now = o[`${face}Bends`]
  if (sweeps(o, face)) return undefined
  return now.length === 0 ? SPREAD : withBends(now)
}

/** More bends in front, behind, or on both faces, well spread; a reach where there is none. */
function moves(_: unknown, o: O): MendMove[] {
  const more = FACES.flatMap((face) => {
    const [places, reach] = [`${face}Bends`, `${face}Overlap`] as const
    const added = moreOn(o, face)
    // bends that reach nothing hold nothing
    const change = { [places]: added, ...(o[reach] < 0.5 ? { [reach]: REACH } : {}) }
    return added ? [{ id: `bends-${face}`, change: change as MendMove['change'], values: {} }] : []
  })
  const both = Object.assign({}, ...more.map((m) => m.change)) as MendMove['change']
  const deeper = [0.3, 0.6, 1].map((by): MendMove => {
    const at = (v: number) => Number((v + by).toFixed(1))
    const change = { frontOverlap: at(o.frontOverlap), backOverlap: at(o.backOverlap) }
    return { id: 'deeper-both', change, values: { by } }
  })
  return [...deeper, ...more, ...(more.length === 2 ? [{ id: 'bends-both', change: both, values: {} }] : [])]
}

/** The front tails led over the edge and tied, where they are long enough. */
function tailMoves(frame: Frame, o: O): BenchMove[] {
  return TAIL_HOURS.flatMap((hour): BenchMove[] => {
    const { tail, tied } = tailOver(frame, o.neck, Number(hour), 'right')
    const takes = pathLength({ segments: [...tail, ...tied] }) + TO_TIE
    if (takes > o.tail) return []
    const values = { hour: Number(hour), other: 12 - Number(hour) }
    const change = { tailOver: hour }
    return [{ id: 'tail-over', values, change, tail: Number(hour), risk: 'scratch', wire: TO_TIE_WITH }]
  })
}
/** Hours at which tails may be tied; tail that is left to tie with, and binding for two ties, mm. */
const TAIL_HOURS = ['1', '1.5', '2', '2.5', '3'] as const
const TO_TIE = 4
const TO_TIE_WITH = 120

/** With the stone in: bends pressed farther in or added, the neck drawn tighter, tails led over the edge. */
function benchMoves(stone: FullStone, o: O): BenchMove[] {
  const pressed = FACES.flatMap((face) => {
    const [places, reach] = [`${face}Bends`, `${face}Overlap`] as const
    const added = moreOn(o, face)
    const deeper = PRESS.map((by): BenchMove => {
      const change = { [reach]: Number((o[reach] + by).toFixed(1)) }
      return { id: `press-${face}`, values: { by }, change, risk: 'edge', wire: 0 }
    })
    const change = { [places]: added, ...(o[reach] < 0.5 ? { [reach]: REACH } : {}) } as BenchMove['change']
    return [
      ...(o[places].length > 0 && o[reach] > 0 ? deeper : []),
      ...(added ? [{ id: `add-${face}`, values: {}, change, risk: 'edge' as const, wire: 0 }] : []),
    ]
  })
  const neckRadius = Number((o.neckRadius - CLOSER).toFixed(1))
  const led = endsOf(o, o.wires - 1) === 'above' ? tailMoves(frameOf(stone, o), o) : []
  return [
    ...pressed,
    ...led,
    ...(neckRadius >= 0.5
      ? [{ id: 'close-neck', values: {}, change: { neckRadius }, risk: 'none' as const, wire: TO_CLOSE }]
      : []),
  ]
}

/** Straight wires side by side round a cabochon, bound at foot and neck, bent over its faces, one pair rolled to a bail. */
const recipe: Recipe<typeof choices> = {
  id: 'bound-frame',
  version: 1,
  worn: ['pendant'],
  text,
  choices,
  parts: [rolledBailPart],
  formulas,
  searched,
  minutes: { bend: 0.7, shoulder: 0.7, close: 1.5, cross: 1, wrap: 0.1, twist: 3 },
  bearing: 'size',
  temper: (s) => rowOf(s).temper,
  unfit: (stone): Unfit | undefined =>
    isDomed(stone) ? undefined : { code: 'not-domed', field: 'kind', values: { kind: kindWord(stone) } },
  make,
  moves,
  benchMoves,
  notes: [
    {
      wires: ['front'],
      parts: ['bend', 'side'],
      seen: 'front',
      choices: ['frontBends', 'frontOverlap', 'frontHold'],
      slides: { along: 'frontBends', inward: 'frontOverlap' },
    },
    {
      wires: ['rear'],
      parts: ['bend', 'side'],
      seen: 'back',
      choices: ['backBends', 'backOverlap', 'backHold'],
      slides: { along: 'backBends', inward: 'backOverlap' },
    },
    { parts: ['side'], seen: 'front', choices: ['size', 'wires', 'profile', 'twist'] },
    {
      joints: ['foot'],
      seen: 'front',
      choices: ['foot', 'footBind', 'footForm', 'footGap', 'binding', 'bindingSize', 'order'],
      slides: { choice: 'foot', toward: 'out', times: 2 },
    },
    { parts: ['bail'], seen: 'front', choices: ['bail', 'roll', 'strip', 'passes', 'pair'] },
    {
      joints: ['neck'],
      seen: 'front',
      choices: ['neck', 'neckRadius', 'leave'],
      slides: { choice: 'neck', toward: 'up', times: 1 },
    },
    {
      parts: ['swirl', 'tail', 'tied', 'bare', 'neck'],
      seen: 'front',
      choices: ['swirls', 'swirlPlace', 'tail', 'tailOver'],
    },
    { parts: ['through', 'coil', 'shoulder'], seen: 'front', choices: ['bead', 'beadWire', 'ball'] },
  ],
  checks: ['frame-only', 'shake', 'push', 'ends', 'bail', 'symmetry', 'stone', 'temporary'],
  room: {
    tail: ['tailOver', 'tail', 'bead', 'swirls'],
    bend: ['tailOver', 'frontOverlap', 'backOverlap', 'size'],
    turns: ['bead', 'bindingSize', 'size'],
    through: ['bead'],
    coil: ['ball'],
    side: ['frontOverlap', 'backOverlap', 'size'],
    shoulder: ['neckRadius', 'leave', 'neck'],
    tied: ['tailOver', 'bindingSize'],
  },
  mends: {
    weakest: ['bend-front', 'bend-back'],
    'frame-only': ['bind-neck', 'close'],
    shake: ['bend-front'],
    push: ['bend-back', 'bend-front'],
    ends: ['trim'],
    bail: ['roll-bail'],
    symmetry: ['bend-front', 'shoulder'],
    stone: ['seat'],
    temporary: ['untape', 'bind-neck'],
  },
}
export const family = familyOf(recipe)
