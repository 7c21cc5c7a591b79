import loadHighs from 'highs'
import { seeded } from '../testing.js'
import {
  cuttingCost,
  cuttingPlan,
  highsSolver,
  type CuttingPlan,
  type CuttingTask,
  type Highs,
  type ProgramSolver,
  type StockCut,
} from './index.js'

const SMALL = Number(process.env.SMALL_RACKS ?? 40)
const LARGE = Number(process.env.LARGE_RACKS ?? 2)

let solve: ProgramSolver
beforeAll(async () => {
  solve = highsSolver((await loadHighs()) as unknown as Highs)
})

const clock = { now: () => performance.now(), seconds: 5 }
const WISHES = { keep: 60, useShorts: true, keepLongest: false }
const sum = (list: readonly { readonly length: number }[]) => list.reduce((a, x) => a + x.length, 0)

/** Every wire once, no stock cut beyond its length, rests as they are, what is judged as it is told. */
function holdsTogether(task: CuttingTask, plan: CuttingPlan) {
  const all = [...plan.from.flatMap((f) => f.cuts), ...plan.short]
  expect(
    all
      .filter((c) => task.pieces.some((p) => p.id === c.id))
      .map((c) => c.id)
      .sort(),
  ).toEqual(task.pieces.map((p) => p.id).sort())
  for (const { stock, cuts, rest } of plan.from) {
    const own = task.stocks.find((s) => s.id === stock)!
    expect(sum(cuts)).toBeLessThanOrEqual(own.length + 1e-6)
    expect(rest).toBeCloseTo(own.length - sum(cuts), 6)
    for (const c of cuts) {
      const piece = task.pieces.find((p) => p.id === c.id)
      if (piece) expect(c.length).toBe(piece.length)
      const run = task.runs.find((r) => r.id === c.id)
      if (run) expect(c.length).toBeGreaterThanOrEqual(Math.min(run.least, run.length) - 1e-6)
    }
  }
  for (const run of task.runs) {
    const parts = plan.from.flatMap((f) => f.cuts).filter((c) => c.id === run.id)
    const lacking = sum(plan.short.filter((s) => s.id === run.id))
    if (parts.length > 0)
      expect(sum(parts) + lacking).toBeGreaterThanOrEqual(run.length + run.extra * (parts.length - 1) - 0.1)
  }
  expect(plan.cost).toBeCloseTo(cuttingCost(task, plan.from, plan.short), 6)
  expect(plan.bound).toBeLessThanOrEqual(plan.cost + 1e-9)
}

/** Every way to deal out the wires. */
function bruteForce(task: CuttingTask): number {
  const { stocks, pieces } = task
  let best = Infinity
  const at = pieces.map(() => -1)
  const deal = (i: number): void => {
    if (i === pieces.length) {
      const from = stocks.flatMap((s, j): StockCut[] => {
        const cuts = pieces.filter((_, k) => at[k] === j)
        return cuts.length > 0 ? [{ stock: s.id, cuts, rest: s.length - sum(cuts) }] : []
      })
      best = Math.min(
        best,
        cuttingCost(
          task,
          from,
          pieces.filter((_, k) => at[k] === -1),
        ),
      )
      return
    }
    for (let j = -1; j < stocks.length; j++) {
      const taken = sum(pieces.filter((_, k) => k < i && at[k] === j))
      if (j >= 0 && taken + pieces[i]!.length > stocks[j]!.length) continue
      at[i] = j
      deal(i + 1)
    }
    at[i] = -1
  }
  deal(0)
  return best
}

const smallRack = (random: () => number): CuttingTask => ({
  stocks: Array.from({ length: 1 + Math.floor(random() * 4) }, (_, j) => ({
    id: `s${j}`,
    // a long spool now and then
    length: random() < 0.2 ? 2600 + Math.round(random() * 2000) : 70 + Math.round(random() * 600),
  })),
  pieces: Array.from({ length: 1 + Math.floor(random() * 6) }, (_, i) => ({
    id: `p${i}`,
    length: 40 + 5 * Math.round(random() * 60),
  })),
  runs: [],
  wishes: { keep: 30 + Math.round(random() * 80), useShorts: random() < 0.7, keepLongest: random() < 0.5 },
})

