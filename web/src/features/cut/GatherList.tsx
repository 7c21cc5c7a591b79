import { GATHERED, type Plan } from '@verger/core'
import { useMemo, useState } from 'react'
import { useSettings } from '../../app/workshop.js'
import { gathered } from './gathered.js'

const TITLES = { stones: 'Stone', wires: 'Wire', beads: 'Beads', tools: 'Tools', aids: 'Aids' } as const

/** Everything to lay ready for a plan, to be ticked as it comes to the bench: what is ticked is not kept. */
export function GatherList({ plan, wide = false }: { plan: Plan; wide?: boolean }) {
  const settings = useSettings()
  const [there, setThere] = useState<ReadonlySet<string>>(new Set())
  const list = useMemo(() => gathered(plan, settings), [plan, settings])
  const tick = (what: string, on: boolean) =>
    setThere((now) => new Set(on ? [...now, what] : [...now].filter((x) => x !== what)))
  return (
    <div className={wide ? 'mt-5 grid gap-x-8 gap-y-4 sm:grid-cols-2' : 'grid gap-y-4'}>
      {GATHERED.map((as) => {
        const own = list.filter((g) => g.as === as)
        if (own.length === 0) return null
        return (
          <section key={as} aria-label={TITLES[as]}>
            <h3 className="text-[17px] text-soft">{TITLES[as]}</h3>
            <ul className="list-none p-0">
              {own.map(({ what, amount = '' }) => (
                <li key={what + amount} className="border-b border-line">
                  <label className="flex min-h-[44px] items-center gap-3 py-1.5">
                    <input
                      type="checkbox"
                      className="h-5 w-5 shrink-0 accent-copper"
                      checked={there.has(what + amount)}
                      onChange={(e) => tick(what + amount, e.target.checked)}
                    />
                    <span className={`min-w-0 ${there.has(what + amount) ? 'text-soft line-through' : ''}`}>
                      {what}
                      {amount && <span className="text-soft"> · {amount}</span>}
                    </span>
                  </label>
                </li>
              ))}
            </ul>
          </section>
        )
      })}
    </div>
  )
}
