import type { BenchTally, PieceRow, Settings } from '@verger/contract'
import {
  costOf,
  family,
  leftForTime,
  numberOf,
  plan as compute,
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

/** The figures of a piece, from its saved plan, its costs and what was timed; undefined where its plan cannot be made. */
export function figuresOf(piece: PieceRow, bench: BenchTally, settings: Settings): LedgerFigures | undefined {
  if (!piece.plan) return undefined
  const made = compute({
    stone: piece.plan.stone,
    family: piece.plan.family,
    options: piece.plan.options,
    settings: piece.plan.settings,
  })
  if (!made.ok) return undefined
  const { minutes, cost } = tookOf(made.plan, bench, settings)
  const price = pricing({ metal: made.plan.cut.metal, labour: cost.labour, costs: piece.costs })
  return {
    stone: piece.stone.mineral,
    materials: numberOf(price.materials),
    minutes: numberOf(minutes),
    labour: numberOf(cost.labour),
    price: numberOf(price.price),
    sold: piece.costs.sold === null ? null : piece.costs.sold / 100,
    left: piece.costs.sold === null ? null : numberOf(leftForTime(piece.costs.sold, price)),
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