describe('a cutting plan', () => {
  it(`is the best of all ways to deal out the wires, on ${SMALL} small racks`, () => {
    const random = seeded(11)
    for (let i = 0; i < SMALL; i++) {
      const task = smallRack(random)
      const plan = cuttingPlan(task, solve, clock)
      holdsTogether(task, plan)
      expect(plan.proven).toBe(true)
      expect(plan.cost).toBeCloseTo(bruteForce(task), 1)
    }
  })

  it(`of 60 wires over 30 stocks is never below its bound and no worse than cutting by hand, on ${LARGE} large racks`, () => {
    const random = seeded(5)
    for (let i = 0; i < LARGE; i++) {
      const task: CuttingTask = {
        stocks: Array.from({ length: 30 }, (_, j) => ({
          id: `s${j}`,
          length: j < 2 ? 4000 + Math.round(random() * 20_000) : 80 + Math.round(random() * 900),
        })),
        pieces: Array.from({ length: 60 }, (_, k) => ({
          id: `p${k}`,
          length: 5 * Math.round(16 + random() * 80),
        })),
        runs: i % 2 ? [{ id: 'run', length: 1800, least: 200, extra: 50 }] : [],
        wishes: WISHES,
      }
      const plan = cuttingPlan(task, solve, { ...clock, seconds: 0.9 })
      holdsTogether(task, plan)
      expect(plan.short).toEqual([])
      const byHand = cuttingPlan(task, () => undefined, clock)
      holdsTogether(task, byHand)
      expect(plan.cost).toBeLessThanOrEqual(byHand.cost + 1e-6)
      expect(byHand.cost).toBeGreaterThanOrEqual(plan.bound - 1e-6)
    }
  })

  it('takes a wire from the offcut that it nearly uses up, not from the spool', () => {
    const stocks = [
      { id: 'spool', length: 5000 },
      { id: 'near', length: 312 },
    ]
    const plan = cuttingPlan(
      { stocks, pieces: [{ id: 'w', length: 300 }], runs: [], wishes: WISHES },
      solve,
      clock,
    )
    expect(plan.from).toEqual([{ stock: 'near', cuts: [{ id: 'w', length: 300 }], rest: 12 }])
    expect(plan.wasted).toBe(12)
  })

  it('leaves an offcut alone of which a cut would leave scrap, as long as that costs more than the wish is worth', () => {
    const stocks = [
      { id: 'spool', length: 5000 },
      { id: 'offcut', length: 350 },
    ]
    const plan = cuttingPlan(
      { stocks, pieces: [{ id: 'w', length: 300 }], runs: [], wishes: WISHES },
      solve,
      clock,
    )
    expect(plan.from[0]!.stock).toBe('spool')
    expect(plan.wasted).toBe(0)
  })

  it('keeps the longest whole where the others do', () => {
    const stocks = [
      { id: 'a', length: 900 },
      { id: 'b', length: 800 },
    ]
    const task = (keepLongest: boolean): CuttingTask => ({
      stocks,
      pieces: [
        { id: 'w', length: 860 },
        { id: 'v', length: 300 },
      ].slice(keepLongest ? 1 : 0),
      runs: [],
      wishes: { ...WISHES, useShorts: false, keepLongest },
    })
    expect(cuttingPlan(task(true), solve, clock).from.map((f) => f.stock)).toEqual(['b'])
    expect(cuttingPlan(task(false), solve, clock).from.map((f) => f.stock)).toEqual(['a', 'b'])
  })

  it('never joins a wire, and joins a run where it must', () => {
    const stocks = [
      { id: 'a', length: 500 },
      { id: 'b', length: 480 },
    ]
    const wire = cuttingPlan(
      { stocks, pieces: [{ id: 'w', length: 600 }], runs: [], wishes: WISHES },
      solve,
      clock,
    )
    expect(wire.short).toEqual([{ id: 'w', length: 600 }])
    const run = cuttingPlan(
      { stocks, pieces: [], runs: [{ id: 'r', length: 600, least: 100, extra: 50 }], wishes: WISHES },
      solve,
      clock,
    )
    expect(run.short).toEqual([])
    expect(sum(run.from.flatMap((f) => f.cuts))).toBeCloseTo(650, 3)
  })

  it('says what is lacking, and refuses a length that is none', () => {
    const plan = cuttingPlan(
      { stocks: [], pieces: [{ id: 'w', length: 100 }], runs: [], wishes: WISHES },
      solve,
      clock,
    )
    expect(plan.short).toEqual([{ id: 'w', length: 100 }])
    expect(() =>
      cuttingPlan({ stocks: [{ id: 'a', length: 0 }], pieces: [], runs: [], wishes: WISHES }, solve, clock),
    ).toThrow(RangeError)
  })
})
