import type { Me } from '@verger/contract'
import { HABIT, PACKED, TECHNIQUES, type OperationKind, type Packed, type Technique } from '@verger/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { api } from '../../app/api.js'
import { Frame } from '../../ui/Frame.js'
import { Waiting } from '../../ui/Waiting.js'
import {
  learnedOf,
  lengthKey,
  lengthOf,
  longer,
  ownPacking,
  packingKey,
  useLessons,
  workPace,
} from './useLearned.js'

const TECHNIQUE_WORDS: Readonly<Record<Technique, string>> = {
  bent: 'Bent frame wire',
  coiled: 'Coils and loops',
  knotted: 'Knots',
  'drawn taut': 'Wire drawn taut',
  bound: 'Binding',
  woven: 'Weaving',
  lashed: 'Lashing',
}

const WORK_WORDS: Readonly<Record<OperationKind, string>> = {
  gather: 'Gathering',
  straighten: 'Straightening',
  twist: 'Twisting',
  cut: 'Cutting',
  mark: 'Marking',
  align: 'Aligning',
  bind: 'Binding',
  unclamp: 'Taking off clamps and tape',
  wind: 'Winding',
  coil: 'Coiling',
  hook: 'Hooking',
  lash: 'Lashing and tying',
  shape: 'Shaping',
  shoulder: 'Bending the shoulder',
  bend: 'Bending',
  close: 'Closing',
  try: 'Trying the stone, samples',
  seat: 'Setting the stone',
  roll: 'Rolling',
  curl: 'Curling ends',
  cross: 'Crossing over',
  thread: 'Threading',
  trim: 'Trimming',
  smooth: 'Smoothing',
  darken: 'Darkening',
  polish: 'Polishing',
}
const workSaid = (kind: string): string => (WORK_WORDS as Readonly<Record<string, string>>)[kind] ?? kind

const PACKED_WORDS: Readonly<Record<Packed['kind'], string>> = { bind: 'Binding', weave: 'Weaving' }

/** The share of what is planned that is used on the whole, as one says it. */
const more = (middle: number): string => {
  const share = 100 * (Math.exp(middle) - 1)
  return Math.abs(share) < 0.05
    ? 'as planned'
    : `${Math.abs(share).toFixed(1)} % ${share > 0 ? 'more' : 'less'}`
}

/** What finished pieces have taught of this hand: wire and time, from how many, and each can be forgotten. */
export default function LearnedPage({ me }: { me: Me }) {
  const client = useQueryClient()
  const lessons = useLessons()
  const { settings, version } = me.workshop
  const forget = useMutation({
    mutationFn: (of: string) => {
      const now = client.getQueryData<Me>(['me'])?.workshop ?? { settings, version }
      return api.setSettings({
        version: now.version,
        settings: {
          ...now.settings,
          forgot: { ...now.settings.forgot, [of]: new Date().toISOString() },
        },
      })
    },
    onSuccess: (row) =>
      client.setQueryData<Me>(['me'], (old) => old && { ...old, workshop: { ...old.workshop, ...row } }),
    onError: () => void client.invalidateQueries({ queryKey: ['me'] }),
  })
  const all = lessons.data ?? []
  const kinds = [...new Set(all.flatMap((l) => l.work.map((w) => w.kind)))]
  const lengths = [...new Set(all.flatMap((l) => l.lengths.map((m) => m.kind)))]
  return (
    <Frame beside={<span className="text-lg text-soft">{me.workshop.name}</span>}>
      <h1 className="mt-2 text-[34px]">What the hand teaches</h1>
      <p className="m-0 text-soft">
        From pieces that are finished: what each took of what was planned. While there are few, the habit
        counts for most of it; what was learned wrong can be forgotten.
      </p>
      {forget.error && <p className="text-red">✕ {forget.error.message}</p>}
      {!lessons.data ? (
        <Waiting
          text="Fetching what was learned …"
          failed={lessons.error}
          onRetry={() => void lessons.refetch()}
        />
      ) : (
        <div className="mt-3 grid items-start gap-x-12 gap-y-8 lg:grid-cols-2">
          <div className="grid gap-8">
            <Learned
              name="Wire"
              say={
                <>
                  Learned where a wire was ticked at Cut and its rest was measured in the{' '}
                  <Link className="text-copper underline" to="/ledger">
                    ledger
                  </Link>
                  . The chance that a wire runs short comes from it.
                </>
              }
              head={['made by', 'takes', 'strays by']}
              rows={TECHNIQUES.map((t) => {
                const { middle, spread, from } = learnedOf(all, settings.forgot, t)
                return {
                  of: t,
                  said: TECHNIQUE_WORDS[t],
                  figures: [
                    more(middle),
                    <>
                      {(100 * spread).toFixed(1)} %{' '}
                      <span className="text-[15px] text-soft">habit {(100 * HABIT[t]).toFixed(0)} %</span>
                    </>,
                  ],
                  from,
                  each: ['wire', 'wires'],
                }
              })}
              onForget={forget}
              note="The habit: typical, uncited; makers differ by half to twice as much."
            />
            <Learned
              name="Lengths"
              say="Learned from what was measured at a step: how binds come out, how far wire springs back from its mandrel, how far bends reach."
              head={['kind of work', 'comes out']}
              rows={lengths.map((kind) => {
                const { times, from } = lengthOf(all, settings.forgot, kind)
                const said = workSaid(kind)
                return {
                  of: lengthKey(kind),
                  said,
                  what: `${said}, lengths`,
                  figures: [longer(times)],
                  from,
                  each: ['measured', 'measured'],
                }
              })}
              empty="Nothing was measured at a step of a finished piece yet."
              none="nothing yet"
              onForget={forget}
            />
          </div>
          <div className="grid gap-8">
            <Learned
              name="Packing"
              say="Learned where turns were counted at Wrap and measured: how far one turn carries the binding on, in thicknesses of its wire."
              head={['kind of work', 'a turn takes']}
              rows={PACKED.map((kind) => {
                const { packing, from } = ownPacking(all, settings.forgot, kind)
                const said = PACKED_WORDS[kind]
                return {
                  of: packingKey(kind),
                  said,
                  what: `${said}, packing`,
                  figures: [`${packing.toFixed(2)} thicknesses`],
                  from,
                  each: ['measured', 'measured'],
                }
              })}
              onForget={forget}
            />
            <Learned
              name="Time"
              say="Learned from what was timed at Wrap: how many times the reckoned time each kind of work takes you."
              head={['kind of work', 'of the reckoned time']}
              rows={kinds.map((kind) => {
                const { times, from } = workPace(all, settings.forgot, kind)
                return {
                  of: kind,
                  said: workSaid(kind),
                  figures: [`${times.toFixed(2)} ×`],
                  from,
                  each: ['piece', 'pieces'],
                }
              })}
              empty="No piece was timed and finished yet."
              onForget={forget}
            />
          </div>
        </div>
      )}
    </Frame>
  )
}

