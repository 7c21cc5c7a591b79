import type { Vec2 } from '../geom/index.js'
import { leaf, worker, type Formulas, type Quantity } from '../working/index.js'
import { rowInputs } from './rowInputs.js'
import { stoneMeasures } from './measures.js'
import { GROUP_LIMITS, measuresOf, type Stone } from './stone.js'

/**
 * Sizes of the stones of a row against its largest, in the order in which they lie: even steps from the largest to the last, to one
 * end or to both.
 * @throws RangeError for a count that is no whole number from 2 to 60
 * @example rowShares({ count: 3, share: 0.5, order: 'to one end' }) // [1, 0.75, 0.5]
 * @example rowShares({ count: 5, share: 0.5, order: 'largest in the middle' }) // [0.5, 0.75, 1, 0.75, 0.5]
 */
export function rowShares({
  count,
  share,
  order,
}: {
  readonly count: number
  /** Size of the smallest against the largest. */
  readonly share: number
  readonly order: 'to one end' | 'largest in the middle'
}): number[] {
  if (!Number.isInteger(count) || count < GROUP_LIMITS.least || count > GROUP_LIMITS.most)
    throw new RangeError(`a row has 2 to 60 stones, not ${count}`)
  const steps = order === 'to one end' ? count - 1 : Math.ceil(count / 2) - 1
  const at = (k: number): number => (steps === 0 ? 1 : 1 + ((share - 1) * k) / steps)
  return Array.from({ length: count }, (_, i) => {
    if (order === 'to one end') return at(i)
    const middle = (count - 1) / 2
    return at(Math.round(Math.abs(i - middle) - (count % 2 === 0 ? 0.5 : 0)))
  })
}

const round = (v: number): number => Number(v.toFixed(4))

/** The same stone `k` times as large: every length, and nothing that was read of the one that was measured. */
export function scaledStone(stone: Stone, k: number): Stone {
  const out: Record<string, unknown> = { ...stone }
  for (const id of ['readings', 'weighed', 'taped', 'group']) Reflect.deleteProperty(out, id)
  for (const id of ['length', 'width', 'depth'] as const) out[id] = round(stone[id] * k)
  for (const m of measuresOf(stone))
    if (m.unit === 'mm' && stone[m.id] !== undefined) out[m.id] = round(stone[m.id]! * k)
  if (stone.points) out.points = stone.points.map(([x, y]): Vec2 => [round(x * k), round(y * k)])
  if (stone.sections)
    out.sections = stone.sections.map((s) => ({ at: round(s.at * k), across: round(s.across * k) }))
  if (stone.faces) out.faces = stone.faces.map((f) => round(f * k))
  return out as unknown as Stone
}

/**
 * The stone's mirror image, left for right: a free outline and a crystal's unlike faces turn round; all others are their own mirror
 * image. A chip at a crystal's base stays on the side where it is drawn.
 */
export function mirroredStone(stone: Stone): Stone {
  const { points, faces } = stone
  return {
    ...stone,
    ...(points ? { points: points.map(([x, y]): Vec2 => [x === 0 ? 0 : -x, y]).reverse() } : {}),
    // faces are counted from the front edge round: the other way round they come in the opposite order
    ...(faces ? { faces: [...faces].reverse() } : {}),
  }
}

/**
 * Every stone of a group, in the order in which they lie: a row's stones from one end, a pair's left and right. A stone by itself
 * is a group of one.
 */
export function groupStones(stone: Stone): Stone[] {
  const { group } = stone
  if (!group) return [stone]
  const one = scaledStone(stone, 1)
  if (group.kind === 'pair') {
    const mate = mirroredStone(one)
    return [one, { ...mate, ...group.mate } as Stone]
  }
  return rowShares({
    count: group.count,
    share: (group.last ?? stone.length) / stone.length,
    order: group.order ?? 'to one end',
  }).map((k) => (k === 1 ? one : scaledStone(one, k)))
}

type Words = Readonly<Record<string, string>>
const sharesOf = (x: Readonly<Record<string, number>>, w: Words): number[] =>
  rowShares({
    count: x.count!,
    share: (x.last ?? x.length!) / x.length!,
    order: (w.order as 'to one end' | undefined) ?? 'to one end',
  })
const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0)

export const groupFormulas = {
  'stone.row.width': {
    unit: 'mm',
    text: '{width} of the largest × the sizes of {count} stones from {length} to {last} mm against it, and {gap} between each two',
    of: (x, w) => x.width! * sum(sharesOf(x, w)) + (x.count! - 1) * x.gap!,
  },
  'stone.row.mass': {
    unit: 'g',
    text: '{mass} of the largest × the cubes of the sizes of {count} stones from {length} to {last} mm against it',
    of: (x, w) => x.mass! * sum(sharesOf(x, w).map((k) => k ** 3)),
  },
  'stone.pair.mass': { unit: 'g', text: '{left} + {right}', of: ({ left, right }) => left! + right! },
  'stone.pair.apart': {
    unit: '%',
    text: '100 × the difference of {left} and {right} over the larger',
    of: ({ left, right }) => (100 * Math.abs(left! - right!)) / Math.max(left!, right!),
  },
} satisfies Formulas

const work = worker<Formulas>(groupFormulas)

/** What a group is together, with its working; nothing for a stone by itself. */
export type GroupMeasures =
  | { readonly kind: 'row'; readonly mass: Quantity; readonly along: Quantity }
  | { readonly kind: 'pair'; readonly mass: Quantity; readonly apart: Quantity }

/**
 * Mass of all stones of a group; how long a row is, side by side; how unlike the two of a pair are in weight.
 * @example numberOf(groupMeasures({ ...round4, group: { kind: 'row', count: 9, gap: 0.5, share: 1, order: 'alike' } }).along) // 40
 */
export function groupMeasures(stone: Stone): GroupMeasures | undefined {
  const { group } = stone
  if (!group) return undefined
  const { inputs, mass } = stoneMeasures(stone)
  if (group.kind === 'pair') {
    const right = stoneMeasures(groupStones(stone)[1]!).mass
    // where both were weighed, the scale knows better
    const weighed = (key: string, g: number | undefined, q: Quantity): Quantity =>
      g === undefined ? q : leaf('typed', key, g, 'g')
    const both = {
      left: weighed('weight of this one', stone.weighed, mass),
      right: weighed('weight of the other', group.mate?.weighed, right),
    }
    return { kind: 'pair', mass: work('stone.pair.mass', both), apart: work('stone.pair.apart', both) }
  }
  const { length, width } = inputs
  const { rowCount: count, rowLast: last, rowGap: gap, rowOrder: order } = rowInputs(stone, length)!
  const row = { length, count, last, order }
  return {
    kind: 'row',
    mass: work('stone.row.mass', { ...row, mass }),
    along: work('stone.row.width', { ...row, width, gap }),
  }
}
