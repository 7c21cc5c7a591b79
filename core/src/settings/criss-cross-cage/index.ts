import { leastRadius } from '../../path/index.js'
import { outlineOf, outlineSaid, type FullStone } from '../../stone/index.js'
import { numberOf } from '../../working/index.js'
import { familyOf, type Recipe, type Step, type Tie, type Unfit, type Wirework } from '../kit/index.js'
import { castOnPart } from '../kit/parts/castOnLoop.js'
import { arcSegments } from '../shared/arcs.js'
import { fixed } from '../shared/efforts.js'
import { kindWord } from '../shared/kindWord.js'
import { choices } from './choices.js'
import { lacedOver, type Laced } from './crossings.js'
import { F, formulas, frameOf, searched, type Frame, type K } from './frame.js'
import type { Stop } from './stops.js'
import { text } from './text.js'
import { edgesOf, FOOT, longest, ROOM, widestOpen } from './windows.js'

/** Round an edge that turns more sharply than this no frame is bent, mm. */
const SHARPEST = 0.5

/** The widest window of both faces, as a figure. */
function windowOf(k: K, frame: Frame) {
  const { levels } = k.o
  const on = { ...k.on('levels', 'size', 'lace', 'alloy', 'temper'), off: frame.offset }
  const long = k.found('longest', 'crossing', longest(frame, levels), on)
  const faces = ([1, -1] as const).map((face) => {
    const which = face === 1 ? 'front' : 'back'
    return F.window({ open: k.found('open', which, widestOpen(frame, levels, face), on), longest: long })
  })
  return faces.reduce((a, b) => (numberOf(b) > numberOf(a) ? b : a))
}

function tell(k: K, wide: number, passes: number): void {
  const { levels } = k.o
  if (wide > ROOM * passes)
    k.say('wide-window', 'doubt', 'levels', { wide, passes }, { field: 'levels', value: levels + 1 })
}

/** Parts of the frame's wire from below the neck once round and up again. */
const ROUND_PARTS = ['out', 'down', 'shoulder', 'edge', 'shoulder-end', 'up', 'in', 'pressed'] as const

function stepsOf(k: K, { part }: Frame, { stops }: Laced): Step[] {
  const { levels } = k.o
  const [castOn, neck] = part.steps as [Step, Step]
  /** The turns at a place, with what leads to them. */
  const lashed = (stop: Stop) => {
    const half = stop.half === 1 ? 'right' : 'left'
    const i = 2 * stop.level + (stop.comes ? 0 : 1)
    const leads = !stop.comes
      ? `strap-${stop.level}`
      : stop.level > 0
        ? `crossing-${stop.level - 1}`
        : 'crossing-start'
    return { joint: stop.id, forms: [{ of: ['lace'], ids: [`${leads}-${half}`, `turns-${i}-${half}`] }] }
  }
  // level by level, both ends in turn
  const at = (from: number, to: number) =>
    Array.from({ length: to - from + 1 }, (_, i) => from + i).flatMap((level) =>
      ([1, -1] as const).flatMap((half) => stops.filter((s) => s.level === level && s.half === half)),
    )
  const round = (id: 'front' | 'back'): Step => ({
    id: `round-${id}`,
    kind: 'shape',
    wires: ['frame'],
    forms: [
      {
        of: ['frame'],
        ids: ROUND_PARTS.map((part) => `${part}-${id === 'front' ? 'right' : 'left'}`),
      },
    ],
    values: { face: id },
  })
  const lash = (id: string, list: readonly Stop[], over: Partial<Step>): Step => ({
    id,
    kind: 'lash',
    wires: ['lace'],
    places: list.map(lashed),
    ...over,
  })
  return [
    castOn,
    round('front'),
    round('back'),
    { id: 'try', kind: 'try', wires: ['frame'] },
    neck,
    lash('begin-cage', at(0, 0), { brings: ['lace'], takes: { cross: fixed('crossings', 1) } }),
    { id: 'seat', kind: 'seat', wires: [], stone: 'in', hold: { on: 'tape' } },
    lash('cross', at(1, levels - 2), {
      takes: { cross: F.crossed({ levels: k.q.levels }) },
      values: { n: levels - 2 },
    }),
    lash('end-cage', at(levels - 1, levels - 1), {
      hold: { off: 'tape' },
      final: true,
      takes: { cross: fixed('crossings', 2) },
      values: { ends: k.o.ends },
    }),
  ]
}

