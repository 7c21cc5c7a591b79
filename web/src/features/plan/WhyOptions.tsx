import {
  family as familyOf,
  fill,
  planText,
  sayWay,
  stoneText,
  type Barrier,
  type Decided,
  type OptionValue,
  type Plan,
  type WorkshopSettings,
} from '@verger/core'
import { useQueries } from '@tanstack/react-query'
import { useState } from 'react'
import { sayLength } from '../../app/workshop.js'
import { slowWorker } from '../../compute/usePlan.js'

interface Asked {
  readonly plan: Plan
  readonly settings: WorkshopSettings
  readonly onTake: (id: string, value: OptionValue) => void
}

/** What decides each choice: the next one that takes less metal, planned and checked, and what stands in its way. */
export function WhyOptions({ plan, settings, onTake }: Asked) {
  const [open, setOpen] = useState(false)
  return (
    <div className="mt-3">
      <button
        type="button"
        className="border-0 bg-transparent p-0 font-semibold text-copper underline"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        What decides these choices
      </button>
      {open && <Rows plan={plan} settings={settings} onTake={onTake} />}
    </div>
  )
}

function Rows({ plan, settings, onTake }: Asked) {
  const chosen = familyOf(plan.family)
  const { stone, options } = plan
  const found = useQueries({
    queries: chosen.decides.map((option) => ({
      queryKey: ['why', option, stone, plan.family, options, settings],
      queryFn: () => slowWorker().whyOption(plan, option, settings),
      gcTime: 60_000,
    })),
  })
  const say = (option: string, value: OptionValue): string => {
    const p = chosen.params(stone).find((x) => x.id === option)
    if (typeof value === 'object') return value.length === 0 ? 'none' : `${value.join(', ')} o’clock`
    return p && 'unit' in p && p.unit === 'mm' ? sayLength(Number(value), settings) : String(value)
  }
  return (
    <table className="mt-1 w-full border-collapse text-[15px]" aria-label="What decides these choices">
      <thead className="text-left text-soft">
        <tr>
          <th className="py-1 pr-3 font-normal">Choice</th>
          <th className="py-1 pr-3 font-normal">Less metal would be</th>
          <th className="py-1 font-normal">What stands in its way</th>
        </tr>
      </thead>
      <tbody>
        {chosen.decides.map((option, i) => {
          const { data, error } = found[i]!
          const name = chosen.text.params[option] ?? option
          return (
            <tr key={option} className="border-t border-line align-baseline">
              <th scope="row" className="py-1 pr-3 text-left font-semibold">
                {name}: {say(option, options[option]!)}
              </th>
              <td className="py-1 pr-3 whitespace-nowrap">
                {data?.next !== undefined && say(option, data.next)}
                {data?.saves !== undefined && <span className="text-soft"> −{data.saves.toFixed(2)} g</span>}
              </td>
              <td className="py-1">
                {error && <span className="text-red">✕ {error.message}</span>}
                {!data && !error && <span className="text-soft">Working it out …</span>}
                {data && (
                  <Why
                    familyId={plan.family}
                    decided={data}
                    settings={settings}
                    onTake={(value) => onTake(option, value)}
                  />
                )}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

function Why({
  familyId,
  decided: { next, barrier, thinnest },
  settings,
  onTake,
}: {
  familyId: string
  decided: Decided
  settings: WorkshopSettings
  onTake: (value: OptionValue) => void
}) {
  if (next === undefined)
    return (
      <span className="text-soft">
        {thinnest ? 'It is the thinnest wire that this setting takes.' : 'Neither way takes less metal.'}
      </span>
    )
  if (!barrier)
    return (
      <span className="text-verdigris">
        ◆ Nothing: it would hold soundly too.{' '}
        <button
          type="button"
          className="border-0 bg-transparent p-0 font-semibold text-copper underline"
          onClick={() => onTake(next)}
        >
          Take it
        </button>
      </span>
    )
  return <span>{sayBarrier(familyId, barrier, settings)}</span>
}

const percent = (share: number): string => `${Math.min(99, Math.floor(100 * share))} %`

/** What stands in the way of a choice, in words. */
function sayBarrier(familyId: string, b: Barrier, settings: WorkshopSettings): string {
  switch (b.kind) {
    case 'error':
    case 'doubt':
      return fill(
        { ...stoneText, ...planText, ...familyOf(familyId).text.findings }[b.finding.code] ?? b.finding.code,
        b.finding.values,
      )
    case 'hidden':
      return `It would hide ${b.percent.toFixed(0)} % of the face; ${settings.hidden} % is the most.`
    case 'out':
      return `The stone could leave ${sayWay(b.way)}.`
    case 'pull':
      return `It would bear ${percent(b.share)} of what is asked of it.`
    case 'careful':
      return b.share <= 0
        ? 'With bends as short and as much play as a hand leaves, the stone could slip out.'
        : `With bends as short and as much play as a hand leaves, it would bear ${percent(b.share)} of what is asked of it.`
    default: {
      const never: never = b
      throw new RangeError(`unknown barrier ${JSON.stringify(never)}`)
    }
  }
}
