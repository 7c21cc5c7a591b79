/** A column that would lower the cost: its entries in the coupling rows, its own cost, and the group whose sum it counts in (−1 for none). */
export interface GroupedColumn {
  readonly entries: Float64Array
  readonly cost: number
  readonly group: number
  /** Belongs to this program only: when the next one begins where this one ended, it is priced out. */
  readonly passing?: boolean
}

type Numbers = Float64Array | Uint8Array
function swap(a: Numbers, i: number, b: Numbers, j: number): void {
  const kept = a[i]!
  a[i] = b[j]!
  b[j] = kept
}

/** Columns of a basis: one of each group, its key, and as many others as there are coupling rows. */
class Columns {
  readonly entries: Float64Array
  readonly cost: Float64Array
  readonly x: Float64Array
  readonly group: Int32Array
  readonly passing: Uint8Array

  constructor(
    readonly count: number,
    readonly rows: number,
  ) {
    this.entries = new Float64Array(count * rows)
    this.cost = new Float64Array(count)
    this.x = new Float64Array(count)
    this.group = new Int32Array(count).fill(-1)
    this.passing = new Uint8Array(count)
  }

  put(i: number, { entries, cost, group, passing }: GroupedColumn, x: number): void {
    for (let k = 0; k < this.rows; k++) this.entries[i * this.rows + k] = entries[k]!
    this.cost[i] = cost
    this.group[i] = group
    this.passing[i] = passing ? 1 : 0
    this.x[i] = x
  }

  /** What stands here becomes what stands there in another list, and the other way about. */
  exchange(i: number, other: Columns, j: number): void {
    for (let k = 0; k < this.rows; k++)
      swap(this.entries, i * this.rows + k, other.entries, j * this.rows + k)
    swap(this.cost, i, other.cost, j)
    swap(this.x, i, other.x, j)
    swap(this.passing, i, other.passing, j)
  }
}

/** Where a program ended: the next one with the same right side may begin there. */
export interface GroupedBasis {
  readonly keys: Columns
  readonly others: Columns
}

/**
 * min cost·x, A x = rhs, x >= 0, and in each of some groups of columns Σ x = 1, a spare column of no cost and no entries among them. Columns are too many
 * to list: `price` looks for the one that pays most.
 */
export interface GroupedProgram {
  /** Of the few coupling rows. */
  readonly rhs: Float64Array
  readonly groups: number
  /** Cost of the unit columns ±e_i that the program begins with: the dual stays within ± this. */
  readonly bound: number
  /**
   * The column with the most negative reduced cost, or undefined when none is below the tolerance: cost − entries·y + y of its group, where the
   * multipliers of the groups stand behind those of the coupling rows, each what the group is worth.
   */
  price(y: Float64Array): GroupedColumn | undefined
  readonly from?: GroupedBasis | undefined
}

/** Right sides are spread by a hair, each by its own, so that degenerate steps (and endless exchanges) do not arise. */
const SPREAD = 1e-8
const spread = (i: number): number => SPREAD * (1 + ((i * 0.6180339887) % 1))
const MOST_STEPS = 4000
const NOTHING = 1e-11

/** Inverse of a small matrix by rows, by elimination with the largest pivots; false where it has none. `a` is used up. */
function invert(n: number, a: Float64Array, into: Float64Array): boolean {
  into.fill(0)
  for (let i = 0; i < n; i++) into[i * n + i] = 1
  for (let c = 0; c < n; c++) {
    let p = c
    for (let r = c + 1; r < n; r++) if (Math.abs(a[r * n + c]!) > Math.abs(a[p * n + c]!)) p = r
    const pivot = a[p * n + c]!
    if (!(Math.abs(pivot) > 1e-14)) return false
    for (let k = 0; k < n; k++) {
      const [i, j] = [c * n + k, p * n + k]
      const [s, t] = [a[j]!, into[j]!]
      a[j] = a[i]!
      into[j] = into[i]!
      a[i] = s / pivot
      into[i] = t / pivot
    }
    for (let r = 0; r < n; r++) {
      const f = r === c ? 0 : a[r * n + c]!
      if (f === 0) continue
      for (let k = 0; k < n; k++) {
        a[r * n + k]! -= f * a[c * n + k]!
        into[r * n + k]! -= f * into[c * n + k]!
      }
    }
  }
  return true
}

/**
 * Optimum of a column program with groups by the simplex method with generalised upper bounds (Dantzig and Van Slyke): of each group one basic
 * column, its key, is taken out by its sum, and what is left to invert has only as many rows as couple the groups. Returns the value and the
 * multipliers, the dual optimum; undefined when it does not end (numerically stuck).
 * @example solveInGroups({ rhs: Float64Array.of(0), groups: 1, bound: 100, price: ([y, u]) => (u! < -1e-9 ? { entries: Float64Array.of(0), cost: 0, group: 0 } : y! < 1 - 1e-9 ? { entries: Float64Array.of(-1), cost: -1, group: -1 } : 2 * y! - u! > 1e-9 ? { entries: Float64Array.of(2), cost: 0, group: 0 } : undefined) }) // value -2, y [1, 2]
 */
