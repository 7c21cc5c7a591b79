import type { StoneRow } from '@verger/contract'
import { KIND_WORDS, shapeName } from '../../app/stoneWords.js'

/** How the tray is put in order; by size the largest comes first. */
export const ORDERS = {
  newest: 'newest first',
  size: 'by size',
  kind: 'by kind',
  material: 'by material',
  use: 'free or in use',
} as const
export type Order = keyof typeof ORDERS
export type Which = 'all' | 'free' | 'in use' | 'away'

const size = (s: StoneRow): number => s.stone.length * s.stone.width

/** Stones of the tray that are looked for, in order. Every word must be found in name, note, material or shape. */
export function trayOf(
  stones: readonly StoneRow[],
  wish: { readonly words: string; readonly order: Order; readonly which: Which },
): StoneRow[] {
  const words = wish.words.toLowerCase().split(/\s+/).filter(Boolean)
  const found = stones.filter((s) => {
    if (s.away !== (wish.which === 'away')) return false
    if (wish.which === 'free' && s.pieceId !== null) return false
    if (wish.which === 'in use' && s.pieceId === null) return false
    const text =
      `${s.name} ${s.note} ${s.stone.mineral} ${shapeName(s.stone)} ${KIND_WORDS[s.stone.kind]}`.toLowerCase()
    return words.every((w) => text.includes(w))
  })
  const by: Readonly<Record<Order, (a: StoneRow, b: StoneRow) => number>> = {
    // as the server lists them: oldest first
    newest: () => 0,
    size: (a, b) => b.stone.length - a.stone.length || size(b) - size(a),
    kind: (a, b) =>
      KIND_WORDS[a.stone.kind].localeCompare(KIND_WORDS[b.stone.kind]) ||
      shapeName(a.stone).localeCompare(shapeName(b.stone)) ||
      size(b) - size(a),
    material: (a, b) => a.stone.mineral.localeCompare(b.stone.mineral) || size(b) - size(a),
    use: (a, b) => Number(a.pieceId !== null) - Number(b.pieceId !== null) || size(b) - size(a),
  }
  return wish.order === 'newest' ? found.reverse() : found.sort(by[wish.order])
}

/** Lengths at which one heap of a tray ordered by size ends and the next begins, mm. */
const HEAPS = [10, 15, 20, 25, 30, 40, 60] as const

/** What stands over a heap of the tray: the heading of the one that a stone lies in, in this order; none where heaps have no names. */
export function headingOf(s: StoneRow, order: Order): string | undefined {
  switch (order) {
    case 'newest':
      return undefined
    case 'size': {
      const under = HEAPS.find((h) => s.stone.length < h)
      if (under === undefined) return `${HEAPS[HEAPS.length - 1]} mm long and over`
      const from = HEAPS[HEAPS.indexOf(under) - 1]
      return from === undefined ? `under ${under} mm long` : `${from} to ${under} mm long`
    }
    case 'kind':
      return KIND_WORDS[s.stone.kind]
    case 'material':
      return s.stone.mineral
    case 'use':
      return s.pieceId === null ? 'free' : 'in a piece'
    default: {
      const never: never = order
      throw new RangeError(`unknown order ${String(never)}`)
    }
  }
}

/** Stones in heaps under their headings, in the order in which they come. */
export function heapsOf(
  stones: readonly StoneRow[],
  order: Order,
): { readonly heading: string | undefined; readonly stones: readonly StoneRow[] }[] {
  const heaps = new Map<string | undefined, StoneRow[]>()
  for (const s of stones) {
    const heading = headingOf(s, order)
    const heap = heaps.get(heading)
    if (heap) heap.push(s)
    else heaps.set(heading, [s])
  }
  return [...heaps].map(([heading, list]) => ({ heading, stones: list }))
}
