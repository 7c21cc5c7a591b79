import type { Me, PieceRow } from '@verger/contract'
import {
  family,
  numberOf,
  replay,
  seenFrom,
  stepOf,
  wireStates,
  withCautions,
  type Design,
  type HoldLine,
  type Plan,
  type Seen,
  type Step,
} from '@verger/core'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { useMoveOn, useSavedPlan } from '../../app/savedPlan.js'
import { keeperOf } from '../../app/session.js'
import { sayLength, useSettings } from '../../app/workshop.js'
import { useBench, type Bench } from '../../bench/useBench.js'
import { slowWorker } from '../../compute/usePlan.js'
import { readLength } from '../../ui/LengthInput.js'
import { PieceFrame } from '../../ui/PieceFrame.js'
import { StepDrawing } from './StepDrawing.js'

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
      plan={plan}
      bench={bench}
      piece={piece}
      misfit={saved.misfit}
      onReady={() => void moveOn(piece, 'proof').then(() => navigate(`/pieces/${piece.id}/proof`))}
    />
  )
}

const clock = (ms: number): string => {
  const s = Math.floor(ms / 1000)
  return `${Math.floor(s / 3600)}:${String(Math.floor(s / 60) % 60).padStart(2, '0')}:${String(s % 60).padStart(2, '0')}`
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
  const { hand, units } = useSettings()
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
  const wires = useMemo(
    () =>
      wireStates(
        design,
        replay(
          design,
          design.operations.slice(0, at + 1).map((o) => o.id),
        ),
        op,
      ),
    [design, at, op],
  )
  const before = useMemo(
    () =>
      replay(
        design,
        design.operations.slice(0, at).map((o) => o.id),
      ),
    [design, at],
  )
  const shownTurns = useMemo(() => {
    const out: Record<string, number> = Object.fromEntries(before.joints.map((j) => [j, Infinity]))
    if (step.count) out[step.count.joint] = turns
    return out
  }, [before, step, turns])

  const count = useCallback(() => {
    for (let k = 0; k < each.worth; k++) void bench.add('turn', step.id)
  }, [bench, each.worth, step.id])
  const back = useCallback(() => void bench.undo('turn', step.id, each.worth), [bench, each.worth, step.id])
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
        back()
      } else if (e.code === 'Enter' && target.tagName !== 'BUTTON' && target.tagName !== 'A') {
        e.preventDefault()
        next()
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [back, count, next, step.count])

  const flat = !design.operations.slice(0, at + 1).some((o) => o.kind === 'shape')
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
      <div className="grid flex-1 gap-x-8 gap-y-3 lg:grid-cols-[minmax(0,1fr)_minmax(300px,480px)] lg:grid-rows-[auto_1fr]">
        <section className="min-w-0">
          <p className="text-soft">
            Step {at + 1} of {steps.length} · {face}
            {done.has(step.id) && <strong className="ml-3 text-verdigris">✓ done</strong>}
            {!flat && (
              <button
                type="button"
                className={`ml-3 border-0 px-2 py-0.5 font-semibold underline ${seen === 'back' ? 'bg-amber-wash text-amber' : 'bg-transparent text-copper'}`}
                aria-pressed={seen === 'back'}
                onClick={() => setTurned(turned === op.id ? undefined : op.id)}
              >
                {seen === 'back' ? 'Turn it face up' : 'Turn it over'}
              </button>
            )}
          </p>
          <h1 className="text-[34px] sm:text-[44px]">{step.title}</h1>
          <p className="mt-1 text-[20px] sm:text-[24px]">{step.say}</p>
          {step.caution && (
            <p className="mt-2 border-l-4 border-red bg-red-wash px-3 py-1.5 text-lg">
              <strong className="text-red">
                <span aria-hidden>✕ </span>Take care:
              </strong>{' '}
              {step.caution}
            </p>
          )}
        </section>
        <aside className="flex flex-col lg:row-span-2">
          {step.count ? (
            <>
              <Counter
                turns={turns}
                target={step.count.target}
                exact={step.count.target <= EXACT}
                onCount={count}
                onBack={back}
              />
              <Measured bench={bench} plan={plan} step={step.id} each={each} misfit={misfit} />
            </>
          ) : (
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
          <Note bench={bench} step={step} />
        </aside>
        <section className="min-w-0" aria-label="Drawing of this step">
          <StepDrawing
            plan={plan}
            names={names}
            lit={lit}
            seen={seen}
            hand={hand}
            onPick={setLit}
            op={op}
            wires={wires}
            turns={shownTurns}
            stone={
              before.stone === 'in' || op.stone === 'in'
                ? 'in'
                : op.kind === 'shape' ||
                    op.kind === 'try' ||
                    op.kind === 'shoulder' ||
                    (op.kind === 'bend' && before.stone === 'out')
                  ? 'ghost'
                  : 'out'
            }
          />
        </section>
      </div>
      <div className="sticky bottom-0 mt-4 flex flex-wrap items-center gap-x-4 gap-y-2 bg-paper py-2">
        {step.look && (
          <p className="min-w-0 flex-1 basis-72 border-l-[6px] border-amber bg-amber-wash px-4 py-2 text-lg sm:px-5 sm:py-3">
            <strong className="text-amber">
              <span aria-hidden>▲ </span>Check after this:
            </strong>{' '}
            {step.look}
          </p>
        )}
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

/** Up to so many turns the count itself is the target; beyond, the length is, and the count follows. */
const EXACT = 8

interface TapWorth {
  readonly worth: number
  readonly set: (n: number) => void
}

/** How many turns one tap stands for: a turn, or a repeat or row of several. Kept on this device. */
function useTapWorth(): TapWorth {
  const [worth, setWorth] = useState(() => Math.max(1, Number(localStorage.getItem('verger-tap') ?? 1) || 1))
  return {
    worth,
    set: (n) => {
      localStorage.setItem('verger-tap', String(n))
      setWorth(n)
    },
  }
}

/** What a tap counts, and the length that was really met: it takes the planned one's place from here on. */
function Measured({
  bench,
  plan,
  step,
  each,
  misfit,
}: {
  bench: Bench
  plan: Plan
  step: string
  each: TapWorth
  misfit: string | undefined
}) {
  const { units } = useSettings()
  const [text, setText] = useState('')
  const option = family(plan.family).measured[step]
  const kept = bench.tally.measured[step]
  const read = readLength(text, units)
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
      {option && (
        <label className="flex min-w-0 flex-1 items-center gap-2">
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
      {line ? `${line.word} ${line.say}` : 'Working out whether it holds …'}
    </strong>
  )
}

function Counter({
  turns,
  target,
  exact,
  onCount,
  onBack,
}: {
  turns: number
  target: number
  exact: boolean
  onCount: () => void
  onBack: () => void
}) {
  const R = 150
  const shown = Math.min(target, 60)
  const piece = (2 * Math.PI) / shown
  const arc = (i: number) => {
    const a = -Math.PI / 2 + i * piece + piece * 0.09
    const b = a + piece * 0.82
    const p = (t: number) => `${(R * Math.cos(t)).toFixed(2)} ${(R * Math.sin(t)).toFixed(2)}`
    return `M${p(a)}A${R} ${R} 0 0 1 ${p(b)}`
  }
  return (
    <div className="sheet flex flex-1 flex-col">
      <button
        type="button"
        className="flex flex-1 cursor-pointer flex-col items-center justify-center border-0 bg-transparent p-2 text-ink"
        onClick={onCount}
        aria-label={`Count a turn. ${turns} of ${target}`}
      >
        <svg viewBox="-180 -180 360 360" className="w-full max-w-[400px]" aria-hidden>
          {Array.from({ length: shown }, (_, i) => (
            <path
              key={i}
              d={arc(i)}
              fill="none"
              stroke={i < (turns * shown) / target ? 'var(--copper)' : 'var(--line)'}
              strokeWidth={24}
            />
          ))}
          <text
            y={38}
            textAnchor="middle"
            fontSize={150}
            fontWeight={700}
            fill="var(--ink)"
            data-testid="count"
          >
            {turns}
          </text>
          <text y={88} textAnchor="middle" fontSize={26} fill="var(--soft)">
            {turns > target
              ? `${turns - target} over ${target} turns`
              : `of ${exact ? '' : 'about '}${target} turns`}
          </text>
        </svg>
      </button>
      <p className="px-4 pb-4 text-center text-lg text-soft">
        tap here or <span className="kbd">space</span> ·{' '}
        <button
          type="button"
          className="border-0 bg-transparent p-1 text-copper underline"
          onClick={onBack}
          disabled={turns === 0}
        >
          take one back
        </button>{' '}
        <span className="kbd">⌫</span>
      </p>
    </div>
  )
}

/** Does a step work on the lit wire by itself, and not on all of them. */
const handles = (design: Design, step: string, lit: string | undefined): boolean => {
  const op = design.operations.find((o) => o.id === step)
  return (
    lit !== undefined && op !== undefined && op.wires.includes(lit) && op.wires.length < design.wires.length
  )
}

/** The steps as a list, while there is nothing to count. */
function Outline({
  steps,
  design,
  at,
  done,
  lit,
  names,
  onPick,
  onLight,
}: {
  steps: readonly Step[]
  design: Design
  at: number
  done: ReadonlySet<string>
  lit: string | undefined
  names: Readonly<Record<string, string>>
  onPick: (i: number) => void
  onLight: (wire: string | undefined) => void
}) {
  const from = Math.max(0, Math.min(at - 3, steps.length - 9))
  return (
    <div className="sheet flex-1 px-4 py-3">
      <div className="flex flex-wrap gap-x-4" role="group" aria-label="Light a wire">
        {design.wires.map((w) => (
          <button
            key={w.id}
            type="button"
            className={`border-0 bg-transparent p-1 text-[15px] underline ${lit === w.id ? 'font-bold text-copper' : 'text-soft'}`}
            aria-pressed={lit === w.id}
            onClick={() => onLight(lit === w.id ? undefined : w.id)}
          >
            {names[w.id] ?? w.id}
          </button>
        ))}
      </div>
      <ol className="m-0 list-none p-0">
        {steps.slice(from, from + 9).map((s, k) => {
          const i = from + k
          return (
            <li key={s.id}>
              <button
                type="button"
                className={`w-full border-0 border-b border-line py-2 text-left text-lg ${handles(design, s.id, lit) ? 'bg-copper-wash' : 'bg-transparent'} ${i === at ? 'font-bold text-copper' : done.has(s.id) ? 'text-ink' : 'text-soft'}`}
                onClick={() => onPick(i)}
                aria-current={i === at ? 'step' : undefined}
              >
                {done.has(s.id) ? '✓' : i + 1} · {s.title}
              </button>
            </li>
          )
        })}
      </ol>
    </div>
  )
}

function Note({ bench, step }: { bench: Bench; step: Step }) {
  const [text, setText] = useState('')
  const notes = bench.tally.notes.filter((n) => n.subject === step.id)
  return (
    <form
      className="mt-3"
      onSubmit={(e) => {
        e.preventDefault()
        if (text.trim() === '') return
        void bench.add('note', step.id, text.trim())
        setText('')
      }}
    >
      {notes.map((n) => (
        <p key={n.at + n.text} className="m-0 text-soft">
          • {n.text}
        </p>
      ))}
      <label className="flex items-end gap-3">
        <span className="sr-only">Note for this step</span>
        <input
          className="plain"
          placeholder="Note for this step"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <button type="submit" className="btn py-1">
          Keep
        </button>
      </label>
    </form>
  )
}

const SLICE_MS = 15_000

/** Time on the piece: runs while the page is seen, kept in slices so that a killed tab loses seconds at most. */
function useTimer(bench: Bench, step: string): number {
  const [now, setNow] = useState(0)
  const began = useRef(0)
  const add = useRef(bench.add)
  useEffect(() => {
    add.current = bench.add
  }, [bench.add])
  useEffect(() => {
    began.current = performance.now()
    const put = () => {
      const ms = Math.round(performance.now() - began.current)
      began.current = performance.now()
      if (ms > 500) void add.current('time', step, ms)
    }
    const tick = setInterval(() => {
      if (document.hidden) began.current = performance.now()
      else if (performance.now() - began.current > SLICE_MS) put()
      setNow(performance.now() - began.current)
    }, 1000)
    const onHide = () => document.hidden && put()
    document.addEventListener('visibilitychange', onHide)
    return () => {
      clearInterval(tick)
      document.removeEventListener('visibilitychange', onHide)
      put()
    }
  }, [step])
  return Object.values(bench.tally.time).reduce((a, b) => a + b, 0) + now
}
