import { outlineOf, taperOf, type FullStone } from '../../stone/index.js'
import { stockName } from '../../wire/index.js'
import { numberOf } from '../../working/index.js'
import {
  familyOf,
  type Given,
  type Recipe,
  type Step,
  type Tie,
  type Unfit,
  type Wirework,
} from '../kit/index.js'
import { wrappedLoop, wrappedLoopPart } from '../kit/parts/wrappedLoop.js'
import { fixed } from '../shared/efforts.js'
import { kindWord } from '../shared/kindWord.js'
import { backOf, formulas, searched as searchedBehind, turnsAt, type Back } from './back.js'
import { choices } from './choices.js'
import { lacing, searched as searchedInFront } from './lacing.js'
import { text } from './text.js'

type K = Given<typeof choices>

/** Bends that are nearer to each other than this many thicknesses of the wire cannot be made. */
const NEAREST = 1.2
/** A stone that is not longer than this many times its width is no shaft to lace. */
const LONG = 1.3
/** Fewer crossings than these let a stone swing out between them. */
const FEW = 3
/** A shaft that tapers by no more than this a millimetre on either side slips as if it did not. */
const STRAIGHT = 0.01

function tell(k: K, back: Back): void {
  const { o, stone } = k
  const rungs = back.top.pieces.filter((p) => p.kind === 'rung').map((p) => numberOf(p.length))
  const arcs = back.top.pieces.filter((p) => p.kind === 'bend').map((p) => numberOf(p.length))
  if (Math.min(...rungs) < 0 || 2 * numberOf(back.radius) < NEAREST * k.thick('size') + 2 * k.thick('lace'))
    k.say(
      'bends-crowd',
      'error',
      'bends',
      { bends: o.bends },
      { field: 'bends', value: Math.max(3, o.bends - 1) },
    )
  else if (Math.min(...arcs) < 0)
    k.say(
      'turns-crowd',
      'error',
      'turns',
      { turns: Math.max(o.turns, o.ends) },
      { field: 'bends', value: Math.max(3, o.bends - 1) },
    )
  const room = k.thick('lace') + 0.1
  if (o.reach < room) {
    const value = Math.ceil(10 * (room + 0.05)) / 10
    k.say(
      'no-room-for-lace',
      'error',
      'reach',
      { reach: o.reach, lace: k.thick('lace') },
      { field: 'reach', value },
    )
  }
  if (o.bends - 1 < FEW) k.say('few-crossings', 'doubt', 'bends', { crossings: o.bends - 1 })
  const { up, down } = taperOf(stone)
  if (o.foot === 'none' && stone.kind === 'crystal' && Math.max(up, down) > -Infinity && down <= STRAIGHT)
    k.say('no-foot', 'doubt', 'foot', {})
}

/** The order of work: the back bent and tried, the lacing begun at the foot, the stone laid on, laced upward, and the top closed over it. */
function stepsOf(k: K, back: Back): Step[] {
  const { o, q } = k
  const wires = fixed('wires', 2)
  const [size, fine] = [stockName(k.stock('size')), stockName(k.stock('lace'))]
  const way = (i: number) => (i % 2 === 0 ? 'right' : 'left')
  /** The lashing at a bend, with the crossing that leads to it. */
  const lashing = (i: number) => ({
    joint: `lash-${i + 1}`,
    forms: [{ of: ['lace'], ids: [...(i === 0 ? [] : [`crossing-${i - 1}-right`]), `turns-${i}-right`] }],
  })
  const lace = (id: string, over: Partial<Step>, crossings: number): Step => ({
    id,
    kind: 'lash',
    wires: ['lace'],
    takes: { cross: fixed('crossings', crossings) },
    ...over,
  })
  const last = o.bends - 1
  const between = Array.from({ length: o.bends - 2 }, (_, i) => i + 1)
  return [
    { id: 'gather', kind: 'gather', wires: [], values: { size, lace: fine } },
    { id: 'straighten', kind: 'straighten', wires: [] },
    { id: 'cut', kind: 'cut', final: true, takes: { cut: wires }, values: { n: 2 } },
    { id: 'mark', kind: 'mark', takes: { mark: fixed('wires', 1) }, values: { n: 1 } },
    {
      id: 'bend-back',
      kind: 'bend',
      wires: ['back'],
      takes: { bend: q.bends },
      forms: [{ of: ['back'], kinds: ['rung', 'bend', 'lashed'] }],
      values: { bends: o.bends, rod: 2 * numberOf(back.radius) - k.thick('size') },
    },
    ...(o.foot === 'hook'
      ? [
          {
            id: 'shape-foot',
            kind: 'bend' as const,
            wires: ['back'],
            takes: { bend: fixed('bends', 4) },
            forms: [{ of: ['back'], kinds: ['foot'] }],
            values: { tip: o.tip },
          },
        ]
      : []),
    { id: 'try', kind: 'try', wires: ['back'] },
    lace('begin-lacing', { ...lashing(0), brings: ['lace'] }, 0),
    { id: 'seat', kind: 'seat', wires: [], stone: 'in' },
    lace('lash', { places: between.map(lashing), values: { way: way(1) } }, between.length),
    lace('end-lacing', { ...lashing(last), values: { way: way(last) } }, 1),
    {
      id: 'close-top',
      kind: 'close',
      wires: ['back'],
      takes: { bend: fixed('bends', 3) },
      final: true,
      forms: [{ of: ['back'], kinds: ['top'] }],
      values: { stand: o.stand },
    },
  ]
}

