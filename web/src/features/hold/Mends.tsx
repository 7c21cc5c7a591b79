import {
  BETTER,
  byWorth,
  family,
  fill,
  inUnits,
  mendMoves,
  numberOf,
  pairsOf,
  type Mend,
  type Options,
  type Plan,
  type WorkshopSettings,
} from '@verger/core'
import { useEffect, useRef, useState } from 'react'
import { slowWorker } from '../../compute/usePlan.js'
import { VerdictMark } from './VerdictMark.js'

/** Most mends that are shown. */
const SHOWN = 6

/** What would make it hold, each planned and checked; they come one after the other, the cheapest sound one first. */
export function Mends({
  plan,
  share,
  settings,
  onTake,
}: {
  plan: Plan
  /** Share of what is asked that it bears now. */
  share: number
  settings: WorkshopSettings
  onTake: (options: Options) => void
}) {
  const [found, setFound] = useState<readonly Mend[]>()
  const [busy, setBusy] = useState(false)
  const turn = useRef(0)
  // another plan: what was found belongs to the one before
  useEffect(() => {
    turn.current++
    setFound(undefined)
    setBusy(false)
  }, [plan])
  const look = async () => {
    const mine = ++turn.current
    const fresh = () => mine === turn.current
    const request = { stone: plan.stone, family: plan.family, options: plan.options, settings }
    const wire = numberOf(plan.cut.mass)
    const moves = mendMoves(request)
    const tried: Mend[] = []
    setBusy(true)
    setFound([])
    const attempt = async (set: typeof moves) => {
      const made = await slowWorker().tryMend(request, wire, [...set])
      if (!fresh()) return false
      if (made) tried.push(made)
      setFound(tried.filter((t) => t.verdict === 'sound' || t.share > share * BETTER).sort(byWorth))
      return true
    }
    for (const m of moves) if (!(await attempt([m]))) return
    for (const pair of pairsOf(moves, tried, { wire, share })) {
      if (!(await attempt(pair))) return
      if (tried[tried.length - 1]?.moves.length === 2 && tried[tried.length - 1]?.verdict === 'sound') break
    }
    if (fresh()) setBusy(false)
  }
  const { moves: words, prices } = family(plan.family).text
  const say = ({ id, values }: Mend['moves'][number]) =>
    fill(
      settings.units === 'mm' ? (words[id] ?? id) : inUnits(words[id] ?? id, values, settings.units),
      values,
    )
  return (
    <section aria-label="Mends">
      {found === undefined ? (
        <button type="button" className="btn mt-2 py-1" onClick={() => void look()}>
          Look for a mend
        </button>
      ) : (
        <>
          <ul className="m-0 list-none p-0">
            {found.slice(0, SHOWN).map((m) => {
              return (
                <li
                  key={m.moves.map((x) => `${x.id}${JSON.stringify(x.values)}`).join()}
                  className="flex items-baseline gap-3 border-b border-line py-1"
                >
                  <VerdictMark verdict={m.verdict} />
                  <span className="min-w-0 flex-1">
                    {m.moves
                      .map(say)
                      .map((text, i) => (i === 0 ? text : text.charAt(0).toLowerCase() + text.slice(1)))
                      .join(', and ')}
                    : {Math.round(m.times)} times its weight,{' '}
                    {m.wire > 0.05
                      ? `${m.wire.toFixed(1)} g of wire more`
                      : m.wire < -0.05
                        ? 'less wire'
                        : 'no more wire'}
                    {m.verdict === 'doubtful' &&
                      `, ${Math.min(99, Math.floor(100 * m.share))} % of what is asked with what a hand misses by`}
                    <span className="block text-[15px] text-soft">
                      {[...new Set(m.moves.flatMap((x) => prices[x.id] ?? []))].join('; ')}
                    </span>
                  </span>
                  <button
                    type="button"
                    className="border-0 bg-transparent p-0 font-semibold text-copper underline"
                    onClick={() => onTake({ ...plan.options, ...m.change })}
                  >
                    Do it
                  </button>
                </li>
              )
            })}
          </ul>
          {busy ? (
            <p className="m-0 text-[15px] text-soft" role="status">
              Trying others …
            </p>
          ) : (
            found.length === 0 && (
              <p className="m-0" role="status">
                ▲ Nothing that was tried mends it: other places for the bends, or another setting, are needed.
              </p>
            )
          )}
        </>
      )}
    </section>
  )
}
