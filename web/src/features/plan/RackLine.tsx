import { neededBy, stockName, type CutList } from '@verger/core'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { sayWire, useSettings } from '../../app/workshop.js'
import { useCuttingPlan, useRack } from '../rack/useRack.js'

/** A plan stands still for so long before the rack is looked through for it, ms. */
const PAUSE = 900

/** Whether the rack has the wire of a plan, told before it is cut. Nothing where nothing lies on the rack. */
export default function RackLine({ cut }: { cut: CutList }) {
  const settings = useSettings()
  const { rows } = useRack()
  const [needs, setNeeds] = useState<ReturnType<typeof neededBy>>([])
  useEffect(() => {
    const wait = setTimeout(() => setNeeds(neededBy(cut)), PAUSE)
    return () => clearTimeout(wait)
  }, [cut])
  const { plan } = useCuttingPlan(needs, rows, settings.rack)
  if (!plan || !rows?.some((r) => r.gone === null)) return null
  const lacking = new Map<string, number>()
  for (const { stock, length } of plan.short)
    lacking.set(stockName(stock), (lacking.get(stockName(stock)) ?? 0) + length)
  const rack = (
    <Link className="text-copper underline" to="/rack">
      rack
    </Link>
  )
  return (
    <p className="mt-2 mb-0 text-[15px]" data-lacking={lacking.size}>
      {lacking.size === 0 ? (
        <span className="text-soft">The {rack} has all of it.</span>
      ) : (
        <>
          <span className="text-amber">
            <span aria-hidden>▲ </span>Not on the {rack}:
          </span>{' '}
          {[...lacking].map(([stock, length]) => `${sayWire(length, settings)} of ${stock}`).join('; ')}.
        </>
      )}
    </p>
  )
}