function make(k: K): Wirework {
  const { o, q } = k
  const back = backOf(k)
  tell(k, back)
  const lace = lacing(k, back)
  const loop = wrappedLoop(k, { pen: back.top, strand: 'back', thick: q.size, wound: 'lace' })
  const lashes = back.apexes.map((_, i): Tie => ({
    id: `lash-${i + 1}`,
    kind: 'coil',
    counted: 'sides',
    of: [
      ['lace', `turns-${i}-right`],
      ['back', `lashed-${i}-right`],
    ],
    runs: ['back'],
    wound: 'lace',
    length: back.lashed[i]!,
    turns: turnsAt(k, i),
    columns: 1,
    rows: 1,
    field: 'turns',
  }))
  return {
    strands: [
      { id: 'back', size: 'size', left: back.foot.pieces, right: back.top.pieces, finish: 'tucked' },
      { id: 'lace', size: 'lace', ...lace, finish: 'tucked' },
    ],
    ties: [...lashes, ...loop.ties],
    ...(loop.hang ? { hang: loop.hang } : {}),
    steps: [
      ...stepsOf(k, back),
      ...loop.steps,
      { id: 'trim', kind: 'trim', final: true, values: { margin: o.margin } },
    ],
    outputs: [{ id: 'bend', quantity: back.radius, tool: 'rod' }],
  }
}

const KINDS: readonly string[] = ['crystal', 'slab']

function unfit(stone: FullStone): Unfit | undefined {
  if (!KINDS.includes(stone.kind))
    return { code: 'no-shaft', field: 'kind', values: { kind: kindWord(stone) } }
  if (stone.kind === 'slab' && !outlineOf(stone).convex)
    return { code: 'hollow', field: 'outline', values: { outline: stone.outline } }
  if (stone.length < LONG * stone.width)
    return { code: 'short', field: 'length', values: { least: LONG * stone.width } }
  return undefined
}

/** A stiff wire in S bends behind a long stone, laced across its front with fine wire, and bent forward over its top to a loop. */
const recipe: Recipe<typeof choices> = {
  id: 'corset-back',
  version: 1,
  worn: ['pendant'],
  text,
  choices,
  parts: [wrappedLoopPart],
  formulas,
  searched: { ...searchedBehind, ...searchedInFront },
  minutes: { cross: 0.35, bend: 0.5, turn: 0.06, roll: 2, seat: 2, straighten: 1 },
  // lacing is pulled by its end to the last
  spare: 30,
  bearing: 'size',
  unfit,
  make,
  checks: ['lacing', 'shake', 'push', 'ends', 'worn', 'stone'],
  room: {
    top: ['stand', 'size'],
    foot: ['stand', 'tip', 'size'],
    turns: ['reach', 'lace'],
    taut: ['reach'],
    tail: ['neck'],
    neck: ['neck'],
  },
  mends: {
    weakest: ['lash', 'close-top'],
    lacing: ['lash', 'end-lacing'],
    shake: ['lash', 'close-top'],
    push: ['lash', 'close-top'],
    ends: ['trim'],
    worn: ['shape-loop'],
    stone: ['seat'],
  },
}
export const family = familyOf(recipe)
