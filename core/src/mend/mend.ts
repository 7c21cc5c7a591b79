import { family, type MendMove, type Options } from '../settings/index.js'
import { numberOf } from '../working/index.js'
import { plan, type Plan, type PlanRequest } from '../plan/index.js'
import { wholeHold } from '../plan/index.js'

/** A mend that was planned and checked: what it takes and what it gains. */
export interface Mend {
  /** The moves that it is made of, one or two. */
  readonly moves: readonly Pick<MendMove, 'id' | 'values'>[]
  readonly change: Options
  readonly verdict: 'sound' | 'doubtful' | 'fails'
  /** What it would hold, over the stone's weight. */
  readonly times: number
  /** Share of what is asked that it would bear, with what a hand misses by: 1 and more is sound. */
  readonly share: number
  /** Wire more than now, g. */
  readonly wire: number
}

/** How many of the best single moves are tried in pairs where none mends alone. */
const PAIRED = 4

/** The moves that a plan may be mended by, none of them tried yet. */
export const mendMoves = (request: PlanRequest): readonly MendMove[] =>
  family(request.family).moves(request.stone, request.options)

/**
 * One set of moves tried: planned and put through the whole check. Undefined where it cannot be
 * built. `wire` is against the plan that is mended.
 */
export function tryMend(request: PlanRequest, wire: number, moves: readonly MendMove[]): Mend | undefined {
  const change: Options = Object.assign({}, ...moves.map((m) => m.change))
  const made = plan({ ...request, options: { ...request.options, ...change } })
  if (!made.ok) return undefined
  return {
    moves: moves.map(({ id, values }) => ({ id, values })),
    change,
    ...wholeHold(made.plan),
    wire: numberOf(made.plan.cut.mass) - wire,
  }
}

const ORDER = { sound: 0, doubtful: 1, fails: 2 } as const

/** Best first: what is sound, then by least wire; what is not, by what it holds. */
export const byWorth = (a: Mend, b: Mend): number =>
  ORDER[a.verdict] - ORDER[b.verdict] ||
  (a.verdict === 'sound' ? a.wire - b.wire || b.times - a.times : b.share - a.share || b.times - a.times)

/** A sound mend that takes no more wire than this share of the piece's is good enough: no pair is looked for. */
const LITTLE = 0.1
/** A pair is expected to hold what its two gain one on the other; one that is expected to bear less than this share of what is asked is not tried. */
const HOPE = 0.7
/** Most pairs that are tried for a cheaper mend. */
const CHEAPER = 8

/**
 * Pairs of different kinds worth trying after the single moves. Where none of these is sound, the best of them together; where the cheapest
 * sound one takes a good deal of wire, pairs that take less and may hold as much, the lightest first. `piece` is what is mended: its wire in g, and the share of what is asked that it bears.
 */
export function pairsOf(
  moves: readonly MendMove[],
  tried: readonly Mend[],
  piece: { readonly wire: number; readonly share: number },
): MendMove[][] {
  const kind = (m: MendMove) => m.id.split('-')[0]!
  const found = [...tried]
    .sort(byWorth)
    .flatMap((t) =>
      moves.filter((m) => t.moves.length === 1 && same(m.change, t.change)).map((m) => ({ m, t })),
    )
  const pairs = found.flatMap((a, i) =>
    found.slice(i + 1).flatMap((b) => (kind(a.m) === kind(b.m) ? [] : [[a, b] as const])),
  )
  const cheapest = found.find((x) => x.t.verdict === 'sound')
  const picked = cheapest
    ? cheapest.t.wire <= LITTLE * piece.wire
      ? []
      : pairs
          .filter(([a, b]) => {
            const bears = (a.t.share * b.t.share) / Math.max(piece.share, 0.01)
            const wire = piece.wire + a.t.wire + b.t.wire
            return bears >= HOPE && wire < (piece.wire + cheapest.t.wire) / (1 + LITTLE)
          })
          .sort((a, b) => a[0].t.wire + a[1].t.wire - (b[0].t.wire + b[1].t.wire))
          .slice(0, CHEAPER)
    : pairs.slice(0, PAIRED * 3)
  return picked.map(([a, b]) => [a.m, b.m])
}
/** A mend that does not gain so much is none. */
export const BETTER = 1.05
const same = (a: Options, b: Options) => JSON.stringify(a) === JSON.stringify(b)

/**
 * All mends of a plan, the cheapest sound one first; single moves, and pairs where no single one is sound or only a dear one.
 * Empty where nothing was found that
 * is better than what there is.
 * @example mends({ stone, family: 'bound-frame', options, settings }, framed, { share: 0.5 }) // the best of each kind first
 */
export function mends(request: PlanRequest, made: Plan, now: { readonly share: number }): Mend[] {
  const wire = numberOf(made.cut.mass)
  const moves = mendMoves(request)
  const tried = moves.flatMap((m) => tryMend(request, wire, [m]) ?? [])
  for (const pair of pairsOf(moves, tried, { wire, share: now.share })) {
    const found = tryMend(request, wire, pair)
    if (found) tried.push(found)
    if (found?.verdict === 'sound') break
  }
  return tried.filter((t) => t.verdict === 'sound' || t.share > now.share * BETTER).sort(byWorth)
}
