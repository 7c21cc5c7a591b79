import { outlineRun, isEgg } from '../../stone/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import type { NamedQuantity } from '../family.js'
import {
  familyOf,
  type Pen,
  type Recipe,
  type Strand,
  type Stretch,
  type Tie,
  type Unfit,
  type Wirework,
} from '../kit/index.js'
import { castOnPart } from '../kit/parts/castOnLoop.js'
import { ownTurns } from '../kit/parts/ownTurns.js'
import { boundMiddle, shankPart, tellShank } from '../kit/parts/shank.js'
import { fixed } from '../shared/efforts.js'
import { kindWord } from '../shared/kindWord.js'
import { shoulderOf } from '../shared/shoulder.js'
import { leastBend } from '../../wire/index.js'
import { choices } from './choices.js'
import { groundOf, type Ground, type K, type Side, type Which } from './hoops.js'
import { oneWireSteps, severalSteps, type Ordered } from './steps.js'
import { searched, text } from './text.js'
import {
  asWorn,
  carrierOf,
  climbOf,
  climbTurns,
  F,
  formulas,
  hangsOn,
  hoopOf,
  offTheRod,
  oneWire,
  SIDES,
  STUB,
  type Halves,
} from './wires.js'

/** Errors: where turns, curves and the stone have no room beside each other. */
function tellRoom(k: K, g: Ground): void {
  const { o } = k
  const { near, far, post } = g
  const between = g.one
    ? climbOf(g) - 2 * near.lead
    : near.latitude - near.tied.right + far.latitude - far.tied.right
  if (g.one && between < 0) k.say('no-climb', 'error', 'hoop', { lacks: -between })
  else if (between < 0) {
    const fewer = o.turns > 1 ? { field: 'turns', value: o.turns - 1 } : undefined
    k.say('coils-meet', 'error', 'turns', { turns: o.turns, lacks: -between }, fewer)
  }
  const least = leastBend(k.stock(g.one ? 'shankSize' : 'size'))
  // wound round itself the wire is as thick as what it is wound on
  const softer =
    g.one && o.temper !== 'dead soft' ? ({ field: 'temper', value: 'dead soft' } as const) : undefined
  if (post.reach < least)
    k.say('coil-too-tight', 'error', g.one ? 'temper' : 'size', { radius: post.reach, least }, softer)
  if (!g.ring && shoulderOf(g.shoulder).straight < 0) {
    const later = { field: 'leave', value: Math.min(60, o.leave + 5) }
    k.say('no-room-for-shoulder', 'error', 'leave', { leave: o.leave }, later)
  }
  if (!Number.isFinite(g.begins)) return k.say('shank-apart', 'error', 'bulge', { bulge: o.bulge })
  const end = outlineRun(g.outline, 0, Math.PI / 2, post.offset)
  const past = g.far.latitude + Math.max(g.far.tied.left, g.far.tied.right) + STUB - end
  if (past > 0) k.say('no-room-for-ends', 'error', 'hoop', { lacks: past })
  const room = outlineRun(g.outline, 0, g.begins, post.offset) - near.latitude - near.tied.right
  if (room >= 0) return
  if (g.ring) k.say('coil-in-shank', 'error', 'bulge', { lacks: -room, seat: o.seat })
  else k.say('coil-in-shoulder', 'error', 'leave', { lacks: -room, leave: o.leave })
}

/** Doubts: hoops near the stone's width, a stone that rattles, a finger that is pressed, a wide shank. */
function tellDoubts(k: K, g: Ground): void {
  const { o } = k
  const across = k.stone.width
  for (const field of ['hoop', 'seat'] as const) {
    const hoop = o[field]
    if (hoop >= across) k.say('hoop-too-wide', 'doubt', field, { hoop, across })
    else if (hoop > 0.93 * across)
      k.say('hoop-wide', 'doubt', field, { hoop, across, share: (100 * hoop) / across })
  }
  if (o.play > 0.6) k.say('loose', 'doubt', 'play', { play: o.play })
  if (!g.ring) return
  // the finger's opening begins here; what reaches farther presses the finger
  const by = g.near.height + g.size - (g.shank.centre - o.ring / 2)
  if (by > 0.3) k.say('hoop-on-finger', 'doubt', 'bulge', { by })
  if (o.bulge > 0.8) k.say('bulge-on-finger', 'doubt', 'bulge', { bulge: o.bulge })
  if (!g.one) tellShank(k, g.shankSize)
}

const lengthIn = ({ pieces }: Pen, id: string): Quantity => pieces.find((p) => p.id === id)!.length

