import type { SeatedStone } from '../../design/index.js'
import type { Vec3 } from '../../geom/index.js'
import { outlineSaid, type FullStone } from '../../stone/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import type { NamedQuantity } from '../family.js'
import {
  familyOf,
  moved,
  type Recipe,
  type Step,
  type Strand,
  type Tie,
  type Unfit,
  type Wirework,
} from '../kit/index.js'
import { passingText, tellPassing } from '../kit/parts/passing.js'
import { fixed } from '../shared/efforts.js'
import { kindWord } from '../shared/kindWord.js'
import { choices, MOST } from './choices.js'
import { finishEnds, FLANKS, LEVELS, railId, railsOf, type End, type Rails } from './rails.js'
import {
  CROSSED,
  F,
  formulas,
  rowOf,
  searched,
  stoneId,
  STRANDS,
  type K,
  type Row,
  type RowStone,
  type RowTie,
} from './row.js'
import { text } from './text.js'

const EIGHT = '8(1-2)'
const RAILS = LEVELS.flatMap((level) => FLANKS.map((flank) => railId(level, flank)))

/** So many turns on one wire in the notation of the weaves, where 8 in front means a figure of eight. */
const turnsOn = (wire: number, n: number): string => (n === 8 ? `4(${wire}) 4(${wire})` : `${n}(${wire})`)

/** From where to where a tie lies along the row. */
function spanOf({ x, tied }: RowTie): readonly [number, number] {
  return [x - numberOf(tied) / 2, x + numberOf(tied) / 2]
}

/** One fine wire runs on through all of them. */
const WOVEN = {
  kind: 'weave',
  runs: RAILS,
  wound: 'lace',
  pins: true,
  on: fixed('run on to the next', 0),
  runsOn: true,
} as const

/** Both lower rails wound from one tie to the next: crossed, on round each by itself, open in the middle for the stone's point, and crossed again. */
function seatTie(k: K, row: Row, rails: Rails, i: number): Tie {
  const { q } = k
  const { share, turns, seated } = row.stones[i]!
  const [before, behind] = [row.ties[i]!, row.ties[i + 1]!]
  const { out } = row.lower(share)
  const round = numberOf(turns)
  const eight = F.eight({ lace: q.lace, first: q.lower, second: q.lower, apart: F.apart({ gauge: out }) })
  return {
    ...WOVEN,
    id: `seat-${i + 1}`,
    counted: 'pattern',
    clads: true,
    of: FLANKS.map((flank) => rails[railId('lower', flank)]!.stretch(spanOf(before)[1], spanOf(behind)[0])),
    woven: {
      repeat: `a: ${EIGHT} ${turnsOn(1, round)} ${EIGHT}\nb: ${turnsOn(2, round)}`,
      repeats: 1,
      rows: round + 2 * STRANDS,
    },
    length: seated,
    turns: F.bound({ turns, strands: CROSSED }),
    row: F.seat({ strands: CROSSED, eight, turns, lower: q.lower, lace: q.lace }),
    columns: 2,
    rows: 1,
    field: 'lace',
  }
}

/** The upper rail tied to the lower one beside it with figures of eight. */
function sideTie(k: K, row: Row, rails: Rails, i: number, flank: (typeof FLANKS)[number]): Tie {
  const { q } = k
  const tie = row.ties[i]!
  const { share } = row.stones[Math.min(i, row.stones.length - 1)]!
  const apart = F.up({ rise: row.upper(share).up, fall: row.lower(share).up })
  return {
    ...WOVEN,
    id: `tie-${i}-${flank}`,
    counted: 'sides',
    of: LEVELS.map((level) => rails[railId(level, flank)]!.stretch(...spanOf(tie))).reverse(),
    woven: { repeat: `a: ${EIGHT}`, repeats: numberOf(tie.eights), rows: STRANDS },
    length: tie.tied,
    turns: F.strands({ eights: tie.eights, strands: CROSSED }),
    row: F.eight({ lace: q.lace, first: q.lower, second: q.size, apart }),
    columns: 1,
    rows: 2,
    field: 'eights',
  }
}

