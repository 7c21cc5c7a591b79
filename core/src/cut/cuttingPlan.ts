import { Patterns, type CutPattern, type Like, type Worth } from './cuttingPatterns.js'
import {
  cuttingCost,
  judgedBy,
  LACKING,
  type CuttingTask,
  type CutStock,
  type StockCut,
} from './cuttingTask.js'

export interface CuttingPlan {
  /** Stocks that are cut, in the order in which they were given. */
  readonly from: readonly StockCut[]
  /** What no stock has room for, mm: a wire whole, a run by what it lacks. */
  readonly short: readonly { readonly id: string; readonly length: number }[]
  /** Rests too short to keep, together, mm. */
  readonly wasted: number
  /** What is wasted with what the wishes weigh, mm, and what no other plan goes below: the same where this one is proven the best. */
  readonly cost: number
  readonly bound: number
  readonly proven: boolean
}

/** What a solver found of a program in the LP format of CPLEX, minimised. */
export interface Solved {
  readonly values: Readonly<Record<string, number>>
  readonly objective: number
  /** Of a program without whole numbers: what one more on the right of each row would add. */
  readonly duals: readonly number[]
  /** No better one was left out. */
  readonly optimal: boolean
}
/** A solver of linear programs, with whole numbers or without, stopped after so many seconds; undefined where it found nothing by then. */
export type ProgramSolver = (program: string, seconds: number) => Solved | undefined

/** Stocks longer than this are not looked through millimetre by millimetre: what is cut from them leaves a rest of use, however it is put together. */
const LOOKED_THROUGH = 2500
/** So many patterns are written out at most: where all are, the plan needs no bound to be proven. */
const ALL_OF_FEW = 1500
const MOST_PATTERNS = [300, 1500]
/** A search is given this share of the time that is left; with less than this it finds nothing, s. */
const SHARE = 0.6
const LITTLE = 0.15
/** Costs beyond their worth up to which patterns are written out, mm, as long as they are few enough. */
const GAPS = [0.1, 0.3, 1, 2, 4, 8, 16, 32, 64] as const
/** Rounds of looking for better patterns, and costs nearer than this are the same, mm. */
const ROUNDS = 60
const SAME = 0.05

/** Stocks that are as long as each other and judged alike. */
interface Class {
  readonly stocks: readonly CutStock[]
  readonly patterns: Patterns
}

/** A pattern for the stocks of a class. */
interface Column extends CutPattern {
  readonly of: number
}

interface Model {
  readonly task: CuttingTask
  readonly likes: readonly Like[]
  readonly classes: readonly Class[]
  readonly longs: readonly CutStock[]
}

function likePieces({ pieces }: CuttingTask): Like[] {
  const by = new Map<number, string[]>()
  for (const { id, length } of pieces) {
    const whole = Math.ceil(length - 1e-6)
    by.set(whole, [...(by.get(whole) ?? []), id])
  }
  return [...by].map(([length, ids]) => ({ length, ids })).sort((a, b) => b.length - a.length)
}

function modelOf(task: CuttingTask): Model {
  const likes = likePieces(task)
  const judged = judgedBy(task)
  const least = Math.min(...likes.map((l) => l.length), ...task.runs.map((r) => Math.min(r.least, r.length)))
  const useful = task.stocks.filter((s) => s.length >= least)
  const by = new Map<string, CutStock[]>()
  for (const s of useful.filter(({ length }) => length <= LOOKED_THROUGH)) {
    const key = `${Math.floor(s.length + 1e-6)} ${judged.another(s)}`
    by.set(key, [...(by.get(key) ?? []), s])
  }
  return {
    task,
    likes,
    classes: [...by.values()].map((stocks) => ({
      stocks,
      patterns: new Patterns(stocks[0]!, likes, task.runs, judged, task.wishes.keep),
    })),
    longs: useful.filter(({ length }) => length > LOOKED_THROUGH),
  }
}

/** Names of the program: a pattern, pieces uncut, what a run lacks; of a long stock: pieces, mm of a run, is it begun for that, cut with a rest that is kept or used up, what is wasted. */
const name = {
  pattern: (p: number) => `p${p}`,
  uncut: (t: number) => `u${t}`,
  lacks: (k: number) => `v${k}`,
  taken: (t: number, j: number) => `x${t}_${j}`,
  run: (k: number, j: number) => `b${k}_${j}`,
  part: (k: number, j: number) => `z${k}_${j}`,
  kept: (j: number) => `k${j}`,
  used: (j: number) => `c${j}`,
  wasted: (j: number) => `w${j}`,
}

type Terms = readonly (readonly [factor: number, name: string])[]
const plain = (v: number): string => String(Number(v.toFixed(6)))
const said = (terms: Terms): string =>
  terms
    .filter(([f]) => Math.abs(f) > 1e-9)
    .map(([f, n]) => `${f < 0 ? '-' : '+'} ${plain(Math.abs(f))} ${n}`)
    .join(' ') || '0 nothing'

