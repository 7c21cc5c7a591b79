import type { Stone } from '../../stone/index.js'
import type { Habit } from '../family.js'

/** Round wire by the ball's diameter: typical, uncited. */
const ROWS = [
  { upTo: 9, size: [0.8, 1.03] },
  { upTo: 12, size: [1, 1.3] },
  { upTo: 20, size: [1, 1.5] },
  { upTo: Infinity, size: [1.25, 1.7] },
] as const
const SMALL = 12.5
/** Aluminium is taken half as thick again. */
const ALUMINIUM = 1.5

/** Round wire that hoops about a ball like this are usually bent from, and what carries them. */
export function habit(stone: Stone, alloy: string): Habit {
  const [least, most] = ROWS.find((r) => stone.width <= r.upTo)!.size
  const by = alloy === 'aluminium' ? ALUMINIUM : 1
  const size = [by * least, by * most] as const
  // on a small ball two turns at each end have to do
  return {
    sizes: { size, shankSize: size },
    counts: { turns: [stone.width < SMALL ? 2 : 3, 4] },
    temper: 'half hard',
  }
}
