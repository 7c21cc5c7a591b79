import type { Me, PieceRow } from '@verger/contract'
import { family, holdsOn, type BenchMove, type HoldLine, type Plan } from '@verger/core'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { api, ApiError } from '../../app/api.js'
import { useMoveOn, useSavedPlan } from '../../app/savedPlan.js'
import { keeperOf } from '../../app/session.js'
import { useBench } from '../../bench/useBench.js'
import { PieceDrawing } from '../../drawing/PieceDrawing.js'
import { boundsOf } from '../../drawing/shown.js'
import { InSpace } from '../../solid/InSpace.js'
import { Judgement } from '../../ui/Judgement.js'
import { PieceFrame } from '../../ui/PieceFrame.js'
import { BenchMends, useAfterBench } from './BenchMends.js'
import { checksOf } from './checks.js'
import { EndsList } from './EndsList.js'

/** The inspection of this piece: what to try, pass or fail, with what the plan expected beside it. */
export default function ProofPage({ me }: { me: Me }) {
  const { pieceId = '' } = useParams()
  const bench = useBench(keeperOf(me), pieceId)
  const saved = useSavedPlan(bench)
  const moveOn = useMoveOn()
  const navigate = useNavigate()
  const finish = useMutation({
    mutationFn: async (piece: PieceRow) => {
      await api.finish(piece.id)
      await moveOn(piece, 'ledger')
    },
    // what it holds is still being checked: it is asked again until that is there
    retry: (tries, error) => tries < 10 && isBusy(error),
    retryDelay: 2000,
  })
  const mended = bench.tally.mended as readonly BenchMove[]
  const after = useAfterBench(saved.ready ? saved.plan : undefined, mended).data ?? undefined
  if (!saved.ready) return saved.waiting
  const { piece, plan } = saved
  const chosen = family(plan.family)
  const tried = checksOf(plan, piece.plan!.hold)
  const checks = tried.map((c) => c.id)
  const { proof, notes } = bench.tally
  const failed = checks.filter((c) => proof[c] === 'fail')
  const untried = checks.filter((c) => proof[c] === undefined)
  const holds = holdsOn(plan.design, bench.tally.stepsDone)
  const reason = bench.tally.reasons.ready
  const open = failed.length + untried.length
  const shown = (mended.length > 0 && after?.design) || plan.design
  const b = boundsOf(shown, plan.stone, 'front')
  const { hold } = piece.plan!
  // what was mended since stands in place of what was planned
  const line: HoldLine | undefined =
    mended.length > 0 && after
      ? {
          ...after.line,
          more: `As it was mended, by the first check. ${hold ? `The plan expected ${Math.round(hold.timesWeight)} times its weight.` : ''}`,
        }
      : hold
        ? { ...hold, more: 'What the plan expected. What you find here decides.' }
        : undefined
  return (
    <PieceFrame piece={piece} here="proof" plan={plan}>
      <h1 className="text-[34px]">Prove it over a folded cloth</h1>
      <div className="grid flex-1 gap-10 lg:grid-cols-[minmax(0,1fr)_300px]">
        <div>
          <ul className="m-0 list-none p-0">
            {tried.map(({ id: c, say }) => (
              <li key={c} className="border-b border-line py-2" data-check={c}>
                <div className="flex flex-wrap items-center gap-4">
                  <span className="min-w-0 flex-1 basis-80 text-lg">
                    {say}
                    {proof[c] === 'fail' && <Mend plan={plan} piece={piece} check={c} />}
                  </span>
                  <span className="flex gap-2" role="group" aria-label={say}>
                    <button
                      type="button"
                      aria-pressed={proof[c] === 'pass'}
                      className={`btn ${proof[c] === 'pass' ? 'border-verdigris bg-verdigris-wash text-verdigris' : ''}`}
                      onClick={() => void bench.add('proof', c, 'pass')}
                    >
                      ◆ Holds
                    </button>
                    <button
                      type="button"
                      aria-pressed={proof[c] === 'fail'}
                      className={`btn ${proof[c] === 'fail' ? 'border-red bg-red-wash text-red' : ''}`}
                      onClick={() => void bench.add('proof', c, 'fail')}
                    >
                      ✕ Fails
                    </button>
                  </span>
                </div>
                {proof[c] === 'fail' && (
                  <p className="m-0 text-red">✕ Mend it with the stone in, below, or go back to Wrap.</p>
                )}
                <CheckNote
                  onKeep={(text) => void bench.add('note', c, text)}
                  notes={notes.filter((n) => n.subject === c).map((n) => n.text)}
                />
              </li>
            ))}
          </ul>
          <EndsList plan={plan} bench={bench} />
          {((hold && hold.verdict !== 'sound') || failed.length > 0 || mended.length > 0) && (
            <>
              <h2 className="mt-4 text-2xl">Mending it with the stone in</h2>
              <BenchMends plan={plan} bench={bench} />
            </>
          )}
        </div>
        <InSpace
          drawing={
            <svg
              viewBox={`${b.x0 - 1} ${b.y0 - 1} ${b.x1 - b.x0 + 2} ${b.y1 - b.y0 + 2}`}
              className="h-[420px] w-full"
              role="img"
              aria-label="The finished piece"
            >
              <PieceDrawing design={shown} stone={plan.stone} view="front" />
            </svg>
          }
          design={shown}
          stone={plan.stone}
          names={chosen.text.wires}
          saveAs={piece.name || 'piece'}
          className="h-[420px]"
        />
      </div>
      <div className="mt-4 flex flex-wrap items-center justify-end gap-4">
        {holds.length > 0 && (
          <p className="m-0 w-full text-lg text-red" role="alert">
            <span aria-hidden>✕ </span>
            {holds.map((h) => HOLDS[h.hold] ?? h.hold).join(' and ')} still on by the steps you ticked.{' '}
            <Link
              to={`/pieces/${piece.id}/wrap?step=${holds[0]!.off ?? ''}`}
              className="text-copper underline"
            >
              To the step that takes it off
            </Link>
          </p>
        )}
        {open > 0 && (
          <fieldset className="m-0 flex w-full flex-wrap items-center gap-2 border-0 p-0">
            <legend className="float-left mr-2 p-0 text-lg text-soft">
              {failed.length > 0 && `${failed.length} failed. `}
              {untried.length > 0 && `${untried.length} not tried. `}Ready all the same, because:
            </legend>
            {REASONS.map((r) => (
              <button
                key={r}
                type="button"
                className={`btn py-1 ${reason === r ? 'bg-copper-wash' : ''}`}
                aria-pressed={reason === r}
                onClick={() => void bench.add('reason', 'ready', r)}
              >
                {r}
              </button>
            ))}
          </fieldset>
        )}
        <span className="text-lg text-soft">
          {open === 0 && holds.length === 0 && 'Everything holds.'}{' '}
          {finish.isPending && finish.failureCount > 0
            ? 'What it holds is still being checked; it goes to the ledger as soon as that is there.'
            : finish.error?.message}
        </span>
      </div>
      <div className="sticky bottom-0 mt-4 bg-paper pt-1 pb-2">
        <Judgement line={line} busy={!line}>
          <button
            type="button"
            className="btn btn-main text-lg"
            disabled={finish.isPending || holds.length > 0 || (open > 0 && reason === undefined)}
            onClick={() =>
              finish.mutate(piece, { onSuccess: () => void navigate(`/pieces/${piece.id}/ledger`) })
            }
          >
            Ready: to the ledger
          </button>
        </Judgement>
      </div>
    </PieceFrame>
  )
}

