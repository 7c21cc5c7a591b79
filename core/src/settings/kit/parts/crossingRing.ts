import { along, type Vec3 } from '../../../geom/index.js'
import { leastBend, type Stock } from '../../../wire/index.js'
import { numberOf, type Quantity } from '../../../working/index.js'
import type { FamilyText } from '../../family.js'
import { gauge, length, nearestSize } from '../choices.js'
import { figures, mm } from '../figures.js'
import { Pen } from '../pen.js'
import type { Given } from '../recipe.js'
import type { Step, Strand } from '../wirework.js'
import { passingChoice, passingText, tellPassing, wideEnough } from './passing.js'

const RINGS = [0.6, 1.7] as const
/** A ring of its own is about as thick as the wires that it goes through. */
const AS_THICK = 1.1

/** Choices of a ring through a crossing: `size` is the choice of the wires that cross. */
export const ringChoices = (size: string) => ({
  bail: length('worn', [2, 15], { step: 0.5, start: ({ of }) => wideEnough(4, Number(of('passes'))) }),
  ringSize: gauge('worn', 'round', RINGS, {
    start: ({ mm: thick, wish }) => nearestSize(AS_THICK * thick(size), RINGS, wish),
    detail: true,
  }),
  ...passingChoice(),
})

const { make: F, formulas } = figures('ring', {
  radius: mm('({inside} + {thick}) / 2: radius of the ring', ({ inside, thick }) => (inside + thick) / 2),
  round: mm('2 × π × {radius}: a ring, its ends meeting', ({ radius }) => 2 * Math.PI * radius),
  room: mm(
    '{inside} − {crossing}: left inside it beside the wires that cross',
    ({ inside, crossing }) => inside - crossing,
  ),
})

const text: Partial<FamilyText> = {
  params: { bail: 'Ring, inside', ringSize: 'Ring wire' },
  parts: { ring: 'ring' },
  wires: { ring: 'Ring' },
  findings: {
    'ring-too-small': 'A ring {bail:1} mm inside cannot be bent from this wire; {least:1} mm or more can.',
    'ring-full':
      'Only {room:1} mm are left in the ring beside the wires that it goes through: what must pass it needs {passes:1} mm.',
  },
  steps: {
    'hang-ring': {
      title: 'Hang the ring in',
      say: 'Open the ring sideways, lead it through below the crossing, and close it until its ends meet.',
      look: 'No light between its ends; it moves freely.',
    },
  },
}

/** What a recipe names to have a ring through a crossing among its parts. */
export const crossingRingPart = { formulas, text: [text, passingText] }

/** Two wires that cross: the ring goes through below them, and hangs from what stands upright there. */
export interface Crossed {
  /** The middle of the crossing, and how thick it is from there down, mm. */
  readonly at: Vec3
  readonly below: Quantity
  readonly stock: Stock
}

/** A ring of its own through a crossing: its strand, its step and where it hangs. */
export function crossingRing(
  k: Given<ReturnType<typeof ringChoices>>,
  { at, below, stock }: Crossed,
): { readonly strand: Strand; readonly steps: readonly Step[]; readonly hang: Vec3 } {
  const { bail: inside, ringSize: thick } = k.q
  tellPassing(k, inside)
  const radius = F.radius({ inside, thick })
  const room = F.room({ inside, crossing: below })
  const r = numberOf(radius)
  if (numberOf(room) < k.o.passes)
    k.say('ring-full', 'doubt', 'bail', { room: numberOf(room), passes: k.o.passes })
  const tightest = leastBend(stock)
  if (r < tightest)
    k.say('ring-too-small', 'error', 'bail', { bail: k.o.bail, least: 2 * tightest - numberOf(thick) })
  // pulled up, it hangs on the crossing by its lowest place inside; its ends meet at the top
  const middle = along(at, [0, 1, 0], r - numberOf(thick) / 2 - numberOf(below))
  const pen = new Pen(along(middle, [0, 1, 0], r), [0, 0, 1])
  const round = pen.round(r, 2 * Math.PI, [1, 0, 0])
  pen.draw('ring', 'ring', [round], F.round({ radius }))
  return {
    strand: { id: 'ring', size: 'ringSize', right: pen.pieces },
    steps: [
      {
        id: 'hang-ring',
        kind: 'hook',
        wires: ['ring'],
        brings: ['ring'],
        forms: [{ of: ['ring'], kinds: ['ring'] }],
      },
    ],
    hang: along(middle, [0, 1, 0], r - numberOf(thick) / 2),
  }
}
