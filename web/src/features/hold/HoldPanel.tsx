import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { slowWorker } from '../../compute/usePlan.js'
import {
  careOf,
  family,
  firstShare,
  fullStone,
  clockPlace,
  hourOf,
  isBlow,
  NEWTON_PER_GRAM,
  sayWay,
  shareBorne,
  type DemandVerdict,
  type Hold,
  type Options,
  type Plan,
  type Release,
  type Thorough,
  type WorkshopSettings,
} from '@verger/core'
import { useState } from 'react'
import { DirectionDiscs } from './DirectionDiscs.js'
import { Mends } from './Mends.js'
import { Leaving } from './Leaving.js'
import { Shaking } from './Shaking.js'
import { VERDICT_LOOK } from '../../ui/verdictLook.js'

const DEMAND_WORDS = {
  worn: 'worn',
  shaken: 'shaken by hand',
  pressed: 'pressed with a fingertip',
  knocked: 'knocked against an edge',
  fallen: 'fallen on a hard floor',
} as const
/** How a demand is borne, in words. */
const BORNE = {
  sound: 'bent short and with play, too',
  doubtful: 'only as planned',
  fails: 'does not bear it',
} as const

/** What is asked and what is borne, of a force as the pull of a weight. */
function sayDemand({ id, asks, bears }: DemandVerdict): string {
  if (!isBlow(id)) return `asks ${sayGrams(asks)}, bears ${sayGrams(bears)}`
  return `brings ${asks.toPrecision(2)} N mm, takes ${bears.toPrecision(2)}`
}
const sayGrams = (newton: number): string => {
  const grams = newton / NEWTON_PER_GRAM
  return grams < 995 ? `${grams.toFixed(0)} g` : `${(grams / 1000).toFixed(1)} kg`
}

/** What stands behind the one line: directions, demands, what gives way, and the stone slid out along its weakest way. */
export function HoldPanel({
  plan,
  hold,
  thorough,
  settings,
  onTake,
}: {
  plan: Plan
  hold: Hold
  thorough: Thorough | undefined
  settings: WorkshopSettings | undefined
  /** Takes up the options of a mend. */
  onTake: (options: Options) => void
}) {
  const [open, setOpen] = useState(false)
  return (
    <section className="mt-4" aria-label="How it holds">
      <h2 className="text-xl">
        <button
          type="button"
          className="border-0 bg-transparent p-0 font-semibold text-copper underline"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          How it holds
        </button>
      </h2>
      {(thorough?.verdict ?? hold.verdict) !== 'sound' && settings && (
        <Mends
          plan={plan}
          share={thorough ? shareBorne(plan, thorough) : firstShare(plan, hold)}
          settings={settings}
          onTake={onTake}
        />
      )}
      {open && <Inside plan={plan} hold={hold} thorough={thorough} />}
    </section>
  )
}

/** Where the push lets the stone go, or how far it was followed without. */
function LetsGo({ release: { letsGo, way, force } }: { release: Release }) {
  const holds = (way[way.length - 1]?.force ?? 0) > force / 2
  return <Fact name={holds ? 'Followed, not let go yet' : 'Let go after'}>{letsGo.toFixed(1)} mm</Fact>
}

