import { family, type Plan } from '@verger/core'
import { useMemo } from 'react'
import type { Bench } from '../../bench/useBench.js'
import { endsOf, sayEnd } from './ends.js'

/** Every cut end, to be felt and ticked one by one: those that nothing keeps down first. */
export function EndsList({ plan, bench }: { plan: Plan; bench: Bench }) {
  const ends = useMemo(() => endsOf(plan), [plan])
  const { text } = family(plan.family)
  const { proof } = bench.tally
  const felt = ends.filter((e) => proof[`end-${e.id}`] === 'pass').length
  return (
    <details className="mt-4" open={ends.some((e) => !e.by)}>
      <summary className="min-h-[44px] cursor-pointer text-lg font-semibold">
        Ends, felt with a fingertip: {felt} of {ends.length}
      </summary>
      <ul className="m-0 list-none columns-[260px] gap-x-8 p-0">
        {ends.map((end) => {
          const [name, kept] = sayEnd(end, text)
          const subject = `end-${end.id}`
          return (
            <li key={end.id} className="break-inside-avoid border-b border-line" data-end={end.id}>
              <label className="flex min-h-[44px] items-center gap-3 py-1">
                <input
                  type="checkbox"
                  className="h-5 w-5 shrink-0 accent-copper"
                  checked={proof[subject] === 'pass'}
                  onChange={(e) =>
                    void (e.target.checked
                      ? bench.add('proof', subject, 'pass')
                      : bench.undo('proof', subject))
                  }
                />
                <span className="min-w-0">
                  {name}
                  <span className={end.by ? 'text-soft' : 'font-semibold text-amber'}>
                    {' '}
                    · {end.by ? kept : `▲ ${kept}`}
                  </span>
                </span>
              </label>
            </li>
          )
        })}
      </ul>
    </details>
  )
}
