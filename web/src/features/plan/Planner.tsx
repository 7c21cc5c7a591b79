import type { PieceRow } from '@verger/contract'
import {
  bendTemplates,
  family,
  firstShare,
  notedIn,
  type Note,
  type Options,
  type WorkshopSettings,
} from '@verger/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useEffect, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { api, ApiError } from '../../app/api.js'
import { usePlanSettings } from '../../app/planSettings.js'
import { groupName, sizeName } from '../../app/stoneWords.js'
import { useWide } from '../../app/useWide.js'
import { useSettings } from '../../app/workshop.js'
import { answered, quickWorker, usePlan } from '../../compute/usePlan.js'
import { Figure } from '../../ui/Figure.js'
import { Findings, Judgement } from '../../ui/Judgement.js'
import { PieceFrame } from '../../ui/PieceFrame.js'
import { CutBars } from '../cut/CutBars.js'
import { HoldPanel } from '../hold/HoldPanel.js'
import { OptionRows } from './OptionRows.js'
import { BendTemplate } from '../../drawing/BendTemplate.js'
import { PlanFigures } from './PlanFigures.js'
import { NoteCard } from './drawing/NoteCard.js'
import { Places } from './drawing/Places.js'
import { noteValue } from './drawing/noteValue.js'
import { placedNotes, WHOLE, wholeNote } from './drawing/placed.js'
import { PlanDrawing } from './drawing/PlanDrawing.js'
import { useChanged } from './useChanged.js'
import { useListed } from './useListed.js'
import { useSentValues } from './useSentValues.js'
import { Schools } from './Schools.js'
import { StalePlan } from './StalePlan.js'
import { useChoices, type Draft } from './useChoices.js'
import { InSpace } from '../../solid/InSpace.js'
import { Variants } from './Variants.js'
import { WhyOptions } from './WhyOptions.js'
import { Problem } from '../../ui/Problem.js'

const RackLine = lazy(() => import('./RackLine.js'))