const once = fixed('turns in passing', 1)

/** A wire of the piece; what carries the hoops bears the hand or the chain, as long as the stone is wide. */
const strandOf = (k: K, g: Ground, id: string, { left, right }: Halves): Strand => ({
  id,
  finish: 'tucked',
  left: asWorn(g, left),
  right: asWorn(g, right),
  ...(id === 'near' || id === 'far'
    ? { size: 'size' }
    : { size: 'shankSize', bears: { role: g.ring ? 'shank' : 'bail', span: k.stone.width } }),
})

/** What hoops and their carriers give to the work. */
type Made = Pick<Wirework, 'strands' | 'ties'> & Pick<Ordered, 'open' | 'like' | 'bail'>

function several(k: K, g: Ground): Made {
  const { q } = k
  const ids = !g.ring
    ? ['hanger']
    : g.carriers === 1
      ? ['shank']
      : Array.from({ length: g.carriers }, (_, i) => `shank-${i + 1}`)
  const hoops = { near: hoopOf(k, g, 'near'), far: hoopOf(k, g, 'far') }
  const carriers = ids.map((id, i) => carrierOf(k, g, id, i))
  const tie = (which: Which): Tie[] => {
    const columns = ids.length
    const at = (side: Side) => ({
      id: `${which}-${side}`,
      length: lengthIn(carriers[0]![side], which),
      wound: 'size',
    })
    const posts = (side: Side): Stretch[] => ids.map((id) => [id, `${which}-${side}`] as const)
    const passing: Stretch = [which, 'pass-left', 'pass-right']
    const ends: Stretch[] = SIDES.map((side) => [which, `coil-${side}`] as const)
    const both = F.both({ turns: q.turns })
    return [
      ownTurns({ ...at('left'), of: [passing, ...posts('left')], turns: once }, { columns }),
      ownTurns({ ...at('right'), of: [...ends, ...posts('right')], turns: both }, { columns, ends: 2 }),
    ]
  }
  const bail = carriers[0]!.bail
  const open = (which: Which): Quantity => {
    const { left, right } = hoops[which]
    const passing = F.passing({ one: lengthIn(left, 'pass'), other: lengthIn(right, 'pass') })
    return F.open({ front: lengthIn(left, 'front'), back: lengthIn(right, 'back'), passing, size: q.size })
  }
  return {
    strands: [
      strandOf(k, g, 'near', hoops.near),
      strandOf(k, g, 'far', hoops.far),
      ...carriers.map((c, i) => strandOf(k, g, ids[i]!, c)),
    ],
    ties: [...(bail?.ties ?? boundMiddle(ids, 'bindingSize').ties), ...tie('near'), ...tie('far')],
    open: { near: open('near'), far: open('far') },
    like: { near: offTheRod(g, hoops.near), far: offTheRod(g, hoops.far) },
    bail,
  }
}

function single(k: K, g: Ground): Made {
  const { q } = k
  const wire = oneWire(k, g, 'one')
  const up = k.found('climbs', 'packed and the last one', climbTurns(g) + 1, hangsOn(k, g, 'climbs'))
  const tie = (id: string, part: string, [side, post]: [Side, string], turns: Quantity): Tie =>
    ownTurns({
      id,
      of: [
        ['one', part],
        ['one', `${post}-${side}`],
      ],
      turns,
      length: lengthIn(wire[side], post),
      wound: 'shankSize',
    })
  const open = (which: Which): Quantity => {
    const [front, back, passing] = ['front', 'back', 'pass'].map((id) =>
      lengthIn(wire.right, `${which}-${id}`),
    ) as [Quantity, Quantity, Quantity]
    return F.open({ front, back, passing, size: q.shankSize })
  }
  return {
    strands: [strandOf(k, g, 'one', wire)],
    ties: [
      ...(wire.bail?.ties ?? []),
      tie('far-left', 'far-pass-right', ['left', 'far'], once),
      tie('climb', 'climb-right', ['right', 'mid'], up),
      tie('near-left', 'near-pass-right', ['left', 'near'], once),
      tie('near-right', 'coil-right', ['right', 'near'], q.turns),
    ],
    open: { near: open('near'), far: open('far') },
    like: {},
    bail: wire.bail,
  }
}

