import {
  byGain,
  careOf,
  family,
  fill,
  inUnits,
  type BenchMend,
  type BenchMove,
  type Plan,
} from '@verger/core'
import { useQuery } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { sayLength, useSettings } from '../../app/workshop.js'
import type { Bench } from '../../bench/useBench.js'
import { slowWorker } from '../../compute/usePlan.js'
import { VerdictMark } from '../hold/VerdictMark.js'

/** Words of what a mend may do to the stone. */
const RISK: Readonly<Record<BenchMove['risk'], string>> = {
  none: 'nothing touches the stone',
  edge: 'presses near the edge: jaws on the wire, never on the stone',
  scratch: 'the wire’s end passes over the face: cover it with tape',
}

/** A mend holds at least so many times what there is. */
const GAIN = 1.02

/** The piece after what was done at its bench: its design and its line. */
export function useAfterBench(plan: Plan | undefined, mended: readonly BenchMove[]) {
  return useQuery({
    queryKey: ['after-bench', plan?.family, plan?.stone, plan?.options, mended],
    queryFn: async () => (await slowWorker().afterBench(plan!, [...mended])) ?? null,
    enabled: plan !== undefined && mended.length > 0,
  })
}

/** What can still be done with the stone in: each worked out, done with one action and taken back with one. */
export function BenchMends({ plan, bench }: { plan: Plan; bench: Bench }) {
  const { units } = useSettings()
  const mended = bench.tally.mended as readonly BenchMove[]
  const [found, setFound] = useState<readonly BenchMend[]>()
  const [now, setNow] = useState<number>()
  const [busy, setBusy] = useState(false)
  const turn = useRef(0)
  const words = family(plan.family).text.moves
  const say = ({ id, values }: BenchMove) =>
    fill(units === 'mm' ? (words[id] ?? id) : inUnits(words[id] ?? id, values, units), values)
  const look = async () => {
    const mine = ++turn.current
    setBusy(true)
    setFound([])
    const tried: BenchMend[] = []
    const before = await slowWorker().afterBench(plan, [...mended])
    if (mine !== turn.current) return
    setNow(before?.hold.timesWeight)
    for (const move of await slowWorker().benchMoves(plan, [...mended])) {
      const one = await slowWorker().tryBench(plan, [...mended], move)
      if (mine !== turn.current) return
      // what gains nothing is no mend
      if (one && one.times > GAIN * (before?.hold.timesWeight ?? 0)) tried.push(one)
      setFound([...tried].sort(byGain))
    }
    setBusy(false)
  }
  const stop = () => {
    turn.current++
    setBusy(false)
    setFound(undefined)
  }
  const careful = careOf(plan.stone).some((c) => c === 'pressing' || c === 'soft')
  return (
    <section aria-label="Mends at the bench" className="mb-3">
      {mended.length > 0 && (
        <ul className="m-0 list-none p-0">
          {mended.map((m, i) => (
            <li key={i} className="flex items-baseline gap-3 border-b border-line py-1 text-lg">
              <span aria-hidden>✓</span>
              <span className="flex-1">{say(m)}: done.</span>
              {i === mended.length - 1 && (
                <button
                  type="button"
                  className="border-0 bg-transparent p-0 font-semibold text-copper underline"
                  onClick={() => {
                    stop()
                    void bench.undo('mended', m.id)
                  }}
                >
                  Take it back
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      {found === undefined ? (
        <button type="button" className="btn mt-1 py-1" onClick={() => void look()}>
          What can still be done
        </button>
      ) : (
        <>
          {now !== undefined && (
            <p className="m-0">
              {now > 0
                ? `As it is, ${Math.round(now)} times its weight by the first check.`
                : 'As it is, the stone slips out.'}
            </p>
          )}
          <ul className="m-0 list-none p-0">
            {found.map((m) => (
              <li
                key={`${m.move.id}${JSON.stringify(m.move.values)}`}
                className="flex items-baseline gap-3 border-b border-line py-1"
              >
                <VerdictMark verdict={m.verdict} />
                <span className="min-w-0 flex-1">
                  <strong>{say(m.move)}</strong>:{' '}
                  {m.caught ? `${Math.round(m.times)} times its weight` : 'it would still slip out'}
                  <span className="block text-[15px] text-soft">
                    {m.move.wire > 0
                      ? `About ${sayLength(m.move.wire, { units }, 0)} of fine wire`
                      : 'No new wire'}
                    ; {RISK[m.move.risk]}
                    {careful && m.move.risk !== 'none' && '. This stone does not forgive a slip'}.
                  </span>
                </span>
                <button
                  type="button"
                  className="border-0 bg-transparent p-0 font-semibold text-copper underline"
                  onClick={() => {
                    stop()
                    void bench.add('mended', m.move.id, JSON.stringify(m.move))
                  }}
                >
                  Done
                </button>
              </li>
            ))}
          </ul>
          <p className="m-0 text-[15px] text-soft" role="status">
            {busy
              ? 'Trying others …'
              : found.length === 0
                ? '▲ Nothing that was tried gains anything with the stone in. Take it out and mend the frame, or plan it anew.'
                : 'Worked out by the first check, on the piece as it was planned. Try it over the cloth again after each.'}
          </p>
        </>
      )}
    </section>
  )
}
