import type { Me, PieceRow, StationId, StoneRow } from '@verger/contract'
import { fullStone, girthString, groupStones, KINDS, type Stone } from '@verger/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react'
import { FormProvider, useForm, useWatch } from 'react-hook-form'
import { Link, useLocation, useNavigate } from 'react-router'
import { api, ApiError } from '../../app/api.js'
import { keeperOf } from '../../app/keeper.js'
import { useWide } from '../../app/useWide.js'
import { shapeName } from '../../app/stoneWords.js'
import { InSpace } from '../../solid/InSpace.js'
import { Frame } from '../../ui/Frame.js'
import { PieceFrame } from '../../ui/PieceFrame.js'
import { Road } from '../../ui/Road.js'
import { tellRemoved } from '../../ui/Undone.js'
import { Derived } from './Derived.js'
import { Doubts } from './Doubts.js'
import type { FieldId } from './fields.js'
import { FreeOutline } from './FreeOutline.js'
import { GroupFields } from './GroupFields.js'
import { Instruments } from './instruments/Instruments.js'
import { Material } from './Material.js'
import { MeasureFields } from './MeasureFields.js'
import { Photo } from './Photo.js'
import { ShapeChooser } from './ShapeChooser.js'
import { StaleEdit } from './StaleEdit.js'
import { StoneSheet } from './StoneSheet.js'
import { TurnedRows } from './TurnedRows.js'
import { forgetTyped, keepTyped, typedBefore } from './stoneDraft.js'
import { asTyped, isDrilled, chosenShape, exampleOf, fieldsOf, readStone, type Typed } from './typedStone.js'
import { Problem } from '../../ui/Problem.js'

const TrueSize = lazy(() => import('./TrueSize.js'))
const NO_NAMES = {}

