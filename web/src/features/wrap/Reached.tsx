import { family, reachedAt, type HoldLine, type Plan } from '@verger/core'
import { useEffect, useState } from 'react'
import { usePlanSettings } from '../../app/planSettings.js'
import { sayIn, sayLength, useSettings } from '../../app/workshop.js'
import type { Bench } from '../../bench/useBench.js'
import { quickWorker, slowWorker } from '../../compute/usePlan.js'
import { readLength, withinReach } from '../../ui/readLength.js'

/** How far a bend really came over the stone: recorded, and what the piece holds if all of its face come no further. The plan stays. */
export function Reached({ bench, plan, step }: { bench: Bench; plan: Plan; step: string }) {
  const settings = useSettings()
  const [text, setText] = useState('')
  const chosen = family(plan.family)
  const option = reachedAt(chosen, step)
  if (option === undefined) return null
  const planned = Number(plan.options[option])
  const read = withinReach(readLength(text, settings.units))
  const reached = Object.entries(bench.tally.measured).filter(([id]) => reachedAt(chosen, id) === option)
  const least = Math.min(...reached.map(([, met]) => met))
  const here = bench.tally.measured[step]
  const say = (v: number) => sayLength(v, settings)
  return (
    <form
      className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-1"
      onSubmit={(e) => {
        e.preventDefault()
        if (read.value === undefined) return
        void bench.add('measured', step, read.value)
        setText('')
      }}
    >
      <label className="flex min-w-0 flex-wrap items-center gap-2">
        it reaches
        <input
          className="plain w-24"
          aria-label="It reaches"
          placeholder={say(planned)}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <button type="submit" className="btn py-1" disabled={read.value === undefined}>
          Keep it
        </button>
      </label>
      {text.trim() !== '' && read.problem && <span className="basis-full text-red">✕ {read.problem}</span>}
      {here !== undefined && (
        <p className="m-0 basis-full text-[15px] text-soft" data-testid="reached">
          This one reached {say(here)} of {say(planned)}.{' '}
          <button
            type="button"
            className="border-0 bg-transparent p-0 text-copper underline"
            onClick={() => void bench.undo('measured', step)}
          >
            take back
          </button>{' '}
          {least < planned - 0.05 && (
            <>
              If all of this face reach {say(least)}: <HoldIf plan={plan} option={option} value={least} />
            </>
          )}
        </p>
      )}
    </form>
  )
}

/** What the piece holds with one figure of its plan otherwise. */
function HoldIf({ plan, option, value }: { plan: Plan; option: string; value: number }) {
  const settings = useSettings()
  const by = usePlanSettings()
  const [line, setLine] = useState<HoldLine | null>()
  useEffect(() => {
    let live = true
    setLine(undefined)
    if (!by) return
    const find = async () => {
      const { stone, family: id } = plan
      const options = { ...plan.options, [option]: value }
      const made = await quickWorker().plan({ stone, family: id, options, settings: by })
      return made.ok ? (await slowWorker().hold(made.plan)).line : null
    }
    find().then(
      (found) => live && setLine(found),
      () => live && setLine(null),
    )
    return () => {
      live = false
    }
  }, [plan, option, value, by])
  if (line === undefined) return <>working out whether it holds …</>
  return (
    <strong className="text-ink" data-testid="hold-if">
      {line ? `${line.word} ${sayIn(line.say, settings)}` : 'no bend to hold it. Bend them further.'}
    </strong>
  )
}
