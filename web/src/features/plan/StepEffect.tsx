import { family, type Param, type Plan, type WorkshopSettings } from '@verger/core'
import { useEffect, useState } from 'react'
import { sayLength, sayMoney, useSettings } from '../../app/workshop.js'
import { quickWorker, slowWorker } from '../../compute/usePlan.js'
import { sayChange, sumsOf } from './changed.js'
import { stepsFrom } from './stepsFrom.js'

/** Time that an option has the focus before its steps are worked out, ms. */
const PAUSE = 300

/** What one step less and one step more would change, worked out while the option has the focus: wire, cost, face and pull by the first check. */
export function StepEffect({
  plan,
  param,
  settings,
}: {
  plan: Plan
  param: Param
  settings: WorkshopSettings
}) {
  const shown = useSettings()
  const [said, setSaid] = useState<Partial<Record<'less' | 'more', string>>>()
  useEffect(() => {
    let live = true
    setSaid(undefined)
    const wait = setTimeout(() => {
      void (async () => {
        const now = sumsOf(plan, await slowWorker().hold(plan))
        const out: Partial<Record<'less' | 'more', string>> = {}
        for (const way of ['less', 'more'] as const) {
          const value = stepsFrom(param, plan.options[param.id]!, shown.units)[way]
          if (value === undefined || !live) continue
          const made = await quickWorker().plan({
            stone: plan.stone,
            family: plan.family,
            options: { ...plan.options, [param.id]: value },
            settings,
          })
          if (!live) return
          if (!made.ok) {
            out[way] = 'no room'
            continue
          }
          const then = sumsOf(made.plan, await slowWorker().hold(made.plan))
          out[way] =
            sayChange(now, then, {
              money: (v) => sayMoney(v, shown.money),
              length: (v) => sayLength(v, shown, 0),
            }) || 'no difference'
        }
        if (live) setSaid(out)
      })()
    }, PAUSE)
    return () => {
      live = false
      clearTimeout(wait)
    }
  }, [plan, param, settings, shown])
  const name = family(plan.family).text.params[param.id] ?? param.id
  return (
    <p className="m-0 text-[15px] text-soft" role="status" aria-label={`${name}: what a step does`}>
      {said && `${name}. `}
      {said &&
        (['less', 'more'] as const)
          .flatMap((way) =>
            said[way] === undefined ? [] : [`${way === 'less' ? 'Less' : 'More'}: ${said[way]}.`],
          )
          .join(' ')}
    </p>
  )
}
