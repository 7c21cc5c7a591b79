import type { BenchTally, LedgerRow, Settings } from '@verger/contract'
import {
  costOf,
  family,
  leaf,
  leftForTime,
  numberOf,
  pricing,
  sizeSaid,
  spoolId,
  timedMinutes,
  type Plan,
  type Quantity,
} from '@verger/core'
import Papa from 'papaparse'
import { harmless } from '../../app/csvCells.js'

/** What a finished piece took and brought, in money and minutes. */
export interface LedgerFigures {
  readonly stone: string
  readonly materials: number
  readonly minutes: number
  readonly labour: number
  readonly price: number
  readonly sold: number | null
  readonly left: number | null
  readonly missing: readonly string[]
}

/** Time and cost of a piece: as it was timed, or as it was planned where it was not. */
export function tookOf(
  { cut, cost: planned }: Plan,
  { time }: Pick<BenchTally, 'time'>,
  { rate }: Pick<Settings, 'rate'>,
): { readonly timed: boolean; readonly minutes: Quantity; readonly cost: ReturnType<typeof costOf> } {
  const spent = Object.values(time).reduce((a, b) => a + b, 0) / 60_000
  const timed = spent > 1
  const minutes = timed ? timedMinutes(spent) : planned.hours.inputs.minutes!
  return { timed, minutes, cost: costOf({ metal: cut.metal, minutes, rate }) }
}

/** The figures of a finished piece, at the workshop's rate: by its own time, or the planned one where it was not timed. */
export function figuresOf(row: LedgerRow, settings: Pick<Settings, 'rate'>): LedgerFigures {
  const minutes = timedMinutes(row.minutes > 1 ? row.minutes : row.reckoned)
  const metal = leaf('record', 'metal', row.metal, 'money')
  const cost = costOf({ metal, minutes, rate: settings.rate })
  const price = pricing({ metal, labour: cost.labour, costs: row.costs })
  return {
    stone: row.mineral,
    materials: numberOf(price.materials),
    minutes: numberOf(minutes),
    labour: numberOf(cost.labour),
    price: numberOf(price.price),
    sold: row.costs.sold === null ? null : row.costs.sold / 100,
    left: row.costs.sold === null ? null : numberOf(leftForTime(row.costs.sold, price)),
    missing: price.missing,
  }
}

/** The ledger as CSV, one line a piece; what was not entered stays empty. */
export function ledgerCsv(rows: readonly (LedgerFigures & { readonly name: string })[]): string {
  const amount = (v: number | null) => (v === null ? '' : v.toFixed(2))
  return Papa.unparse(
    rows.map((r) => ({
      piece: harmless(r.name),
      stone: harmless(r.stone),
      materials: amount(r.materials),
      minutes: r.minutes.toFixed(0),
      labour: amount(r.labour),
      price: amount(r.price),
      sold: amount(r.sold),
      'left for the time': amount(r.left),
      missing: harmless(r.missing.join('; ')),
    })),
  )
}

/** A wire of a piece in its ledger: what was planned, what was really used in mm where it was entered, and what its metal cost. */
export interface LedgerWire {
  readonly id: string
  readonly name: string
  readonly planned: Quantity
  readonly used: number | undefined
  /** What stands there where nothing was entered. */
  readonly unused: 'not cut' | 'from the spool'
  readonly metal: Quantity
}

/** The wires that are cut, then those that are wound from a spool. */
export function ledgerWires({ family: id, cut }: Plan, tally: Pick<BenchTally, 'cut'>): LedgerWire[] {
  const { wires } = family(id).text
  return [
    ...cut.wires.map((w) => ({
      id: w.id,
      name: wires[w.id] ?? w.id,
      planned: w.shown,
      used: tally.cut[w.id],
      unused: 'not cut' as const,
      metal: w.cost,
    })),
    ...cut.spools.map((s) => ({
      id: spoolId(s),
      name: cut.spools.length === 1 ? 'Binding' : `Binding, ${sizeSaid(s.stock.size)}`,
      planned: s.shown,
      used: tally.cut[spoolId(s)],
      unused: 'from the spool' as const,
      metal: s.cost,
    })),
  ]
}
