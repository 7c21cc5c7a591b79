import type { Design } from '../design/index.js'
import { stepsOf, type Step } from '../guide/index.js'
import { family } from '../settings/index.js'
import type { PlanRequest } from './plan.js'

/**
 * Design and steps of a saved plan, without lengths, cost or holding: what a glance at the piece shows. Undefined where it cannot be built
 * any more.
 * @example glance({ stone, family: 'bound-frame', options, settings })!.steps[0].id // 'gather'
 */
export function glance({
  stone,
  family: id,
  options,
  settings,
}: PlanRequest): { readonly design: Design; readonly steps: readonly Step[] } | undefined {
  const chosen = family(id)
  if (chosen.fits(stone, options).some((f) => f.severity === 'error')) return undefined
  const design = chosen.build(stone, options, settings.hand)
  return { design, steps: stepsOf(design, chosen.text.steps, settings.units) }
}
