import type { Finding } from '../finding/index.js'
import { SURFACES, type Options } from '../settings/index.js'
import { careOf, careText, type Care, type Stone } from '../stone/index.js'
import { alloy, type AlloyId } from '../wire/index.js'

const [BRIGHT, BEFORE, DIPPED, BRUSHED] = SURFACES

/** What of a stone's care stands against a bath in the solution, or against a drop of it: one that soaks it up as well. */
function against(care: readonly Care[], surface: Options[string]): Care | undefined {
  if (surface === DIPPED) return care.find((c) => c === 'bath' || c === 'water')
  return surface === BRUSHED && care.includes('bath') ? care.find((c) => c === 'porous') : undefined
}

/** Darkening that the metal does not take, or that the stone does not stand. */
export function surfaceFindings(stone: Stone, { surface, alloy: id }: Options): Finding[] {
  if (surface === BRIGHT || surface === undefined) return []
  const metal = alloy(id as AlloyId)
  const takes = metal.patina === 'darkens readily' || metal.patina === 'darkens a little'
  const out: Finding[] = takes
    ? []
    : [
        {
          code: 'plan.surface-metal',
          severity: 'doubt',
          field: 'surface',
          values: { metal: metal.id, does: metal.patina === 'unknown' ? 'may do anything' : metal.patina },
          mend: { field: 'surface', value: BRIGHT },
        },
      ]
  const care = against(careOf(stone), surface)
  if (care)
    out.push({
      code: 'plan.surface-stone',
      severity: 'doubt',
      field: 'surface',
      values: { stone: stone.mineral, care: careText[care] },
      mend: { field: 'surface', value: BEFORE },
    })
  return out
}
