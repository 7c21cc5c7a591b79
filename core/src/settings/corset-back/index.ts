import { scale } from '../../geom/index.js'
import { outlineOf, outlineSaid, type FullStone } from '../../stone/index.js'
import { numberOf } from '../../working/index.js'
import { familyOf, type Given, type Recipe, type Step, type Unfit, type Wirework } from '../kit/index.js'
import { endForEndPart, seatOf, taperHung } from '../kit/parts/endForEnd.js'
import { lacedLoopPart } from '../kit/parts/lacedLoop.js'
import { lacing, lacingPart, type Lacing } from '../kit/parts/lacing.js'
import { bailOf, rolledBailPart } from '../kit/parts/rolledBail.js'
import { hammering, hammeringPart } from '../kit/parts/hammering.js'
import { underFootPart } from '../kit/parts/underFoot.js'
import { wrappedLoop, wrappedLoopPart } from '../kit/parts/wrappedLoop.js'
import { fixed } from '../shared/efforts.js'
import { kindWord } from '../shared/kindWord.js'
import { bendsBack, formulas as bendFigures } from './back.js'
import { fewerBends, formulas, lacedOn, searched, type Back } from './behind.js'
import { eyesBack, formulas as eyeFigures } from './eyes.js'
import { choices } from './choices.js'
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
  const fewer = fewerBends(k)
  const most = Math.max(o.turns, o.ends)
  if (Math.min(...rungs) < 0 || 2 * numberOf(back.radius) < NEAREST * k.thick('size') + 2 * k.thick('lace'))
    k.say('bends-crowd', 'error', 'bends', { bends: o.bends }, fewer)
  else if (Math.min(...arcs) < 0) k.say('turns-crowd', 'error', 'turns', { turns: most }, fewer)
  const [lace, { reach }] = [k.thick('lace'), o]
  const room = { field: 'reach', value: Math.ceil(10 * (lace + 0.15)) / 10 }
  if (reach < lace + 0.1) k.say('no-room-for-lace', 'error', 'reach', { reach, lace }, room)
  if (o.bends - 1 < FEW) k.say('few-crossings', 'doubt', 'bends', { crossings: o.bends - 1 })
  const { up, down } = taperHung(k)
  if (o.foot === 'none' && stone.kind === 'crystal' && Math.max(up, down) > -Infinity && down <= STRAIGHT)
    k.say('no-foot', 'doubt', 'foot', {})
}

/** The order of work: the back bent and tried, the lacing begun at the foot, the stone laid on, laced upward, and the top closed over it. */
function stepsOf(k: K, back: Back, lace: Lacing['steps'], hammered: readonly Step[]): Step[] {
  const { o, q } = k
  const n = back.places.length
  const eyed = o.back === 'closed loops'
  const middle: Step = {
    id: !eyed
      ? o.foot === 'coil'
        ? 'coil-foot'
        : 'shape-foot'
      : o.foot === 'hook'
        ? 'shape-stirrup'
        : 'shape-u',
    kind: 'bend',
    wires: ['back'],
    takes: { bend: fixed('bends', !eyed ? 4 : o.foot === 'hook' ? 10 : 2) },
    forms: [{ of: ['back'], kinds: ['foot'] }],
    values: { tip: o.tip, coil: o.coil },
  }
  return [
    ...(eyed ? [middle] : []),
    {
      id: eyed ? 'bend-loops' : 'bend-back',
      kind: 'bend',
      wires: ['back'],
      takes: { bend: eyed ? fixed('loops', n) : q.bends },
      forms: [{ of: ['back'], kinds: ['rung', 'bend', 'lashed'] }],
      values: { bends: n, rod: 2 * numberOf(back.radius) - k.thick('size') },
    },
    ...(!eyed && o.foot !== 'none' ? [middle] : []),
    ...hammered,
    { id: 'try', kind: 'try', wires: ['back'] },
    lace.begin,
    { id: 'seat', kind: 'seat', wires: [], stone: 'in' },
    ...lace.rest,
    {
      id: 'close-top',
      kind: 'close',
      wires: ['back'],
      takes: { bend: fixed('bends', eyed ? 8 : 3) },
      final: true,
      forms: [{ of: ['back'], kinds: ['top'] }],
      values: { stand: o.stand },
    },
  ]
}

function make(k: K): Wirework {
  const { o, q } = k
  const eyed = o.back === 'closed loops'
  const back = eyed ? eyesBack(k) : bendsBack(k)
  tell(k, back)
  const hammered = hammering(k, { wires: ['back'], thick: q.size, bends: q.bends })
  const laced = {
    seat: seatOf(k),
    places: back.places,
    front: scale(back.plane.behind, -1),
    lace: k.thick('lace'),
    stiff: k.thick('size'),
    on: { ...lacedOn(k), ...k.on('back', 'size') },
  }
  const lace = lacing(k, laced, 'back')
  const stems = { pen: back.top, strand: 'back', thick: q.size, wound: 'lace' }
  const bail = eyed
    ? bailOf(k, {
        ...stems,
        other: back.foot,
        ways: o,
        on: k.on('back', 'roll', 'strip', 'size'),
        size: 'size',
        stock: k.stock('size'),
        binder: q.lace,
        top: k.stone.length / 2,
      })
    : wrappedLoop(k, stems)
  return {
    strands: [
      { id: 'back', size: 'size', left: back.foot.pieces, right: back.top.pieces, finish: 'tucked' },
      lace.strand,
    ],
    ties: [...lace.ties, ...bail.ties],
    ...(bail.hang ? { hang: bail.hang } : {}),
    stones: [seatOf(k)],
    steps: [...stepsOf(k, back, lace.steps, hammered.steps), ...bail.steps],
    outputs: [{ id: 'bend', quantity: back.radius, tool: 'rod' }, ...hammered.outputs],
  }
}

const KINDS: readonly string[] = ['crystal', 'slab']

function unfit(stone: FullStone): Unfit | undefined {
  if (!KINDS.includes(stone.kind))
    return { code: 'no-shaft', field: 'kind', values: { kind: kindWord(stone) } }
  if (stone.kind === 'slab' && !outlineOf(stone).convex)
    return { code: 'hollow', field: 'outline', values: { outline: outlineSaid(stone) } }
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
  parts: [
    endForEndPart,
    lacedLoopPart,
    lacingPart,
    rolledBailPart,
    wrappedLoopPart,
    underFootPart,
    hammeringPart,
  ],
  formulas: { ...formulas, ...bendFigures, ...eyeFigures },
  searched,
  minutes: { wrap: 0.06, seat: 2 },
  bearing: 'size',
  unfit,
  make,
  notes: [
    { wires: ['lace'], parts: ['taut', 'turns'], seen: 'front', choices: ['turns', 'ends', 'lace'] },
    {
      wires: ['back'],
      parts: ['bend', 'lashed', 'leg'],
      seen: 'back',
      choices: ['bends', 'back', 'reach', 'size'],
    },
    { parts: ['foot'], seen: 'front', choices: ['foot', 'tip', 'coil', 'stand', 'low'] },
    { parts: ['top', 'leg', 'rung'], seen: 'back', choices: ['high'] },
    { parts: ['loop', 'bail', 'tail', 'neck'], seen: 'front', choices: ['bail', 'passes', 'roll', 'strip'] },
    {
      joints: ['neck'],
      seen: 'front',
      choices: ['neck'],
      slides: { choice: 'neck', toward: 'up', times: 1 },
    },
  ],
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
