import { family, type MendMove, type Options } from '../settings/index.js'
import { numberOf } from '../working/index.js'
import { plan, planHold, type Plan, type PlanRequest } from './plan.js'
import { planSure } from './planSure.js'

/** A mend that was planned and checked: what it takes and what it gains. */
export interface Mend {
  /** The moves that it is made of, one or two. */
  readonly moves: readonly Pick<MendMove, 'id' | 'values'>[]
  readonly change: Options
  readonly verdict: 'sound' | 'doubtful' | 'fails'
  /** What it would hold, over the stone's weight. */
  readonly times: number
  /** Wire more than now, g. */
  readonly wire: number
}

/** How many of the best single moves are tried in pairs where none mends alone. */
const PAIRED = 4

/** The moves that a plan may be mended by, none of them tried yet. */
export const mendMoves = (request: PlanRequest): readonly MendMove[] =>
  family(request.family).moves(request.stone, request.options)

/**
 * One set of moves tried: planned, put through the quick check, and through the thorough one where that is sound. Undefined where it cannot be
 * built. `wire` is against the plan that is mended.
 */
export function tryMend(request: PlanRequest, wire: number, moves: readonly MendMove[]): Mend | undefined {
  const change: Options = Object.assign({}, ...moves.map((m) => m.change))
  const made = plan({ ...request, options: { ...request.options, ...change } })
  if (!made.ok) return undefined
  const { hold } = planHold(made.plan)
  const sure = hold.verdict === 'sound' ? planSure(made.plan, hold) : undefined
  return {
    moves: moves.map(({ id, values }) => ({ id, values })),
    change,
    verdict: sure?.verdict ?? hold.verdict,
    times: sure?.timesWeight ?? hold.timesWeight,
    wire: numberOf(made.plan.cut.mass) - wire,
  }
}

const ORDER = { sound: 0, doubtful: 1, fails: 2 } as const

/** Best first: what is sound, then by least wire; what is not, by what it holds. */
export const byWorth = (a: Mend, b: Mend): number =>
  ORDER[a.verdict] - ORDER[b.verdict] ||
  (a.verdict === 'sound' ? a.wire - b.wire || b.times - a.times : b.times - a.times)

/** Pairs worth trying where no single move is sound: the best of different kinds together. */
export function pairsOf(moves: readonly MendMove[], tried: readonly Mend[]): MendMove[][] {
  const kind = (id: string) => id.split('-')[0]!
  const best = [...tried].sort(byWorth).flatMap((t) => moves.filter((m) => same(m.change, t.change)))
  const out: MendMove[][] = []
  for (let i = 0; i < best.length; i++)
    for (let j = i + 1; j < best.length && out.length < PAIRED * 3; j++)
      if (kind(best[i]!.id) !== kind(best[j]!.id)) out.push([best[i]!, best[j]!])
  return out
}
const same = (a: Options, b: Options) => JSON.stringify(a) === JSON.stringify(b)

/**
 * All mends of a plan, the cheapest sound one first; single moves, and pairs where no single one is sound. Empty where nothing was found that
 * is better than what there is.
 * @example mends({ stone, family: 'bound-frame', options: { ...options, frontBends: [3] }, settings })[0].verdict // 'sound'
 */
export function mends(request: PlanRequest, made: Plan, now: { readonly times: number }): Mend[] {
  const wire = numberOf(made.cut.mass)
  const moves = mendMoves(request)
  const tried = moves.flatMap((m) => tryMend(request, wire, [m]) ?? [])
  if (!tried.some((t) => t.verdict === 'sound'))
    for (const pair of pairsOf(moves, tried)) {
      const found = tryMend(request, wire, pair)
      if (found) tried.push(found)
      if (found?.verdict === 'sound') break
    }
  return tried.filter((t) => t.verdict === 'sound' || t.times > now.times * 1.05).sort(byWorth)
}
