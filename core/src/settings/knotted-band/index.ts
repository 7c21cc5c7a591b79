import {
  familyOf,
  type Recipe,
  type Shaped,
  type Step,
  type Stretch,
  type Tie,
  type Unfit,
  type Wirework,
} from '../kit/index.js'
import { rolledBailPart } from '../kit/parts/rolledBail.js'
import { fixed } from '../shared/efforts.js'
import { unfitForLoops } from '../shared/smoothEdge.js'
import {
  bandRound,
  edgeFor,
  F,
  formulas,
  searched,
  SIDES,
  strandId,
  THINNEST,
  type Band,
  type BandHalf,
  type K,
  type Side,
} from './band.js'
import { choices } from './choices.js'
import { text } from './text.js'
import { topOf } from './top.js'

/** Loops that lean in by less hold little, degrees from upright. */
const STEEP = 20
/** Repeats of the sample. */
const SAMPLED = 5

/** A repeat's place along the band: counted up its own half. */
const repeatId = (side: Side, n: number): string => `repeat-${side}-${n + 1}`

/** The knots of one repeat: at each side and in the middle, by which all its wires are fixed to each other. */
function repeatTie(k: K, band: Band, side: Side, n: number): Tie {
  const members = band.wires.flatMap((wire, i) =>
    (['sides', 'middle'] as const).flatMap((at): { of: Stretch; works: boolean }[] => {
      const role = wire[at]
      if (role !== 'works' && role !== 'holds') return []
      return [
        {
          of: { strand: strandId(i), part: `knots-${side}`, at: band.halves[i]![side][at][n]! },
          works: role === 'works',
        },
      ]
    }),
  )
  return {
    id: repeatId(side, n),
    kind: 'knot',
    counted: 'pattern',
    of: members.map((m) => m.of),
    ties: members.flatMap((m, i) => (m.works ? [i] : [])),
    wound: 'size',
    length: band.repeat,
    turns: F.tied({ knots: k.q.knots }),
    clamps: 1,
    columns: 1,
    rows: band.wires.length,
    field: 'knots',
  }
}

function stepsOf(k: K, band: Band): { readonly before: Step[]; readonly steps: Step[] } {
  const { o } = k
  const strands = band.wires.map((_, i) => strandId(i))
  const last = strands.length - 1
  const shaped = (
    of: (half: BandHalf) => BandHalf['flat'],
    sides: readonly Side[],
    which = strands.map((_, i) => i),
  ): Shaped[] =>
    which.map((i) => ({
      of: [strandId(i)],
      ids: sides.map((side) => `knots-${side}`),
      like: Object.fromEntries(sides.map((side) => [`knots-${side}`, [of(band.halves[i]![side])]])),
    }))
  const knot = (side: Side, straight: readonly Side[]): Step => ({
    id: `knot-${side}`,
    kind: 'lash',
    wires: strands,
    places: Array.from({ length: band.repeats[side] }, (_, n) => ({ joint: repeatId(side, n) })),
    forms: [...shaped((h) => h.flat, [side]), ...shaped((h) => h.straight, straight)],
    values: { side, n: band.repeats[side], knots: o.knots },
  })
  return {
    before: [
      {
        id: 'sample',
        kind: 'try',
        wires: [],
        takes: { knot: fixed('knots of the sample', SAMPLED * (2 + o.knots)) },
        values: { n: SAMPLED, long: SAMPLED * o.pitch, pitch: o.pitch },
      },
    ],
    steps: [
      { id: 'lay-out', kind: 'align', wires: strands, hold: { on: 'tape' }, values: { n: strands.length } },
      knot('right', ['left']),
      { ...knot('left', []), hold: { off: 'tape' } },
      {
        id: 'bend-band',
        kind: 'shape',
        wires: strands,
        takes: { shape: fixed('times', 2) },
        // all but the loops of the front lie there as they will
        forms: [
          ...shaped((h) => h.standing(), SIDES, [last]),
          { of: strands.slice(0, last), kinds: ['knots'] },
        ],
        values: { n: o.loops },
      },
    ],
  }
}

function make(k: K): Wirework {
  const { o } = k
  const band = bandRound(k)
  const top = topOf(k, band)
  if (Math.min(...band.lean) < STEEP) k.say('steep', 'doubt', 'over', { lean: Math.min(...band.lean) })
  const { before, steps } = stepsOf(k, band)
  const [closing, ...bail] = top.steps
  const strands = band.wires.map((_, i) => strandId(i))
  return {
    before,
    strands: top.strands,
    ties: [
      ...SIDES.flatMap((side) =>
        Array.from({ length: band.repeats[side] }, (_, n) => repeatTie(k, band, side, n)),
      ),
      ...top.ties,
    ],
    hang: top.hang,
    steps: [
      ...steps,
      closing!,
      { id: 'seat', kind: 'seat', wires: [], stone: 'in' },
      {
        id: 'lay-front',
        kind: 'bend',
        wires: strands,
        takes: { loop: fixed('loops of the front', o.loops) },
        forms: [{ of: strands.slice(-1), kinds: ['knots'] }],
        values: { n: o.loops, over: o.over },
        final: true,
      },
      ...bail,
    ],
    outputs: [
      { id: 'band', quantity: F.long({ loops: k.q.loops, pitch: k.q.pitch }) },
      { id: 'around', quantity: band.around },
      { id: 'knot', quantity: F.knot({ repeat: band.repeat, knots: k.q.knots }) },
      { id: 'wide', quantity: F.wide({ wires: k.q.wires, size: k.q.size }) },
    ],
  }
}

/** A band of square knots round the edge, with loops along both its edges pushed over both faces. */
const recipe: Recipe<typeof choices> = {
  id: 'knotted-band',
  version: 1,
  worn: ['pendant'],
  text,
  choices,
  parts: [rolledBailPart],
  formulas,
  searched,
  minutes: { loop: 0.1 },
  bearing: 'size',
  temper: 'dead soft',
  cutLengths: 2,
  unfit: (stone) => {
    const held = edgeFor(THINNEST)
    const thin: Unfit = { code: 'thin-edge', field: 'wall', values: { wall: stone.wall, held } }
    return unfitForLoops(stone) ?? (stone.wall < held ? thin : undefined)
  },
  make,
  notes: [
    {
      wires: [strandId(5)],
      parts: ['knots'],
      seen: 'front',
      choices: ['over', 'loops'],
      slides: { choice: 'over', toward: 'in', times: 1 },
    },
    { wires: [strandId(2)], parts: ['knots'], seen: 'front', choices: ['size', 'knots'] },
    { parts: ['knotted', 'twisted'], seen: 'front', choices: ['bail', 'roll', 'strip', 'passes'] },
    { joints: ['wrap-1'], seen: 'front', choices: ['wraps'] },
  ],
  checks: ['loops', 'shake', 'push', 'ends', 'worn', 'stone'],
  room: { shoulder: ['loops', 'wraps'], knots: ['over', 'loops', 'size'], wrap: ['wraps'] },
  mends: {
    weakest: ['lay-front', 'bend-band'],
    loops: ['lay-front'],
    shake: ['lay-front', 'bend-band'],
    push: ['lay-front'],
    ends: ['trim'],
    worn: ['roll-strip'],
    stone: ['seat'],
  },
}
export const family = familyOf(recipe)
