import { brokenPath, type Design } from '../design/index.js'
import type { Finding } from '../finding/index.js'
import type { Family, Hand, Options } from '../settings/index.js'
import type { Stone } from '../stone/index.js'

/**
 * A family's design, each of whose wires is one smooth line.
 * @throws RangeError where the shapes that follow from the options cannot be made, or do not meet
 */
export function wholeDesign(chosen: Family, stone: Stone, options: Options, hand?: Hand): Design {
  const design = chosen.build(stone, options, hand)
  const broken = brokenPath(design)
  if (broken)
    throw new RangeError(
      `pieces of ${chosen.text.wires[broken.wire] ?? broken.wire} would miss each other by ${broken.gap.toFixed(2)} mm and ${broken.kink.toFixed(1)}°`,
    )
  return design
}

/** What is told of options whose design cannot be made. @throws what is no RangeError */
export function cannotBeBuilt(error: unknown): Finding {
  if (!(error instanceof RangeError)) throw error
  return { code: 'plan.cannot-be-built', severity: 'error', values: { why: error.message } }
}