interface Row {
  /** Under which it is forgotten. */
  readonly of: string
  readonly said: string
  /** What is forgotten, where its name alone would not tell. */
  readonly what?: string
  readonly figures: readonly ReactNode[]
  readonly from: number
  /** What it was learned from: one, and several. */
  readonly each: readonly [one: string, several: string]
}

/** One thing that the hand teaches, row by row: what it comes to, from how many, and forgetting it. */
function Learned({
  name,
  say,
  head,
  rows,
  empty,
  none = 'the habit',
  note,
  onForget,
}: {
  name: string
  say: ReactNode
  head: readonly string[]
  rows: readonly Row[]
  /** Said where there are no rows. */
  empty?: string
  /** Said of a row that was learned from nothing. */
  none?: string
  note?: string
  onForget: { readonly isPending: boolean; mutate(of: string): void }
}) {
  return (
    <section aria-label={name}>
      <h2 className="text-[24px]">{name}</h2>
      <p className="m-0 text-[15px] text-soft">{say}</p>
      {rows.length === 0 ? (
        <p className="border-y border-line py-8 text-center text-soft">{empty}</p>
      ) : (
        <table className="mt-1 w-full border-collapse text-lg">
          <thead>
            <tr className="border-b border-hair text-left text-soft">
              {[...head, 'from', ''].map((w, i) => (
                <th key={w} className={`py-1 font-normal ${i > 0 ? 'pl-3 text-right' : ''}`}>
                  {w}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(({ of, said, what = said, figures, from, each }) => (
              <tr key={of} className="border-b border-line">
                <td className="py-1.5">{said}</td>
                {figures.map((figure, i) => (
                  <td key={i} className="pl-3 text-right">
                    {figure}
                  </td>
                ))}
                <td className="pl-3 text-right whitespace-nowrap">
                  {from === 0 ? (
                    <span className="text-soft">{none}</span>
                  ) : (
                    `${from} ${each[from === 1 ? 0 : 1]}`
                  )}
                </td>
                <td className="pl-3 text-right text-[15px]">
                  {from > 0 && (
                    <button
                      type="button"
                      className="border-0 bg-transparent p-0 text-copper underline"
                      disabled={onForget.isPending}
                      aria-label={`forget: ${what}`}
                      onClick={() => onForget.mutate(of)}
                    >
                      forget
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {note !== undefined && <p className="text-[15px] text-soft">{note}</p>}
    </section>
  )
}