/** The program over these patterns. Rows of pieces come first, then those of runs, then those of classes. */
function programOf(
  { task, likes, classes, longs }: Model,
  columns: readonly Column[],
  whole: boolean,
): string {
  const { runs, wishes } = task
  const judged = judgedBy(task)
  const used = columns.map((c, p) => [c, name.pattern(p)] as const)
  const load = (j: number): Terms => [
    ...likes.map((l, t) => [l.length, name.taken(t, j)] as const),
    ...runs.map((_, k) => [1, name.run(k, j)] as const),
  ]
  const rows = [
    ...likes.map((like, t) => {
      const all: Terms = [
        ...used.filter(([c]) => c.counts[t]! > 0).map(([c, n]) => [c.counts[t]!, n] as const),
        ...longs.map((_, j) => [1, name.taken(t, j)] as const),
        [1, name.uncut(t)],
      ]
      return `${said(all)} = ${like.ids.length}`
    }),
    ...runs.map(({ length, extra }, k) => {
      const all: Terms = [
        ...used.flatMap(([c, n]): Terms => (c.run?.of === k ? [[c.run.amount - extra, n]] : [])),
        ...longs.flatMap((_, j): Terms => [
          [1, name.run(k, j)],
          [-extra, name.part(k, j)],
        ]),
        [1, name.lacks(k)],
      ]
      return `${said(all)} >= ${plain(length - extra)}`
    }),
    ...classes.map(
      ({ stocks }, of) =>
        `${said(used.filter(([c]) => c.of === of).map(([, n]) => [1, n]))} <= ${stocks.length}`,
    ),
    ...longs.flatMap(({ length }, j) => [
      `${said([...load(j), [-(length - wishes.keep), name.kept(j)], [-length, name.used(j)]])} <= 0`,
      `${said([
        [1, name.kept(j)],
        [1, name.used(j)],
      ])} <= 1`,
      `${said([...load(j), [1, name.wasted(j)], [-length, name.used(j)]])} >= 0`,
      ...runs.flatMap(({ length: need, least, extra }, k) => [
        `${said([
          [1, name.run(k, j)],
          [-Math.min(length, need + extra), name.part(k, j)],
        ])} <= 0`,
        `${said([
          [1, name.run(k, j)],
          [-Math.min(least, need), name.part(k, j)],
        ])} >= 0`,
      ]),
    ]),
  ]
  const aim: Terms = [
    ...used.map(([c, n]) => [c.cost, n] as const),
    ...likes.map((l, t) => [LACKING * l.length, name.uncut(t)] as const),
    ...runs.map((_, k) => [LACKING, name.lacks(k)] as const),
    ...longs.flatMap((s, j): Terms => [
      [1, name.wasted(j)],
      [judged.another(s), name.kept(j)],
      [judged.another(s), name.used(j)],
      ...load(j).map(([f, n]) => [f * judged.each(s), n] as const),
      ...runs.map((_, k) => [judged.part, name.part(k, j)] as const),
    ]),
  ]
  const bounded: (readonly [string, number])[] = [
    ...likes.map((l, t) => [name.uncut(t), l.ids.length] as const),
    ...runs.map((r, k) => [name.lacks(k), r.length] as const),
    ...longs.flatMap((_, j) => likes.map((l, t) => [name.taken(t, j), l.ids.length] as const)),
  ]
  const either = longs.flatMap((_, j) => [
    name.kept(j),
    name.used(j),
    ...runs.map((_r, k) => name.part(k, j)),
  ])
  const counted = [
    ...used.map(([, n]) => n),
    ...likes.flatMap((_, t) => [name.uncut(t), ...longs.map((_l, j) => name.taken(t, j))]),
  ]
  return [
    'Minimize',
    ` aim: ${said(aim)}`,
    'Subject To',
    ...rows.map((row, i) => ` r${i}: ${row}`),
    'Bounds',
    ...bounded.map(([n, most]) => ` 0 <= ${n} <= ${plain(most)}`),
    ...(whole ? [] : either.map((n) => ` 0 <= ${n} <= 1`)),
    ...(whole ? ['General', ` ${counted.join(' ')}`] : []),
    ...(whole && either.length > 0 ? ['Binary', ` ${either.join(' ')}`] : []),
    'End',
  ].join('\n')
}

/** Every pattern of every class, where they are few. */
function allPatterns({ task, likes, classes }: Model): Column[] | undefined {
  const worthless: Worth = { piece: likes.map(() => 0), run: task.runs.map(() => 0) }
  const columns: Column[] = []
  for (const [of, { patterns }] of classes.entries())
    for (const pattern of patterns.atLeast(worthless, -Infinity)) {
      if (columns.length >= ALL_OF_FEW) return undefined
      columns.push({ ...pattern, of })
    }
  return columns
}

