import type { Glance, HeldAsSaved, SavedPlan } from '@verger/contract'
import {
  glance as glanceAt,
  holdLine,
  looseCount,
  neededBy,
  holdQuantities,
  numberOf,
  plan,
  planHold,
  plannedWires,
  planThoroughLeast,
  type Options,
  type Plan,
  type PlanRequest,
  type Step,
} from '@verger/core'
import { isMainThread } from 'node:worker_threads'
import { standBack } from './niceThread.js'

if (!isMainThread) standBack()

export type ComputeResult =
  | { readonly ok: true; readonly saved: SavedPlan; readonly glance: Glance }
  | { readonly ok: false; readonly problems: string[] }

/** Runs in a worker thread: the plan again from the choices, as it is saved; what it holds is not worked out yet. */
export function unchecked(request: PlanRequest): ComputeResult {
  const result = plan(request)
  if (!result.ok)
    return { ok: false, problems: result.findings.filter((f) => f.severity === 'error').map((f) => f.code) }
  const made = result.plan
  return {
    ok: true,
    glance: { seen: { design: made.design, steps: made.steps.map(stepSeen) } },
    saved: {
      format: 1,
      family: made.family,
      familyVersion: made.familyVersion,
      stone: request.stone,
      options: mutable(request.options),
      settings: {
        ...request.settings,
        school: { ...request.settings.school },
        prices: { ...request.settings.prices },
        demands: { ...request.settings.demands },
        rack: { ...request.settings.rack },
        runShort: { ...request.settings.runShort },
        // of what was learned a plan knows nothing
        forgot: {},
      },
      lengths: Object.fromEntries(made.cut.wires.map((w) => [w.id, numberOf(w.length)])),
      hold: null,
      metal: numberOf(made.cut.metal),
      minutes: made.steps.reduce((sum, s) => sum + s.minutes, 0),
      needs: needsOf(made),
      minutesBy: minutesBy(made),
    },
  }
}

/** Wire that a plan needs, with what each takes and is made by. */
function needsOf({ cut, design }: Plan): SavedPlan['needs'] {
  const wires = new Map(plannedWires(cut, design).map((w) => [w.id, w]))
  return neededBy(cut).map(({ stock: { alloy, size, profile, temper }, ...need }) => {
    const { net, technique } = wires.get(need.id)!
    return { ...need, net, technique, stock: { alloy, size: size.label, profile, temper } }
  })
}

function minutesBy({ steps }: Plan): Record<string, number> {
  const by: Record<string, number> = {}
  for (const s of steps) by[s.kind] = (by[s.kind] ?? 0) + s.minutes
  return by
}

/** Runs in a worker thread: what a plan holds. @throws Error for one that cannot be built */
export function check(request: PlanRequest): HeldAsSaved {
  const result = plan(request)
  if (!result.ok) throw new Error('only what can be built is checked')
  const made = result.plan
  const { hold, thorough, id } = planThoroughLeast(made, planHold(made))
  const grams = numberOf(holdQuantities(made, hold, thorough, id).pull)
  const line = holdLine(hold, grams, thorough, looseCount(made.design, made.stone))
  return {
    verdict: line.verdict,
    word: line.word,
    say: line.say,
    grams,
    timesWeight: thorough?.timesWeight ?? hold.timesWeight,
    weakest: hold.weakest,
    arrow: [...(thorough?.release.d ?? hold.arrow)],
  }
}

/** Runs in a worker thread: the plan again from the choices, with what it holds. */
export default function compute(request: PlanRequest): ComputeResult {
  const made = unchecked(request)
  return made.ok ? { ...made, saved: { ...made.saved, hold: check(request) } } : made
}

/** Runs in a worker thread: how a saved plan looks, and its steps. */
export function glance(request: PlanRequest): Glance {
  const seen = glanceAt(request)
  if (!seen) return { seen: null }
  return { seen: { design: seen.design, steps: seen.steps.map(stepSeen) } }
}

const stepSeen = (s: Step) => ({ id: s.id, title: s.title, turns: s.count?.target ?? null })

const mutable = (options: Options): SavedPlan['options'] =>
  Object.fromEntries(Object.entries(options).map(([k, v]) => [k, typeof v === 'object' ? [...v] : v]))
