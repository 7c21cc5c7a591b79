import type { Me, PieceRow, StationId, StoneRow } from '@verger/contract'
import {
  careOf,
  careText,
  fullStone,
  girthString,
  KINDS,
  mineral,
  MINERALS,
  numberOf,
  stoneMeasures,
  stoneTolerance,
  TREATMENTS,
  type Stone,
  type ShapeMore,
  type stoneMore,
  type StoneMeasures,
} from '@verger/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react'
import { FormProvider, useForm, useWatch } from 'react-hook-form'
import { Link, useLocation, useNavigate, useParams } from 'react-router'
import { api, ApiError } from '../../app/api.js'
import { shapeName } from '../../app/stoneWords.js'
import { slowWorker } from '../../compute/usePlan.js'
import { InSpace } from '../../solid/InSpace.js'
import { Figure } from '../../ui/Figure.js'
import { Waiting } from '../../ui/Waiting.js'
import { Frame } from '../../ui/Frame.js'
import { PieceFrame } from '../../ui/PieceFrame.js'
import { Road } from '../../ui/Road.js'
import { tellRemoved } from '../../ui/Undone.js'
import type { FieldId } from './fields.js'
import { FreeOutline } from './FreeOutline.js'
import { MeasureFields } from './MeasureFields.js'
import { ShapeChooser } from './ShapeChooser.js'
import { StaleEdit } from './StaleEdit.js'
import { StoneSheet } from './StoneSheet.js'
import { TurnedRows } from './TurnedRows.js'
import { asTyped, chosenShape, exampleOf, fieldsOf, readStone, type Typed } from './typedStone.js'

export default function MeasurePage({ me }: { me: Me }) {
  const { stoneId, pieceId } = useParams()
  const piece = useQuery({
    queryKey: ['piece', pieceId],
    queryFn: () => api.piece(pieceId!),
    enabled: pieceId !== undefined,
  })
  const stones = useQuery({ queryKey: ['stones'], queryFn: api.stones })
  const id = stoneId ?? piece.data?.stoneId
  const row = stones.data?.find((s) => s.id === id)
  if ((stoneId ?? pieceId) !== undefined && !row)
    return (
      <Frame>
        <Waiting
          text="Fetching the stone …"
          failed={
            piece.error ??
            stones.error ??
            (stones.isSuccess && id !== undefined
              ? new Error('This stone is not in the tray any more.')
              : undefined)
          }
          onRetry={() => void stones.refetch()}
        />
      </Frame>
    )
  return (
    <Measure
      key={id ?? 'new'}
      me={me}
      row={row}
      piece={piece.data ?? undefined}
      reached={piece.data?.station ?? 'measure'}
    />
  )
}

