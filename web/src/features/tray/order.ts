import type { StoneRow } from '@verger/contract'
import { KIND_WORDS, shapeName } from '../../app/stoneWords.js'

/** How the tray is put in order; by size the largest comes first. */
export const ORDERS = {
  newest: 'newest first',
  size: 'by size',
  kind: 'by kind',
  material: 'by material',
} as const
export type Order = keyof typeof ORDERS
export type Which = 'all' | 'free' | 'in use'

const size = (s: StoneRow): number => s.stone.length * s.stone.width

/** Stones of the tray that are looked for, in order. Every word must be found in name, note, material or shape. */
export function trayOf(
  stones: readonly StoneRow[],
  wish: { readonly words: string; readonly order: Order; readonly which: Which },
): StoneRow[] {
  const words = wish.words.toLowerCase().split(/\s+/).filter(Boolean)
  const found = stones.filter((s) => {
    if (wish.which === 'free' && s.pieceId !== null) return false
    if (wish.which === 'in use' && s.pieceId === null) return false
    const text =
      `${s.name} ${s.note} ${s.stone.mineral} ${shapeName(s.stone)} ${KIND_WORDS[s.stone.kind]}`.toLowerCase()
    return words.every((w) => text.includes(w))
  })
  const by: Readonly<Record<Order, (a: StoneRow, b: StoneRow) => number>> = {
    // as the server lists them: oldest first
    newest: () => 0,
    size: (a, b) => size(b) - size(a),
    kind: (a, b) => shapeName(a.stone).localeCompare(shapeName(b.stone)) || size(b) - size(a),
    material: (a, b) => a.stone.mineral.localeCompare(b.stone.mineral) || size(b) - size(a),
  }
  return wish.order === 'newest' ? found.reverse() : found.sort(by[wish.order])
}
