import { useEffect, useState } from 'react'
import { sayLength, sayMoney, useSettings } from '../../app/workshop.js'
import type { LivePlan } from '../../compute/usePlan.js'
import { sayChange, sumsOf, type Sums } from './changed.js'

/** The difference that the last change made, once plan and holding are both known. */
export function useChanged(live: LivePlan): string {
  const settings = useSettings()
  const [kept, setKept] = useState<{ readonly sums: Sums | undefined; readonly said: string }>({
    sums: undefined,
    said: '',
  })
  const quick = live.result?.ok && live.quick?.of === live.result.plan ? live.quick : undefined
  useEffect(() => {
    if (!quick) return
    const sums = sumsOf(quick.of, quick.hold)
    setKept((old) => {
      if (!old.sums) return { sums, said: '' }
      const said = sayChange(old.sums, sums, {
        money: (v) => sayMoney(v, settings.money),
        length: (v) => sayLength(v, settings, 0),
      })
      return said === '' ? { sums, said: old.said } : { sums, said }
    })
  }, [quick, settings])
  return kept.said
}
