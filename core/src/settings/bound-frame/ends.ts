import type { BoundFrameOptions } from './options.js'

/**
 * What becomes of a wire's two ends above the neck: cut off there, curled freely above, curled so that they lie against the shoulders, or led
 * over the edge and tied.
 */
export type Ends = 'cut' | 'above' | 'shoulder' | 'over'

/** Ends of wire i of the stack; the rear one's become the bail. From the front: first what is led over the edge, then the swirls. */
export function endsOf(o: BoundFrameOptions, i: number): Ends {
  const rank = o.wires - 1 - i
  const over = o.tailOver !== 'no'
  if (over && rank === 0) return 'over'
  const place = over ? rank - 1 : rank
  const swirled = o.swirls === 'every end' ? Infinity : Number(o.swirls) / 2
  if (i === 0 || place >= swirled) return 'cut'
  if (place === 0 && o.swirlPlace === 'on the shoulders') return 'shoulder'
  return o.tail > 0 ? 'above' : 'cut'
}

/** Is this end of wire i wound to a coil that holds a ball: the front wire's right one. */
export const isCoiled = (o: BoundFrameOptions, i: number, side: 'left' | 'right'): boolean =>
  o.ball > 0 && side === 'right' && i === o.wires - 1

/** Wires whose ends become this, from behind to the front. */
export const wiresWith = (o: BoundFrameOptions, ends: Ends): readonly number[] =>
  Array.from({ length: o.wires - 1 }, (_, k) => k + 1).filter((i) => endsOf(o, i) === ends)