const isBusy = (error: Error): boolean => error instanceof ApiError && error.problem.type === 'verger:busy'

/** Words for the temporary holds. */
const HOLDS: Readonly<Record<string, string>> = { tape: 'The tape is', tie: 'The scrap tie is' }

const REASONS = ['Mended since', 'Tried in another way', 'For show, not for wear'] as const

/** Way back from a failed check to the step that mends it. */
function Mend({ plan, piece, check }: { plan: Plan; piece: PieceRow; check: string }) {
  const starts = family(plan.family).mends[check] ?? []
  const step = starts
    .map((start) => [...plan.steps].reverse().find((s) => s.id.startsWith(start)))
    .find((s) => s !== undefined)
  if (!step) return null
  return (
    <Link to={`/pieces/${piece.id}/wrap?step=${step.id}`} className="ml-3 text-copper underline">
      Mend it: {step.title.charAt(0).toLowerCase() + step.title.slice(1)}
    </Link>
  )
}

function CheckNote({ onKeep, notes }: { onKeep: (text: string) => void; notes: readonly string[] }) {
  const [text, setText] = useState('')
  const [open, setOpen] = useState(false)
  const keep = () => {
    if (text.trim()) onKeep(text.trim())
    setText('')
    setOpen(false)
  }
  return (
    <div className="flex flex-wrap items-center gap-x-4 text-[15px]">
      {notes.length > 0 && <span className="text-soft">• {notes.join(' • ')}</span>}
      {open ? (
        <form
          className="flex flex-1 items-center gap-3"
          onSubmit={(e) => {
            e.preventDefault()
            keep()
          }}
        >
          <input
            className="plain max-w-md py-0.5"
            aria-label="Note for this check"
            autoFocus
            maxLength={2000}
            value={text}
            onChange={(e) => setText(e.target.value)}
            onBlur={keep}
          />
        </form>
      ) : (
        <button
          type="button"
          className="border-0 bg-transparent p-0 text-copper underline"
          onClick={() => setOpen(true)}
        >
          note
        </button>
      )}
    </div>
  )
}
