import type {
  HoldLine,
  Options,
  Plan,
  PlanHold,
  PlanResult,
  Stone,
  Sure,
  SurePart,
  SureParts,
  WorkshopSettings,
} from '@verger/core'
import { wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { Compute } from './compute.worker.js'

const start = () =>
  wrap<Compute>(new Worker(new URL('./compute.worker.ts', import.meta.url), { type: 'module' }))

let quick: ReturnType<typeof start> | undefined
let slow: ReturnType<typeof start> | undefined
/** Two workers: a long search or holding check never delays the next plan. */
export const quickWorker = () => (quick ??= start())
export const slowWorker = () => (slow ??= start())

export interface LivePlan {
  readonly result: PlanResult | undefined
  /** The last plan that could be built: kept on screen while an option is out of range. */
  readonly plan: Plan | undefined
  readonly hold: (PlanHold & { readonly line: HoldLine }) | undefined
  /** The first check of the plan it names: by it changes are compared while the thorough one is still being made. */
  readonly quick: { readonly of: Plan; readonly hold: LivePlan['hold'] } | undefined
  /** The thorough check, once all of it is there; it follows the first one. */
  readonly sure: Sure | undefined
  readonly busy: boolean
}

/** Parts of the thorough check in their order; each is asked for alone, so that a changed plan stops the rest. */
const PARTS: readonly SurePart[] = ['release', 'short', 'turned']

/** The plan of these choices, recomputed on each change; holding follows when it is ready. Late answers are dropped. */
export function usePlan(
  stone: Stone | undefined,
  family: string,
  options: Options | undefined,
  /** Undefined while they are being fetched: nothing is worked out yet. */
  settings: WorkshopSettings | undefined,
): LivePlan {
  const [live, setLive] = useState<LivePlan>({
    result: undefined,
    plan: undefined,
    hold: undefined,
    quick: undefined,
    sure: undefined,
    busy: true,
  })
  const turn = useRef(0)
  useEffect(() => {
    if (!stone || !options || !settings) return
    const mine = ++turn.current
    const fresh = () => mine === turn.current
    void (async () => {
      const result = await quickWorker().plan({ stone, family, options, settings })
      if (!fresh()) return
      setLive((old) => ({
        result,
        plan: result.ok ? result.plan : old.plan,
        hold: old.hold,
        quick: old.quick,
        sure: old.sure,
        busy: result.ok,
      }))
      if (!result.ok) return
      const hold = await slowWorker().hold(result.plan)
      if (!fresh()) return
      // the first check stands until the thorough one is there
      setLive((old) => ({ ...old, hold, quick: { of: result.plan, hold }, sure: undefined }))
      let parts: SureParts = {}
      for (const part of hold.hold.caught ? PARTS : []) {
        parts = { ...parts, ...(await slowWorker().surePart(result.plan, hold.hold, part)) }
        if (!fresh()) return
      }
      const made = hold.hold.caught ? await slowWorker().sure(result.plan, hold.hold, parts) : undefined
      if (!fresh()) return
      setLive((old) => ({ ...old, hold: made ? { ...hold, ...made } : hold, sure: made?.sure, busy: false }))
    })()
  }, [stone, family, options, settings])
  return live
}
