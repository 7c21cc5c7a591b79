import type { Needed, RackRow, Settings } from '@verger/contract'
import { sizeSaid, wireSize, type NeededWire, type RackPlan, type RackStock, type Stock } from '@verger/core'
import { sayWire } from '../../app/workshop.js'

/** A kept stock as the core knows it. */
export const stockOf = ({ size, ...stock }: RackRow['stock']): Stock => ({ ...stock, size: wireSize(size) })

/** What may be cut from: all that is there, and not gone. A coil was bent, and so was what is left over from a piece. */
export const rackStocks = (rows: readonly RackRow[]): RackStock[] =>
  rows
    .filter((r) => r.gone === null && r.length > 0)
    .map((r) => ({
      id: r.id,
      length: r.length,
      stock: stockOf(r.stock),
      shaped: r.form === 'coil' || r.of !== null,
    }))

/** What a saved plan needs, as the core knows it. */
export const neededOf = (needs: readonly Needed[]): NeededWire[] =>
  needs.map(({ longest, stock, ...need }) => ({
    ...need,
    stock: stockOf(stock),
    ...(longest === undefined ? {} : { longest }),
  }))

/** An offcut is a length that something was cut from. */
const formSaid = ({ form, taken, of }: RackRow): string =>
  form === 'length' ? (taken.length > 0 || of !== null ? 'offcut' : 'length') : form

/** What a thing of the rack is called: its own name, or what it is and how long. */
export const thingSaid = (row: RackRow, settings: Pick<Settings, 'units'>): string =>
  row.name || (row.form === 'spool' ? 'spool' : `${formSaid(row)} of ${sayWire(row.length, settings)}`)

/** In the trade's words, without its temper. */
export const kindSaid = ({ alloy, size, profile }: Stock): string => `${alloy} ${sizeSaid(size)} ${profile}`

/** Things of one metal, size and profile together, thick before thin; the longest first. */
export function kindsOf(rows: readonly RackRow[]): { readonly stock: Stock; readonly rows: RackRow[] }[] {
  const by = new Map<string, { stock: Stock; rows: RackRow[] }>()
  for (const row of rows) {
    const stock = stockOf(row.stock)
    const key = kindSaid(stock)
    const kind = by.get(key) ?? { stock, rows: [] }
    kind.rows.push(row)
    by.set(key, kind)
  }
  return [...by.values()]
    .map((kind) => ({ ...kind, rows: kind.rows.sort((a, b) => b.length - a.length) }))
    .sort(
      (a, b) =>
        a.stock.alloy.localeCompare(b.stock.alloy) ||
        b.stock.size.mm - a.stock.size.mm ||
        a.stock.profile.localeCompare(b.stock.profile),
    )
}

/** Where a wire comes from by a cutting plan: the things it is cut from, and how much of each. */
export const sourceOf = (
  plan: RackPlan | undefined,
  id: string,
): { readonly rack: string; readonly length: number; readonly rest: number }[] =>
  (plan?.groups ?? []).flatMap((g) =>
    g.from.flatMap((f) =>
      f.cuts.filter((c) => c.id === id).map((c) => ({ rack: f.stock, length: c.length, rest: f.rest })),
    ),
  )

/** As long together as what was really cut: a wire that was cut longer or shorter took that from the last thing. */
export function cutFrom(
  source: readonly { readonly rack: string; readonly length: number }[],
  value: number,
): { rack: string; length: number }[] | undefined {
  const kept: { rack: string; length: number }[] = []
  let left = value
  source.forEach(({ rack, length }, i) => {
    const own = i === source.length - 1 ? left : Math.min(left, length)
    if (own > 1e-6) kept.push({ rack, length: own })
    left -= own
  })
  return kept.length > 0 ? kept : undefined
}
