import { outlinePoint } from '../../stone/index.js'
import { swirlSeat, type Swirl } from '../shared/swirl.js'
import { halfOf, SIDES, wireHeight, type Frame, type Side } from './frame.js'

/**
 * What becomes of a wire's two ends above the neck: the bail, cut off there, curled so that they lie against the shoulders or freely above, or led
 * over the edge and tied.
 */
export type Ends = 'bail' | 'cut' | 'above' | 'shoulder' | 'over'

/** The choices that say it. */
export interface EndChoices {
  readonly wires: number
  readonly pair: 'rear' | 'middle' | 'front'
  readonly roll: 'backward' | 'forward'
  readonly strip: string
  readonly swirls: '0' | '2' | '4' | 'every end'
  readonly swirlPlace: 'above' | 'on the shoulders'
  readonly tail: number
  readonly tailOver: string
  readonly ball: number
}

/** The wire of the stack whose ends become the bail. */
export const bailWire = ({ pair, wires }: Pick<EndChoices, 'pair' | 'wires'>): number =>
  pair === 'rear' ? 0 : pair === 'front' ? wires - 1 : Math.floor(wires / 2)

/** Is wire i on the side to which the bail's strip is rolled: it ends at the neck. */
const inItsWay = ({ roll, ...c }: EndChoices, i: number): boolean =>
  roll === 'backward' ? i < bailWire(c) : i > bailWire(c)

/** Ends of wire i of the stack. From the front: first what is led over the edge, then the swirls. */
export function endsOf(c: EndChoices, i: number): Ends {
  const bail = bailWire(c)
  if (i === bail) return 'bail'
  if (inItsWay(c, i)) return 'cut'
  // from the front, of those whose ends are free
  const foremost = c.roll === 'forward' || bail === c.wires - 1 ? bail - 1 : c.wires - 1
  const rank = foremost - i - (bail > i && bail < foremost ? 1 : 0)
  const over = c.tailOver !== 'no' && foremost === c.wires - 1
  if (over && rank === 0) return 'over'
  // a twisted strip is twice as deep as one of its wires: beside it nothing stands up
  if (c.strip === 'twisted' && Math.abs(i - bail) === 1) return 'cut'
  const place = over ? rank - 1 : rank
  const swirled = c.swirls === 'every end' ? Infinity : Number(c.swirls) / 2
  if (place >= swirled) return 'cut'
  if (place === 0 && c.swirlPlace === 'on the shoulders') return 'shoulder'
  return c.tail > 0 ? 'above' : 'cut'
}

/** Is this end of wire i wound to a coil that holds a ball: the front wire's right one. */
export const isCoiled = (c: EndChoices, i: number, side: Side): boolean =>
  c.ball > 0 && side === 'right' && i === c.wires - 1

/** Wires whose ends become this, from behind to the front. */
export const wiresWith = (c: EndChoices, ends: Ends): readonly number[] =>
  Array.from({ length: c.wires }, (_, i) => i).filter((i) => endsOf(c, i) === ends)

/** What a swirl of wire i on a shoulder is made from, in right-hand coordinates: it lies against the frame where this leaves the edge. */
export function swirlOf(frame: Frame, neck: number, i: number, side: Side): Swirl {
  const { line, stations } = halfOf(frame, side)
  const a = line.thickness
  return {
    from: [a / 2, frame.join + neck, wireHeight(i, frame.wires, line)],
    against: outlinePoint(line.outline, stations.leave, a / 2),
    away: [Math.cos(stations.leave), Math.sin(stations.leave)],
    thickness: a,
    least: frame.least,
  }
}

/** How far swirls on both shoulders stay clear of the bound neck, mm; below 0 they run into it. */
export const swirlRoom = (frame: Frame, neck: number): number =>
  Math.min(
    ...SIDES.map((side) => {
      const { middle, radius } = swirlSeat(swirlOf(frame, neck, frame.wires - 1, side))
      const { thickness, binder } = frame.line
      return middle[0] - radius - 1.5 * thickness - binder
    }),
  )