const endTie = (k: K, end: End): Tie => ({
  id: `bind-${end}`,
  kind: 'bind',
  of: ['upper-far', 'lower-far', 'lower-near', 'upper-near'].map((id) => [id, `bound-${end}`] as const),
  wound: 'lace',
  length: k.q.end,
  columns: 4,
  rows: 1,
  hull: F.hull({ upper: k.q.size, lower: k.q.lower }),
  field: 'end',
})

function stepsOf(k: K, row: Row, loops: readonly End[]): Step[] {
  const n = row.stones.length
  const ends = (end: End) => ['crank', 'inward', 'wait', 'up', 'bound', 'end'].map((kind) => `${kind}-${end}`)
  const crank = (end: End, id: string): Step => ({
    id,
    kind: 'bend',
    wires: RAILS,
    // the upper ones give to the bind
    takes: { bend: fixed('bends of the lower rails', 8) },
    forms: [{ of: RAILS, ids: ends(end) }],
    values: { up: numberOf(row.upper(1).up) + numberOf(row.lower(1).up) },
  })
  const ties = (i: number, stones?: readonly string[]) =>
    FLANKS.map((flank, side) => ({
      joint: `tie-${i}-${flank}`,
      ...(stones && side === 0 ? { stones } : {}),
    }))
  return [
    { id: 'bind-first', kind: 'bind', joint: 'bind-left' },
    crank('left', 'crank-first'),
    {
      id: 'tie-first',
      kind: 'lash',
      wires: RAILS,
      places: ties(0),
      values: { eights: numberOf(row.ties[0]!.eights) },
    },
    {
      id: 'row',
      kind: 'lash',
      wires: RAILS,
      places: row.stones.flatMap((_, i) => [{ joint: `seat-${i + 1}` }, ...ties(i + 1, [stoneId(i)])]),
      forms: [{ of: RAILS, kinds: ['rail'] }],
      takes: { seat: fixed('stones', n) },
      values: {
        n,
        seats: listed(row.stones.map((s) => s.turns)),
        eights: listed(row.ties.slice(1).map((t) => t.eights)),
      },
    },
    crank('right', 'crank-last'),
    { id: 'bind-last', kind: 'bind', joint: 'bind-right', final: true },
    ...(loops.length > 0
      ? [
          {
            id: 'roll-loops',
            kind: 'roll' as const,
            wires: ['lower-far', 'lower-near'],
            takes: { roll: fixed('loops', loops.length) },
            final: true,
            forms: [{ of: RAILS, kinds: ['loop'] }],
            values: { inside: k.o.bail, n: loops.length },
          },
        ]
      : []),
  ]
}

function tell(k: K, row: Row): void {
  const { o } = k
  const small = Math.min(...row.stones.map((s) => s.share))
  const between = 2 * numberOf(row.upper(small).out) - k.thick('size')
  if (between < k.thick('lace')) k.say('rails-meet', 'error', 'over', { over: o.over })
  if (o.ends !== 'left long') tellPassing(k, k.q.bail)
}

/** Numbers to work to: of the largest stone, and where they differ of the smallest. */
function outputsOf({ q }: K, row: Row): NamedQuantity[] {
  const by = [...row.stones].sort((a, b) => b.share - a.share)
  const [largest, smallest] = [by[0]!, by[by.length - 1]!]
  const [upper, lower] = [row.upper(largest.share), row.lower(largest.share)]
  const slot = ({ share }: RowStone) =>
    F.slot({ rise: row.upper(share).up, fall: row.lower(share).up, upper: q.size, lower: q.lower })
  return [
    { id: 'pitch', quantity: F.pitch({ half: largest.half }) },
    { id: 'seat', quantity: largest.turns },
    { id: 'slot', quantity: slot(largest) },
    ...(smallest.share < largest.share
      ? [
          { id: 'pitchSmallest', quantity: F.pitch({ half: smallest.half }) },
          { id: 'slotSmallest', quantity: slot(smallest) },
        ]
      : []),
    { id: 'betweenUpper', quantity: F.between({ gauge: upper.out, thick: q.size }) },
    { id: 'betweenLower', quantity: F.between({ gauge: lower.out, thick: q.lower }) },
    { id: 'crank', quantity: F.up({ rise: upper.up, fall: lower.up }) },
  ]
}