/** Measuring one stone: what is asked on the right, what it amounts to drawn on the left as it is typed. */
export function Measure({
  me,
  row,
  piece,
  reached,
}: {
  me: Me
  row: StoneRow | undefined
  piece: PieceRow | undefined
  reached: StationId
}) {
  // what is typed here is read in the units that the page was opened in, should they be changed elsewhere meanwhile
  const [{ units }] = useState(me.workshop.settings)
  const wide = useWide()
  // a stone measured like another begins with its measures, and without its name and readings
  const like = (useLocation().state as { readonly like?: StoneRow } | null)?.like
  const keeper = keeperOf(me)
  const isNew = !row && !like
  const [before, setBefore] = useState(() =>
    isNew ? typedBefore(keeper, units, asTyped(undefined, units)) : undefined,
  )
  const form = useForm<Typed>({ defaultValues: before ?? asTyped(row ?? (like && asNew(like)), units) })
  const typed = useWatch({ control: form.control }) as Typed
  useEffect(() => {
    if (isNew) keepTyped(keeper, units, typed, asTyped(undefined, units))
  }, [isNew, keeper, units, typed])
  const [lit, setLit] = useState<FieldId | undefined>(row ? undefined : 'length')
  // where the next reading of an instrument goes: the field that was lit last
  const [target, setTarget] = useState<FieldId>('length')
  const light = useCallback((id: FieldId | undefined) => {
    setLit(id)
    if (id) setTarget(id)
  }, [])
  const read = useMemo(() => readStone(typed, units), [typed, units])
  const [kept, setKept] = useState<Stone | undefined>(read.stone)
  useEffect(() => {
    if (read.stone) setKept(read.stone)
  }, [read.stone])
  // what was drawn last, while it is still of the kind that is chosen
  const shown = read.stone ?? kept
  const { kind, outline, form: beadForm, mineral, faces } = typed
  const shape = useMemo(() => chosenShape({ kind, outline, form: beadForm }), [kind, outline, beadForm])
  const alike =
    shown && shown.kind === shape.kind && shown.outline === shape.outline && shown.form === shape.form
  const full = useMemo(
    () => fullStone(alike ? shown : exampleOf({ kind, outline, form: beadForm, mineral })),
    [alike, shown, kind, outline, beadForm, mineral],
  )
  // the small drawings at the fields follow a moment later than the large one
  const settled = useDeferredValue(full)
  // what is drawn is not what is typed: a measure is missing or wrong
  const past = alike && !read.stone
  const drilled = isDrilled(typed.measures.hole)
  const rows = useMemo(
    () => fieldsOf({ kind, outline, form: beadForm, faces, measures: drilled ? { hole: '1 mm' } : {} }),
    [kind, outline, beadForm, faces, drilled],
  )
  const [life, setLife] = useState(false)
  const strings = useCallback(
    () => (['edge', 'length', 'width'] as const).map((which) => girthString(full, which)),
    [full],
  )
  const [tried, setTried] = useState(false)
  const [picture, setPicture] = useState<File | undefined>()
  const { save, remove, away, stale } = useSaving({
    row,
    piece,
    typed,
    stone: read.stone,
    picture,
    onSaved: () => isNew && forgetTyped(keeper, units),
  })
  const submit = (e: React.FormEvent) => {
    e.preventDefault()
    setTried(true)
    if (read.stone) save.mutate(undefined)
  }
  const derived = read.stone && <Derived stone={read.stone} />
  const free = shape.outline === 'free' && KINDS[shape.kind].outlines.length > 0
  return (
    <Page piece={piece} reached={reached}>
      <FormProvider {...form}>
        <form
          onSubmit={submit}
          noValidate
          className="flex flex-1 flex-col gap-x-7 gap-y-4 max-lg:landscape:grid max-lg:landscape:grid-cols-2 lg:grid lg:grid-cols-[minmax(0,620px)_minmax(0,1fr)] lg:gap-y-7"
        >
          {/* on a narrow screen it stays in sight above the field that is typed in */}
          <section
            className="sheet sticky top-0 z-10 flex w-full flex-col self-start lg:top-2 lg:min-h-[320px]"
            aria-label="Drawing of the stone"
          >
            <InSpace
              stone={full}
              strings={strings}
              names={NO_NAMES}
              className="h-[30vh] max-lg:landscape:h-[62vh] lg:h-[470px]"
              drawing={
                <StoneSheet
                  stone={full}
                  lit={lit}
                  example={!alike}
                  past={past}
                  together={alike && shown.group ? groupStones(shown) : undefined}
                />
              }
            />
            {alike && !past && (
              <button
                type="button"
                className="self-start border-0 bg-transparent px-6 pb-2 text-[15px] text-copper underline max-lg:absolute max-lg:bottom-0 max-lg:left-36 max-lg:px-1 max-lg:pb-1 print:hidden"
                onClick={() => setLife(true)}
              >
                True size
              </button>
            )}
            {life && (
              <Suspense fallback={null}>
                <TrueSize stone={full} name={typed.name} onClose={() => setLife(false)} />
              </Suspense>
            )}
            {!alike && (
              <p className="m-0 px-6 pb-3 text-soft">
                An example. Type the measures: yours is drawn as you type.
              </p>
            )}
            {past && (
              <p className="m-0 px-6 pb-3 text-amber" role="status">
                ▲ As it was before: with what is typed now it cannot be drawn. What is wrong or missing stands
                at its field.
              </p>
            )}
            {wide && derived}
          </section>
          <section className="min-w-0 max-lg:portrait:[&_:is(input,select,textarea)]:scroll-mt-[42vh]">
            <h1 className="text-[30px]">{typed.name || cap(shapeName(shape))}</h1>
            {before && (
              <p className="m-0 text-soft" role="status">
                What you typed before is here again.{' '}
                <TextButton
                  onClick={() => {
                    forgetTyped(keeper, units)
                    setBefore(undefined)
                    // fields that are not named keep their text
                    const measures = Object.fromEntries(Object.keys(typed.measures).map((id) => [id, '']))
                    form.reset({ ...asTyped(undefined, units), measures })
                  }}
                >
                  Begin anew
                </TextButton>
              </p>
            )}
            <ShapeChooser
              kind={kind}
              outline={outline}
              form={beadForm}
              mineral={mineral}
              drilled={(kind === 'bead' || kind === 'slab') && drilled}
            />
            <Instruments row={row} target={target} rows={rows} shape={shape} units={units} />
            <MeasureFields
              rows={rows}
              shape={shape}
              full={settled}
              known={read.stone !== undefined}
              problems={read.problems}
              tried={tried}
              units={units}
              first={!row}
              onLight={light}
            />
            {typed.kind === 'stalk' && <TurnedRows problem={read.problems.sections} />}
            {free && <FreeOutline problem={read.problems.points} units={units} />}
            {typed.kind === 'crystal' && (
              <label className="mt-2 block">
                <span className="font-semibold">Faces, when they are unlike</span>
                <input
                  className="plain"
                  placeholder="their widths in order, such as 5, 7, 5, 6, 7, 5"
                  {...form.register('faces')}
                />
                {read.problems.faces && <span className="text-red">✕ {read.problems.faces}</span>}
              </label>
            )}
            {read.stone && <Doubts stone={read.stone} units={units} />}
            <Material weighed={read.problems.weighed} taped={read.problems.taped} />
            <GroupFields problem={read.problems.group} />
            <Photo row={row} picked={picture} onPick={setPicture} />
            {!wide && derived && <div className="sheet mt-4">{derived}</div>}
          </section>
          {stale && (
            <StaleEdit
              id={stale.id}
              mine={{ name: typed.name, note: typed.note, stone: read.stone! }}
              onTheirs={(theirs) => {
                form.reset(asTyped(theirs, units))
                stale.take(theirs)
              }}
              onMine={(theirs) => save.mutate(theirs.version)}
            />
          )}
          <div className="flex flex-wrap items-center justify-between gap-4 max-lg:landscape:col-span-2 lg:col-span-2">
            <span className="text-lg text-soft">
              Lay the jaws flat, do not press. Paper between steel jaws and a soft or coated stone.
            </span>
            <span className="ml-auto flex flex-wrap items-center gap-x-5 gap-y-2">
              {(remove.error ?? away.error ?? (stale ? null : save.error)) && (
                <Problem>{(remove.error ?? away.error ?? save.error)?.message}</Problem>
              )}
              {row && (
                <Link to="/stones/new" state={{ like: row }} className="font-semibold text-copper underline">
                  Measure one like it
                </Link>
              )}
              {row && !piece && (
                <TextButton onClick={() => away.mutate()} disabled={away.isPending}>
                  {row.away ? 'Back into the tray' : 'Put it away'}
                </TextButton>
              )}
              {row && (
                <TextButton onClick={() => remove.mutate()} disabled={remove.isPending}>
                  {piece ? 'Remove the piece' : 'Remove from the tray'}
                </TextButton>
              )}
              <button type="submit" className="btn btn-main text-lg" disabled={save.isPending}>
                {piece?.plan ? 'Plan the setting' : 'Choose a setting'}
              </button>
            </span>
          </div>
        </form>
      </FormProvider>
    </Page>
  )
}

