import { mirrorX, type Vec3 } from '../../geom/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import type { NamedQuantity } from '../family.js'
import {
  familyOf,
  moved,
  penFigures,
  type Given,
  type Recipe,
  type Step,
  type Strand,
  type Unfit,
} from '../kit/index.js'
import type { Tie, Wirework } from '../kit/index.js'
import { rolledBailPart } from '../kit/parts/rolledBail.js'
import { fixed } from '../shared/efforts.js'
import { kindWord } from '../shared/kindWord.js'
import { armPen, armsOf, AXES, F, formulas, PAST, searched, type Axis, type Tier } from './arms.js'
import { bailFrom, formulas as carrying, palmOf, searched as searchedBelow, shankFrom } from './carrying.js'
import { choices, CLAWED, SIDES, type Side } from './choices.js'
import { text } from './text.js'

type K = Given<typeof choices>
type Arms = ReturnType<typeof armsOf>['arms']

const TIERS = ['seat', 'claw'] as const
const axisOf = (side: Side): Axis => (side === 'top' || side === 'bottom' ? 'y' : 'x')

/** Turns the top side's place into another's. */
const TURNS: Readonly<Record<Side, (p: Vec3) => Vec3>> = {
  top: ([x, y, z]) => [x, y, z],
  right: ([x, y, z]) => [y, -x, z],
  bottom: ([x, y, z]) => [-x, -y, z],
  left: ([x, y, z]) => [-y, x, z],
}

/** At each corner the sides that meet, and which end of each. */
const CORNERS = {
  'top-left': { left: 'right', top: 'left' },
  'top-right': { top: 'right', right: 'left' },
  'bottom-right': { right: 'right', bottom: 'left' },
  'bottom-left': { bottom: 'right', left: 'left' },
} as const

/** A straight middle shorter than this cannot be bent at both ends, mm; what reaches in by more than this share of the half touches nothing. */
const LEAST_MIDDLE = 0.3
const DEEPEST = 0.75

function tellRoom(k: K, arms: Arms): void {
  for (const tier of TIERS)
    for (const axis of AXES) {
      const lacks = LEAST_MIDDLE - numberOf(arms[tier][axis].middle)
      const half = (axis === 'y' ? k.stone.length : k.stone.width) / 2
      if (lacks > 0) k.say('no-middle', 'error', tier, { tier, lacks })
      else if (k.o[tier] > DEEPEST * half) k.say('past-middle', 'error', tier, { tier, reach: k.o[tier] })
    }
}

function tellDoubts(k: K, claws: number, clear: number): void {
  const { o } = k
  if (claws < 3 || o.claw <= 0) k.say('few-claws', 'doubt', 'claws', { count: o.claw <= 0 ? 0 : claws })
  if (o.seat < 0.4) k.say('seat-narrow', 'doubt', 'seat', { seat: o.seat })
  if (o.play > 0.3) k.say('loose', 'doubt', 'play', { play: o.play })
  if (o.mount === 'pendant' && clear > 0) k.say('culet-below', 'note', 'seat', { below: clear })
  // the seat lies above the finger's opening
  const above = clear + o.clear
  if (o.mount === 'ring' && above < -0.2) k.say('seat-on-finger', 'error', 'clear', { by: -above })
}

/** The four corners: all tails that meet in one bundle. */
const cornersOf = (k: K, clawed: readonly Side[]): Tie[] =>
  Object.entries(CORNERS).map(([id, ends]): Tie => {
    const meeting = Object.entries(ends) as [Side, 'left' | 'right'][]
    const claws = meeting.filter(([side]) => clawed.includes(side)).length
    return {
      id,
      kind: 'bind',
      counted: 'sides',
      of: meeting.flatMap(([side, end]) =>
        TIERS.filter((tier) => tier === 'seat' || clawed.includes(side)).map(
          (tier) => [`${tier}-${side}`, `tie-${end}`] as const,
        ),
      ),
      wound: 'tieSize',
      length: k.q.tie,
      columns: 2,
      rows: claws > 0 ? 2 : 1,
      hull: F.hull({ size: k.q.size, clawSize: k.q.clawSize, claws: fixed('claws at this corner', claws) }),
      field: 'tie',
    }
  })

