import type { Me } from '@verger/contract'
import { HABIT, paceOf, TECHNIQUES, type OperationKind, type Technique } from '@verger/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api } from '../../app/api.js'
import { Frame } from '../../ui/Frame.js'
import { Waiting } from '../../ui/Waiting.js'
import { learnedOf, lengthKey, lengthOf, longer, remembered, useLessons } from './useLearned.js'

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
  const known = (of: string) => remembered(all, settings.forgot, of)
  const kinds = [...new Set(all.flatMap((l) => l.work.map((w) => w.kind)))]
  const lengths = [...new Set(all.flatMap((l) => l.lengths.map((m) => m.kind)))]
  const button = (of: string, what: string) => (
    <button
      type="button"
      className="border-0 bg-transparent p-0 text-copper underline"
      disabled={forget.isPending}
      aria-label={`forget: ${what}`}
      onClick={() => forget.mutate(of)}
    >
      forget
    </button>
  )
  const head = (...words: string[]) => (
    <thead>
      <tr className="border-b border-hair text-left text-soft">
        {words.map((w, i) => (
          <th key={w} className={`py-1 font-normal ${i > 0 ? 'pl-3 text-right' : ''}`}>
            {w}
          </th>
        ))}
      </tr>
    </thead>
  )
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
            <section aria-label="Wire">
              <h2 className="text-[24px]">Wire</h2>
              <p className="m-0 text-[15px] text-soft">
                Learned where a wire was ticked at Cut and its rest was measured in the{' '}
                <Link className="text-copper underline" to="/ledger">
                  ledger
                </Link>
                . The chance that a wire runs short comes from it.
              </p>
              <table className="mt-1 w-full border-collapse text-lg">
                {head('made by', 'takes', 'strays by', 'from', '')}
                <tbody>
                  {TECHNIQUES.map((t) => {
                    const l = learnedOf(all, settings.forgot, t)
                    return (
                      <tr key={t} className="border-b border-line">
                        <td className="py-1.5">{TECHNIQUE_WORDS[t]}</td>
                        <td className="pl-3 text-right">{more(l.middle)}</td>
                        <td className="pl-3 text-right">
                          {(100 * l.spread).toFixed(1)} %{' '}
                          <span className="text-[15px] text-soft">habit {(100 * HABIT[t]).toFixed(0)} %</span>
                        </td>
                        <td className="pl-3 text-right whitespace-nowrap">
                          {l.from === 0 ? (
                            <span className="text-soft">the habit</span>
                          ) : (
                            `${l.from} ${l.from === 1 ? 'wire' : 'wires'}`
                          )}
                        </td>
                        <td className="pl-3 text-right text-[15px]">
                          {l.from > 0 && button(t, TECHNIQUE_WORDS[t])}
                        </td>
                      </tr>
                    )
                  })}
                </tbody>
              </table>
              <p className="text-[15px] text-soft">
                The habit: typical, uncited; makers differ by half to twice as much.
              </p>
            </section>
            <section aria-label="Lengths">
              <h2 className="text-[24px]">Lengths</h2>
              <p className="m-0 text-[15px] text-soft">
                Learned from what was measured at a step: how tight binds pack, how far wire springs back from
                its mandrel, how far bends reach.
              </p>
              {lengths.length === 0 ? (
                <p className="border-y border-line py-8 text-center text-soft">
                  Nothing was measured at a step of a finished piece yet.
                </p>
              ) : (
                <table className="mt-1 w-full border-collapse text-lg">
                  {head('kind of work', 'comes out', 'from', '')}
                  <tbody>
                    {lengths.map((kind) => {
                      const { times, from } = lengthOf(all, settings.forgot, kind)
                      return (
                        <tr key={kind} className="border-b border-line">
                          <td className="py-1.5">{workSaid(kind)}</td>
                          <td className="pl-3 text-right">{longer(times)}</td>
                          <td className="pl-3 text-right whitespace-nowrap">
                            {from === 0 ? <span className="text-soft">nothing yet</span> : `${from} measured`}
                          </td>
                          <td className="pl-3 text-right text-[15px]">
                            {from > 0 && button(lengthKey(kind), `${workSaid(kind)}, lengths`)}
                          </td>
                        </tr>
                      )
                    })}
                  </tbody>
                </table>
              )}
            </section>
          </div>
          <section aria-label="Time">
            <h2 className="text-[24px]">Time</h2>
            <p className="m-0 text-[15px] text-soft">
              Learned from what was timed at Wrap: how many times the reckoned time each kind of work takes
              you.
            </p>
            {kinds.length === 0 ? (
              <p className="border-y border-line py-8 text-center text-soft">
                No piece was timed and finished yet.
              </p>
            ) : (
              <table className="mt-1 w-full border-collapse text-lg">
                {head('kind of work', 'of the reckoned time', 'from', '')}
                <tbody>
                  {kinds.map((kind) => {
                    const pace = paceOf(
                      kind,
                      known(kind).flatMap((l) => l.work),
                    )
                    const said = workSaid(kind)
                    return (
                      <tr key={kind} className="border-b border-line">
                        <td className="py-1.5">{said}</td>
                        <td className="pl-3 text-right">{pace.times.toFixed(2)} ×</td>
                        <td className="pl-3 text-right whitespace-nowrap">
                          {pace.from === 0 ? (
                            <span className="text-soft">the habit</span>
                          ) : (
                            `${pace.from} ${pace.from === 1 ? 'piece' : 'pieces'}`
                          )}
                        </td>
                        <td className="pl-3 text-right text-[15px]">{pace.from > 0 && button(kind, said)}</td>
                      </tr>
                    )
                  })}
                </tbody>
              </table>
            )}
          </section>
        </div>
      )}
    </Frame>
  )
}