/** What everything is worth by the duals of a program's rows. */
function worthBy({ task, likes, classes }: Model, duals: readonly number[]) {
  const [t, k] = [likes.length, task.runs.length]
  return {
    worth: { piece: duals.slice(0, t), run: duals.slice(t, t + k) } satisfies Worth,
    /** What a stock of each class is worth, uncut. */
    uncut: classes.map((_, of) => -duals[t + k + of]!),
  }
}

/** A plan out of the values that a solver found over these patterns. */
function read(
  model: Model,
  columns: readonly Column[],
  values: Solved['values'],
): Pick<CuttingPlan, 'from' | 'short'> {
  const { task, likes, classes, longs } = model
  const next = likes.map(() => 0)
  const sum = (cuts: StockCut['cuts']): number => cuts.reduce((all, c) => all + c.length, 0)
  const cutOf = (id: string) => ({ id, length: task.pieces.find((p) => p.id === id)!.length })
  const open = task.runs.map((r) => r.length - r.extra)
  const cutsOf = (counts: (t: number) => number): StockCut['cuts'] =>
    likes.flatMap(({ ids }, t) =>
      Array.from({ length: counts(t) }, () => {
        return cutOf(ids[next[t]!++]!)
      }),
    )
  const runCut = (k: number, amount: number): StockCut['cuts'] => {
    const { id, extra, least, length } = task.runs[k]!
    // no more than is still needed, and no part shorter than it may be
    const own = Math.min(amount, Math.max(open[k]! + extra, Math.min(least, length)))
    if (open[k]! <= 0 || amount < 1e-6) return []
    open[k]! -= own - extra
    return [{ id, length: own }]
  }
  const cut = new Map<string, StockCut['cuts']>()
  const free = classes.map(({ stocks }) => [...stocks])
  columns.forEach((c, p) => {
    for (let n = Math.round(values[name.pattern(p)] ?? 0); n > 0; n--)
      cut.set(free[c.of]!.shift()!.id, [
        ...cutsOf((t) => c.counts[t]!),
        ...(c.run ? runCut(c.run.of, c.run.amount) : []),
      ])
  })
  longs.forEach((s, j) =>
    cut.set(s.id, [
      ...cutsOf((t) => Math.round(values[name.taken(t, j)] ?? 0)),
      ...task.runs.flatMap((_, k) => runCut(k, values[name.run(k, j)] ?? 0)),
    ]),
  )
  const short: { id: string; length: number }[] = []
  const leftOf = ({ id, length }: CutStock): number => length - sum(cut.get(id) ?? [])
  // what the solver left for want of time goes where a stock has room
  for (const { ids, length } of likes.map((l, t) => ({ ...l, ids: l.ids.slice(next[t]) })))
    for (const id of ids) {
      const [room] = task.stocks.filter((s) => leftOf(s) >= length).sort((a, b) => leftOf(a) - leftOf(b))
      if (room) cut.set(room.id, [...(cut.get(room.id) ?? []), cutOf(id)])
      else short.push({ id, length })
    }
  task.runs.forEach(({ id, length, least }, k) => {
    for (const s of [...task.stocks].sort((a, b) => leftOf(b) - leftOf(a))) {
      if (open[k]! <= SAME || leftOf(s) < Math.min(least, length)) break
      if (!cut.get(s.id)?.some((c) => c.id === id))
        cut.set(s.id, [...(cut.get(s.id) ?? []), ...runCut(k, leftOf(s))])
    }
    if (open[k]! > SAME) {
      const begun = [...cut.values()].some((cuts) => cuts.some((c) => c.id === id))
      short.push({ id, length: begun ? open[k]! : length })
    }
  })
  const from = task.stocks.flatMap(({ id, length }): StockCut[] => {
    const cuts = cut.get(id) ?? []
    return cuts.length > 0 ? [{ stock: id, cuts, rest: Math.max(0, length - sum(cuts)) }] : []
  })
  return { from, short }
}

/**
 * Cuts wires from stocks: as much as can be is had; then what is wasted, with a little for each of the maker's wishes, is as small as can be.
 * Column generation (Gilmore and Gomory): patterns are added while one is worth more than it costs; the linear program over all of them is a bound, and the
 * program in whole numbers over those that could still lower the best plan found is exact. Where the time is too short for that, the best plan found and
 * the bound.
 * @throws RangeError for a length that is not above 0
 * @example cuttingPlan({ stocks: [{ id: 'a', length: 300 }], pieces: [{ id: 'hoop', length: 240 }], runs: [], wishes }, noSolver).from[0].rest // 60
 */