/** Numbers to set pliers to, and what lies between the wires: told once where both sides of the stone are alike. */
function outputsOf(k: K, arms: Arms, clear: Quantity): NamedQuantity[] {
  const { seat, claw } = arms
  const axes = k.stone.length === k.stone.width ? (['y'] as const) : AXES
  const named = <T>(of: (axis: Axis, way: 'Along' | 'Across') => T): T[] =>
    axes.map((axis) => of(axis, axis === 'y' ? 'Along' : 'Across'))
  const side = (axis: Axis) => (axis === 'y' ? k.measured.length : k.measured.width)
  const steep = ({ climb, radius }: (typeof seat)['y']) => penFigures.steepness({ by: climb, radius })
  return [
    ...named((a, way) => ({
      id: `gap${way}`,
      quantity: F.gap({ rise: seat[a].climb, fall: claw[a].climb }),
    })),
    ...named((a, way) => ({ id: `opening${way}`, quantity: F.opening({ side: side(a), reach: k.q.seat }) })),
    ...named((a, way) =>
      TIERS.map((tier) => ({
        id: `${tier}Width${way}`,
        quantity: F.width({ vertex: arms[tier][a].vertex }),
        tool: 'jaws' as const,
      })),
    ).flat(),
    { id: 'seatSlope', quantity: steep(seat.y) },
    { id: 'clawSlope', quantity: steep(claw.y) },
    { id: 'clear', quantity: clear },
    ...(k.o.mount === 'ring'
      ? [{ id: 'mandrel', quantity: k.mandrel('size', k.q.ring), tool: 'rod' as const }]
      : []),
  ]
}

/** The order of work: all wires bent to their numbers, three corners tied, the stone laid in, the last corner closed over it at the leading hand. */
function stepsOf(k: K, strands: readonly Strand[], arms: Arms): Step[] {
  const { o, hand } = k
  const other = hand === 'right' ? 'left' : 'right'
  const order = [`top-${other}`, `top-${hand}`, `bottom-${other}`, `bottom-${hand}`]
  const bend = ({ id }: Strand): Step => {
    const [tier, side] = id.split('-') as [Tier, Side]
    const { vertex, climb, radius } = arms[tier][axisOf(side)]
    const by = numberOf(climb)
    return {
      id: `bend-${id}`,
      kind: 'bend',
      wires: [id],
      forms: [{ of: [id], kinds: ['middle', 'bend', 'tail', 'tie', 'end'] }],
      values: {
        face: tier,
        which: side,
        width: 2 * numberOf(vertex),
        angle: 45,
        slope: numberOf(penFigures.steepness({ by: climb, radius })),
        way: by > 0 ? 'up' : 'down',
        by: Math.abs(by),
      },
    }
  }
  const close = (id: string, i: number): Step => ({
    id: `tie-${id}`,
    kind: 'lash',
    joint: id,
    takes: { close: fixed('corners closed', 1) },
    ...(i === 3 ? { final: true } : {}),
    values: { corner: id.replace('-', ' '), number: i + 1, of: 4 },
  })
  return [
    ...strands.map(bend),
    { id: 'try', kind: 'try', wires: [], values: { seat: o.seat } },
    ...order.slice(0, 3).map(close),
    { id: 'seat', kind: 'seat', wires: [], stone: 'in', values: { corner: order[3]!.replace('-', ' ') } },
    close(order[3]!, 3),
  ]
}

