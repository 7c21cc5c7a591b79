import { weaveOf } from '../../design/index.js'
import { advanceOf, crowding, HAND_PACKING, strandsOf, wirePlaces } from '../../weave/index.js'

/** How the foot is held together: bound with turns round all its wires, or woven with fine wire that goes through between them. */
export const FOOT_BINDS = ['bound', 'figure of eight', 'over and under', 'ladder', 'slanted'] as const
export type FootBind = (typeof FOOT_BINDS)[number]

/** What a woven foot is made of. */
export interface WovenSpec {
  readonly weave: Exclude<FootBind, 'bound'>
  readonly wires: number
  /** Frame wire and weaving wire, mm. */
  readonly base: number
  readonly weaver: number
}

/** A weave over a frame's wires. mm. */
export interface WovenFoot {
  /** One repeat, as it is written. */
  readonly repeat: string
  /** Height of each wire's middle, from behind to the front, about the middle of all. */
  readonly heights: readonly number[]
  /** One repeat's advance, how many rows it has, and the fine wire that one row takes. */
  readonly advance: number
  readonly rows: number
  readonly each: number
}

/** One repeat in the notation of the weaves. */
function repeatOf(weave: WovenSpec['weave'], n: number): string {
  const all = Array.from({ length: n }, (_, i) => i + 1)
  const face = (i: number) => (i % 2 === 1 ? 'over' : 'under')
  switch (weave) {
    case 'figure of eight':
      return `a: 8(1-${n})`
    case 'over and under':
      return `a: ${[
        ...all.map((i) => `${face(i)}(${i})`),
        ...[...all].reverse().map((i) => `${face(i) === 'over' ? 'under' : 'over'}(${i})`),
      ].join(' ')}`
    case 'slanted': {
      // over two wires and back behind the second of them, one wire farther each time; then behind all
      const there = all.slice(1, -1).map((i) => `over(${i - 1}-${i}) under(${i})`)
      return `a: ${[...there, `over(${n - 1}-${n})`, `under(1-${n})`].join(' ')}`
    }
    case 'ladder':
      return `a: ${all.map((i) => (i === 1 ? '2(1)' : `2(1-${i})`)).join(' ')}`
  }
}

/**
 * A foot woven over the frame's wires: they stand apart where the weaving wire goes through between them.
 * @throws RangeError for fewer than two wires
 */
export function wovenFoot(spec: WovenSpec): WovenFoot {
  const repeat = repeatOf(spec.weave, spec.wires)
  const weave = weaveOf(repeat, spec.wires)
  const wires = { base: spec.base, weaver: spec.weaver, packing: HAND_PACKING }
  const places = wirePlaces(weave, wires)
  const middle = (places[0]! + places[places.length - 1]!) / 2
  const rows = crowding(weave)
  const length = strandsOf(weave, wires).reduce((sum, s) => sum + s.length, 0)
  return {
    repeat,
    heights: places.map((p) => p - middle),
    advance: advanceOf(weave, wires).woven,
    rows,
    each: length / rows,
  }
}

/** Whole repeats that fill a length. */
export const repeatsFor = (length: number, { advance }: Pick<WovenFoot, 'advance'>): number =>
  Math.max(1, Math.round(length / advance))
