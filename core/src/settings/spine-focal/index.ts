import { ALONE, THROUGH, type SeatedStone } from '../../design/index.js'
import { type FullStone } from '../../stone/index.js'
import { numberOf } from '../../working/index.js'
import { familyOf, nearestSize, type Recipe, type Step, type Unfit, type Wirework } from '../kit/index.js'
import { bailOf, rolledBailPart } from '../kit/parts/rolledBail.js'
import { wrappedLoop, wrappedLoopPart } from '../kit/parts/wrappedLoop.js'
import { fixed } from '../shared/efforts.js'
import { kindWord } from '../shared/kindWord.js'
import { choices, PASSES } from './choices.js'
import { backLeg, drilledOf, F, formulas, plainSpine, searched, type K } from './spine.js'
import { sling } from './sling.js'
import { text } from './text.js'
import { wayOf } from './wayOf.js'

/** A hole this much wider than the wire lets the stone swing, mm on every side. */
const SWINGS = 0.5
/** Two stems side by side stop a hole that is narrower than they are by so much, mm. */
const STOPS = 0.1

function tell(k: K): void {
  const { hole } = k.stone
  if (k.o.leads !== 'two legs' && wayOf(k.stone) !== 'length')
    k.say('coil-across', 'error', 'leads', {}, { field: 'leads', value: 'two legs' })
  const [thick, least] = [k.thick('size'), 0.4]
  if (thick > hole - PASSES) {
    const passing = nearestSize(hole - PASSES, [least, hole - PASSES], {})
    k.say('too-thick', 'error', 'size', { thick, hole }, { field: 'size', value: passing })
  } else if (2 * thick < hole + STOPS) k.say('slips', 'error', 'size', { stems: 2 * thick, hole })
  else if ((hole - thick) / 2 > SWINGS) k.say('loose', 'doubt', 'size', { free: (hole - thick) / 2 })
}

/** The stone in the piece's own frame, on its wire. */
const strungOn = (k: K): SeatedStone => ({ ...ALONE[0]!, strung: k.thick('size') })

const strung: Step = {
  id: 'thread',
  kind: 'seat',
  wires: ['spine'],
  stone: 'in',
  takes: { thread: fixed('times', 1) },
  forms: [{ of: ['spine'], kinds: [THROUGH] }],
}

/** One leg through the hole and one behind, or one on either side of a hole across: both come up to a bail. */
function withLeg(k: K): Omit<Wirework, 'stones'> {
  const spine = wayOf(k.stone) === 'length' ? backLeg(k, drilledOf(k)) : sling(k)
  const bail = bailOf(k, {
    pen: spine.front,
    other: spine.back,
    ways: k.o,
    on: k.on('leads', 'roll', 'strip', 'size'),
    strand: 'spine',
    size: 'size',
    stock: k.stock('size'),
    thick: k.q.size,
    wound: 'bind',
    binder: k.q.bind,
    top: spine.top,
  })
  const shaped = (kinds: readonly string[]) => [{ of: ['spine'], kinds }]
  return {
    strands: [
      { id: 'spine', size: 'size', left: spine.back.pieces, right: spine.front.pieces, finish: 'tucked' },
    ],
    ties: bail.ties,
    ...(bail.hang ? { hang: bail.hang } : {}),
    steps: [
      ...(wayOf(k.stone) === 'length'
        ? [
            {
              id: 'shape-u',
              kind: 'bend' as const,
              takes: { bend: fixed('bends', 1) },
              forms: shaped(['foot']),
            },
          ]
        : []),
      strung,
      {
        id: wayOf(k.stone) === 'length' ? 'lead-leg' : 'lead-legs',
        kind: 'bend',
        final: true,
        takes: { bend: fixed('bends', 3) },
        forms: shaped(['leg', 'shoulder', 'neck']),
      },
      ...bail.steps,
    ],
    outputs: [{ id: 'free', quantity: F.free({ hole: k.measured.hole!, size: k.q.size }) }],
  }
}

