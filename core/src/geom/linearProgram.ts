/** min cost·x subject to A x = b, x >= 0, with A given by columns. */
export interface LinearProgram {
  readonly columns: readonly (readonly number[])[]
  readonly cost: readonly number[]
  readonly rhs: readonly number[]
}

export type LinearProgramResult =
  | {
      readonly status: 'optimal'
      readonly value: number
      readonly x: Float64Array
      /** Multipliers of the rows: the optimum of the dual max rhs·y, Aᵀy <= cost. */
      readonly y: Float64Array
    }
  | { readonly status: 'infeasible' | 'unbounded' | 'stalled' }

/** Spread of the right sides, relative: what an optimum may be off by. */
const SPREAD = 1e-9
const ENTER = 1e-9
const PIVOT = 1e-9

/**
 * Solves a linear program with few rows and any number of columns by the two-phase dense tableau simplex:
 * largest reduced cost first, Bland's rule once the objective stands still, so it ends. O(rows x columns) a pivot.
 * Redundant rows are allowed (their artificials stay at zero). Deterministic.
 * Checked against an independent solver in the tests.
 * @throws RangeError when the sizes do not agree
 */
export function solveLinearProgram({ columns, cost, rhs }: LinearProgram): LinearProgramResult {
  const m = rhs.length
  const n = columns.length
  if (cost.length !== n) throw new RangeError(`${n} columns but ${cost.length} costs`)
  const width = n + m + 1
  const last = n + m
  const table = new Float64Array(m * width)
  const flip = new Float64Array(m)
  let size = 1
  for (let i = 0; i < m; i++) size = Math.max(size, Math.abs(rhs[i]!))
  for (let i = 0; i < m; i++) {
    flip[i] = rhs[i]! < 0 ? -1 : 1
    table[i * width + n + i] = 1
    // right sides are spread by a hair, each by its own, so that ties (and endless exchanges) do not arise
    table[i * width + last] = Math.abs(rhs[i]!) + SPREAD * size * (1 + ((i * 0.6180339887) % 1))
  }
  const basis = new Int32Array(m)
  for (let i = 0; i < m; i++) basis[i] = n + i
  for (let j = 0; j < n; j++) {
    const column = columns[j]!
    if (column.length !== m) throw new RangeError(`column ${j} has ${column.length} rows, not ${m}`)
    let entries = 0
    let row = 0
    for (let i = 0; i < m; i++) {
      const v = flip[i]! * column[i]!
      table[i * width + j] = v
      if (v !== 0) {
        entries++
        row = i
      }
    }
    // a column of a single 1 can begin in the basis: its row needs no artificial
    if (entries === 1 && table[row * width + j] === 1 && basis[row]! >= n) basis[row] = j
  }
  const reduced = new Float64Array(width)

  const run = (artificials: boolean): 'optimal' | 'unbounded' | 'stalled' => {
    const limit = 60 * (m + 10) + n
    let still = 0
    for (let step = 0; step < limit; step++) {
      const bland = still > 2 * m + 10
      let col = -1
      let best = -ENTER
      for (let j = 0; j < n; j++) {
        if (reduced[j]! < best) {
          col = j
          if (bland) break
          best = reduced[j]!
        }
      }
      if (col < 0) return 'optimal'
      let row = -1
      let ratio = Infinity
      for (let i = 0; i < m; i++) {
        const a = table[i * width + col]!
        const stuck = !artificials && basis[i]! >= n
        if (stuck ? Math.abs(a) > PIVOT : a > PIVOT) {
          const r = stuck ? 0 : table[i * width + last]! / a
          if (
            r < ratio - 1e-12 ||
            (r < ratio + 1e-12 &&
              row >= 0 &&
              (bland ? basis[i]! < basis[row]! : Math.abs(a) > Math.abs(table[row * width + col]!)))
          ) {
            ratio = r
            row = i
          }
        }
      }
      if (row < 0) return 'unbounded'
      still = ratio > 1e-12 ? 0 : still + 1
      pivot(table, reduced, width, m, row, col)
      basis[row] = col
    }
    return 'stalled'
  }

  // first phase: the artificials that are in the basis are brought to nothing
  for (let i = 0; i < m; i++) {
    if (basis[i]! < n) continue
    for (let k = 0; k < n; k++) reduced[k] = reduced[k]! - table[i * width + k]!
    reduced[last] = reduced[last]! - table[i * width + last]!
  }
  if (reduced[last]! !== 0 && run(true) !== 'optimal') return { status: 'stalled' }
  if (-reduced[last]! > 1e-7 * size) return { status: 'infeasible' }

  reduced.fill(0)
  for (let j = 0; j < n; j++) reduced[j] = cost[j]!
  for (let i = 0; i < m; i++) {
    const c = basis[i]! < n ? cost[basis[i]!]! : 0
    if (c !== 0) for (let k = 0; k < width; k++) reduced[k] = reduced[k]! - c * table[i * width + k]!
  }
  const second = run(false)
  if (second !== 'optimal') return { status: second }
  const x = new Float64Array(n)
  for (let i = 0; i < m; i++) if (basis[i]! < n) x[basis[i]!] = table[i * width + last]!
  const y = new Float64Array(m)
  for (let i = 0; i < m; i++) y[i] = -flip[i]! * reduced[n + i]!
  return { status: 'optimal', value: -reduced[last]!, x, y }
}

/** Exchange step on the dense tableau, and on the row of reduced costs. */
function pivot(
  table: Float64Array,
  reduced: Float64Array,
  width: number,
  m: number,
  row: number,
  col: number,
): void {
  const base = row * width
  const inverse = 1 / table[base + col]!
  for (let k = 0; k < width; k++) table[base + k]! *= inverse
  table[base + col] = 1
  for (let i = 0; i < m; i++) {
    if (i === row) continue
    const other = i * width
    const f = table[other + col]!
    if (f === 0) continue
    for (let k = 0; k < width; k++) table[other + k]! -= f * table[base + k]!
    table[other + col] = 0
  }
  const f = reduced[col]!
  if (f !== 0) for (let k = 0; k < width; k++) reduced[k]! -= f * table[base + k]!
  reduced[col] = 0
}
