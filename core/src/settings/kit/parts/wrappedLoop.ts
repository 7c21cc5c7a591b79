import { mirrorX, type Vec3 } from '../../../geom/index.js'
import { moveSegment, reverseSegment } from '../../../path/index.js'
import { numberOf, type Quantity } from '../../../working/index.js'
import type { FamilyText } from '../../family.js'
import { loopFigures, loopPath } from '../../shared/loopBail.js'
import { length } from '../choices.js'
import { figures, mm } from '../figures.js'
import type { Pen } from '../pen.js'
import type { Given } from '../recipe.js'
import type { PartOfWork } from '../wirework.js'
import { passingChoice, passingText, tellPassing, wideEnough } from './passing.js'
import { boundTie } from './boundTie.js'

/** Choices of a wrapped loop: `size` is the choice of its wire, by whose thickness its neck begins. */
export const loopChoices = (size: string) => ({
  bail: length('worn', [2, 15], {
    step: 0.5,
    start: ({ of }) => wideEnough(4, Number(of('passes'))),
    met: 'shape-loop',
  }),
  neck: length('worn', [2, 12], {
    step: 0.5,
    start: ({ mm: thick }) => 2 + 1.5 * thick(size),
    met: 'bind-neck',
  }),
  ...passingChoice(),
})

/** Its legs come into the upright by curves of this many thicknesses. */
const LEG = 2
const loopOf = ({ inside, thick }: { readonly inside: number; readonly thick: number }) =>
  loopFigures({ inside, thickness: thick, neckRadius: LEG * thick })

const { make: F, formulas } = figures('loop', {
  loop: mm('round a loop {inside} inside, of wire {thick} thick, from leg to leg', (x) => {
    const { radius, sweep } = loopOf(x)
    return 2 * radius * sweep
  }),
  leg: mm(
    'a leg of a loop {inside} inside into the upright: a curve of 2 × {thick}',
    (x) => LEG * x.thick * loopOf(x).legSweep,
  ),
})

const text: Partial<FamilyText> = {
  params: { bail: 'Loop, inside', neck: 'Bound below the loop' },
  parts: { neck: 'neck', leg: 'legs of the loop', loop: 'loop', tail: 'down beside the neck' },
  joints: { neck: 'neck' },
  steps: {
    'shape-loop': {
      title: 'Turn the loop',
      say: 'Turn the wire over a rod of {inside:1} mm and bring its end down beside itself.',
      look: 'The loop stands over the middle of the stone.',
    },
    'bind-neck': {
      title: 'Bind the neck',
      say: 'Bind both wires below the loop with {tie} until it measures {length:1} mm, about {turns} turns.',
      look: 'The loop does not turn or open.',
    },
  },
}

/** What a recipe names to have a wrapped loop among its parts. */
export const wrappedLoopPart = { formulas, text: [text, passingText] }

/** A wire that comes up to a loop: its pen heads up at the right of the middle by half its thickness. */
export interface Upright {
  readonly pen: Pen
  readonly strand: string
  readonly thick: Quantity
  /** The choice of the wound wire's size. */
  readonly wound: string
}

/** A loop at the end of a wire, its end led down beside itself and bound there: draws it on, and gives its tie, its steps and where it hangs. */
export function wrappedLoop(
  k: Given<ReturnType<typeof loopChoices>>,
  { pen, strand, thick, wound }: Upright,
): PartOfWork {
  const { bail: inside, neck } = k.q
  tellPassing(k, inside)
  const own = { inside: numberOf(inside), thick: numberOf(thick) }
  const spec = { inside: own.inside, thickness: own.thick, neckRadius: LEG * own.thick }
  const [, y, z] = pen.at
  const { loop, leg } = loopPath(spec, y + numberOf(neck), z)
  const down = [loop, leg].map((s) => moveSegment(s, mirrorX, mirrorX))
  const { radius, rise } = loopOf(own)
  const hang: Vec3 = [0, y + numberOf(neck) + rise + radius - own.thick / 2, z]
  pen
    .line('neck', 'neck', neck)
    .draw('leg', 'leg', [reverseSegment(leg)], F.leg({ inside, thick }))
    .draw('loop', 'loop', [reverseSegment(loop), down[0]!], F.loop({ inside, thick }))
    .draw('leg-down', 'leg', [down[1]!], F.leg({ inside, thick }))
    .line('tail', 'tail', neck)
  return {
    hang,
    ties: [
      boundTie(
        'neck',
        [
          [strand, 'tail-right'],
          [strand, 'neck-right'],
        ],
        wound,
        neck,
      ),
    ],
    steps: [
      {
        id: 'shape-loop',
        kind: 'roll',
        wires: [strand],
        final: true,
        forms: [{ of: [strand], kinds: ['neck', 'leg', 'loop', 'tail'] }],
        values: { inside: own.inside },
      },
      { id: 'bind-neck', kind: 'bind', joint: 'neck', final: true },
    ],
  }
}
