import type { HoldLine, Options, Plan, PlanHold, PlanResult, Stone, WorkshopSettings } from '@verger/core'
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
  readonly busy: boolean
}

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
        busy: result.ok,
      }))
      if (!result.ok) return
      const hold = await slowWorker().hold(result.plan)
      if (fresh()) setLive((old) => ({ ...old, hold, busy: false }))
    })()
  }, [stone, family, options, settings])
  return live
}
