import type { Vec3 } from '../../../geom/index.js'
import { moveSegment } from '../../../path/index.js'
import { leastBend } from '../../../wire/index.js'
import { numberOf } from '../../../working/index.js'
import type { FamilyText } from '../../family.js'
import { bailSegments } from '../../shared/rolledBail.js'
import { figures, mm } from '../figures.js'
import type { Given } from '../recipe.js'
import type { PartOfWork } from '../wirework.js'
import type { bailChoices, Pair } from './rolledBail.js'
import { boundTie } from './boundTie.js'

/** What is planned at the limit of a bend is at it. */
const AT_LIMIT = 0.98

const { make: F, formulas } = figures('folded', {
  radius: mm('({inside} + {thick}) / 2: radius of the fold', ({ inside, thick }) => (inside + thick) / 2),
  back: mm(
    '{radius} − {thick}: radius of the turn down onto the neck',
    ({ radius, thick }) => radius - thick,
  ),
  fold: mm(
    'rise {radius} + 3/4 of a circle of that radius + quarter turn of {back}',
    ({ radius, back }) => radius + 1.5 * Math.PI * radius + (Math.PI / 2) * Math.max(back, 0),
  ),
})

const text: Partial<FamilyText> = {
  parts: { stem: 'up to the fold', fold: 'over to a bail', pressed: 'tails, pressed on' },
  findings: {
    'fold-too-small':
      'Tails cannot be folded to a bail {bail:1} mm inside with this wire; {least:1} mm or more can.',
  },
  steps: {
    'fold-bail': {
      title: 'Fold the tails over',
      say: 'Fold both tails {way} over a rod of {inside:1} mm and bring them down {end} the neck.',
      look: 'Side by side, straight, and centred over the stone.',
    },
    'press-tails': {
      title: 'Press the tails on and bind',
      say: 'Press the tails flat onto the neck in nylon jaws and bind all four wires together over {length:1} mm, about {turns} turns of {tie}.',
      look: 'Two wide, two deep; the ends lie under the binding.',
    },
  },
}

/** What a recipe names to have folded tails among its parts. */
export const foldedTailsPart = { formulas, text }

/** A pair's tails folded over to a bail, pressed onto the neck and bound with it: draws them on, and gives their tie, steps and where it hangs. */
export function foldedTails(
  k: Given<ReturnType<typeof bailChoices>>,
  { pen, other, ways, strand, stock, thick, wound }: Pair,
): PartOfWork {
  const { bail: inside, neck } = k.q
  const forward = ways?.roll === 'forward'
  const radius = F.radius({ inside, thick })
  const back = F.back({ radius, thick })
  const a = numberOf(thick)
  const turned = ([x, y, d]: Vec3): Vec3 => (forward ? [x, y, -d] : [x, y, d])
  const [, join, z] = pen.at
  for (const own of other ? [pen, other] : [pen]) {
    // bound, it goes on by the turn that its end makes down onto it
    own.line('neck', 'neck', neck).line('stem', 'stem', back)
    // a strip whose end is as long as the neck
    const roll = { inside: k.o.bail, thickness: a, binder: 0, neck: 0 }
    const [rise, round, down] = bailSegments(roll, turned(own.at)).bound
    const over = [rise!, round!, down!].map((seg) => moveSegment(seg, turned, turned))
    own.draw('fold', 'fold', over, F.fold({ radius, back })).line('pressed', 'pressed', neck)
  }
  const tightest = AT_LIMIT * leastBend(stock)
  if (numberOf(back) < tightest) {
    const least = Math.ceil(2 * (2 * tightest + a)) / 2
    k.say('fold-too-small', 'error', 'bail', { bail: k.o.bail, least }, { field: 'bail', value: least })
  }
  const top = join + k.o.neck + numberOf(back) + numberOf(radius)
  const aside = forward ? numberOf(radius) : -numberOf(radius)
  return {
    hang: [0, top + k.o.bail / 2, z + aside],
    ties: [
      boundTie(
        'neck',
        (['neck', 'pressed'] as const).flatMap((part) =>
          (['left', 'right'] as const).map((side) => [strand, `${part}-${side}`] as const),
        ),
        wound,
        neck,
        2,
      ),
    ],
    steps: [
      {
        id: 'fold-bail',
        kind: 'roll',
        wires: [strand],
        final: true,
        forms: [{ of: [strand], kinds: ['stem', 'fold', 'pressed'] }],
        values: {
          inside: k.o.bail,
          way: forward ? 'forward' : 'backward',
          end: forward ? 'before' : 'behind',
        },
      },
      { id: 'press-tails', kind: 'bind', joint: 'neck', final: true },
    ],
  }
}