function make(k: K): Wirework {
  const { o, q, measured, stone } = k
  const ring = o.mount === 'ring'
  const clawed = CLAWED[o.claws]!
  const { arms, tied } = armsOf(k)
  const { depth, crown, girdle } = measured as typeof measured & Readonly<Record<string, Quantity>>
  const clear = F.clear({
    depth,
    crown: crown!,
    girdle: girdle!,
    size: q.size,
    along: arms.seat.y.climb,
    across: arms.seat.x.climb,
  })
  tellRoom(k, arms)
  tellDoubts(k, clawed.length, numberOf(clear))

  const penOf = (tier: Tier, side: Side) => armPen(k, tier, arms[tier][axisOf(side)])
  const placed = (side: Side, right: Strand['right'], left = right) => ({
    left: moved(moved(left, mirrorX), TURNS[side]),
    right: moved(right, TURNS[side]),
  })
  const plain = (tier: Tier, side: Side): Strand => {
    const { pieces } = penOf(tier, side).line('end', 'end', PAST)
    return { id: `${tier}-${side}`, size: tier === 'seat' ? 'size' : 'clawSize', ...placed(side, pieces) }
  }
  // where a wire rolls into a bail or goes round a finger its face turns with it
  const carrying = (
    side: Side,
    halves: Pick<Strand, 'left' | 'right'>,
    face: Vec3,
    [out, last]: string[],
  ): Strand => ({
    id: `seat-${side}`,
    size: 'size',
    finish: 'tucked',
    ...halves,
    roll: [
      { to: `${out}-left`, face },
      { from: `${last}-left`, to: `${last}-right`, face: [0, 0, 1] },
      { from: `${out}-right`, face },
    ],
  })
  const culet = girdle ? numberOf(girdle) / 2 + stone.crown - stone.depth : 0
  const top = penOf('seat', 'top')
  const work = ring ? undefined : bailFrom(k, top, arms.seat.y, tied)
  const shank = (side: 'top' | 'bottom') => {
    const [right, left] = (['right', 'left'] as const).map((end) =>
      shankFrom(k, penOf('seat', side), side, end, culet),
    )
    return carrying(side, placed(side, right!.pieces, left!.pieces), [0, 1, 0], ['rise', 'tie'])
  }
  const seats = SIDES.map((side): Strand => {
    if (ring && (side === 'top' || side === 'bottom')) return shank(side)
    const turning = o.strip === 'folded tails' ? 'stem' : 'bail'
    if (side === 'top') return carrying(side, placed(side, top.pieces), [1, 0, 0], [turning, 'neck'])
    return plain('seat', side)
  })
  const lap = ring ? seats[0]!.right.find((p) => p.id === 'lap')!.length : undefined
  const worn = work ?? palmOf(k, lap!)
  const strands = [...seats, ...clawed.map((side) => plain('claw', side))]
  return {
    strands,
    ties: [...cornersOf(k, clawed), ...worn.ties],
    ...(worn.hang ? { hang: worn.hang } : { worn: 'ring' }),
    steps: [...stepsOf(k, strands, arms), ...worn.steps],
    outputs: outputsOf(k, arms, clear),
  }
}

const TAKEN: readonly string[] = ['square', 'cut-corner', 'cushion', 'round', 'oval']

/** A seat under a faceted stone and claws over its sides, tied together at its corners. */
const recipe: Recipe<typeof choices> = {
  id: 'corner-claws',
  version: 1,
  worn: ['pendant', 'ring'],
  text,
  choices,
  parts: [rolledBailPart],
  formulas: { ...formulas, ...carrying },
  searched: { ...searched, ...searchedBelow },
  // a wire has two bends and two cranks
  minutes: { bend: 1.5 },
  bearing: 'clawSize',
  unfit: (stone): Unfit | undefined => {
    if (stone.kind !== 'faceted')
      return { code: 'not-faceted', field: 'kind', values: { kind: kindWord(stone) } }
    if (!TAKEN.includes(stone.outline))
      return { code: 'outline', field: 'outline', values: { outline: stone.outline } }
    return undefined
  },
  make,
  notes: [
    {
      wires: ['claw-right', 'claw-left'],
      parts: ['middle'],
      seen: 'front',
      choices: ['claw', 'claws', 'clawSize'],
      slides: { choice: 'claw', toward: 'in', times: 1 },
    },
    {
      wires: ['seat-right', 'seat-left'],
      parts: ['middle'],
      seen: 'back',
      choices: ['seat', 'size', 'seatTemper'],
      slides: { choice: 'seat', toward: 'in', times: 1 },
    },
    {
      joints: ['top-left', 'top-right', 'bottom-left', 'bottom-right'],
      seen: 'front',
      choices: ['tie', 'tieSize', 'play'],
    },
    { parts: ['finger', 'lap'], seen: 'end', choices: ['ring', 'clear'] },
    { parts: ['bail'], seen: 'front', choices: ['bail', 'roll', 'strip', 'passes'] },
    {
      joints: ['neck'],
      seen: 'front',
      choices: ['neck'],
      slides: { choice: 'neck', toward: 'up', times: 1 },
    },
  ],
  checks: ['square', 'corners', 'shake', 'push', 'ends', 'worn', 'symmetry', 'stone'],
  room: {
    end: ['clear', 'ring', 'neck', 'size', 'clawSize'],
    shoulder: ['clear', 'neck', 'size', 'clawSize'],
    finger: ['ring', 'size'],
  },
  mends: {
    weakest: ['tie', 'bend-claw'],
    square: ['bend-seat', 'tie'],
    corners: ['tie'],
    shake: ['tie', 'bend-claw'],
    push: ['tie', 'bend-claw'],
    ends: ['trim'],
    worn: ['shape'],
    symmetry: ['bend-claw', 'bend-seat'],
    stone: ['seat'],
  },
}
export const family = familyOf(recipe)
