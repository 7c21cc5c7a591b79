import type { Vec3 } from '../../../geom/index.js'
import { moveSegment, pathLength } from '../../../path/index.js'
import { leaf, numberOf, type Quantity } from '../../../working/index.js'
import { leastBend, type Stock } from '../../../wire/index.js'
import type { FullStone } from '../../../stone/index.js'
import type { FamilyText } from '../../family.js'
import { BAIL_BARE, bailSegments } from '../../shared/rolledBail.js'
import { length, oneOf } from '../choices.js'
import { figures, mm } from '../figures.js'
import type { Pen } from '../pen.js'
import type { Given } from '../recipe.js'
import type { PartOfWork, Tie } from '../wirework.js'
import { foldedTails, foldedTailsPart } from './foldedTails.js'
import { passingChoice, passingText, tellPassing, wideEnough } from './passing.js'
import { easeOf, ofPair, twistedWire, twistFigures, twistFormulas, type TwistedPair } from './twistedPair.js'
import { boundTie } from './boundTie.js'

/** The strip's end stays this far above the stone, mm. */
const CLEAR = 0.3
/** The largest neck that is offered, mm. */
const LONGEST = 15
/** What is planned at the limit of a bend is at it. */
const AT_LIMIT = 0.98

/** Another choice's value with which the bail's own are shown. */
type When = readonly [option: string, equals: string] | undefined
const shown = (when: When) => (when ? { when } : {})

/** How the strip of a bail is held together: bound or twisted before it is rolled, or its tails folded and bound onto the neck. */
type Strip = 'bound' | 'twisted' | 'folded tails'

/** Ways of a bail made of a pair, for families whose wires leave them open: to which side it goes, and how its strip is held together. */
export const bailWays = <const S extends Strip>(when: When, strips: readonly S[]) => ({
  roll: oneOf('worn', ['backward', 'forward'], { ...shown(when), before: 'backward' }),
  strip: oneOf<Strip>('worn', strips, { ...shown(when), before: 'bound' }),
})

/** A proportion on the half millimetre. */
const half = (v: number): number => Math.round(2 * v) / 2
const tallest = ({ length: l, width }: FullStone): number => Math.max(l, width)

/** Inside of a bail in proportion to its stone: 5 mm above one of 30 mm. Our choice. */
const bailFor = (stone: FullStone): number => half(3.5 + tallest(stone) / 20)

/** Length of a neck in proportion to its stone, a fifth of it, and long enough to hold its wire. Our choice. */
const neckFor = (stone: FullStone, thick: number): number =>
  half(Math.min(9, Math.max(4, 3 * thick + 1, 0.2 * tallest(stone))))

/** Choices of a rolled bail: `size` is the choice of the pair's wire, by whose thickness its neck begins. */
export const bailChoices = (size: string, when?: When) => ({
  bail: length('worn', [2, 15], {
    step: 0.5,
    start: ({ stone, of }) => wideEnough(bailFor(stone), Number(of('passes'))),
    ...shown(when),
    met: ['roll-bail', 'fold-bail'],
  }),
  neck: length('worn', [2, LONGEST], {
    step: 0.5,
    start: ({ stone, mm: thick }) => neckFor(stone, thick(size)),
    ...shown(when),
    met: ['bind-neck', 'press-tails'],
  }),
  ...passingChoice(when),
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
  backPast: mm(
    '{radius} − {thick} − 2 × {binder} − {past}: radius of the turn down past the wires before or behind the strip’s own',
    ({ radius, thick, binder, past }) => radius - thick - 2 * binder - past,
  ),
  end: mm('the larger of 2 × {bare} and {neck} − 1 − {back}: laid behind the neck', ({ bare, neck, back }) =>
    Math.max(2 * bare, neck - back - 1),
  ),
  twisted: mm(
    '{thick} / 2: as far as a twisted pair reaches past one of its wires, as a wound wire does',
    ({ thick }) => thick / 2,
  ),
  bound: mm(
    'rise {radius} + 3/4 of a circle of that radius + quarter turn of {back} + end {end} − {bare}, which stays bare to be tucked',
    ({ radius, back, end, bare }) =>
      radius + 1.5 * Math.PI * radius + (Math.PI / 2) * Math.max(back, 0) + end - bare,
  ),
})