/** A piece being planned: its drawing with the choices on it, the list of them, its figures, and the one line of judgement. */
export function Planner({
  piece,
  begin,
  onOther,
}: {
  piece: PieceRow
  begin: Draft
  onOther: (next: Draft) => void
}) {
  const choices = useChoices(piece.id, piece.stone, begin)
  const familyId = begin.family
  const { options, set: change } = choices
  useSentValues(familyId, piece.stone, change)
  const [lit, setLit] = useState<string>()
  const [picked, setPicked] = useState<number>()
  const [face, setFace] = useState<Note['seen']>('front')
  const [listed, setListed] = useListed()
  const wide = useWide()
  const shownIn = useSettings()
  const settings = usePlanSettings()
  const live = usePlan(piece.stone, familyId, options, settings)
  const navigate = useNavigate()
  const client = useQueryClient()
  const failed = live.result && !live.result.ok ? live.result.findings : undefined
  // told where the judgement stands; whatever else is wrong stands with the plan
  const first = failed?.find((f) => f.severity === 'error')
  const plan = live.plan
  const text = family(familyId).text
  const changed = useChanged(live)
  const { undo, redo } = choices
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return
      const step = e.shiftKey ? redo : undo
      if (!step) return
      e.preventDefault()
      step()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [undo, redo])
  const save = useMutation({
    mutationFn: async (all: WorkshopSettings) => {
      // what is on the screen may still be the plan before the last change
      const made = await answered(() =>
        quickWorker().plan({ stone: piece.stone, family: familyId, options, settings: all }),
      )
      if (!made.ok)
        throw new Error('With the last change it cannot be made: what is wrong is told with the plan.')
      const { familyVersion, cut } = made.plan
      const saved = await api.savePlan(piece.id, {
        version: piece.version,
        familyVersion,
        choices: { family: familyId, options: mutable(options) },
        lengths: Object.fromEntries(cut.wires.map((w) => [w.id, Number(w.length.value)])),
      })
      const next = ['measure', 'choose', 'plan'].includes(saved.piece.station)
        ? await api.editPiece(piece.id, { version: saved.piece.version, station: 'cut' })
        : saved.piece
      client.setQueryData(['piece', piece.id], next)
      await client.invalidateQueries({ queryKey: ['pieces'] })
      choices.settle()
      return saved.differences.map((d) => d.wire)
    },
    onSuccess: (otherLengths) => void navigate(`/pieces/${piece.id}/cut`, { state: { otherLengths } }),
  })
  const s = piece.stone
  const { notes } = family(familyId)
  const whole = plan && wholeNote(plan)
  const note = picked === undefined ? undefined : picked === WHOLE ? whole : notes[picked]
  const pick = (index: number | undefined) => {
    setPicked(index)
    // a place in the list or the row below is shown from the side where it is seen
    const placed = plan && placedNotes(plan).find((p) => p.index === index)
    if (placed) setFace(placed.note.seen)
    const at = index === undefined ? undefined : notes[index]
    setLit(plan && at ? notedIn(plan.design, at)[0]?.wire : undefined)
  }
  const card = plan && note && (
    <NoteCard
      key={picked}
      note={note}
      plan={plan}
      options={options}
      settings={settings}
      onChange={change}
      onClose={() => pick(undefined)}
    />
  )
  return (
    <PieceFrame piece={piece} here="plan" plan={plan} options={options}>
      {/* the drawing is where one plans; on a narrow screen it stays in sight above what is chosen */}
      <div className="flex flex-col gap-x-6 gap-y-3 max-lg:landscape:grid max-lg:landscape:grid-cols-2 lg:grid lg:grid-cols-[minmax(0,880px)_minmax(0,1fr)]">
        <section
          className={`sheet plan-drawing sticky top-0 z-10 w-full self-start max-lg:landscape:row-span-2 lg:top-2 lg:min-h-[340px] ${failed ? 'drawing-stale' : ''}`}
          aria-label="Drawing of the piece"
        >
          {plan ? (
            <InSpace
              drawing={
                <PlanDrawing
                  plan={plan}
                  options={options}
                  name={piece.name || 'piece'}
                  lit={lit}
                  picked={picked}
                  onPick={pick}
                  face={face}
                  onFace={(to) => {
                    setFace(to)
                    pick(undefined)
                  }}
                  onSlide={choices.put}
                  card={wide && card}
                />
              }
              design={plan.design}
              stone={plan.stone}
              lit={lit}
              onPick={setLit}
              names={text.wires}
              called={piece.name || 'piece'}
            />
          ) : (
            <p className="p-8 text-soft">
              {failed ? 'Nothing can be drawn until what stands beside is mended.' : 'Drawing …'}
            </p>
          )}
        </section>
        {!wide && plan && (
          <div className="flex min-w-0 flex-col gap-y-3">
            {card}
            <Places plan={plan} options={options} picked={picked} onPick={pick} />
          </div>
        )}
        <section className="min-w-0">
          <h1 className="text-[28px]">{piece.name || 'Unnamed piece'}</h1>
          <p className="text-soft">
            {s.mineral} {sizeName(s)}
            {groupName(s)} ·{' '}
            <Link className="text-copper underline" to={`/pieces/${piece.id}/choose`}>
              {text.name.toLowerCase()}
            </Link>
          </p>
          <div className="flex min-h-[30px] items-center gap-4">
            <button
              type="button"
              className="border-0 bg-transparent p-0 font-semibold text-copper underline disabled:opacity-40"
              onClick={undo}
              disabled={!undo}
            >
              Undo
            </button>
            <button
              type="button"
              className="border-0 bg-transparent p-0 font-semibold text-copper underline disabled:opacity-40"
              onClick={redo}
              disabled={!redo}
            >
              Redo
            </button>
          </div>
          <p className="m-0 min-h-[24px] text-[15px]" role="status" data-testid="changed">
            {!failed && changed}
          </p>
          {plan && whole && wide && (
            <button
              type="button"
              className={`mb-2 w-full border px-3 py-1 text-left leading-tight text-ink ${picked === WHOLE ? 'border-copper bg-copper-wash' : 'border-line bg-sheet'}`}
              aria-pressed={picked === WHOLE}
              onClick={() => pick(picked === WHOLE ? undefined : WHOLE)}
            >
              <span className="block text-[14.5px] text-soft">The whole piece</span>
              <strong>{noteValue(plan, whole, options, shownIn)}</strong>
            </button>
          )}
          {plan && <PlanFigures plan={plan} onFit={change} />}
          <button
            type="button"
            className="mt-2 min-h-[32px] border-0 bg-transparent p-0 font-semibold text-copper underline"
            aria-expanded={listed}
            onClick={() => setListed(!listed)}
          >
            {listed ? 'Close the list of choices' : 'All choices as a list'}
          </button>
          {listed && (
            <section className="mt-3 min-w-0" aria-label="All choices">
              <OptionRows
                familyId={familyId}
                stone={piece.stone}
                options={options}
                plan={live.result?.ok ? live.result.plan : undefined}
                share={live.busy || !plan || !live.hold ? undefined : firstShare(plan, live.hold.hold)}
                settings={settings}
                lit={note?.choices}
                onChange={change}
              />
            </section>
          )}
        </section>
      </div>
      {plan && !failed && settings && <WhyOptions plan={plan} settings={settings} onTake={change} />}
      {plan &&
        bendTemplates(plan.design).map((t, i) => (
          <div key={i} className="sheet mt-3 max-w-[620px]">
            <BendTemplate template={t} name={piece.name || 'piece'} />
          </div>
        ))}
      <section className="mt-6 min-w-0 flex-1">
        <Findings
          familyId={familyId}
          findings={live.findings.filter((f) => f !== first)}
          onMend={(mend) => choices.take({ ...options, ...mend })}
        />
        {plan && !failed && (
          <div className="mt-3">
            <CutBars cut={plan.cut} familyId={familyId} lit={lit} onLit={setLit} />
            <Schools cut={plan.cut} />
            <Suspense fallback={null}>
              <RackLine cut={plan.cut} />
            </Suspense>
            {live.hold && (
              <HoldPanel
                plan={plan}
                hold={live.hold.hold}
                thorough={live.thorough}
                settings={settings}
                onTake={choices.take}
              />
            )}
            <Variants
              piece={piece}
              plan={plan}
              options={options}
              onTake={(id, next) =>
                id === familyId ? choices.take(next) : onOther({ family: id, options: next })
              }
            />
          </div>
        )}
      </section>
      <div
        className="sticky bottom-0 mt-4 bg-paper pt-1 pb-2"
        data-judged={plan !== undefined && live.quick?.of === plan}
      >
        <Judgement
          line={failed ? undefined : live.hold?.line}
          busy={live.busy}
          {...(live.problem
            ? { instead: <p className="m-0">✕ {live.problem} Your choices are kept.</p> }
            : first
              ? {
                  instead: (
                    <Findings
                      familyId={familyId}
                      findings={[first]}
                      onMend={(mend) => choices.take({ ...options, ...mend })}
                    />
                  ),
                }
              : {})}
          pull={
            live.hold && (
              <>
                Pull{' '}
                <span className="whitespace-nowrap">
                  <Figure name="Pull in the weakest direction" q={live.hold.shown.pull} digits={0} />,
                </span>{' '}
                <Figure name="Pull over the stone’s weight" q={live.hold.shown.times} />; rattle{' '}
                <Figure name="Rattle" q={live.hold.shown.rattle} digits={2} />.{' '}
              </>
            )
          }
        >
          <button
            type="button"
            className="btn btn-main"
            disabled={!plan || Boolean(failed) || save.isPending}
            onClick={() => settings && save.mutate(settings)}
          >
            {save.isPending ? 'Saving …' : 'To cutting'}
          </button>
        </Judgement>
        {save.isError &&
          (save.error instanceof ApiError && save.error.problem.type === 'verger:stale' ? (
            <StalePlan
              id={piece.id}
              options={options}
              onKept={(row) => {
                client.setQueryData(['piece', piece.id], row)
                save.reset()
              }}
              onTake={choices.take}
            />
          ) : (
            <Problem>{save.error.message}</Problem>
          ))}
      </div>
    </PieceFrame>
  )
}

const mutable = (options: Options) =>
  Object.fromEntries(Object.entries(options).map(([k, v]) => [k, typeof v === 'object' ? [...v] : v]))
