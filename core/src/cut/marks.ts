import type { Joint, Wire } from '../design/index.js'
import { numberOf, type Quantity } from '../working/index.js'
import { work } from './formulas.js'

/** A place to mark on a wire: its middle or an end of a bind, with the workings of where it lies. */
export interface Mark {
  /** `middle`, or the joint whose bind begins or ends here. */
  readonly at: string
  readonly side: 'left' | 'middle' | 'right'
  readonly fromEnd: Quantity
  /** Undefined for the middle itself. */
  readonly fromMiddle?: Quantity
}

/** Shares of a wire's two halves, in order from its middle outward. */
export interface Halves {
  readonly left: readonly { readonly kind: string; readonly quantity: Quantity }[]
  readonly right: readonly { readonly kind: string; readonly quantity: Quantity }[]
}

/** Nearness at which a bind's end is the boundary between two parts, mm. */
const SAME_PLACE = 1e-5

/** Marks of a wire in order from its left end: each bind's end lies where one part of a half ends. */
export function marksOf(wire: Wire, joints: readonly Joint[], halves: Halves, margin: Quantity): Mark[] {
  const half = work('cut.run', named(halves.left))
  const places = (side: 'left' | 'right') => {
    let run = 0
    return halves[side].map((p, i) => {
      run += numberOf(p.quantity)
      return { run, within: halves[side].slice(0, i + 1), beyond: halves[side].slice(i + 1) }
    })
  }
  const runs = { left: places('left'), right: places('right') }
  const mark = (at: string, s: number): Mark => {
    const side = s < wire.anchor ? 'left' : 'right'
    const place = runs[side].find((p) => Math.abs(p.run - Math.abs(s - wire.anchor)) < SAME_PLACE)
    if (!place) throw new RangeError(`joint "${at}" ends inside a part of ${wire.id}, at ${s} mm`)
    const run = work('cut.run', named(place.within))
    const fromEnd =
      side === 'left'
        ? work('cut.mark.left', { spare: margin, ...named(place.beyond) })
        : work('cut.mark.right', { spare: margin, half, run })
    return { at, side, fromMiddle: run, fromEnd }
  }
  // what is drawn taut from place to place is not marked before: the hand finds where it goes round
  if (wire.parts.some((p) => p.kind === 'taut')) return []
  const out: Mark[] = [
    { at: 'middle', side: 'middle', fromEnd: work('cut.mark.middle', { spare: margin, half }) },
  ]
  // a coil is wound from its middle, and knots are tied from it: where they come to lie no mark tells
  if (wire.parts.some((p) => p.kind === 'loops' || p.kind === 'knots')) return out
  for (const joint of joints)
    for (const m of joint.members)
      if (m.wire === wire.id && !isFoundByHand(wire, m))
        for (const s of [m.s0, m.s1]) out.push(mark(joint.id, s))
  return out.sort((a, b) => numberOf(a.fromEnd) - numberOf(b.fromEnd))
}

/** Turns of a fine wire within one stretch of a stiff one: they are set where the fine wire comes to it, on the bent wire. */
const isFoundByHand = ({ parts }: Wire, { runs, s0, s1 }: Joint['members'][number]): boolean =>
  runs === true &&
  parts.some((p) => p.s0 < s0 + SAME_PLACE && p.s1 > s1 - SAME_PLACE && p.s1 - p.s0 > s1 - s0 + SAME_PLACE)

/** Parts as named inputs of a sum; a kind that comes again gets its number. */
export function named(parts: Halves['left']): Record<string, Quantity> {
  const out: Record<string, Quantity> = {}
  for (const { kind, quantity } of parts) {
    let name = kind
    for (let k = 2; name in out; k++) name = `${kind} ${k}`
    out[name] = quantity
  }
  return out
}
