import { leaf, type Quantity } from '../../../working/index.js'
import type { FamilyText, NamedQuantity } from '../../family.js'
import { oneOf } from '../choices.js'
import { figures, mm } from '../figures.js'
import type { Given } from '../recipe.js'
import type { Step } from '../wirework.js'

/** Share of its thickness that a wire has left after so much hammering: typical, uncited, 0.75 to 0.95 and 0.5 to 0.75. */
const LEFT = { 'a little': 0.85, flat: 0.65 } as const

/** The choice of hammering bends of round wire before anything is wound on them. */
export const hammerChoice = {
  hammer: oneOf('hold', ['no', 'a little', 'flat'], { before: 'no', detail: true }),
}

const { make: F, formulas } = figures('hammer', {
  thin: mm('{left} × {thick}: left of its thickness', ({ left, thick }) => left * thick),
  wide: mm(
    '{thin} + π × ({thick}² − {thin}²) / (4 × {thin}): as wide as a flat with round edges is that has the wire’s section; what it grows longer comes off',
    ({ thin, thick }) => thin + (Math.PI * (thick * thick - thin * thin)) / (4 * thin),
  ),
})

const text: Partial<FamilyText> = {
  params: { hammer: 'Bends hammered' },
  outputs: { hammeredThin: 'Hammered bends, thick', hammeredWide: 'Hammered bends, wide' },
  steps: {
    hammer: {
      title: 'Hammer the bends',
      say: 'Lay the bends on a block and tap them from {thick:2} mm down to {thin:2} mm, the tops of the bends only: they grow {wide:2} mm wide.',
      look: 'Where wire crosses wire, and where it will still be bent, it is as round as before.',
      caution: 'Never with the stone in, and never on a crossing: it would be cut through. Eyes protected.',
    },
  },
}

/** What a recipe names to have hammered bends among its parts. */
export const hammeringPart = { formulas, text }

/** Bends hammered flatter and wider, so that a squeezed turn cannot spin on them: the step, and what they measure; nothing where they are left round. */
export function hammering(
  k: Given<typeof hammerChoice>,
  {
    wires,
    thick,
    bends,
  }: { readonly wires: readonly string[]; readonly thick: Quantity; readonly bends: Quantity },
): { readonly steps: readonly Step[]; readonly outputs: readonly NamedQuantity[] } {
  if (k.o.hammer === 'no') return { steps: [], outputs: [] }
  const left = leaf('estimate', `left of its thickness, hammered ${k.o.hammer}`, LEFT[k.o.hammer], '')
  const thin = F.thin({ left, thick })
  const wide = F.wide({ thin, thick })
  return {
    steps: [
      {
        id: 'hammer',
        kind: 'shape',
        wires,
        takes: { hammer: bends },
        values: { thick: Number(thick.value), thin: Number(thin.value), wide: Number(wide.value) },
      },
    ],
    outputs: [
      { id: 'hammeredThin', quantity: thin },
      { id: 'hammeredWide', quantity: wide },
    ],
  }
}