/** A wire through the hole between a flat coil and a loop. */
function plain(k: K): Omit<Wirework, 'stones'> {
  const { up, down, across } = plainSpine(k, drilledOf(k))
  const needs = k.stone.hole + 2 * k.thick('size')
  if (numberOf(across) < needs)
    k.say(
      'coil-small',
      'error',
      'coil',
      { across: numberOf(across), needs },
      { field: 'coil', value: k.o.coil + 1 },
    )
  const loop = wrappedLoop(k, { pen: up, strand: 'spine', thick: k.q.size, wound: 'bind' })
  return {
    strands: [{ id: 'spine', size: 'size', left: down.pieces, right: up.pieces, finish: 'tucked' }],
    ties: loop.ties,
    ...(loop.hang ? { hang: loop.hang } : {}),
    steps: [
      {
        id: 'coil-foot',
        kind: 'curl',
        final: true,
        takes: { curl: fixed('coils', 1), wrap: k.q.coil },
        forms: [{ of: ['spine'], kinds: ['foot', 'coil'] }],
        values: { turns: k.o.coil, across: numberOf(across) },
      },
      strung,
      {
        id: 'set-aside',
        kind: 'bend',
        takes: { bend: fixed('bends', 2) },
        forms: [{ of: ['spine'], kinds: ['shoulder'] }],
      },
      ...loop.steps,
    ],
    outputs: [
      { id: 'free', quantity: F.free({ hole: k.measured.hole!, size: k.q.size }) },
      { id: 'across', quantity: across },
    ],
  }
}

function unfit(stone: FullStone): Unfit | undefined {
  if (!(stone.hole > 0)) return { code: 'no-hole', field: 'kind', values: { kind: kindWord(stone) } }
  if (stone.kind !== 'bead' && stone.kind !== 'slab')
    return { code: 'no-hole', field: 'kind', values: { kind: kindWord(stone) } }
  if (wayOf(stone) !== 'length' && stone.kind === 'bead') return { code: 'across', field: 'way' }
  if (stone.hole < 0.5) return { code: 'narrow', field: 'hole', values: { hole: stone.hole } }
  if (stone.hole > 2.4) return { code: 'wide', field: 'hole', values: { hole: stone.hole } }
  return undefined
}

/** A wire through the hole of a drilled stone: two legs of it come up to a bail, or it runs from a flat coil below to a loop above. */
const recipe: Recipe<typeof choices> = {
  id: 'spine-focal',
  version: 1,
  worn: ['pendant'],
  text,
  choices,
  parts: [rolledBailPart, wrappedLoopPart],
  formulas,
  searched,
  bearing: 'size',
  temper: 'half hard',
  unfit,
  make: (k) => {
    tell(k)
    return { ...(k.o.leads === 'coil below' ? plain(k) : withLeg(k)), stones: [strungOn(k)] }
  },
  notes: [
    { parts: ['foot', THROUGH], seen: 'front', choices: ['leads', 'coil', 'play', 'size'] },
    { parts: ['leg'], seen: 'back', choices: ['off'] },
    { parts: ['loop', 'bail', 'twisted'], seen: 'front', choices: ['bail', 'passes', 'roll', 'strip'] },
    {
      joints: ['neck'],
      seen: 'front',
      choices: ['neck', 'bind'],
      slides: { choice: 'neck', toward: 'up', times: 1 },
    },
  ],
  checks: ['shake', 'push', 'turn', 'ends', 'worn', 'stone'],
  room: {
    leg: ['off', 'play'],
    foot: ['play', 'coil'],
    shoulder: ['play', 'neck'],
    [THROUGH]: ['size'],
    end: ['neck'],
  },
  mends: {
    weakest: ['thread', 'lead-leg', 'lead-legs'],
    shake: ['lead-leg', 'lead-legs', 'thread'],
    push: ['lead-leg', 'lead-legs', 'thread'],
    turn: ['lead-leg', 'lead-legs'],
    ends: ['trim'],
    worn: ['roll-bail', 'shape-loop'],
    stone: ['thread'],
  },
}
export const family = familyOf(recipe)
