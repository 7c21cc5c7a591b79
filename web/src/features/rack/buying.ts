import type { WorkRow } from '@verger/contract'
import { stockName, type NeededWire, type RackPlan, type Stock } from '@verger/core'
import { neededOf } from './things.js'

/** What several pieces need, each wire known by its piece as well. */
export const neededByAll = (pieces: readonly WorkRow[]): NeededWire[] =>
  pieces.flatMap((p) => neededOf(p.needs).map((n) => ({ ...n, id: `${p.pieceId} ${n.id}` })))

/** Wire of one stock to buy: how much in all, the longest that must be whole, and for which pieces. */
export interface ToBuy {
  readonly stock: Stock
  readonly length: number
  readonly longest: number
  readonly due: string | null
  readonly pieces: readonly { readonly id: string; readonly name: string; readonly length: number }[]
}

/** What the rack lacks for all pieces, stock by stock: what is needed first comes first. */
export function toBuy(plan: RackPlan, pieces: readonly WorkRow[]): ToBuy[] {
  const by = new Map<string, ToBuy>()
  for (const { id, length, stock } of plan.short) {
    const piece = pieces.find((p) => id.startsWith(`${p.pieceId} `))
    if (!piece) continue
    const key = stockName(stock)
    const known = by.get(key) ?? { stock, length: 0, longest: 0, due: null, pieces: [] }
    const own = known.pieces.find((p) => p.id === piece.pieceId)
    by.set(key, {
      ...known,
      length: known.length + length,
      longest: Math.max(known.longest, length),
      due: [known.due, piece.due].filter((d) => d !== null).sort()[0] ?? null,
      pieces: [
        ...known.pieces.filter((p) => p !== own),
        { id: piece.pieceId, name: piece.name, length: (own?.length ?? 0) + length },
      ],
    })
  }
  return [...by.values()].sort(
    (a, b) => (a.due ?? '9999').localeCompare(b.due ?? '9999') || b.length - a.length,
  )
}
