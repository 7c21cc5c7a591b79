import type { Family, Habit, Options } from '../settings/index.js'
import type { Stone } from '../stone/index.js'
import { alloy, wireSize, type AlloyId } from '../wire/index.js'

/** From one American gauge to the next wire is so many times as thick. */
const GAUGE = 92 ** (1 / 39)

/** How far a value lies outside a range, by steps of `ratio`, or by ones. */
const beyond = (v: number, [least, most]: readonly [number, number], ratio?: number): number => {
  const off = (low: number, high: number) => (ratio ? Math.log(high / low) / Math.log(ratio) : high - low)
  return v < least ? off(v, least) : v > most ? off(most, v) : 0
}

/**
 * How far options lie from what makers usually take, in wire sizes: the farthest of their wires or counts. Up to 1 is the size beside it.
 * @example strangeness({ sizes: { size: [0.72, 0.82] }, temper: 'dead soft' }, { size: '22 AWG' }) // 0.96
 */
export const strangeness = ({ sizes, counts = {} }: Habit, options: Options): number =>
  Math.max(
    0,
    ...Object.entries(sizes).map(([id, range]) => beyond(wireSize(String(options[id])).mm, range, GAUGE)),
    ...Object.entries(counts).map(([id, range]) => beyond(Number(options[id]), range)),
  )

/** No farther than this from what is usual is the size beside it: labels are rounded. */
export const BESIDE = 1.1

/** A metal's strength goes with the cube of a wire's thickness: this much thicker it is as strong as copper. */
function thickerThanCopper({ alloy: id, temper }: Options): number {
  const low = (metal: AlloyId) => alloy(metal).yield[temper as 'dead soft' | 'half hard'][0]
  return Math.cbrt(low('copper') / low(id as AlloyId))
}

/** Wire for a stone whose longest side is this, copper: in the middle of what is usual, mm. Typical, uncited. */
const MIDDLE = { side: 24, thick: 0.77, power: 0.3 }

/**
 * The thickness that a proposal aims at within what is usual, mm: it grows slowly with the stone and is more of a softer metal.
 * @example aimedAt({ sizes: { size: [0.72, 0.82] }, temper: 'dead soft' }, 'size', oval, { alloy: 'copper', temper: 'dead soft' }) // 0.82
 */
export function aimedAt(habit: Habit, id: string, stone: Stone, options: Options): number {
  const range = habit.sizes[id]
  const grown =
    MIDDLE.thick *
    (Math.max(stone.length, stone.width) / MIDDLE.side) ** MIDDLE.power *
    thickerThanCopper(options)
  return range ? Math.max(range[0], Math.min(range[1], grown)) : grown
}

/** The option by which a family chooses the wire that bears the stone. */
export const bearingOption = (chosen: Family, options: Options): string | undefined =>
  Object.keys(options).find((id) => options[id] === chosen.bearing(options).size.label)
