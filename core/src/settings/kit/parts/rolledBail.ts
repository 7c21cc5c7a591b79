import type { Vec3 } from '../../../geom/index.js'
import { leaf, numberOf, type Quantity } from '../../../working/index.js'
import type { FamilyText } from '../../family.js'
import { BAIL_BARE, bailSegments } from '../../shared/rolledBail.js'
import { length } from '../choices.js'
import { figures, mm } from '../figures.js'
import type { Pen } from '../pen.js'
import type { Given } from '../recipe.js'
import type { PartOfWork, Tie } from '../wirework.js'

/** The strip's end stays this far above the stone, mm. */
const CLEAR = 0.3
/** The largest neck that is offered, mm. */
const LONGEST = 15
/** The end is turned down behind the neck no tighter than this share of the wire's thickness. */
const TIGHTEST = 0.6

/** Choices of a rolled bail: `size` is the choice of the pair's wire, by whose thickness its neck begins. */
export const bailChoices = (size: string, when: readonly [string, string]) => ({
  bail: length('worn', [2, 15], { step: 0.5, start: 5, when, met: 'roll-bail' }),
  neck: length('worn', [2, LONGEST], {
    step: 0.5,
    start: ({ mm: thick }) => Math.max(4, Math.round(5 * thick(size) + 2)),
    when,
    met: 'bind-neck',
  }),
})

const { make: F, formulas } = figures('bail', {
  radius: mm(
    '{inside} / 2 + {binder} + {thick} / 2: radius of the roll',
    ({ inside, binder, thick }) => inside / 2 + binder + thick / 2,
  ),
  back: mm(
    '{radius} − {thick} − 2 × {binder}: radius of the turn down behind the neck',
    ({ radius, thick, binder }) => radius - thick - 2 * binder,
  ),
  end: mm('the larger of 2 × {bare} and {neck} − 1 − {back}: laid behind the neck', ({ bare, neck, back }) =>
    Math.max(2 * bare, neck - back - 1),
  ),
  bound: mm(
    'rise {radius} + 3/4 of a circle of that radius + quarter turn of {back} + end {end} − {bare}, which stays bare to be tucked',
    ({ radius, back, end, bare }) =>
      radius + 1.5 * Math.PI * radius + (Math.PI / 2) * Math.max(back, 0) + end - bare,
  ),
})

const text: Partial<FamilyText> = {
  params: { bail: 'Bail, inside', neck: 'Neck bind' },
  parts: { neck: 'neck bind', bail: 'bail strip, bound', bare: 'bail strip, bare ends' },
  joints: { neck: 'neck', bail: 'bail' },
  findings: {
    'bail-too-small': 'A bail {bail:1} mm inside cannot be rolled from this wire; {least:1} mm or more can.',
    'bail-onto-stone':
      'A bail {bail:1} mm inside, rolled behind a neck of {neck:1} mm, comes down onto the stone. A neck of {need:1} mm carries it, or a smaller bail.',
  },
  steps: {
    'bind-neck': {
      title: 'Bind the neck',
      say: 'Bind the pair upward until it measures {length:1} mm, about {turns} turns of {tie}.',
      look: 'Edges flush, none rolled.',
    },
    'bind-bail': {
      title: 'Bind the bail strip',
      say: 'Go on binding the pair until it measures {length:1} mm, about {turns} turns of {tie}.',
      look: 'Flat and even; the last end on the face that will be inside the roll.',
    },
    'roll-bail': {
      title: 'Roll the bail',
      say: 'Roll the strip backward over a rod of {inside:1} mm and lay its end down behind the neck.',
      look: 'Straight, and centred over the stone.',
    },
  },
}

/** What a recipe names to have a rolled bail among its parts. */
export const rolledBailPart = { formulas, text }

/** A pair that comes up side by side and is bound together: its wire, and the place where it begins. */
export interface Pair {
  /** On the right, where the neck begins, heading up. */
  readonly pen: Pen
  readonly strand: string
  readonly thick: Quantity
  /** The choice of the wound wire's size, and how high it lies on what it is wound on. */
  readonly wound: string
  readonly binder: Quantity
  /** y of the stone's top, mm. */
  readonly top: number
}

/** A pair of wires bound to a neck and rolled backward to a bail: draws it on, and gives its ties, its steps and where it hangs. */
export function rolledBail(
  k: Given<ReturnType<typeof bailChoices>>,
  { pen, strand, thick, wound, binder, top }: Pair,
): PartOfWork {
  const { bail: inside, neck } = k.q
  const bare = leaf('table', 'bare end of the bail strip', BAIL_BARE, 'mm', 'our choice')
  const radius = F.radius({ inside, binder, thick })
  const back = F.back({ radius, thick, binder })
  const end = F.end({ bare, neck, back })
  const bound = F.bound({ radius, back, end, bare })
  const [, join, z] = pen.at
  const a = numberOf(thick)
  const roll = { inside: k.o.bail, thickness: a, binder: numberOf(binder), neck: k.o.neck }
  pen.line('neck', 'neck', neck)
  const segments = bailSegments(roll, pen.at)
  pen.draw('bail', 'bail', segments.bound, bound).draw('bare', 'bare', segments.bare, bare)

  if (numberOf(back) < TIGHTEST * a) {
    const least = Math.ceil(2 * (2 * TIGHTEST * a + a + 2 * roll.binder)) / 2
    k.say('bail-too-small', 'error', 'bail', { bail: k.o.bail, least }, { field: 'bail', value: least })
  } else {
    const room = join + k.o.neck - top - numberOf(back) - numberOf(end)
    const need = Math.min(LONGEST, Math.ceil((k.o.neck + CLEAR - room) * 2) / 2)
    if (room < CLEAR)
      k.say(
        'bail-onto-stone',
        'error',
        'neck',
        { bail: k.o.bail, neck: k.o.neck, need },
        { field: 'neck', value: need },
      )
  }
  const tie = (id: 'neck' | 'bail', length: Quantity): Tie => ({
    id,
    kind: 'bind',
    of: [
      [strand, `${id}-left`],
      [strand, `${id}-right`],
    ],
    wound,
    length,
    columns: 2,
    rows: 1,
    field: id,
  })
  const hang: Vec3 = [0, join + k.o.neck + numberOf(radius) + k.o.bail / 2, z - numberOf(radius)]
  return {
    hang,
    ties: [tie('neck', neck), tie('bail', bound)],
    steps: [
      { id: 'bind-neck', kind: 'bind', joint: 'neck' },
      { id: 'bind-bail', kind: 'bind', joint: 'bail' },
      {
        id: 'roll-bail',
        kind: 'roll',
        wires: [strand],
        final: true,
        forms: [{ of: [strand], kinds: ['bail', 'bare'] }],
        values: { inside: k.o.bail },
      },
    ],
  }
}