function make(k: K): Wirework {
  const { q } = k
  const frame = frameOf(k)
  const laced = lacedOver(k, frame)
  const wide = windowOf(k, frame)
  const passes = F.passes({
    length: k.measured.length,
    width: k.measured.width,
    depth: k.measured.depth,
  })
  tell(k, numberOf(wide), numberOf(passes))
  const neck: Tie = {
    ...frame.part.ties[0]!,
    of: [
      ['frame', 'neck-left'],
      ['frame', 'neck-right'],
      ['frame', 'pressed-left'],
      ['frame', 'pressed-right'],
    ],
    rows: 2,
    hull: F.bundle({ size: q.size }),
  }
  return {
    strands: [
      {
        id: 'frame',
        size: 'size',
        left: frame.pens.left.pieces,
        right: frame.pens.right.pieces,
        finish: 'tucked',
      },
      laced.strand,
    ],
    ties: [neck, ...laced.ties],
    ...(frame.part.hang ? { hang: frame.part.hang } : {}),
    steps: stepsOf(k, frame, laced),
    outputs: [
      { id: 'window', quantity: wide },
      { id: 'passes', quantity: passes },
    ],
  }
}

const KINDS: readonly string[] = ['cabochon', 'puffy', 'slab', 'faceted']

function unfit(stone: FullStone): Unfit | undefined {
  if (!KINDS.includes(stone.kind))
    return { code: 'no-edge', field: 'kind', values: { kind: kindWord(stone) } }
  const sharp = Math.min(
    ...Object.values(edgesOf(stone)).flatMap((o) =>
      arcSegments(o, FOOT, FOOT + 2 * Math.PI, 0, 0).map(leastRadius),
    ),
  )
  if (sharp < SHARPEST && outlineOf(stone).convex)
    return { code: 'pointed', field: 'outline', values: { outline: outlineSaid(stone) } }
  return undefined
}

/** One stout wire round a stone in front and behind, hung by its own middle, and fine wire laced over both faces from side to side. */
const recipe: Recipe<typeof choices> = {
  id: 'criss-cross-cage',
  version: 1,
  worn: ['pendant'],
  text,
  choices,
  parts: [castOnPart],
  formulas,
  searched,
  minutes: { wrap: 0.06, seat: 2 },
  bearing: 'size',
  temper: 'half hard',
  unfit,
  make,
  notes: [
    { wires: ['lace'], parts: ['taut', 'turns'], seen: 'front', choices: ['levels', 'turns', 'lace'] },
    { wires: ['frame'], parts: ['round'], seen: 'front', choices: ['size'] },
    { parts: ['loop'], seen: 'front', choices: ['bail', 'rounds', 'passes'] },
    {
      joints: ['neck'],
      seen: 'front',
      choices: ['neck'],
      slides: { choice: 'neck', toward: 'up', times: 1 },
    },
  ],
  checks: ['crossings', 'shake', 'push', 'ends', 'worn', 'stone'],
  room: {
    round: ['size', 'lace'],
    shoulder: ['neck', 'size'],
    turns: ['turns', 'lace', 'levels'],
    taut: ['levels', 'lace'],
    tail: ['neck'],
    neck: ['neck'],
  },
  mends: {
    weakest: ['cross', 'end-cage'],
    crossings: ['cross', 'end-cage'],
    shake: ['cross', 'end-cage'],
    push: ['cross', 'end-cage'],
    ends: ['trim'],
    worn: ['cast-on'],
    stone: ['seat'],
  },
}
export const family = familyOf(recipe)