export function cuttingPlan(
  task: CuttingTask,
  solve: ProgramSolver,
  { seconds = 0.9, now }: { readonly seconds?: number; readonly now: () => number } = { now: () => 0 },
): CuttingPlan {
  for (const { length } of [...task.stocks, ...task.pieces, ...task.runs])
    if (!(length > 0)) throw new RangeError(`a wire is longer than 0 mm, not ${length}`)
  if (task.pieces.length + task.runs.length === 0)
    return { from: [], short: [], wasted: 0, cost: 0, bound: 0, proven: true }
  const ends = now() + 1000 * seconds
  const left = (): number => Math.max(0.05, (ends - now()) / 1000)
  const model = modelOf(task)
  const costed = (plan: Pick<CuttingPlan, 'from' | 'short'>, optimal: boolean) => ({
    ...plan,
    cost: cuttingCost(task, plan.from, plan.short),
    optimal,
  })
  // as one does without a plan: the longest wire first, each from the shortest stock that has room for it
  const byHand = costed(read(model, [], {}), false)
  const best = (columns: readonly Column[], time: number) => {
    const solved = solve(programOf(model, columns, true), time)
    if (!solved) return undefined
    const plan = read(model, columns, solved.values)
    return costed(plan, solved.optimal)
  }
  const judged = judgedBy(task)
  const told = (
    found: NonNullable<ReturnType<typeof best>>,
    bound: number,
    proven: boolean,
  ): CuttingPlan => ({
    from: found.from,
    short: found.short,
    wasted: found.from.reduce((sum, f) => sum + judged.wasted(f.rest), 0),
    cost: found.cost,
    bound: proven ? found.cost : Math.min(found.cost, bound),
    proven,
  })
  const all = allPatterns(model)
  if (all) {
    const found = best(all, left())
    return told(found ?? byHand, 0, found?.optimal ?? false)
  }
  const generated = generate(model, solve, left)
  if (!generated) return told(byHand, 0, false)
  const { bound } = generated
  let [found, gap] = [undefined as ReturnType<typeof best>, 0]
  for (const most of MOST_PATTERNS) {
    if (found && (found.cost - bound <= SAME || left() < LITTLE)) break
    const some = worthTrying(model, generated, most)
    const again = best(some.more, left() * SHARE)
    if (again && (!found || again.cost < found.cost + SAME)) [found, gap] = [again, some.gap]
  }
  found ??= byHand
  // whatever pattern a better plan uses costs no more beyond its worth than that plan lies above the bound
  return told(found, bound, found.cost - bound <= SAME || (found.optimal && found.cost - bound <= gap))
}

interface Generated {
  readonly columns: readonly Column[]
  readonly bound: number
  readonly worth: Worth
  /** What a stock of each class is worth, uncut. */
  readonly uncut: readonly number[]
}

/** Patterns that lower the linear program, till there are none; with what everything is worth then, and a bound. */
function generate(model: Model, solve: ProgramSolver, left: () => number): Generated | undefined {
  const columns: Column[] = []
  const known = new Set<string>()
  let bound = 0
  for (let round = 0; round < ROUNDS; round++) {
    const solved = solve(programOf(model, columns, false), left())
    if (!solved) return undefined
    const { worth, uncut } = worthBy(model, solved.duals)
    let better = 0
    const before = columns.length
    model.classes.forEach(({ patterns, stocks }, of) => {
      const { pattern, value } = patterns.best(worth)
      const gain = value - uncut[of]!
      if (!pattern || gain < 1e-6) return
      better += stocks.length * gain
      const key = JSON.stringify([of, pattern.counts, pattern.run])
      if (!known.has(key)) columns.push({ ...pattern, of })
      known.add(key)
    })
    // Lagrange's bound: no stock gains more than its best pattern does
    bound = Math.max(bound, solved.objective - better)
    if (columns.length === before || left() < 0.1) return { columns, bound, worth, uncut }
  }
  return undefined
}

/**
 * Patterns that cost no more beyond their worth than a gap: the widest gap that leaves them few enough. Where even the narrowest has too many, those that were
 * generated and some more of each class, and no gap.
 */
function worthTrying(
  model: Model,
  { columns, worth, uncut }: Generated,
  most: number,
): { readonly more: readonly Column[]; readonly gap: number } {
  const within = (gap: number, each: number): Column[] =>
    model.classes.flatMap(({ patterns }, of) => {
      const found: Column[] = []
      for (const pattern of patterns.atLeast(worth, uncut[of]! - gap - 1e-6)) {
        if (found.length >= each) break
        found.push({ ...pattern, of })
      }
      return found
    })
  const [least] = GAPS
  let best: ReturnType<typeof worthTrying> = {
    more: [...columns, ...within(least, Math.floor(most / model.classes.length))],
    gap: 0,
  }
  for (const gap of GAPS) {
    const more = within(gap, most)
    if (more.length >= most) break
    best = { more, gap }
  }
  return best
}
