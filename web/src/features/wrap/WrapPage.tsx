import type { Me, PieceRow } from '@verger/contract'
import {
  bendTemplates,
  family,
  seenFrom,
  stepOf,
  turnsCounted,
  withCautions,
  type Plan,
  type Seen,
  liesFlat,
} from '@verger/core'
import { useCallback, useEffect, useMemo, useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { useMoveOn, useSavedPlan } from '../../app/savedPlan.js'
import { keeperOf } from '../../app/session.js'
import { useAwake } from '../../app/useAwake.js'
import { useWide } from '../../app/useWide.js'
import { useSettings } from '../../app/workshop.js'
import { useBench, type Bench } from '../../bench/useBench.js'
import { PieceFrame } from '../../ui/PieceFrame.js'
import { Counter, useTapWorth } from './Counter.js'
import { EndsList } from '../proof/EndsList.js'
import { Measured } from './Measured.js'
import { Note } from './Note.js'
import { Outline } from './Outline.js'
import { BendTemplate } from '../../drawing/BendTemplate.js'
import { AtWork } from '../photos/AtWork.js'
import { BatchLine } from '../repeat/BatchLine.js'
import { Reached } from './Reached.js'
import { UsuallyMet } from './UsuallyMet.js'
import { Rest } from './Rest.js'
import { StepDrawing } from './StepDrawing.js'
import { stepState } from './stepState.js'
import { clock, useTimer } from './timer.js'

/** One step at a time, large, with its state drawn, a counter, a timer and a note. */
export default function WrapPage({ me }: { me: Me }) {
  const { pieceId = '' } = useParams()
  const bench = useBench(keeperOf(me), pieceId)
  const saved = useSavedPlan(bench)
  const moveOn = useMoveOn()
  const navigate = useNavigate()
  if (!saved.ready) return saved.waiting
  const { piece, plan } = saved
  return (
    <Wrap
      key={piece.id}
      plan={plan}
      bench={bench}
      piece={piece}
      misfit={saved.misfit}
      onReady={() => void moveOn(piece, 'proof').then(() => navigate(`/pieces/${piece.id}/proof`))}
    />
  )
}

function Wrap({
  plan,
  bench,
  piece,
  misfit,
  onReady,
}: {
  plan: Plan
  bench: Bench
  piece: PieceRow
  misfit: string | undefined
  onReady: () => void
}) {
  const { steps, design } = plan
  const done = useMemo(() => new Set(bench.tally.stepsDone), [bench.tally.stepsDone])
  const firstOpen = steps.findIndex((s) => !done.has(s.id))
  const [asked] = useSearchParams()
  const named = steps.findIndex((s) => s.id === asked.get('step'))
  const [at, setAt] = useState(named >= 0 ? named : firstOpen < 0 ? steps.length - 1 : firstOpen)
  const [turned, setTurned] = useState<string>()
  const [checked, setChecked] = useState<string>()
  const each = useTapWorth()
  const turns = bench.tally.turns[steps[at]!.id] ?? 0
  const { hand, units, rest } = useSettings()
  const elapsed = useTimer(bench, steps[at]!.id)

  const op = design.operations[at]!
  const names = family(plan.family).text.wires
  const [lit, setLit] = useState<string>()
  const usual = seenFrom(op)
  const seen: Seen = turned === op.id ? (usual === 'front' ? 'back' : 'front') : usual
  const step = useMemo(
    () => withCautions(stepOf(design, op, family(plan.family).text.steps, seen, units), plan.stone, design),
    [design, op, plan, seen, units],
  )
  const gated = step.final && !done.has(step.id) && checked !== step.id
  const placesCounted = op.places ? turns : undefined
  const templates = useMemo(() => bendTemplates(design), [design])
  const { wires, were, worked, accents, bound, stone, stones } = useMemo(
    () => stepState(design, at, placesCounted),
    [design, at, placesCounted],
  )
  const shownTurns = useMemo(
    () => ({
      ...Object.fromEntries(bound.map((j) => [j, Infinity])),
      ...(step.count ? turnsCounted(design, step.count, turns) : {}),
    }),
    [bound, design, step, turns],
  )

  // places and repeats are ticked one by one, however many turns a tap stands for
  const worth = step.count?.of === 'turns' ? each.worth : 1
  const count = useCallback(() => {
    void bench.add('turn', step.id, undefined, worth)
  }, [bench, worth, step.id])
  const back = useCallback(() => void bench.undo('turn', step.id, worth), [bench, worth, step.id])
  const next = useCallback(() => {
    if (gated) return
    if (!done.has(step.id)) void bench.add('step-done', step.id)
    if (at < steps.length - 1) setAt(at + 1)
    else onReady()
  }, [at, bench, done, gated, onReady, step.id, steps.length])

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const target = e.target as HTMLElement
      if (/INPUT|TEXTAREA|SELECT/.test(target.tagName)) return
      if (e.code === 'Space' && step.count) {
        e.preventDefault()
        if (!e.repeat) count()
      } else if (e.code === 'Backspace' && step.count) {
        e.preventDefault()
        if (!e.repeat) back()
      } else if (e.code === 'Enter' && target.tagName !== 'BUTTON' && target.tagName !== 'A') {
        e.preventDefault()
        if (!e.repeat) next()
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [back, count, next, step.count])

  const wide = useWide()
  const check = step.look && (
    <p className="min-w-0 border-l-[6px] border-amber bg-amber-wash px-4 py-2 text-lg max-lg:my-2 lg:flex-1 lg:px-5 lg:py-3">
      <strong className="text-amber">
        <span aria-hidden>▲ </span>Check after this:
      </strong>{' '}
      {step.look}
    </p>
  )
  useAwake()
  const flat = liesFlat(design, at)
  const face = flat
    ? 'flat on the bench'
    : seen === 'front'
      ? 'front toward you'
      : 'turned over: back toward you'
  return (
    <PieceFrame
      piece={piece}
      here="wrap"
      plan={plan}
      right={
        <span className="text-xl font-semibold" aria-label="Time on this piece">
          {clock(elapsed)}
        </span>
      }
    >
      <Rest minutes={rest} />
      {piece.batch && <BatchLine piece={piece.id} batch={piece.batch} step={step.id} />}
      {/* on a narrow screen what is said stands over the picture and the count; where it lies on its side all three stand in a row */}
      <div
        className={`grid content-start gap-x-4 gap-y-2 lg:flex-1 lg:grid-cols-[minmax(0,1fr)_minmax(300px,480px)] lg:grid-rows-[auto_1fr] lg:gap-x-8 lg:gap-y-3 ${
          !step.count
            ? 'max-lg:landscape:grid-cols-2'
            : flat
              ? 'max-lg:landscape:grid-cols-[2fr_2fr_1fr]'
              : 'grid-cols-[minmax(0,3fr)_minmax(0,2fr)] max-lg:landscape:grid-cols-[2fr_2fr_1fr]'
        }`}
      >
        <section className="col-span-full min-w-0 max-lg:landscape:col-span-1 lg:col-span-1">
          <p className="flex flex-wrap items-baseline gap-x-3 text-soft">
            Step {at + 1} of {steps.length} · {face}
            {done.has(step.id) && <strong className="text-verdigris">✓ done</strong>}
            {!flat && (
              <button
                type="button"
                className={`border-0 px-2 py-0.5 font-semibold underline ${seen === 'back' ? 'bg-amber-wash text-amber' : 'bg-transparent text-copper'}`}
                aria-pressed={seen === 'back'}
                onClick={() => setTurned(turned === op.id ? undefined : op.id)}
              >
                {seen === 'back' ? 'Turn it face up' : 'Turn it over'}
              </button>
            )}
          </p>
          <h1 className="text-[28px] leading-tight lg:text-[44px]">{step.title}</h1>
          <p className="mt-1 text-[17px] leading-snug lg:text-[24px]">{step.say}</p>
          {step.caution && (
            <p className="mt-2 border-l-4 border-red bg-red-wash px-3 py-1 leading-snug lg:py-1.5 lg:text-lg">
              <strong className="text-red">
                <span aria-hidden>✕ </span>Take care:
              </strong>{' '}
              {step.caution}
            </p>
          )}
        </section>
        <aside className="contents min-w-0 lg:row-span-2 lg:flex lg:flex-col">
          {step.count && (
            <div className="order-2 flex min-w-0 lg:order-none lg:flex-1">
              <Counter
                beside={flat}
                turns={turns}
                of={step.count.of}
                target={step.count.target}
                exact={step.count.exact}
                onCount={count}
                onBack={back}
              />
            </div>
          )}
          <div className="order-3 col-span-full flex min-w-0 flex-col lg:order-none">
            {!step.count && (
              <Outline
                steps={steps}
                design={design}
                at={at}
                done={done}
                lit={lit}
                names={names}
                onPick={setAt}
                onLight={setLit}
              />
            )}
            {(step.count || family(plan.family).measured[step.id]) && (
              <Measured
                bench={bench}
                plan={plan}
                step={step.id}
                each={step.count?.of === 'turns' ? each : undefined}
                misfit={misfit}
              />
            )}
            <UsuallyMet plan={plan} step={step} met={bench.tally.measured[step.id]} />
            <Reached key={step.id} bench={bench} plan={plan} step={step.id} />
            {op.kind === 'trim' && <EndsList plan={plan} bench={bench} />}
            {!wide && check}
            <Note bench={bench} step={step} />
            <AtWork piece={piece.id} />
          </div>
        </aside>
        <section className="order-1 min-w-0 lg:order-none" aria-label="Drawing of this step">
          <StepDrawing
            plan={plan}
            names={names}
            lit={lit}
            seen={seen}
            hand={hand}
            onPick={setLit}
            op={op}
            wires={wires}
            were={were}
            worked={worked}
            turns={shownTurns}
            accents={accents}
            stone={stone}
            stones={stones}
          />
          {templates
            .filter((t) => t.operation === op.id)
            .map((t, i) => (
              <BendTemplate key={i} template={t} name={piece.name || 'piece'} />
            ))}
        </section>
      </div>
      <div className="sticky bottom-0 mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 bg-paper py-2 lg:mt-4 lg:gap-y-2">
        {wide && check}
        {step.final && !done.has(step.id) && (
          <label className="flex min-h-[44px] items-center gap-3 text-lg">
            <input
              type="checkbox"
              className="h-6 w-6 accent-copper"
              checked={checked === step.id}
              onChange={(e) => setChecked(e.target.checked ? step.id : undefined)}
            />
            This cannot be taken back. I have looked.
          </label>
        )}
        {bench.waiting > 0 && (
          <span className="text-soft" role="status">
            {bench.waiting} kept here, not sent yet
          </span>
        )}
        <span className="ml-auto flex gap-3">
          <button
            type="button"
            className="btn text-lg"
            onClick={() => setAt(Math.max(0, at - 1))}
            disabled={at === 0}
          >
            Back
          </button>
          <button type="button" className="btn btn-main text-lg" onClick={next} disabled={gated}>
            {at < steps.length - 1 ? 'Done, next' : 'Done, to the proof'}
          </button>
        </span>
      </div>
    </PieceFrame>
  )
}
