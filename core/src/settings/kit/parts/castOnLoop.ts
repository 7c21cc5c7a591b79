import type { Vec3 } from '../../../geom/index.js'
import { moveSegment, pathLength } from '../../../path/index.js'
import { numberOf, type Quantity } from '../../../working/index.js'
import type { FamilyText } from '../../family.js'
import { loopFigures, loopPath } from '../../shared/loopBail.js'
import { length, oneOf } from '../choices.js'
import { figures, mm } from '../figures.js'
import { crankOf, Pen } from '../pen.js'
import type { Given } from '../recipe.js'
import type { PartOfWork } from '../wirework.js'
import { loopStretch } from './closedLoop.js'
import { passingChoice, passingText, tellPassing, wideEnough } from './passing.js'
import { boundTie } from './boundTie.js'

/** Rounds of a wire that lie side by side on the rod: so many thicknesses apart, which the crossing between the legs needs. */
const BESIDE = 1.25
const DOWN: Vec3 = [0, -1, 0]
const FRONT: Vec3 = [0, 0, 1]
/** Its legs come into the upright by curves of this many thicknesses. */
const LEG = 2

const shown = (when?: readonly [string, string]) => (when ? { when } : {})

/** Choices of a loop bent from the wire's own middle: `size` is the choice of its wire. */
export const castOnChoices = (size: string, when?: readonly [string, string]) => ({
  bail: length('worn', [2, 15], {
    step: 0.5,
    start: ({ of }) => wideEnough(4, Number(of('passes'))),
    met: 'cast-on',
    ...shown(when),
  }),
  rounds: oneOf('worn', ['once round', 'twice round'], { before: 'once round', ...shown(when) }),
  neck: length('worn', [1, 12], {
    step: 0.5,
    start: ({ mm: thick }) => 2 + 1.5 * thick(size),
    met: 'bind-neck',
    ...shown(when),
  }),
  ...passingChoice(when),
})

const loopOf = ({ inside, thick }: { readonly inside: number; readonly thick: number }) =>
  loopFigures({ inside, thickness: thick, neckRadius: LEG * thick })

const { make: F, formulas } = figures('castOn', {
  half: mm('round a loop {inside} inside, of wire {thick} thick, from its top to a leg', (x) => {
    const { radius, sweep } = loopOf(x)
    return radius * sweep
  }),
  leg: mm(
    'a leg of a loop {inside} inside into the upright: a curve of 2 × {thick}',
    (x) => LEG * x.thick * loopOf(x).legSweep,
  ),
  curve: mm(`${LEG} × {thick}: radius of its bends`, ({ thick }) => LEG * thick),
  beside: mm(
    `${BESIDE} × {thick}: so far before the first round lies the second`,
    ({ thick }) => BESIDE * thick,
  ),
  run: mm(
    'as far as a shift by {by} with two bends of {radius} goes down meanwhile',
    ({ by, radius }) => crankOf(by, radius).run,
  ),
})

/** Figures of it that are searched for. */
const searched = {
  round: 'once more round a loop {inside} inside, of wire {thick}, to lie {beside} before the first round',
} as const

const text: Partial<FamilyText> = {
  params: { bail: 'Loop, inside', rounds: 'Loop bent', neck: 'Bound below the loop' },
  parts: { loop: 'loop', leg: 'legs of the loop', neck: 'neck' },
  joints: { neck: 'neck' },
  steps: {
    'cast-on': {
      title: 'Bend the loop',
      say: 'Bend the middle of the wire {rounds} a rod of {inside:1} mm and bring both legs down side by side.',
      look: 'Closed, and square to the legs.',
    },
    'bind-neck': {
      title: 'Bind the neck',
      say: 'Bind both legs below the loop with {tie} until it measures {length:1} mm, about {turns} turns.',
      look: 'The loop does not turn or open.',
    },
  },
}

/** What a recipe names to have a cast-on loop among its parts. */
export const castOnPart = { formulas, searched, text: [text, passingText] }

/** A wire whose own middle is its loop: both halves come down from it to where the neck ends. */
export interface CastOn {
  readonly strand: string
  readonly thick: Quantity
  /** The choice of the wound wire's size. */
  readonly wound: string
  /** Where the neck ends below: height and depth, mm. */
  readonly foot: { readonly y: number; readonly z: number }
}

/** A loop of a wire's own middle, once or twice round, its legs bound below: gives the pens on which both halves go on downward, its tie, steps and where it hangs. */
export function castOnLoop(
  k: Given<ReturnType<typeof castOnChoices>>,
  { strand, thick, wound, foot }: CastOn,
): PartOfWork & { readonly pens: { readonly left: Pen; readonly right: Pen } } {
  const { bail: inside, neck } = k.q
  tellPassing(k, inside)
  const a = numberOf(thick)
  const own = { inside: numberOf(inside), thick: a }
  const twice = k.o.rounds === 'twice round'
  const { radius, rise, sweep } = loopOf(own)
  // the leg that goes round once more comes off before the other: above the neck it is brought back beside it
  const curve = F.curve({ thick })
  const beside = F.beside({ thick })
  const run = F.run({ by: beside, radius: curve })
  const y = foot.y + numberOf(neck) + (twice ? numberOf(run) : 0)
  const spec = { inside: own.inside, thickness: a, neckRadius: LEG * a }
  const top: Vec3 = [0, y + rise + radius, foot.z]
  const half = (side: 1 | -1): Pen => {
    const pen = new Pen(top, [side, 0, 0])
    if (twice && side === 1) {
      // it comes forward below, between the legs: elsewhere it lies beside the rounds before and after it
      const rising = [sweep, 2 * Math.PI - sweep] as const
      const loop = {
        at: top,
        heading: pen.heading,
        inward: DOWN,
        over: FRONT,
        radius,
        rise: numberOf(beside),
        rising,
      }
      const stops = [0, ...rising, 2 * Math.PI]
      const round = stops.slice(1).map((to, i) => loopStretch(loop, stops[i]!, to))
      const long = pathLength({ segments: round })
      pen.draw('round', 'loop', round, k.found('round', 'second round', long, { inside, thick, beside }))
    }
    const to = ([u, v, w]: Vec3): Vec3 => [side * u, v, w]
    const { loop, leg } = loopPath(spec, y, pen.at[2])
    return pen
      .draw('half', 'loop', [moveSegment(loop, to, to)], F.half({ inside, thick }))
      .draw('leg', 'leg', [moveSegment(leg, to, to)], F.leg({ inside, thick }))
  }
  const [right, left] = [half(1), half(-1)]
  if (twice) {
    right.crank('back', 'leg', curve, beside, [0, 0, -1])
    left.line('beside', 'leg', run)
  }
  for (const pen of [right, left]) pen.line('neck', 'neck', neck)
  return {
    pens: { left, right },
    hang: [0, top[1] - a / 2, (top[2] + right.at[2]) / 2],
    ties: [
      boundTie(
        'neck',
        [
          [strand, 'neck-left'],
          [strand, 'neck-right'],
        ],
        wound,
        neck,
      ),
    ],
    steps: [
      {
        id: 'cast-on',
        kind: 'roll',
        wires: [strand],
        final: true,
        forms: [{ of: [strand], kinds: ['loop', 'leg', 'neck'] }],
        values: { inside: own.inside, rounds: k.o.rounds },
      },
      { id: 'bind-neck', kind: 'bind', joint: 'neck', final: true },
    ],
  }
}
