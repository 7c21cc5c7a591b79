import type { Me, PieceRow, StationId, StoneRow } from '@verger/contract'
import {
  careText,
  checkStone,
  fill,
  fullStone,
  mineral,
  MINERALS,
  stoneMeasures,
  stoneText,
  type OutlineKind,
  type Stone,
} from '@verger/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { useForm, useWatch } from 'react-hook-form'
import { useNavigate, useParams } from 'react-router'
import { api, ApiError } from '../../app/api.js'
import { Figure } from '../../ui/Figure.js'
import { Waiting } from '../../ui/Waiting.js'
import { Frame } from '../../ui/Frame.js'
import { echoBoth, readLength } from '../../ui/readLength.js'
import { PieceFrame } from '../../ui/PieceFrame.js'
import { Road } from '../../ui/Road.js'
import { tellRemoved } from '../../ui/Undone.js'
import { StaleEdit } from './StaleEdit.js'
import { StoneSheet } from './StoneSheet.js'

interface Typed {
  outline: OutlineKind
  length: string
  width: string
  depth: string
  wall: string
  fullness: string
  mineral: string
  name: string
  note: string
}

type MeasureField = 'length' | 'width' | 'depth' | 'wall'
const FIELDS: readonly { readonly id: MeasureField; readonly label: string; readonly hint: string }[] = [
  { id: 'length', label: 'Length', hint: 'across the face, the way that points to the bail' },
  { id: 'width', label: 'Width', hint: 'square to the length, at the edge' },
  { id: 'depth', label: 'Depth', hint: 'flat back to the top of the dome' },
  { id: 'wall', label: 'Wall', hint: 'straight part at the edge; leave empty to estimate' },
]

const asText = (row: StoneRow | undefined): Typed => ({
  outline: row?.stone.outline ?? 'oval',
  length: row ? String(row.stone.length) : '',
  width: row ? String(row.stone.width) : '',
  depth: row ? String(row.stone.depth) : '',
  wall: row?.stone.wall === undefined ? '' : String(row.stone.wall),
  fullness: row?.stone.fullness === undefined ? '' : String(row.stone.fullness),
  mineral: row?.stone.mineral ?? 'labradorite',
  name: row?.name ?? '',
  note: row?.note ?? '',
})

