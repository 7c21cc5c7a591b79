import { family, numberOf, type HoldLine, type Plan } from '@verger/core'
import { useEffect, useState } from 'react'
import { sayIn, sayLength, useSettings } from '../../app/workshop.js'
import type { Bench } from '../../bench/useBench.js'
import { slowWorker } from '../../compute/usePlan.js'
import { readLength, withinReach } from '../../ui/readLength.js'
import type { TapWorth } from './Counter.js'

/** What a tap counts, and the length that was really met: it takes the planned one's place from here on. */
export function Measured({
  bench,
  plan,
  step,
  each,
  misfit,
}: {
  bench: Bench
  plan: Plan
  step: string
  /** What one tap counts, where turns are counted. */
  each: TapWorth | undefined
  misfit: string | undefined
}) {
  const { units } = useSettings()
  const [text, setText] = useState('')
  const option = family(plan.family).measured[step]
  const kept = bench.tally.measured[step]
  const read = withinReach(readLength(text, units))
  return (
    <form
      className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2"
      onSubmit={(e) => {
        e.preventDefault()
        if (read.value === undefined) return
        void bench.add('measured', step, read.value)
        setText('')
      }}
    >
      {each && (
        <label className="flex items-center gap-2">
          one tap is
          <select
            className="border-0 bg-transparent font-semibold"
            aria-label="What one tap counts"
            value={each.worth}
            onChange={(e) => each.set(Number(e.target.value))}
          >
            {[1, 2, 3, 4, 5, 6, 8].map((n) => (
              <option key={n} value={n}>
                {n === 1 ? 'one turn' : `a row of ${n}`}
              </option>
            ))}
          </select>
        </label>
      )}
      {option && (
        <label className="flex min-w-0 flex-1 flex-wrap items-center gap-2">
          it measures
          <input
            className="plain w-24"
            aria-label="It measures"
            placeholder={sayLength(Number(plan.options[option]), { units })}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <button type="submit" className="btn py-1" disabled={read.value === undefined}>
            Take it
          </button>
        </label>
      )}
      {text.trim() !== '' && read.problem && <span className="basis-full text-red">✕ {read.problem}</span>}
      {kept !== undefined && (
        <p className="m-0 basis-full text-[15px] text-soft" data-testid="measured">
          It measured {sayLength(kept, { units })}:{' '}
          {misfit ? (
            <span className="text-red">
              ✕ with that the rest does not fit. {misfit} The steps stay with the plan.
            </span>
          ) : (
            'later steps, lengths and holding go by that.'
          )}{' '}
          <button
            type="button"
            className="border-0 bg-transparent text-copper underline"
            onClick={() => void bench.undo('measured', step)}
          >
            take back
          </button>{' '}
          <HoldNow plan={plan} /> <SpareLeft plan={plan} cut={bench.tally.cut} />
        </p>
      )}
    </form>
  )
}

/** What the wires as they were cut leave at each end, now that something came out otherwise than planned. */
function SpareLeft({ plan, cut }: { plan: Plan; cut: Readonly<Record<string, number>> }) {
  const settings = useSettings()
  const names = family(plan.family).text.wires
  const left = plan.cut.wires
    .filter((w) => cut[w.id] !== undefined)
    .map((w) => {
      const spare = numberOf(w.parts.find((p) => p.kind === 'allowance')!.quantity)
      return { id: w.id, each: (cut[w.id]! - (numberOf(w.length) - spare)) / 2 }
    })
    .sort((a, b) => a.each - b.each)[0]
  if (!left) return null
  return (
    <span className={left.each < 2 ? 'text-red' : ''} data-testid="spare-left">
      {left.each < 2 && '✕ '}The {(names[left.id] ?? left.id).toLowerCase()} then has{' '}
      {sayLength(Math.max(0, left.each), settings)} to spare at each end.
    </span>
  )
}

/** Holding of the piece as it is becoming, once something was measured that differs from the plan. */
function HoldNow({ plan }: { plan: Plan }) {
  const settings = useSettings()
  const [line, setLine] = useState<HoldLine>()
  useEffect(() => {
    let live = true
    void slowWorker()
      .hold(plan)
      .then((found) => live && setLine(found.line))
    return () => {
      live = false
    }
  }, [plan])
  return (
    <strong className="text-ink" data-testid="hold-now">
      {line ? `${line.word} ${sayIn(line.say, settings)}` : 'Working out whether it holds …'}
    </strong>
  )
}
