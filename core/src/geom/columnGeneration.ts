/** A column that would lower the cost: its entries and its own cost. */
export interface PricedColumn {
  readonly entries: Float64Array
  readonly cost: number
  /** Belongs to this program only: when the next one begins where this one ended, it is priced out. */
  readonly passing?: boolean
}

/** Where a program ended: the next one with the same right side may begin there. */
export interface ColumnBasis {
  readonly inverse: Float64Array
  readonly x: Float64Array
  readonly cost: Float64Array
  readonly passing: Uint8Array
}

/** min cost·x, A x = rhs, x >= 0, whose columns are too many to list: `price` looks for the one that pays most. */
export interface ColumnProgram {
  readonly rhs: Float64Array
  /** Cost of the unit columns ±e_i that the program begins with: the dual stays within ± this. */
  readonly bound: number
  /**
   * The column with the most negative reduced cost for multipliers y (cost - entries·y), or undefined when none is below
   * the tolerance. In dual words: the inequality entries·y <= cost that y breaks worst.
   */
  price(y: Float64Array): PricedColumn | undefined
  /** Where another program with the same right side and the same columns, but for passing ones, ended. It is written on. */
  readonly from?: ColumnBasis | undefined
}

/** Right sides are spread by a hair, each by its own, so that degenerate steps (and endless exchanges) do not arise. */
const SPREAD = 1e-8
const MOST_STEPS = 2000
/** The multipliers are summed anew after so many steps, so that rounding does not add up. */
const SUM_AGAIN = 16

/** Multipliers of a basis: its costs times its inverse. */
function sumMultipliers(m: number, cost: Float64Array, inverse: Float64Array, y: Float64Array): void {
  y.fill(0)
  for (let i = 0; i < m; i++) {
    const c = cost[i]!
    if (c !== 0) for (let k = 0; k < m; k++) y[k]! += c * inverse[i * m + k]!
  }
}

/**
 * Optimum of a column program by the revised simplex method with an explicit inverse: O(rows²) and one pricing a step, so it
 * suits few rows and very many (or never listed) columns. Returns the value and the multipliers y, the dual optimum;
 * undefined when it does not end (numerically stuck).
 * @example solveByColumns({ rhs: Float64Array.of(1), bound: 100, price: ([y]) => (y! > 2 ? { entries: Float64Array.of(1), cost: 2 } : undefined) }) // value 2, y [2]
 */
export function solveByColumns({
  rhs,
  bound,
  price,
  from,
}: ColumnProgram):
  { readonly value: number; readonly y: Float64Array; readonly basis: ColumnBasis } | undefined {
  const m = rhs.length
  const basis: ColumnBasis = from ?? {
    inverse: new Float64Array(m * m),
    x: new Float64Array(m),
    cost: new Float64Array(m),
    passing: new Uint8Array(m),
  }
  const { inverse, x, cost, passing } = basis
  const y = new Float64Array(m)
  const column = new Float64Array(m)
  for (let i = 0; i < m; i++) {
    if (from) {
      // beyond all bounds it holds nothing back, and leaves
      if (passing[i]) cost[i] = 4 * bound
      continue
    }
    const sign = rhs[i]! < 0 ? -1 : 1
    inverse[i * m + i] = sign
    x[i] = Math.abs(rhs[i]!) + SPREAD * (1 + ((i * 0.6180339887) % 1))
    cost[i] = bound
  }
  const units = { entries: new Float64Array(m), cost: bound }
  for (let step = 0; step < MOST_STEPS; step++) {
    // between two full sums each step only adds what its column changed
    if (step % SUM_AGAIN === 0) sumMultipliers(m, cost, inverse, y)
    let entering = price(y)
    if (!entering && step % SUM_AGAIN !== 0) {
      sumMultipliers(m, cost, inverse, y)
      entering = price(y)
    }
    if (!entering) {
      // the bounds themselves may have been left and be broken again
      let worst = bound * (1 + 1e-9)
      let row = -1
      for (let k = 0; k < m; k++)
        if (Math.abs(y[k]!) > worst) {
          worst = Math.abs(y[k]!)
          row = k
        }
      if (row < 0) {
        let value = 0
        for (let k = 0; k < m; k++) value += rhs[k]! * y[k]!
        return { value, y, basis }
      }
      units.entries.fill(0)
      units.entries[row] = Math.sign(y[row]!)
      entering = units
    }
    for (let i = 0; i < m; i++) {
      let sum = 0
      for (let k = 0; k < m; k++) sum += inverse[i * m + k]! * entering.entries[k]!
      column[i] = sum
    }
    let leave = -1
    let ratio = Infinity
    for (let i = 0; i < m; i++) {
      if (column[i]! < 1e-11) continue
      const r = Math.max(x[i]!, 0) / column[i]!
      if (r < ratio - 1e-15 || (r <= ratio + 1e-15 && leave >= 0 && column[i]! > column[leave]!)) {
        ratio = r
        leave = i
      }
    }
    if (leave < 0) return undefined
    const pivot = column[leave]!
    for (let k = 0; k < m; k++) inverse[leave * m + k]! /= pivot
    x[leave] = ratio
    for (let i = 0; i < m; i++) {
      if (i === leave) continue
      const f = column[i]!
      if (f === 0) continue
      for (let k = 0; k < m; k++) inverse[i * m + k]! -= f * inverse[leave * m + k]!
      x[i]! -= f * ratio
    }
    let reduced = entering.cost
    for (let k = 0; k < m; k++) reduced -= entering.entries[k]! * y[k]!
    for (let k = 0; k < m; k++) y[k]! += reduced * inverse[leave * m + k]!
    cost[leave] = entering.cost
    passing[leave] = entering.passing ? 1 : 0
  }
  return undefined
}
