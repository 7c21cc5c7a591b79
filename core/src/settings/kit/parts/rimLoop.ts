import { along, type Vec3 } from '../../../geom/index.js'
import { pathLength } from '../../../path/index.js'
import { numberOf, type Quantity } from '../../../working/index.js'
import type { FamilyText } from '../../family.js'
import { length } from '../choices.js'
import { figures, mm } from '../figures.js'
import type { Pen } from '../pen.js'
import type { Given } from '../recipe.js'
import { loopStretch, type ClosedLoop } from './closedLoop.js'
import { passingChoice, passingText, tellPassing, wideEnough } from './passing.js'

/** A wire crosses over itself by so many thicknesses: it touches, and stands off by a hair. */
const OVER = 1.02

/** Choices of loops turned out of a rim: a chain is hung into two of them, so both are alike. */
export const rimLoopChoices = () => ({
  bail: length('worn', [1, 8], {
    step: 0.5,
    start: ({ of }) => wideEnough(3, Number(of('passes'))),
    met: 'turn-rim-loops',
  }),
  ...passingChoice(),
})

const { make: F, formulas } = figures('rim', {
  radius: mm('({inside} + {thick}) / 2: radius of a loop', ({ inside, thick }) => (inside + thick) / 2),
})

/** Figures of it that are searched for. */
const searched = {
  rimLoop:
    'once round a loop of {radius} turned out of the rim, its end crossing over its beginning by a thickness of {thick}: {which}',
} as const

const text: Partial<FamilyText> = {
  params: { bail: 'Rim loops, inside' },
  parts: { rimLoop: 'rim loops' },
  steps: {
    'turn-rim-loops': {
      title: 'Turn the rim loops',
      say: 'At both marks turn the rim outward once round a rod of {inside:1} mm, and on as before.',
      look: 'Both loops as large as each other, level, and closed.',
    },
  },
}

/** What a recipe names to have rim loops among its parts. */
export const rimLoopPart = { formulas, searched, text: [text, passingText] }

/** Where a rim goes by: a loop is turned out of it there, outward, and its end led over its beginning. */
export interface OutOfRim {
  readonly pen: Pen
  readonly which: string
  readonly thick: Quantity
  readonly outward: Vec3
  readonly over: Vec3
}

/** One loop turned out of a rim: draws it on, and gives the highest place inside it, where a ring hangs when it is pulled outward. */
export function rimLoop(
  k: Given<ReturnType<typeof rimLoopChoices>>,
  { pen, which, thick, outward, over }: OutOfRim,
): Vec3 {
  const { bail: inside } = k.q
  tellPassing(k, inside)
  const radius = F.radius({ inside, thick })
  const { at, heading } = pen
  const r = numberOf(radius)
  const loop: ClosedLoop = { at, heading, inward: outward, over, radius: r, rise: OVER * numberOf(thick) }
  const round = [loopStretch(loop, 0, 2 * Math.PI)]
  const long = pathLength({ segments: round })
  pen.draw(`rim-loop-${which}`, 'rimLoop', round, k.found('rimLoop', which, long, { radius, thick }))
  return along(at, outward, r + numberOf(inside) / 2)
}
