import { family, type OptionValue, type Param } from '../settings/index.js'
import { WIRE_SIZES } from '../wire/index.js'
import { numberOf } from '../working/index.js'
import { askOf, isMade, judge, make, type Ask, type Barrier } from '../search/index.js'
import { neighboursOf, sizesBeside } from '../search/index.js'
import { plan, type Plan, type PlanRequest } from '../plan/index.js'
import type { WorkshopSettings } from '../plan/index.js'

/** What decides an option: the next value that would take less metal, and why it is not taken. */
export interface Decided {
  readonly option: string
  /** The value next to the present one that takes less metal; none where the metal does not shrink either way. */
  readonly next?: OptionValue
  /** Metal that it would save, g. */
  readonly saves?: number
  /** What stands in its way; none where it would do as well. */
  readonly barrier?: Barrier
  /** There is no thinner wire for it. */
  readonly thinnest?: true
}

/**
 * What decides one option of a plan: its neighbour that takes less metal is planned and judged by the same limits as starting options are.
 * A doubt that the plan has already stands in no neighbour's way.
 * @throws RangeError for an option that the family does not have
 * @example whyOption(framed, 'size', settings).option // 'size'
 */
export function whyOption(made: Plan, option: string, settings: WorkshopSettings): Decided {
  const chosen = family(made.family)
  const param = chosen.params(made.stone).find((p) => p.id === option)
  if (!param) throw new RangeError(`no option "${option}"`)
  const ask = askOf(chosen, made.stone, settings, false)
  const known = new Set(made.findings.filter((f) => f.severity === 'doubt').map((f) => f.code))
  const now = numberOf(made.cut.mass)
  const request: PlanRequest = { stone: made.stone, family: made.family, options: made.options, settings }
  const tried = neighboursOf(param, made.options[option]!)
    .map((value) => lookAt(ask, request, option, value, now, known))
    .filter((d) => d !== undefined)
  // of several that save, one that would do is told; else the nearest to doing
  const free = tried.find((d) => d.barrier === undefined)
  const nearest = free ?? tried.sort((a, b) => rank(b.barrier!) - rank(a.barrier!))[0]
  return nearest ?? { option, ...(isThinnest(param, made.options[option]!) ? { thinnest: true } : {}) }
}

const isThinnest = (param: Param, value: OptionValue): boolean =>
  sizesBeside(param, value, 'thicker').length > 0 && sizesBeside(param, value, 'thinner').length === 0

const rank = (b: Barrier): number =>
  b.kind === 'careful' || b.kind === 'pull' ? b.share : b.kind === 'hidden' ? 0 : -1

function lookAt(
  ask: Ask,
  request: PlanRequest,
  option: string,
  value: OptionValue,
  now: number,
  known: ReadonlySet<string>,
): Decided | undefined {
  const options = { ...request.options, [option]: value }
  const found = plan({ ...request, options })
  if (!found.ok) {
    // it cannot be weighed: smaller is taken to be lighter
    if (!smaller(value, request.options[option]!)) return undefined
    return {
      option,
      next: value,
      barrier: { kind: 'error', finding: found.findings.find((f) => f.severity === 'error')! },
    }
  }
  const saves = now - numberOf(found.plan.cut.mass)
  if (saves <= 1e-6) return undefined
  const built = make(ask, options)
  if (!isMade(built)) return { option, next: value, saves, barrier: built }
  const doubt = built.doubts.find((f) => !known.has(f.code))
  if (doubt) return { option, next: value, saves, barrier: { kind: 'doubt', finding: doubt } }
  const { barrier } = judge(ask, built)
  return { option, next: value, saves, ...(barrier ? { barrier } : {}) }
}

function smaller(a: OptionValue, b: OptionValue): boolean {
  if (typeof a === 'number' && typeof b === 'number') return a < b
  if (typeof a === 'object' && typeof b === 'object') return a.length < b.length
  const mm = (label: OptionValue) => WIRE_SIZES.find((s) => s.label === label)?.mm ?? 0
  return mm(a) < mm(b)
}