function TextButton(props: React.ComponentProps<'button'>) {
  return (
    <button
      type="button"
      className="border-0 bg-transparent font-semibold text-copper underline"
      {...props}
    />
  )
}

/** Saving, removing and putting away, and where each leads. */
function useSaving({
  row,
  piece,
  typed,
  stone,
  picture,
  onSaved,
}: {
  row: StoneRow | undefined
  piece: PieceRow | undefined
  typed: Typed
  stone: Stone | undefined
  picture: File | undefined
  onSaved: () => void
}) {
  const navigate = useNavigate()
  const client = useQueryClient()
  const save = useMutation({
    mutationFn: async (over: number | undefined) => {
      const body = { name: typed.name, note: typed.note, stone: stone! }
      const saved = row
        ? await api.editStone(row.id, { ...body, version: over ?? row.version })
        : await api.addStone(body)
      onSaved()
      // a picture that cannot be used does not hold up the stone; it is said, and can be given again where the stone is
      if (!row && picture)
        await api.setPhoto(saved.id, picture).catch((error: unknown) =>
          tellRemoved({
            said: `The stone is kept, its picture is not: ${error instanceof Error ? error.message : String(error)}`,
          }),
        )
      const target =
        piece?.id ??
        row?.pieceId ??
        (await api.addPiece(saved.id, saved.name || `${saved.stone.mineral} ${shapeName(saved.stone)}`)).id
      await client.invalidateQueries()
      return target
    },
    onSuccess: (target) => void navigate(`/pieces/${target}/${piece?.plan ? 'plan' : 'choose'}`),
  })
  const undoable = (said: string, undo: () => Promise<unknown>, word?: string) => {
    void navigate('/')
    tellRemoved({
      said,
      ...(word === undefined ? {} : { word }),
      undo: async () => {
        await undo()
        await client.invalidateQueries()
      },
    })
  }
  const remove = useMutation({
    mutationFn: async () => {
      if (piece) await api.removePiece(piece.id)
      else await api.removeStone(row!.id)
      await client.invalidateQueries()
    },
    onSuccess: () =>
      piece
        ? undoable('The piece was removed; its stone is free again.', () => api.restorePiece(piece.id))
        : undoable('The stone was removed.', () => api.restoreStone(row!.id)),
  })
  const away = useMutation({
    mutationFn: async () => {
      await api.putAway(row!.id, !row!.away)
      await client.invalidateQueries()
    },
    onSuccess: () =>
      undoable(
        row!.away ? 'The stone is in the tray again.' : 'The stone was put away.',
        () => api.putAway(row!.id, row!.away),
        'Undo',
      ),
  })
  const stale =
    row && save.error instanceof ApiError && save.error.problem.type === 'verger:stale'
      ? {
          id: row.id,
          take: (theirs: StoneRow) => {
            client.setQueryData<StoneRow[]>(['stones'], (old) =>
              old?.map((s) => (s.id === theirs.id ? theirs : s)),
            )
            save.reset()
          },
        }
      : undefined
  return { save, remove, away, stale }
}

/** Another stone of the same measures: what was read, weighed and taped of this one is not the other's. */
function asNew(row: StoneRow): StoneRow {
  const stone = { ...row.stone }
  for (const id of ['readings', 'weighed', 'taped'] as const) Reflect.deleteProperty(stone, id)
  return { ...row, name: '', note: '', stone }
}

/** With a piece its own page; a stone that has none yet stands alone on the road. */
function Page({
  piece,
  reached,
  children,
}: {
  piece: PieceRow | undefined
  reached: StationId
  children: React.ReactNode
}) {
  return piece ? (
    <PieceFrame piece={piece} here="measure">
      {children}
    </PieceFrame>
  ) : (
    <Frame beside={<Road here="measure" reached={reached} />}>{children}</Frame>
  )
}

const cap = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1)
