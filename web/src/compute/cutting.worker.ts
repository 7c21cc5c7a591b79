import { cutFromRack, highsSolver, type CuttingWishes, type NeededWire, type RackStock } from '@verger/core'
import { expose } from 'comlink'
import loadHighs from 'highs'
import runtime from 'highs/runtime?url'

const solver = loadHighs({ locateFile: () => runtime }).then(highsSolver)

/** Which wire is cut from what of the rack, by HiGHS. */
const cutting = {
  async plan(needs: readonly NeededWire[], racks: readonly RackStock[], wishes: CuttingWishes) {
    return cutFromRack(needs, racks, wishes, await solver, { now: () => performance.now() })
  },
}

export type Cutting = typeof cutting
expose(cutting)