function Measure({
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
  const { units } = me.workshop.settings
  const navigate = useNavigate()
  const client = useQueryClient()
  // a stone measured like another begins with its measures, and without its name and readings
  const like = (useLocation().state as { readonly like?: StoneRow } | null)?.like
  const form = useForm<Typed>({ defaultValues: asTyped(row ?? (like && asNew(like))) })
  const typed = useWatch({ control: form.control }) as Typed
  const [lit, setLit] = useState<FieldId | undefined>(row ? undefined : 'length')
  const read = useMemo(() => readStone(typed, units), [typed, units])
  const [shown, setShown] = useState<Stone | undefined>(read.stone)
  useEffect(() => {
    if (read.stone) setShown(read.stone)
  }, [read.stone])
  // what was drawn last, while it is still of the kind that is chosen
  const shape = chosenShape(typed)
  const alike =
    shown && shown.kind === shape.kind && shown.outline === shape.outline && shown.form === shape.form
  const full = useMemo(
    () =>
      fullStone(
        alike
          ? shown
          : exampleOf({ kind: typed.kind, outline: typed.outline, form: typed.form, mineral: typed.mineral }),
      ),
    [alike, shown, typed.kind, typed.outline, typed.form, typed.mineral],
  )
  const [life, setLife] = useState(false)
  const strings = useCallback(
    () => (['edge', 'length', 'width'] as const).map((which) => girthString(full, which)),
    [full],
  )
  const [tried, setTried] = useState(false)
  const save = useMutation({
    mutationFn: async (over: number | undefined) => {
      const body = { name: typed.name, note: typed.note, stone: read.stone! }
      const saved = row
        ? await api.editStone(row.id, { ...body, version: over ?? row.version })
        : await api.addStone(body)
      const target =
        piece?.id ??
        row?.pieceId ??
        (await api.addPiece(saved.id, saved.name || `${saved.stone.mineral} ${shapeName(saved.stone)}`)).id
      await client.invalidateQueries()
      return target
    },
    onSuccess: (target) => void navigate(`/pieces/${target}/plan`),
  })
  const stale = save.error instanceof ApiError && save.error.problem.type === 'verger:stale' ? row : undefined
  const remove = useMutation({
    mutationFn: async () => {
      if (piece) await api.removePiece(piece.id)
      else await api.removeStone(row!.id)
      await client.invalidateQueries()
    },
    onSuccess: () => {
      void navigate('/')
      tellRemoved({
        said: piece ? 'The piece was removed; its stone is free again.' : 'The stone was removed.',
        undo: async () => {
          if (piece) await api.restorePiece(piece.id)
          else await api.restoreStone(row!.id)
          await client.invalidateQueries()
        },
      })
    },
  })
  const submit = (e: React.FormEvent) => {
    e.preventDefault()
    setTried(true)
    if (read.stone) save.mutate(undefined)
  }
  const material = mineral(typed.mineral)
  const free = shape.outline === 'free' && KINDS[shape.kind].outlines.length > 0
  return (
    <Page piece={piece} reached={reached}>
      <FormProvider {...form}>
        <form
          onSubmit={submit}
          noValidate
          className="grid flex-1 gap-7 lg:grid-cols-[minmax(0,620px)_minmax(0,1fr)]"
        >
          <section
            className="sheet flex min-h-[320px] flex-col self-start lg:sticky lg:top-2"
            aria-label="Drawing of the stone"
          >
            <InSpace
              stone={full}
              strings={strings}
              names={NO_NAMES}
              className="h-[470px]"
              drawing={<StoneSheet stone={full} lit={lit} example={!alike} />}
            />
            {alike && (
              <button
                type="button"
                className="self-start border-0 bg-transparent px-6 pb-2 text-[15px] text-copper underline print:hidden"
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
            {read.stone && <Derived stone={read.stone} />}
          </section>
          <section>
            <h1 className="text-[30px]">{typed.name || cap(shapeName(shape))}</h1>
            <ShapeChooser typed={typed} />
            <MeasureFields
              rows={fieldsOf(typed)}
              shape={shape}
              full={full}
              known={read.stone !== undefined}
              problems={read.problems}
              tried={tried}
              units={units}
              first={!row}
              onLight={setLit}
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
            {read.doubts.map((d) => (
              <p key={d.words} className="mt-2 border-l-4 border-amber bg-amber-wash px-3 py-1.5">
                <span className="text-amber" aria-hidden>
                  ▲{' '}
                </span>
                {d.words}{' '}
                {d.mend ? (
                  <button
                    type="button"
                    className="border-0 bg-transparent p-0 font-semibold text-copper underline"
                    onClick={() => {
                      form.setValue(`measures.${d.mend!.field}`, String(d.mend!.value))
                      if (typed.kind === 'puffy')
                        form.setValue('measures.backFullness', String(d.mend!.value))
                    }}
                  >
                    Take that
                  </button>
                ) : (
                  'If it is right, go on.'
                )}
              </p>
            ))}
            <div className="mt-2 grid grid-cols-2 gap-x-6 gap-y-2">
              <label>
                <span className="font-semibold">Mineral</span>
                <select className="plain" {...form.register('mineral')}>
                  {MATERIALS.map(([kind, list]) => (
                    <optgroup key={kind} label={kind}>
                      {list.map((m) => (
                        <option key={m.id} value={m.id}>
                          {m.id}
                        </option>
                      ))}
                    </optgroup>
                  ))}
                </select>
              </label>
              <label>
                <span className="font-semibold">Weighed, g</span>
                <input className="plain" placeholder="if you have a scale" {...form.register('weighed')} />
                {read.problems.weighed && <span className="text-red">✕ {read.problems.weighed}</span>}
              </label>
              <label>
                <span className="font-semibold">Tape round the edge</span>
                <input className="plain" placeholder="if you like" {...form.register('taped')} />
                {read.problems.taped && <span className="text-red">✕ {read.problems.taped}</span>}
              </label>
              <label>
                <span className="font-semibold">Name</span>
                <input className="plain" placeholder="if you like" {...form.register('name')} />
              </label>
              <label className="col-span-2">
                <span className="font-semibold">Note</span>
                <input className="plain" placeholder="if you like" {...form.register('note')} />
              </label>
            </div>
            <fieldset className="mt-2 flex flex-wrap gap-x-5 gap-y-1 border-0 p-0">
              <legend className="float-left mr-4 font-semibold">What was done to it</legend>
              {TREATMENTS.map((t) => (
                <label key={t} className="flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    className="h-5 w-5 accent-copper"
                    value={t}
                    {...form.register('treatments')}
                  />
                  {t}
                </label>
              ))}
            </fieldset>
            <p className="mt-3 text-[15px] text-soft" data-testid="care">
              {cap(typed.mineral)}: hardness{' '}
              {material.hardness[0] === material.hardness[1]
                ? material.hardness[0]
                : `${material.hardness[0]} to ${material.hardness[1]}`}
              , {TOUGH[material.toughness]}
              {careOf({ mineral: typed.mineral, treatments: typed.treatments ?? [] })
                .map((c) => ` · ${careText[c]}`)
                .join('')}
              . Typical values, uncited.
            </p>
          </section>
          {stale && (
            <StaleEdit
              id={stale.id}
              mine={{ name: typed.name, note: typed.note, stone: read.stone! }}
              onTheirs={(theirs) => {
                client.setQueryData<StoneRow[]>(['stones'], (old) =>
                  old?.map((s) => (s.id === theirs.id ? theirs : s)),
                )
                form.reset(asTyped(theirs))
                save.reset()
              }}
              onMine={(theirs) => save.mutate(theirs.version)}
            />
          )}
          <div className="flex flex-wrap items-center justify-between gap-4 lg:col-span-2">
            <span className="text-lg text-soft">
              Lay the jaws flat, do not press. Paper between steel jaws and a soft or coated stone.
            </span>
            <span>
              {(remove.error ?? (stale ? null : save.error)) && (
                <span className="mr-4 text-red" role="alert">
                  ✕ {(remove.error ?? save.error)?.message}
                </span>
              )}
              {row && (
                <Link
                  to="/stones/new"
                  state={{ like: row }}
                  className="mr-5 font-semibold text-copper underline"
                >
                  Measure one like it
                </Link>
              )}
              {row && (
                <button
                  type="button"
                  className="mr-5 border-0 bg-transparent font-semibold text-copper underline"
                  onClick={() => remove.mutate()}
                  disabled={remove.isPending}
                >
                  {piece ? 'Remove the piece' : 'Remove from the tray'}
                </button>
              )}
              <button type="submit" className="btn btn-main text-lg" disabled={save.isPending}>
                Plan the setting
              </button>
            </span>
          </div>
        </form>
      </FormProvider>
    </Page>
  )
}

/** Another stone of the same measures: what was read, weighed and taped of this one is not the other's. */
function asNew(row: StoneRow): StoneRow {
  const stone = { ...row.stone }
  for (const id of ['readings', 'weighed', 'taped'] as const) Reflect.deleteProperty(stone, id)
  return { ...row, name: '', note: '', stone }
}

const TrueSize = lazy(() => import('./TrueSize.js'))
const NO_NAMES = {}

const TOUGH = {
  tough: 'tough',
  fair: 'bears some pressing',
  brittle: 'brittle',
  cleaves: 'parts along planes',
} as const

const MATERIALS = (
  [
    ['mineral', 'Minerals'],
    ['organic', 'Shell, bone, wood'],
    ['glass', 'Glass'],
    ['made', 'Made'],
  ] as const
).map(
  ([kind, word]) =>
    [word, MINERALS.filter((m) => m.kind === kind).sort((a, b) => a.id.localeCompare(b.id))] as const,
)

/** What follows from the measures, each with its working and, where there were several readings, its plus/minus. */
function Derived({ stone }: { stone: Stone }) {
  // a moment later than the drawing, so that typing stays quick
  const settled = useDeferredValue(stone)
  const measures = useMemo(() => measuresOrNone(settled), [settled])
  const { derived } = useMemo(() => stoneTolerance(settled), [settled])
  const [more, setMore] = useState<ReturnType<typeof stoneMore>>([])
  useEffect(() => {
    let live = true
    // once typing rests: it takes a tenth of a second, and a worker
    const wait = setTimeout(() => {
      void slowWorker()
        .stoneMore(settled)
        .then((found) => live && setMore(found))
        .catch(() => live && setMore([]))
    }, 300)
    return () => {
      live = false
      clearTimeout(wait)
    }
  }, [settled])
  if (!measures) return null
  const rows = [
    ['Edge girth', measures.girthEdge, derived.girthEdge],
    ['Volume', measures.volume, derived.volume],
    ['Girth lengthwise', measures.girthLength, derived.girthLength],
    ['Weight', measures.mass, derived.mass],
    ['Girth crosswise', measures.girthWidth, derived.girthWidth],
    ['Carats', measures.carats, derived.carats],
    ...(Math.abs(numberOf(measures.edge) - numberOf(measures.girthEdge)) > 0.05
      ? ([['Along the edge', measures.edge, derived.edge]] as const)
      : []),
  ] as const
  return (
    <dl className="m-0 grid grid-cols-1 gap-x-8 gap-y-1 border-t border-line px-6 py-3 sm:grid-cols-2">
      {rows.map(([name, q, off]) => (
        <div key={name} className="flex items-baseline justify-between gap-3">
          <dt className="text-soft">{name}</dt>
          <dd className="m-0">
            <Figure name={name} q={q} />
            {off !== undefined && off > 0 && (
              <span className="text-[15px] text-soft"> ± {off < 1 ? off.toFixed(2) : off.toFixed(1)}</span>
            )}
          </dd>
        </div>
      ))}
      {more.map(({ id, quantity }) => (
        <div key={id} className="flex items-baseline justify-between gap-3">
          <dt className="text-soft">{MORE[id]}</dt>
          <dd className="m-0">
            <Figure name={MORE[id]} q={quantity} />
          </dd>
        </div>
      ))}
    </dl>
  )
}

const MORE: Readonly<Record<ShapeMore, string>> = {
  passes: 'Passes a hole of',
  waist: 'Waist, across',
  waistDeep: 'Waist, how deep',
  taper: 'Taper toward the point',
  footprint: 'Flat it lies on',
  crownAngle: 'Crown angle',
  pavilionAngle: 'Pavilion angle',
}

function measuresOrNone(stone: Stone): StoneMeasures | undefined {
  try {
    return stoneMeasures(stone)
  } catch {
    return undefined
  }
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