function Inside({ plan, hold, thorough }: { plan: Plan; hold: Hold; thorough: Thorough | undefined }) {
  const { wires, joints } = family(plan.family).text
  const arrow = thorough?.release.d ?? hold.arrow
  const touching = new Map<string, number>()
  for (const c of hold.contacts) touching.set(c.wire, (touching.get(c.wire) ?? 0) + 1)
  const giving = thorough ? thorough.release.giving : hold.giving
  const say = (id: string) =>
    wires[id] ?? joints[id] ?? (plan.design.stones.some((s) => s.id === id) ? 'the stone beside it' : id)
  return (
    <div className="mt-2 grid gap-x-8 gap-y-4 lg:grid-cols-3">
      <DirectionDiscs stone={plan.stone} forces={hold.sphere} asked={plan.asked} arrow={arrow} />
      <div>
        <ul className="m-0 list-none p-0">
          {(thorough?.demands ?? []).map((d) => {
            const { mark, word: colour } = VERDICT_LOOK[d.verdict]
            const words = BORNE[d.verdict]
            return (
              <li key={d.id} className="border-b border-line py-1" data-demand={d.id}>
                <span className={colour} aria-hidden>
                  {mark}{' '}
                </span>
                <strong>{DEMAND_WORDS[d.id]}</strong>: {words}
                <span className="block text-[15px] text-soft">{sayDemand(d)}</span>
              </li>
            )
          })}
          {!thorough && hold.caught && <li className="py-1 text-soft">Working out what it bears …</li>}
        </ul>
        <dl className="m-0 mt-2 text-[15px]">
          <Fact name="Weakest way out">{sayWay(arrow)}</Fact>
          {giving.length > 0 && <Fact name="Gives way first">{giving.map(say).join(', ')}</Fact>}
          {thorough && <LetsGo release={thorough.release} />}
          {thorough && <Fact name="Turns">{sayTurning(thorough.turning.degrees)}</Fact>}
          <Fact name="Touches">
            {[...touching].map(([wire, n]) => `${say(wire)} at ${n} places`).join(', ') || 'nothing'}
          </Fact>
        </dl>
        <Notes plan={plan} say={say} />
        <p className="m-0 mt-1 text-[15px] text-soft">
          Without friction, with the low end of what the metal can be. An estimate: the proof at the bench
          decides.{' '}
          <Link className="text-copper underline" to="/method">
            How this is worked out
          </Link>
        </p>
      </div>
      {thorough && thorough.release.way.length > 1 && <Leaving plan={plan} release={thorough.release} />}
      <Shaking plan={plan} arrow={arrow} />
    </div>
  )
}

/** Bends that wedge rather than hold, ends that catch, and an edge that does not want pressing. */
function Notes({ plan, say }: { plan: Plan; say: (id: string) => string }) {
  const notes = useQuery({
    queryKey: ['hold-notes', plan.family, plan.stone, plan.options],
    queryFn: () => slowWorker().holdNotes(plan),
    gcTime: 60_000,
  })
  const care = careOf(plan.stone)
  const thin = fullStone(plan.stone).wall < THIN_EDGE
  const ends = notes.data?.ends ?? []
  return (
    <ul className="m-0 mt-2 list-none p-0 text-[15px]">
      {(notes.data?.shoulders ?? []).map((s, i) => (
        <li key={i}>
          <span className="text-amber" aria-hidden>
            ▲{' '}
          </span>
          {say(s.wire)} at {clockPlace(hourOf(s.p))} lies on the shoulder, {s.degrees.toFixed(0)}° out of the
          girdle: it is wedged outward more than it holds.{' '}
          {s.further !== undefined && `${s.further.toFixed(1)} mm farther in it would hold.`}
        </li>
      ))}
      {ends.length > 0 && (
        <li>
          <span aria-hidden>• </span>A cloth’s pull bends{' '}
          {ends.length === 1 ? 'one end' : `${ends.length} ends`} (
          {[...new Set(ends.map((e) => say(e.wire)))].join(', ')}; the weakest at {ends[0]!.force.toFixed(1)}{' '}
          N): turn them in, or tie them.
        </li>
      )}
      {(care.includes('pressing') || care.includes('soft') || thin) && (
        <li>
          <span className="text-amber" aria-hidden>
            ▲{' '}
          </span>
          {thin
            ? 'Its edge is thin where wires press'
            : care.includes('pressing')
              ? 'This stone cleaves'
              : 'This stone is soft'}
          {notes.data && notes.data.pressing > 0
            ? `, and a bend bears on it with up to ${notes.data.pressing.toFixed(0)} N (the weight of ${(notes.data.pressing / NEWTON_PER_GRAM / 1000).toFixed(1)} kg) while it is pressed in`
            : ''}
          : press against the wire, never with jaws on the stone, a little at a time.
        </li>
      )}
    </ul>
  )
}
const THIN_EDGE = 0.8

/** Turns that are under this are none, degrees. */
const NO_TURN = 0.3
const FREE = 80

function sayTurning(degrees: readonly [number, number, number]): string {
  const words = ['tipping', 'swinging', 'spinning in its frame']
  const said = degrees.flatMap((v, i) =>
    v < NO_TURN ? [] : [v >= FREE ? `free in ${words[i]}` : `${v.toFixed(1)}° in ${words[i]}`],
  )
  return said.length === 0 ? 'not at all' : said.join(', ')
}

function Fact({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div className="flex justify-between gap-4 border-b border-line py-1">
      <dt className="text-soft">{name}</dt>
      <dd className="m-0 text-right">{children}</dd>
    </div>
  )
}