/** Counts place by place, once where all are alike. */
function listed(counts: readonly Quantity[]): string {
  const all = counts.map(numberOf)
  return new Set(all).size === 1 ? String(all[0]) : all.join(', ')
}

/** Turned by a quarter to hang by its right end. */
const hung = ([x, y, z]: Vec3): Vec3 => [-y, x, z]

function make(k: K): Wirework {
  const { o } = k
  const row = rowOf(k)
  tell(k, row)
  const rails = railsOf(k, row)
  const { loops, hang } = finishEnds(k, rails)
  const upright = o.ends === 'one loop'
  const lie = upright ? hung : (p: Vec3): Vec3 => p
  const strands = RAILS.map((id): Strand => ({
    id,
    size: id.startsWith('upper') ? 'size' : 'lower',
    left: moved(rails[id]!.left.pieces, lie),
    right: moved(rails[id]!.right.pieces, lie),
    finish: o.ends === 'left long' ? 'cut flush' : 'tucked',
  }))
  const stones = row.stones.map((s, i): SeatedStone => ({
    id: stoneId(i),
    of: i,
    turn: [0, 0, upright ? 90 : 0],
    shift: lie([s.x, 0, 0]),
  }))
  return {
    strands,
    ties: [
      endTie(k, 'left'),
      ...FLANKS.map((flank) => sideTie(k, row, rails, 0, flank)),
      ...row.stones.flatMap((_, i) => [
        seatTie(k, row, rails, i),
        ...FLANKS.map((flank) => sideTie(k, row, rails, i + 1, flank)),
      ]),
      endTie(k, 'right'),
    ],
    stones,
    ...(hang ? { hang: lie(hang) } : {}),
    steps: stepsOf(k, row, loops),
    outputs: outputsOf(k, row),
  }
}

/** Outlines that are the same under the far rail as under the near one. */
const ALIKE = ['round', 'oval', 'cushion', 'square', 'cut-corner', 'marquise', 'hexagon']

function unfit(stone: FullStone): Unfit | undefined {
  if (stone.kind !== 'faceted')
    return { code: 'not-faceted', field: 'kind', values: { kind: kindWord(stone) } }
  if (stone.group?.kind !== 'row') return { code: 'single', field: 'group' }
  const { count } = stone.group
  if (count > MOST) return { code: 'too-many', field: 'group', values: { count, most: MOST } }
  return ALIKE.includes(stone.outline)
    ? undefined
    : { code: 'unlike', field: 'outline', values: { outline: outlineSaid(stone) } }
}

/** Small faceted stones in a line between two rails over and two under them. */
const recipe: Recipe<typeof choices> = {
  id: 'channel-row',
  version: 1,
  worn: ['pendant'],
  text,
  choices,
  parts: [{ text: passingText }],
  formulas,
  searched,
  minutes: { seat: 1.5 },
  bearing: 'size',
  temper: 'half hard',
  takesRows: true,
  unfit,
  make,
  notes: [
    { wires: ['upper-far'], parts: ['rail'], seen: 'front', choices: ['over', 'size', 'play'] },
    { wires: ['lower-far'], parts: ['rail'], seen: 'back', choices: ['under', 'lower', 'gap'] },
    { joints: ['tie-1-near'], seen: 'front', choices: ['eights', 'lace'] },
    { joints: ['bind-left'], seen: 'front', choices: ['end'] },
    {
      wires: ['lower-far'],
      parts: ['loop', 'end'],
      seen: 'front',
      choices: ['ends', 'bail', 'passes', 'tails'],
    },
  ],
  checks: ['slide', 'shake', 'push', 'ends', 'worn', 'stone'],
  room: {
    rail: ['over', 'under', 'gap'],
    crank: ['size', 'lower'],
    tail: ['end'],
    bound: ['end'],
    loop: ['bail'],
    end: ['end'],
  },
  mends: {
    weakest: ['row'],
    slide: ['row'],
    shake: ['row'],
    push: ['row'],
    ends: ['trim'],
    worn: ['roll-loops'],
    stone: ['row'],
  },
}
export const family = familyOf(recipe)