/** Where the hoops lie: worked out first, for it hangs on nothing that carries them. */
function placesOf(k: K, g: Ground): NamedQuantity[] {
  const on = hangsOn(k, g, 'spacing')
  const beyond = Math.max(0, g.outline.top - g.near.height - g.size / 2)
  return [
    { id: 'spacing', quantity: k.found('spacing', 'both hoops', g.near.height + g.far.height, on) },
    { id: 'beyond', quantity: k.found('beyond', 'the near hoop', beyond, on) },
  ]
}

/** The rods to bend hoops and a shank on. */
function rodsOf(k: K, g: Ground, rods: Readonly<Record<Which, Quantity>>): NamedQuantity[] {
  const alike = Math.abs(numberOf(rods.near) - numberOf(rods.far)) < 0.005
  const all = {
    ...(alike ? { rod: rods.near } : { nearRod: rods.near, farRod: rods.far }),
    ...(g.ring ? { mandrel: k.mandrel('shankSize', k.q.ring) } : {}),
  }
  const follows: Readonly<Record<string, string>> = { nearRod: 'seat', farRod: 'hoop' }
  return Object.entries(all).map(([id, quantity]) => ({
    id,
    quantity,
    tool: 'rod' as const,
    ...(follows[id] ? { follows: follows[id] } : {}),
  }))
}

/** Two hoops narrower than a ball or an egg, wound round a ring's shank or a bail's wire. */
const recipe: Recipe<typeof choices> = {
  id: 'twin-hoop',
  version: 1,
  worn: ['pendant', 'ring'],
  text,
  choices,
  parts: [castOnPart, shankPart],
  formulas,
  searched,
  // a turn of stout wire, drawn tight, and how often a ball is tried
  minutes: { wrap: 0.25, try: 2, trim: 2 },
  bearing: (o) => (o.work === 'one wire' ? 'shankSize' : 'size'),
  unfit: (stone): Unfit | undefined =>
    isEgg(stone) ? undefined : { code: 'not-round', field: 'kind', values: { kind: kindWord(stone) } },
  make: (k) => {
    const ground = groundOf(k)
    const places = placesOf(k, ground)
    tellRoom(k, ground)
    tellDoubts(k, ground)
    const { strands, ties, open, like, bail } = ground.one ? single(k, ground) : several(k, ground)
    const size = ground.one ? 'shankSize' : 'size'
    const rods = { near: k.mandrel(size, open.near), far: k.mandrel(size, open.far) }
    const ordered = { wires: strands.filter((s) => s.bears).map((s) => s.id), open, rods, like, bail }
    return {
      strands,
      ties,
      ...(bail?.hang ? { hang: bail.hang } : { worn: 'ring' }),
      steps: (ground.one ? oneWireSteps : severalSteps)(k, ground, ordered),
      outputs: [...places, ...rodsOf(k, ground, rods)],
    }
  },
  notes: [
    {
      wires: ['near'],
      parts: ['front', 'back'],
      seen: 'front',
      choices: ['seat', 'size', 'play', 'work'],
      slides: { choice: 'seat', toward: 'out', times: 2 },
    },
    {
      wires: ['far'],
      parts: ['back', 'front'],
      seen: 'back',
      choices: ['hoop', 'size', 'play'],
      slides: { choice: 'hoop', toward: 'out', times: 2 },
    },
    { parts: ['coil'], seen: 'front', choices: ['turns'] },
    { parts: ['finger', 'side'], seen: 'end', choices: ['ring', 'shank', 'shankSize', 'bulge', 'leave'] },
    { parts: ['loop'], seen: 'front', choices: ['bail', 'rounds', 'passes'] },
    {
      joints: ['neck'],
      seen: 'front',
      choices: ['neck', 'bindingSize'],
      slides: { choice: 'neck', toward: 'up', times: 1 },
    },
  ],
  checks: ['hoops', 'shake', 'push', 'ends', 'worn', 'symmetry', 'stone'],
  room: {
    hook: ['bail', 'neck', 'shankSize', 'shank'],
    loop: ['bail', 'shankSize'],
    coil: ['turns', 'hoop', 'seat', 'size'],
    back: ['turns', 'hoop', 'seat', 'size'],
    finger: ['ring', 'shankSize'],
    shoulder: ['neck', 'bail', 'shankSize'],
  },
  mends: {
    weakest: ['coil-far-ends', 'hook'],
    hoops: ['coil-far-ends', 'coil-near-ends'],
    shake: ['coil-far-ends'],
    push: ['coil-far-ends', 'hook'],
    ends: ['trim'],
    worn: ['shape-shank', 'cast-on'],
    symmetry: ['hook'],
    stone: ['seat'],
  },
}
export const family = familyOf(recipe)