/** Figures of a rolled bail that are searched for. */
const searched = {
  twist:
    'one of two wires of {thick}, twisted by {turns} turns along a strip {inside} inside when it is rolled',
} as const

const text: Partial<FamilyText> = {
  params: { bail: 'Bail, inside', neck: 'Neck bind', roll: 'Bail rolled', strip: 'Bail strip' },
  parts: {
    neck: 'neck bind',
    bail: 'bail strip',
    twisted: 'bail strip, twisted',
    bare: 'bail strip, bare ends',
  },
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
    'twist-bail': {
      title: 'Twist the bail strip',
      say: 'Twist both wires about each other, turns in all: {turns}. Hold the neck in nylon jaws meanwhile.',
      look: 'Even, and the ends side by side.',
    },
    'roll-bail': {
      title: 'Roll the bail',
      say: 'Roll the strip {way} over a rod of {inside:1} mm and lay its end down {end} the neck.',
      look: 'Straight, and centred over the stone.',
    },
  },
}

/** What a recipe names to have a rolled bail among its parts. */
export const rolledBailPart = {
  formulas: { ...formulas, ...twistFormulas, ...foldedTailsPart.formulas },
  searched,
  text: [text, foldedTailsPart.text, passingText],
}

/** A pair that comes up side by side and is bound together: its wire, and the place where it begins. */
export interface Pair {
  /** On the right, where the neck begins, heading up. */
  readonly pen: Pen
  /** On the left, where that is drawn by itself: it has to be for a twisted strip. */
  readonly other?: Pen
  readonly ways?: { readonly roll: 'backward' | 'forward'; readonly strip: Strip }
  /** What its ways and the pair's wire hang on, for figures that are searched for. */
  readonly on?: Readonly<Record<string, Quantity>>
  readonly strand: string
  /** The choice of the pair's own size, its stock, and its thickness. */
  readonly size: string
  readonly stock: Stock
  readonly thick: Quantity
  /** The choice of the wound wire's size, and how high it lies on what it is wound on. */
  readonly wound: string
  readonly binder: Quantity
  /** y of the stone's top, mm. */
  readonly top: number
  /** Thickness of other wires between the strip and where its end is laid. */
  readonly past?: Quantity
}

/** A pair of wires brought up to a bail, rolled or folded: draws it on, and gives its ties, its steps and where it hangs. */
export function bailOf(k: Given<ReturnType<typeof bailChoices>>, pair: Pair): PartOfWork {
  tellPassing(k, k.q.bail)
  return pair.ways?.strip === 'folded tails' ? foldedTails(k, pair) : rolledBail(k, pair)
}

/** What a strip is rolled from, for the figures of its roll: how thick its wires are, and how far what is wound or tied stands out from them. */
export interface RolledStrip {
  readonly thick: Quantity
  readonly over: Quantity
  readonly past?: Quantity | undefined
  readonly stock: Stock
  readonly forward: boolean
  /** y of the stone's top, and where the neck begins, mm. */
  readonly top: number
  readonly join: Vec3
  readonly neck: Quantity
}

/** The figures of a strip that is rolled to a bail, its line from the top of the neck on, and where it hangs; tells where it cannot be rolled so. */
export function rollOf(
  k: Given<Pick<ReturnType<typeof bailChoices>, 'bail'>>,
  { thick, over, past, stock, forward, top, join: at, neck: own }: RolledStrip,
  tooLow: (need: number) => void,
) {
  const { bail: inside } = k.q
  const neck = numberOf(own)
  const bare = leaf('table', 'bare end of the bail strip', BAIL_BARE, 'mm', 'our choice')
  const radius = F.radius({ inside, binder: over, thick })
  const turnedDown = { radius, thick, binder: over }
  const back = past ? F.backPast({ ...turnedDown, past }) : F.back(turnedDown)
  const end = F.end({ bare, neck: own, back })
  const bound = F.bound({ radius, back, end, bare })
  const [, join, z] = at
  const a = numberOf(thick)
  const between = past ? numberOf(past) : 0
  const roll = { inside: k.o.bail, thickness: a, binder: numberOf(over), neck, past: between }
  const turned = ([x, y, d]: Vec3): Vec3 => (forward ? [x, y, -d] : [x, y, d])
  // its end is turned down behind the neck as tightly as the wire can be bent
  const tightest = AT_LIMIT * leastBend(stock)
  if (numberOf(back) < tightest) {
    const least = Math.ceil(2 * (2 * (tightest + between) + a + 2 * roll.binder)) / 2
    k.say('bail-too-small', 'error', 'bail', { bail: k.o.bail, least }, { field: 'bail', value: least })
  } else {
    const room = join + neck - top - numberOf(back) - numberOf(end)
    if (room < CLEAR) tooLow(Math.min(LONGEST, Math.ceil((neck + CLEAR - room) * 2) / 2))
  }
  const aside = forward ? numberOf(radius) : -numberOf(radius)
  return {
    radius,
    bound,
    bare,
    strip: (from: Vec3, kind: 'bound' | 'bare') =>
      bailSegments(roll, turned(from))[kind].map((seg) => moveSegment(seg, turned, turned)),
    hang: [0, join + neck + numberOf(radius) + k.o.bail / 2, z + aside] as Vec3,
  }
}

