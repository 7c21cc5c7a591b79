import type { Glance, SavedPlan } from '@verger/contract'
import { DEFAULT_SETTINGS, startingOptions, withKeptPrices } from '@verger/core'
import checked, { unchecked } from '../compute/plan.worker.js'
import { DEMO_DRAWER } from './demoDrawer.js'
import { SEASON } from './demoSeason.js'
import { DEMO_STONES, pieceFamily } from './demoStones.js'

/** A demo piece's plan as it is saved, and how it looks. */
export interface DemoPlan {
  readonly saved: SavedPlan
  readonly glance: Glance
}

/**
 * Runs in a worker thread, whose memory goes with it: the plan of one demo stone. What holds a finished piece, and one that the season repeats, is worked out with it; the others
 * are checked once the server runs, so that it is not waited for. Undefined where it has no piece. @throws Error when it cannot be planned
 */
export default function demoPlan(id: string): DemoPlan | undefined {
  const demo = DEMO_STONES.find((d) => d.id === id)!
  const { stone, piece } = demo
  if (!piece) return undefined
  const { alloy, worn, choices } = piece
  const family = pieceFamily(demo)
  // what Choose offers
  const wish = { alloy, ...(worn ? { worn } : {}) }
  const options = family && startingOptions(stone, family, wish, undefined, true)
  if (!options) throw new Error(`the demo stone ${id} cannot be planned`)
  const prices = withKeptPrices(
    DEFAULT_SETTINGS.prices,
    DEMO_DRAWER.flatMap((item) => (item.kind === 'wire' ? [item] : [])),
  )
  const repeated = SEASON.some((s) => s.like === id)
  const result = (piece.station === 'ledger' || repeated ? checked : unchecked)({
    stone,
    family,
    options: { ...options, ...choices },
    settings: { ...DEFAULT_SETTINGS, prices },
  })
  if (!result.ok) throw new Error(`the demo stone ${id} has a plan with errors`)
  return { saved: result.saved, glance: result.glance }
}
