import type { Vec3 } from '../geom/index.js'
import type { Twist, Weave } from './notation.js'
import { crowding, wirePlaces, type WeaveWires } from './ways.js'

/** How far a twist of base wires advances in a whole turn, over its thickness across; typical of one made by hand, uncited: 3 to 8. */
export const HAND_LAY = 4

/** How base wires lie in a twist: radius of their middles round its axis, mm, and how long one whole turn is. */
export function twistOf(
  { from, to }: Twist,
  base: number,
): { readonly radius: number; readonly pitch: number } {
  const k = to - from + 1
  const radius = base / (2 * Math.sin(Math.PI / k))
  return { radius, pitch: HAND_LAY * (2 * radius + base) }
}

/** How long one repeat is along the base wires, mm: what the weavers take, and a twist after it. */
export function advanceOf(
  weave: Weave,
  { base, weaver, packing }: WeaveWires,
): { readonly woven: number; readonly twisted: number } {
  const { twist } = weave
  return {
    woven: crowding(weave) * weaver * packing,
    twisted: twist ? twist.count * twistOf(twist, base).pitch : 0,
  }
}

/**
 * Length of each base wire in one repeat, mm: the repeat itself, but for twisted ones, each a helix of √(pitch² + (2π radius)²) a turn.
 * @example baseLengths(parseWeave('twist: 1(1-2)').weave, { base: 0.8, weaver: 0.3, packing: 1 })[0] // 6.876
 */
export function baseLengths(weave: Weave, wires: WeaveWires): number[] {
  const { woven, twisted } = advanceOf(weave, wires)
  const { twist } = weave
  return Array.from({ length: weave.wires }, (_, i) => {
    if (!twist || i + 1 < twist.from || i + 1 > twist.to) return woven + twisted
    const { radius, pitch } = twistOf(twist, wires.base)
    return woven + twist.count * Math.hypot(pitch, 2 * Math.PI * radius)
  })
}

/** Points along a base wire in one repeat: straight, and a helix in a twist. `wire` from 1; x and z as `strandPath`. */
export function basePath(weave: Weave, wires: WeaveWires, wire: number, perTurn = 48): Vec3[] {
  const x = wirePlaces(weave, wires)[wire - 1]!
  const { woven, twisted } = advanceOf(weave, wires)
  const { twist } = weave
  if (!twist || wire < twist.from || wire > twist.to)
    return [
      [x, 0, 0],
      [x, woven + twisted, 0],
    ]
  const { radius } = twistOf(twist, wires.base)
  const places = wirePlaces(weave, wires)
  const axis = (places[twist.from - 1]! + places[twist.to - 1]!) / 2
  const k = twist.to - twist.from + 1
  const turn = Math.PI * (k === 2 ? 1 : 1 - 2 / k) - (2 * Math.PI * (wire - twist.from)) / k
  const steps = twist.count * perTurn
  const out: Vec3[] = woven > 0 ? [[x, 0, 0]] : []
  for (let i = 0; i <= steps; i++) {
    const a = turn + (2 * Math.PI * twist.count * i) / steps
    out.push([axis + radius * Math.cos(a), woven + (twisted * i) / steps, radius * Math.sin(a)])
  }
  return out
}

/**
 * The packing that a maker's own sample has: so many repeats, measured along the base wires, against strands that touch; a twist in the
 * repeat is taken off first.
 * @throws RangeError for a length not above 0, repeats below 1, or a weave without weavers
 * @example packingOf(parseWeave('a: 1(1)').weave, { base: 0.8, weaver: 0.3 }, { repeats: 20, length: 6.3 }) // 1.05
 */
export function packingOf(
  weave: Weave,
  { base, weaver }: Pick<WeaveWires, 'base' | 'weaver'>,
  sample: { readonly repeats: number; readonly length: number },
): number {
  if (!(sample.length > 0 && sample.repeats >= 1 && weaver > 0))
    throw new RangeError('a sample has a length above 0 and one repeat or more')
  const { woven, twisted } = advanceOf(weave, { base, weaver, packing: 1 })
  if (woven === 0) throw new RangeError('wires that are only twisted have no packing')
  return (sample.length / sample.repeats - twisted) / woven
}