/** Reads the form: the stone as far as it is understood, and what is wrong at each field. */
function readStone(t: Typed, units: 'mm' | 'in') {
  const problems: Partial<Record<keyof Typed, string>> = {}
  const get = (id: MeasureField, needed: boolean): number | undefined => {
    if (!needed && t[id].trim() === '') return undefined
    const { value, problem } = readLength(t[id], units, id === 'wall')
    if (problem && t[id].trim() !== '') problems[id] = problem
    return value
  }
  const length = get('length', true)
  const width = t.outline === 'round' ? length : get('width', true)
  const depth = get('depth', true)
  const wall = get('wall', false)
  let fullness: number | undefined
  if (t.fullness.trim() !== '') {
    const n = Number(t.fullness.replace(',', '.'))
    if (Number.isFinite(n)) fullness = n
    else problems.fullness = 'Type a number from 1.2 to 6; 2 is a round dome.'
  }
  if (length === undefined || width === undefined || depth === undefined)
    return { problems, doubts: [] as string[] }
  const stone: Stone = {
    kind: 'cabochon',
    outline: t.outline,
    length,
    width,
    depth,
    mineral: t.mineral,
    ...(wall === undefined ? {} : { wall }),
    ...(fullness === undefined ? {} : { fullness }),
  }
  const doubts: string[] = []
  for (const f of checkStone(stone)) {
    const words = fill(stoneText[f.code] ?? f.code, f.values)
    if (f.severity === 'error') problems[(f.field ?? 'length') as keyof Typed] ??= words
    else doubts.push(words)
  }
  return Object.keys(problems).length > 0 ? { problems, doubts } : { stone, problems, doubts }
}

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
  const form = useForm<Typed>({ defaultValues: asText(row) })
  const typed = useWatch({ control: form.control }) as Typed
  const [lit, setLit] = useState<MeasureField | undefined>(row ? undefined : 'length')
  const read = useMemo(() => readStone(typed, units), [typed, units])
  const [shown, setShown] = useState<Stone | undefined>(read.stone)
  useEffect(() => {
    if (read.stone) setShown(read.stone)
  }, [read.stone])
  const measures = useMemo(() => (read.stone ? stoneMeasures(read.stone) : undefined), [read.stone])
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
        (await api.addPiece(saved.id, saved.name || `${saved.stone.mineral} ${saved.stone.outline}`)).id
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
  const stone = mineral(typed.mineral)
  const fields = FIELDS.filter((f) => f.id !== 'width' || typed.outline !== 'round')
  return (
    <Page piece={piece} reached={reached}>
      <form
        onSubmit={submit}
        noValidate
        className="grid flex-1 gap-7 lg:grid-cols-[minmax(0,640px)_minmax(0,1fr)]"
      >
        <section className="sheet flex min-h-[320px] flex-col" aria-label="Drawing of the stone">
          {shown ? (
            <StoneSheet stone={fullStone(shown)} lit={lit} round={typed.outline === 'round'} />
          ) : (
            <Empty />
          )}
          {measures && (
            <dl className="m-0 grid grid-cols-1 gap-x-8 gap-y-1 border-t border-line px-6 py-3 sm:grid-cols-2">
              {(
                [
                  ['Edge girth', measures.edge],
                  ['Volume', measures.volume],
                  ['Girth lengthwise', measures.girthLength],
                  ['Weight', measures.mass],
                  ['Girth crosswise', measures.girthWidth],
                  ['Carats', measures.carats],
                ] as const
              ).map(([name, q]) => (
                <div key={name} className="flex items-baseline justify-between gap-3">
                  <dt className="text-soft">{name}</dt>
                  <dd className="m-0">
                    <Figure name={name} q={q} />
                  </dd>
                </div>
              ))}
            </dl>
          )}
        </section>
        <section>
          <h1 className="text-[30px]">{typed.name || `${cap(typed.outline)} cabochon`}</h1>
          <fieldset className="mt-2 flex flex-wrap gap-2 border-0 p-0">
            <legend className="sr-only">Outline</legend>
            {(['round', 'oval', 'drop'] as const).map((kind) => (
              <label
                key={kind}
                className={`flex min-h-[44px] cursor-pointer items-center rounded-full border-2 px-4 font-semibold ${typed.outline === kind ? 'border-copper bg-copper-wash text-copper' : 'border-line text-soft'}`}
              >
                <input type="radio" value={kind} className="sr-only" {...form.register('outline')} />
                {cap(kind)}
              </label>
            ))}
          </fieldset>
          {fields.map((f) => {
            const value = readLength(typed[f.id], units, f.id === 'wall').value
            const problem =
              read.problems[f.id] ??
              (tried && typed[f.id].trim() === '' && f.id !== 'wall' ? 'Type a measure.' : undefined)
            const field = form.register(f.id)
            return (
              <div
                key={f.id}
                className="grid grid-cols-[minmax(0,1fr)_112px] items-center gap-x-4 border-b border-line py-1"
              >
                <label htmlFor={f.id}>
                  <span className="flex flex-wrap items-baseline justify-between gap-x-3">
                    <span className="font-bold">
                      {f.id === 'length' && typed.outline === 'round' ? 'Diameter' : f.label}
                    </span>
                    <span className="text-[15px] text-soft" aria-live="polite">
                      {value !== undefined && typed[f.id].trim() !== ''
                        ? echoBoth(value)
                        : f.id === 'wall' && read.stone
                          ? `estimated ${fullStone(read.stone).wall.toFixed(1)} mm`
                          : ''}
                    </span>
                  </span>
                  <span className="block text-[15px] text-soft">{f.hint}</span>
                </label>
                <input
                  id={f.id}
                  className="typed"
                  inputMode="text"
                  autoComplete="off"
                  autoFocus={!row && f.id === 'length'}
                  placeholder={f.id === 'wall' ? '–' : ''}
                  aria-invalid={Boolean(problem)}
                  aria-describedby={problem ? `${f.id}-problem` : undefined}
                  {...field}
                  onFocus={() => setLit(f.id)}
                  onBlur={(e) => {
                    void field.onBlur(e)
                    setLit(undefined)
                  }}
                />
                {problem && (
                  <p id={`${f.id}-problem`} className="col-span-2 text-red" role="alert">
                    ✕ {problem}
                  </p>
                )}
              </div>
            )
          })}
          {read.doubts.map((d) => (
            <p key={d} className="mt-2 border-l-4 border-amber bg-amber-wash px-3 py-1.5">
              <span className="text-amber" aria-hidden>
                ▲{' '}
              </span>
              {d} If it is right, go on.
            </p>
          ))}
          <div className="mt-2 grid grid-cols-2 gap-x-6 gap-y-2">
            <label>
              <span className="font-semibold">Mineral</span>
              <select className="plain" {...form.register('mineral')}>
                {MINERALS.map((m) => (
                  <option key={m.id} value={m.id}>
                    {m.id}
                  </option>
                ))}
              </select>
            </label>
            <label>
              <span className="font-semibold">Dome fullness</span>
              <input className="plain" placeholder="2, round" {...form.register('fullness')} />
              {read.problems.fullness && <span className="text-red">✕ {read.problems.fullness}</span>}
            </label>
            <label>
              <span className="font-semibold">Name</span>
              <input className="plain" placeholder="if you like" {...form.register('name')} />
            </label>
            <label>
              <span className="font-semibold">Note</span>
              <input className="plain" placeholder="if you like" {...form.register('note')} />
            </label>
          </div>
          <p className="mt-3 text-[15px] text-soft">
            {cap(typed.mineral)}: hardness{' '}
            {stone.hardness[0] === stone.hardness[1]
              ? stone.hardness[0]
              : `${stone.hardness[0]} to ${stone.hardness[1]}`}
            {stone.care.map((c) => ` · ${careText[c]}`).join('')}
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
              form.reset(asText(theirs))
              save.reset()
            }}
            onMine={(theirs) => save.mutate(theirs.version)}
          />
        )}
        <div className="flex flex-wrap items-center justify-between gap-4 lg:col-span-2">
          <span className="text-lg text-soft">
            Lay the jaws flat on back and dome. Paper between steel jaws and a soft stone.
          </span>
          <span>
            {(remove.error ?? (stale ? null : save.error)) && (
              <span className="mr-4 text-red" role="alert">
                ✕ {(remove.error ?? save.error)?.message}
              </span>
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
    </Page>
  )
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

function Empty() {
  return (
    <div className="m-auto max-w-xs p-8 text-center text-soft">
      <svg viewBox="0 0 120 120" className="mx-auto h-36 w-36" aria-hidden>
        <ellipse
          cx="60"
          cy="60"
          rx="36"
          ry="50"
          fill="none"
          stroke="var(--hair)"
          strokeDasharray="5 5"
          strokeWidth="2"
        />
      </svg>
      Type length, width and depth: the stone is drawn as you type.
    </div>
  )
}
