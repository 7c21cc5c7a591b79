import type { ProgramSolver } from './cuttingPlan.js'

/** Costs nearer than this are the same to the solver, mm. */
const SAME = 0.02

/** What of the package `highs` is used here: its one-shot solver. */
export interface Highs {
  solve(
    program: string,
    options: { readonly time_limit: number; readonly mip_rel_gap: number; readonly mip_abs_gap: number },
  ): {
    readonly Status: string
    readonly ObjectiveValue: number
    readonly Columns: Readonly<Record<string, object>>
    readonly Rows: readonly object[]
  }
}

const numberIn = (of: object, key: string): number => {
  const v = (of as Readonly<Record<string, unknown>>)[key]
  return typeof v === 'number' ? v : 0
}

/** HiGHS, loaded by the caller, as the cutting plan asks for a solver. */
export const highsSolver =
  (highs: Highs): ProgramSolver =>
  (program, seconds) => {
    const found = highs.solve(program, { time_limit: seconds, mip_rel_gap: 0, mip_abs_gap: SAME })
    const optimal = found.Status === 'Optimal'
    if (!optimal && !(found.Status === 'Time limit reached' && Number.isFinite(found.ObjectiveValue)))
      return undefined
    return {
      values: Object.fromEntries(
        Object.entries(found.Columns).map(([name, c]) => [name, numberIn(c, 'Primal')]),
      ),
      objective: found.ObjectiveValue,
      duals: found.Rows.map((r) => numberIn(r, 'Dual')),
      optimal,
    }
  }