export function solveInGroups({
  rhs,
  groups,
  bound,
  price,
  from,
}: GroupedProgram):
  { readonly value: number; readonly y: Float64Array; readonly basis: GroupedBasis } | undefined {
  const m = rhs.length
  const keys = from?.keys ?? new Columns(groups, m)
  const others = from?.others ?? new Columns(m, m)
  const unit = { entries: new Float64Array(m), cost: bound, group: -1 }
  const unitColumn = (row: number, sign: number): GroupedColumn => {
    unit.entries.fill(0)
    unit.entries[row] = sign
    return unit
  }
  if (from)
    for (const list of [keys, others])
      // beyond all bounds it holds nothing back, and leaves
      for (let i = 0; i < list.count; i++) if (list.passing[i]) list.cost[i] = 4 * bound
  if (!from) {
    for (let i = 0; i < m; i++)
      others.put(i, unitColumn(i, rhs[i]! < 0 ? -1 : 1), Math.abs(rhs[i]!) + spread(i))
    for (let r = 0; r < groups; r++) {
      keys.group[r] = r
      keys.x[r] = 1 + spread(m + r)
    }
  }
  const y = new Float64Array(m + groups)
  const reducedColumns = new Float64Array(m * m)
  const inverse = new Float64Array(m * m)
  const z = new Float64Array(m)
  for (let step = 0; step < MOST_STEPS; step++) {
    // each basic column less the key of its group
    for (let i = 0; i < m; i++) {
      const r = others.group[i]!
      for (let k = 0; k < m; k++)
        reducedColumns[k * m + i] = others.entries[i * m + k]! - (r < 0 ? 0 : keys.entries[r * m + k]!)
    }
    if (!invert(m, reducedColumns, inverse)) return undefined
    for (let k = 0; k < m; k++) y[k] = 0
    for (let i = 0; i < m; i++) {
      const r = others.group[i]!
      const c = others.cost[i]! - (r < 0 ? 0 : keys.cost[r]!)
      if (c !== 0) for (let k = 0; k < m; k++) y[k]! += c * inverse[i * m + k]!
    }
    for (let r = 0; r < groups; r++) {
      let worth = -keys.cost[r]!
      for (let k = 0; k < m; k++) worth += y[k]! * keys.entries[r * m + k]!
      y[m + r] = worth
    }
    let entering = price(y)
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
        for (let r = 0; r < groups; r++) value -= y[m + r]!
        return { value, y, basis: { keys, others } }
      }
      entering = unitColumn(row, Math.sign(y[row]!))
    }
    const into = entering.group
    for (let i = 0; i < m; i++) {
      let sum = 0
      for (let k = 0; k < m; k++)
        sum += inverse[i * m + k]! * (entering.entries[k]! - (into < 0 ? 0 : keys.entries[into * m + k]!))
      z[i] = sum
    }
    /** How fast the key of a group shrinks as the entering column grows. */
    const keyRate = (r: number): number => {
      let rate = into === r ? 1 : 0
      for (let i = 0; i < m; i++) if (others.group[i] === r) rate -= z[i]!
      return rate
    }
    let ratio = Infinity
    let leaving = -1
    let largest = 0
    const tell = (rate: number, x: number, id: number): void => {
      if (rate < NOTHING) return
      const r = Math.max(x, 0) / rate
      if (r < ratio - 1e-15 || (r <= ratio + 1e-15 && rate > largest)) {
        ratio = r
        leaving = id
        largest = rate
      }
    }
    for (let i = 0; i < m; i++) {
      tell(z[i]!, others.x[i]!, i)
      const r = others.group[i]!
      if (r >= 0) tell(keyRate(r), keys.x[r]!, m + r)
    }
    if (into >= 0) tell(keyRate(into), keys.x[into]!, m + into)
    if (leaving < 0) return undefined
    // keys move with what of their group moves: each group once
    for (let i = -1; i < m; i++) {
      const r = i < 0 ? into : others.group[i]!
      if (r < 0 || (i >= 0 && (r === into || others.group.subarray(0, i).includes(r)))) continue
      keys.x[r]! -= keyRate(r) * ratio
    }
    for (let i = 0; i < m; i++) others.x[i]! -= z[i]! * ratio
    if (leaving < m) others.put(leaving, entering, ratio)
    else {
      const r = leaving - m
      const heir = others.group.indexOf(r)
      if (heir < 0) keys.put(r, entering, ratio)
      else {
        others.exchange(heir, keys, r)
        others.put(heir, entering, ratio)
      }
    }
  }
  return undefined
}
