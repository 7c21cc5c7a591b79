import { fullStone, type Stone } from '../../stone/index.js'
import type { Habit } from '../family.js'

/** A stone thicker than this share of its width is bound with one wire more. */
const THICK = 0.33

/** Frames by the stone's longest side: typical, uncited. */
const ROWS = [
  { upTo: 18, size: [0.64, 0.73], bindingSize: [0.5, 0.52], wires: [3, 3], temper: 'dead soft' },
  { upTo: 30, size: [0.72, 0.82], bindingSize: [0.5, 0.65], wires: [3, 4], temper: 'dead soft' },
  { upTo: 45, size: [0.72, 0.92], bindingSize: [0.64, 1.03], wires: [3, 4], temper: 'half hard' },
  { upTo: Infinity, size: [0.81, 1.03], bindingSize: [0.81, 1.03], wires: [4, 6], temper: 'half hard' },
] as const

/** Aluminium is taken a size thicker. */
const ALUMINIUM = 1.12

/** Square wires and their binding that are usually bound round a stone like this. */
export function habit(stone: Stone, alloy: string): Habit {
  const { length, width, depth } = fullStone(stone)
  const { size, bindingSize, wires, temper } = ROWS.find((r) => Math.max(length, width) <= r.upTo)!
  const [few, many] = wires
  const thick = depth > THICK * Math.min(length, width)
  const by = alloy === 'aluminium' ? ALUMINIUM : 1
  return {
    sizes: { size: [by * size[0], by * size[1]], bindingSize },
    counts: { wires: [few, thick ? many + 1 : many] },
    temper,
  }
}