/** A pair of wires bound to a neck and rolled to a bail. */
function rolledBail(
  k: Given<ReturnType<typeof bailChoices>>,
  { pen, other, ways, on, strand, size, stock, thick, wound, binder, top, past }: Pair,
): PartOfWork {
  const { bail: inside, neck } = k.q
  const twisted = ways?.strip === 'twisted'
  const forward = ways?.roll === 'forward'
  const over = twisted ? F.twisted({ thick }) : binder
  const join = pen.at
  const { bound, bare, strip, hang } = rollOf(
    k,
    { thick, over, past, stock, forward, top, join, neck },
    (need) =>
      k.say(
        'bail-onto-stone',
        'error',
        'neck',
        { bail: k.o.bail, neck: k.o.neck, need },
        { field: 'neck', value: need },
      ),
  )
  const a = numberOf(thick)
  for (const own of other ? [pen, other] : [pen]) own.line('neck', 'neck', neck)
  const z = join[2]
  const turns = twistFigures.turns({ length: bound, thick })
  if (!twisted || !other)
    for (const own of other ? [pen, other] : [pen]) {
      const from = own.at
      own.draw('bail', 'bail', strip(from, 'bound'), bound).draw('bare', 'bare', strip(from, 'bare'), bare)
    }
  else {
    const from: Vec3 = [0, pen.at[1], z]
    const twist = (at: Vec3): TwistedPair => ({
      line: { segments: strip(at, 'bound') },
      across: [1, 0, 0],
      thick: a,
      halves: 2 * numberOf(turns),
      ease: easeOf(numberOf(bound), a),
    })
    for (const [own, side] of [
      [pen, 1],
      [other, -1],
    ] as const) {
      // as long wherever it begins
      const length = pathLength({ segments: [twistedWire(twist([0, 0, 0]), ofPair(a, side))] })
      const long = k.found('twist', side === 1 ? 'right' : 'left', length, {
        ...k.on('bail', 'neck', 'alloy', 'temper'),
        ...on,
        thick,
        inside,
        turns,
      })
      own.draw('bail', 'twisted', [twistedWire(twist(from), ofPair(a, side))], long)
      own.line('bare', 'bare', bare)
    }
  }

  const tie = (id: 'neck' | 'bail', length: Quantity): Tie =>
    boundTie(
      id,
      [
        [strand, `${id}-left`],
        [strand, `${id}-right`],
      ],
      wound,
      length,
    )
  return {
    hang,
    ties: [
      tie('neck', neck),
      twisted ? { ...tie('bail', bound), kind: 'twist', wound: size, turns } : tie('bail', bound),
    ],
    steps: [
      { id: 'bind-neck', kind: 'bind', joint: 'neck' },
      twisted
        ? { id: 'twist-bail', kind: 'wind', joint: 'bail' }
        : { id: 'bind-bail', kind: 'bind', joint: 'bail' },
      {
        id: 'roll-bail',
        kind: 'roll',
        wires: [strand],
        final: true,
        forms: [{ of: [strand], kinds: ['bail', 'twisted', 'bare'] }],
        values: {
          inside: k.o.bail,
          way: forward ? 'forward' : 'backward',
          end: forward ? 'before' : 'behind',
        },
      },
    ],
  }
}
