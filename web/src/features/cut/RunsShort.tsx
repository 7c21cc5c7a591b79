import type { Plan } from '@verger/core'
import { Link } from 'react-router'
import { sayLength, useSettings } from '../../app/workshop.js'
import { chancesOf, oneIn } from '../learned/chances.js'
import { useLearned } from '../learned/useLearned.js'

/** How likely a wire runs short, and what would keep it within what is allowed. */
export function RunsShort({ plan, piece }: { plan: Plan; piece: string }) {
  const settings = useSettings()
  const learned = useLearned()
  const { whole, joined, allowed, spare, has, from } = chancesOf(plan, learned, settings.runShort)
  const known = (
    <Link to="/learned" className="text-copper underline">
      {from === 0 ? 'by the habit: nothing of your own yet' : `from ${from} or more wires of your own`}
    </Link>
  )
  const over = whole > allowed.whole || joined > allowed.joined
  return (
    <section aria-label="Never short" className="mb-6 text-[15px]" data-whole={whole} data-joined={joined}>
      <h2 className="text-2xl">Never short</h2>
      <p className="m-0">
        {plan.cut.wires.length > 0 && (
          <>
            One of the wires that are cut whole runs short: <strong>{oneIn(whole)}</strong>.{' '}
          </>
        )}
        {plan.cut.spools.length > 0 && (
          <>
            What is wound: <strong>{oneIn(joined)}</strong>, and is joined then.{' '}
          </>
        )}
        {known}
      </p>
      {over && (
        <p className="m-0 text-amber">
          <span aria-hidden>▲ </span>
          You allow {oneIn(allowed.whole)} and {oneIn(allowed.joined)}.{' '}
          {whole > allowed.whole && (
            <>
              {sayLength(Math.ceil(spare), settings, 0)} spare at each end keeps the whole ones within that;
              they have {sayLength(has, settings, 0)}.{' '}
              <Link className="text-copper underline" to={`/pieces/${piece}/plan`}>
                Change it at Plan.
              </Link>
            </>
          )}
        </p>
      )}
    </section>
  )
}
