import type { CutRun, CutStock, Judged } from './cuttingTask.js'

/** Pieces of one whole length, which are interchangeable. */
export interface Like {
  readonly length: number
  readonly ids: readonly string[]
}

/** One way to cut a stock: how many of each like pieces, and so much for a run. */
export interface CutPattern {
  readonly counts: readonly number[]
  readonly run?: { readonly of: number; readonly amount: number }
  readonly cost: number
}

/** What a piece of each kind and a millimetre of each run is worth now. */
export interface Worth {
  readonly piece: readonly number[]
  readonly run: readonly number[]
}

/** What is left of a stock once its pieces are cut: kept, wasted, or wound. */
interface Finish {
  readonly cost: number
  readonly run?: CutPattern['run']
}

/**
 * All ways to cut one stock, looked through by dynamic programming over whole millimetres: `best[i][load]` is the most that pieces from kind i on can still
 * bring when so much is cut.
 */
export class Patterns {
  private readonly size: number
  /** How a stock can be ended of which so much is cut. */
  private readonly ends: readonly (readonly Finish[])[]

  constructor(
    private readonly stock: CutStock,
    private readonly likes: readonly Like[],
    private readonly runs: readonly CutRun[],
    private readonly judged: Judged,
    keep: number,
  ) {
    this.size = Math.floor(stock.length + 1e-6)
    this.ends = Array.from({ length: this.size + 1 }, (_, load) => this.finishes(load, keep))
  }

  /** Ways to end a stock of which so much is cut, each run by the amounts that can be of use: all that is left, all but a rest worth keeping, or its need. */
  private finishes(load: number, keep: number): Finish[] {
    const { wasted, another, each, part } = this.judged
    const left = this.stock.length - load
    const cost = (taken: number, parts: number) =>
      taken === 0
        ? 0
        : wasted(this.stock.length - taken) + another(this.stock) + each(this.stock) * taken + part * parts
    return [
      { cost: cost(load, 0) },
      ...this.runs.flatMap((run, of) =>
        [...new Set([left, left - keep, Math.min(left, run.length)])]
          .filter((amount) => amount >= Math.min(run.least, run.length) && amount <= run.length + run.extra)
          .map((amount) => ({ run: { of, amount }, cost: cost(load + amount, 1) })),
      ),
    ]
  }

  private worthOf(run: CutPattern['run'], worth: Worth): number {
    return run ? worth.run[run.of]! * (run.amount - this.runs[run.of]!.extra) : 0
  }

  /** The most that can still be had, from kind i on, of so much cut. */
  private table(worth: Worth): Float64Array[] {
    const { size, likes } = this
    const last = Float64Array.from(this.ends, (ends) =>
      ends.reduce((most, f) => Math.max(most, this.worthOf(f.run, worth) - f.cost), -Infinity),
    )
    const tables = [last]
    for (let i = likes.length - 1; i >= 0; i--) {
      const { length, ids } = likes[i]!
      const [after, own] = [tables[0]!, new Float64Array(size + 1)]
      const value = worth.piece[i]!
      for (let load = 0; load <= size; load++) {
        let most = after[load]!
        for (let n = 1, at = load + length; n <= ids.length && at <= size; n++, at += length)
          most = Math.max(most, n * value + after[at]!)
        own[load] = most
      }
      tables.unshift(own)
    }
    return tables
  }

  /** The pattern that is worth most beside its cost, and by how much; none where every one costs more than it is worth. */
  best(worth: Worth): { readonly pattern?: CutPattern; readonly value: number } {
    const tables = this.table(worth)
    const value = tables[0]![0]!
    const found = value > 1e-9 ? this.walk(tables, worth, value - 1e-9).next().value : undefined
    return { value, ...(found ? { pattern: found } : {}) }
  }

  /** All patterns that are worth so much at least beside their cost; the walk goes only where there are some. */
  atLeast(worth: Worth, least: number): Generator<CutPattern, undefined> {
    return this.walk(this.table(worth), worth, least)
  }

  private *walk(
    tables: readonly Float64Array[],
    worth: Worth,
    least: number,
  ): Generator<CutPattern, undefined> {
    const { likes, size, ends } = this
    const counts = likes.map(() => 0)
    const runWorth = (run: CutPattern['run']) => this.worthOf(run, worth)
    function* from(i: number, load: number, value: number): Generator<CutPattern, undefined> {
      if (value + tables[i]![load]! < least) return
      if (i === likes.length) {
        for (const { cost, run } of ends[load]!)
          if (value + runWorth(run) - cost >= least && (load > 0 || run))
            yield { counts: [...counts], cost, ...(run ? { run } : {}) }
        return
      }
      const { length, ids } = likes[i]!
      for (let n = Math.min(ids.length, Math.floor((size - load) / length)); n >= 0; n--) {
        counts[i] = n
        yield* from(i + 1, load + n * length, value + n * worth.piece[i]!)
      }
      counts[i] = 0
    }
    yield* from(0, 0, 0)
  }
}
