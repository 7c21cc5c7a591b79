import type { Segment } from '../../../path/index.js'
import { leaf, numberOf, type Quantity } from '../../../working/index.js'
import { RING_RANGE } from '../../../sizes/rings.js'
import type { FamilyText } from '../../family.js'
import { shankPath, type ShankSpec } from '../../shared/shank.js'
import { count, length } from '../choices.js'
import { figures, mm } from '../figures.js'
import type { Given } from '../recipe.js'
import type { Step, Tie } from '../wirework.js'

/** The finger that a ring is made for, by the ring's inside diameter. `met` are the steps at which its size is met. */
export const fingerChoice = (when: readonly [string, string], met: string | readonly string[]) =>
  length('worn', [RING_RANGE.least, RING_RANGE.most], {
    start: ({ wish }) => wish.finger ?? RING_RANGE.common,
    when,
    met,
  })

/** Choices of a ring's shank: the finger, and wires side by side. */
export const shankChoices = (when: readonly [string, string], met: readonly string[]) => ({
  ring: fingerChoice(when, met),
  shank: count('worn', 'wires', [1, 4], { start: 1, when }),
})

/** A bound stretch at the far side of the finger, where a shank has several wires. */
const PALM = leaf('table', 'bound middle of a shank', 5, 'mm', 'our choice')

const { make: F, formulas } = figures('shank', {
  palm: mm('{bound} / 2: half of the bound middle', ({ bound }) => bound / 2),
})

const text: Partial<FamilyText> = {
  params: { ring: 'Finger, inside', shank: 'Shank wires' },
  parts: { finger: 'round the finger', turn: 'up from the finger' },
  joints: { palm: 'back of the shank' },
  findings: {
    'wide-shank':
      'A shank {wide:1} mm wide wears tighter than a thin one: many makers add a quarter to half a size.',
  },
  outputs: { mandrel: 'Mandrel for the shank' },
  steps: {
    align: {
      title: 'Lay the shank wires side by side',
      say: 'Lay the {n} shank wires side by side, marks together, and tape them a finger’s width from the middle on both sides.',
      look: 'All flush.',
    },
    'bind-palm': {
      title: 'Bind the middle of the shank',
      say: 'Bind the {n} wires from {each:1} mm before the middle to {each:1} mm after it: about {turns} turns of {tie}.',
      look: 'Flat and packed: this lies inside the hand.',
    },
    untape: {
      title: 'Take the tape off',
      say: 'Peel the tape off both sides and wipe the wires.',
      look: 'No glue left on the metal.',
    },
    'true-shank': {
      title: 'True the shank',
      say: 'Push the ring onto a mandrel of {mandrel:1} mm and round it with nylon pliers: the turns at its sides have drawn at it. It is to be {ring:1} mm inside.',
      look: 'Round, and the finger’s size at its middle.',
      caution: 'No hammer: the stone is in.',
    },
  },
}

/** What a recipe names to have a shank of wires side by side among its parts. */
export const shankPart = { formulas, text }

type K = Given<ReturnType<typeof shankChoices>>
/** A shank so wide is felt as tighter, mm. */
const WIDE = 4

/** Tells a shank that wears tighter than its size. */
export function tellShank(k: K, thick: number): void {
  const wide = k.o.shank * thick
  if (wide > WIDE) k.say('wide-shank', 'note', 'ring', { wide })
}

/** One stretch of a shank's half: its length where it is a formula. */
export type ShankPiece = readonly [
  id: string,
  kind: 'finger' | 'turn',
  segments: readonly Segment[],
  length?: Quantity,
]

/** The right half of a shank's wire in the plane z, from the far side of the finger to where it comes beside what it carries. @throws RangeError where no curve leads there */
export function shankHalf({ o }: K, spec: ShankSpec, z: number): ShankPiece[] {
  const { finger, turn } = shankPath(spec, z)
  if (o.shank === 1 || finger.kind !== 'arc')
    return [
      ['finger', 'finger', [finger]],
      ['turn', 'turn', [turn]],
    ]
  const angle = numberOf(PALM) / 2 / finger.radius
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  const rest: Segment = { ...finger, x: [s, c, 0], y: [c, -s, 0], sweep: finger.sweep - angle }
  return [
    ['palm', 'finger', [{ ...finger, sweep: angle }], F.palm({ bound: PALM })],
    ['finger', 'finger', [rest]],
    ['turn', 'turn', [turn]],
  ]
}

/** Several shank wires bound side by side at the far side of the finger. */
export function boundMiddle(ids: readonly string[], wound: string): { ties: Tie[]; steps: Step[] } {
  const n = ids.length
  if (n === 1) return { ties: [], steps: [] }
  return {
    ties: [
      {
        id: 'palm',
        kind: 'bind',
        of: ids.map((id) => [id, 'palm-left', 'palm-right'] as const),
        wound,
        length: PALM,
        columns: n,
        rows: 1,
        field: wound,
      },
    ],
    steps: [
      { id: 'align', kind: 'align', wires: ids, hold: { on: 'tape' }, values: { n } },
      { id: 'bind-palm', kind: 'bind', joint: 'palm', values: { n, each: numberOf(PALM) / 2 } },
      { id: 'untape', kind: 'unclamp', wires: ids, hold: { off: 'tape' } },
    ],
  }
}

/** The last of a ring: rounded on the mandrel once more. */
export const trueShank = (k: K, mandrel: Quantity): Step => ({
  id: 'true-shank',
  kind: 'shape',
  values: { ring: k.o.ring, mandrel: numberOf(mandrel) },
})
