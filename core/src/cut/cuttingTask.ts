/** What is cut, from what, and how a plan is judged. All lengths in mm. */

/** A spool, a straight length or a coil of the rack, as long as it is now. */
export interface CutStock {
  readonly id: string
  readonly length: number
}

/** A wire that is cut in one piece. */
export interface CutPiece {
  readonly id: string
  readonly length: number
}

/** Fine wire that is wound: it may be taken from several stocks, no part of it shorter than `least`; each part more takes `extra` for its ends. */
export interface CutRun {
  readonly id: string
  readonly length: number
  readonly least: number
  readonly extra: number
}

/** What the maker wishes of a cutting plan. */
export interface CuttingWishes {
  /** A rest shorter than this is of no use: it counts as wasted. */
  readonly keep: number
  /** Shorter stocks are cut before longer ones. */
  readonly useShorts: boolean
  /** The longest stock stays whole where the others do. */
  readonly keepLongest: boolean
}

/** Stocks and wires of one kind: any of these wires may be cut from any of these stocks. */
export interface CuttingTask {
  readonly stocks: readonly CutStock[]
  readonly pieces: readonly CutPiece[]
  readonly runs: readonly CutRun[]
  readonly wishes: CuttingWishes
}

/** What is cut from one stock, and what is left of it. */
export interface StockCut {
  readonly stock: string
  readonly cuts: readonly { readonly id: string; readonly length: number }[]
  readonly rest: number
}

/** A millimetre that is lacking weighs as much as so many that are wasted. */
export const LACKING = 100
/** Wire from a stock of a metre or longer weighs so much of what is wasted, and less from a shorter one, where shorts are to be used up. */
const FROM_LONG = 0.1
const LONG = 1000
/** One stock more is as bad as so much waste; cutting the longest where it is to stay whole; a part more of a run. */
const ANOTHER = 2
const LONGEST = 200
const PART = 60

/** How a plan is judged: what is wasted, and a little for each wish; mm of waste. Our choice: a wish is followed where it costs less than it says. */
export interface Judged {
  /** What is lost with a rest. */
  readonly wasted: (rest: number) => number
  /** For cutting a stock at all, for each mm from it, for each part of a run. */
  readonly another: (stock: CutStock) => number
  readonly each: (stock: CutStock) => number
  readonly part: number
}

/** @example judgedBy({ stocks: [{ id: 'a', length: 300 }], pieces: [], runs: [], wishes }).wasted(20) // 20 */
export function judgedBy({ stocks, wishes }: CuttingTask): Judged {
  const longest = Math.max(0, ...stocks.map((s) => s.length))
  const spared =
    wishes.keepLongest && stocks.length > 1 ? stocks.find((s) => s.length === longest)?.id : undefined
  return {
    wasted: (rest) => (rest < wishes.keep ? rest : 0),
    another: ({ id }) => ANOTHER + (id === spared ? LONGEST : 0),
    each: ({ length }) => (wishes.useShorts ? FROM_LONG * Math.min(1, length / LONG) : 0),
    part: PART,
  }
}

/** What a plan comes to as it is judged, mm: what is lacking counts many times. */
export function cuttingCost(
  task: CuttingTask,
  from: readonly StockCut[],
  short: readonly { readonly length: number }[],
): number {
  const { wasted, another, each, part } = judgedBy(task)
  const runs = new Set(task.runs.map((r) => r.id))
  const cut = from.reduce((sum, { stock, cuts, rest }) => {
    const own = task.stocks.find((s) => s.id === stock)!
    const taken = cuts.reduce((a, c) => a + c.length, 0)
    const parts = cuts.filter((c) => runs.has(c.id)).length
    return sum + wasted(rest) + another(own) + each(own) * taken + part * parts
  }, 0)
  return cut + LACKING * short.reduce((sum, s) => sum + s.length, 0)
}
