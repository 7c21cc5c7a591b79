import { numberOf, type Quantity } from '../../../working/index.js'
import type { FamilyText } from '../../family.js'
import { length } from '../choices.js'
import type { Given } from '../recipe.js'

/** What goes through a bail has so much room beside it at least, mm. */
const EASE = 0.5

/** The choice of what must pass a bail: a chain's end ring, a clasp, a cord. */
export const passingChoice = (when?: readonly [string, string]) => ({
  passes: length('worn', [0.5, 12], { step: 0.5, start: 3, before: 1.5, ...(when ? { when } : {}) }),
})

/** The inside of a bail to begin with: as wide as usual, and wide enough for what must pass. */
export const wideEnough = (usual: number, passes: number): number => Math.max(usual, passes + 2 * EASE)

export const passingText: Partial<FamilyText> = {
  params: { passes: 'Must pass it' },
  findings: {
    'bail-narrow':
      'What is {passes:1} mm thick does not pass a bail {inside:1} mm inside: {least:1} mm or more lets it through.',
  },
}

/** Tells a bail that does not let through what must pass. */
export function tellPassing(
  k: Given<ReturnType<typeof passingChoice> & { readonly bail: ReturnType<typeof length> }>,
  inside: Quantity,
): void {
  const least = k.o.passes + EASE
  if (numberOf(inside) >= least) return
  const values = { passes: k.o.passes, inside: numberOf(inside), least }
  k.say('bail-narrow', 'doubt', 'bail', values, { field: 'bail', value: Math.ceil(2 * least) / 2 })
}
