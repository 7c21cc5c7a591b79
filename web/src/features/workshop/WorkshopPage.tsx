import type { Me, Settings, SettingsRow } from '@verger/contract'
import { ALLOYS } from '@verger/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { api, ApiError } from '../../app/api.js'
import { sayMoney } from '../../app/workshop.js'
import { Frame } from '../../ui/Frame.js'
import { Amount, Choice } from '../../ui/Rows.js'
import { Account } from './Account.js'
import { Archive } from './Archive.js'
import { Makers } from './Makers.js'
import { Removal } from './Removal.js'
import { StaleSettings } from './StaleSettings.js'
import { Problem } from '../../ui/Problem.js'

/** What the whole workshop works by, who works in it, and this maker's own account. */
export default function WorkshopPage({ me }: { me: Me }) {
  return (
    <Frame beside={<span className="text-lg text-soft">{me.workshop.name}</span>}>
      <h1 className="mt-2 text-[34px]">Workshop</h1>
      <div className="grid gap-x-14 gap-y-8 lg:grid-cols-2">
        <Works me={me} />
        <div>
          <Makers me={me} />
          <Account me={me} />
          <Archive me={me} />
          {!me.workshop.demo && <Removal me={me} />}
        </div>
      </div>
    </Frame>
  )
}

/** What pieces meet, with its unit, its range, and what the figure comes from. */
const DEMAND_ROWS = [
  [
    'worn',
    'Worn, times its weight',
    1,
    1000,
    'The swing of a run, with a margin. Between 2 and 10 is usual.',
  ],
  [
    'shaken',
    'Shaken by hand, times its weight',
    1,
    1000,
    'To and fro eight times a second by 8 cm. Between 10 and 40 is usual.',
  ],
  [
    'fingertip',
    'A fingertip’s push on a pendant, N',
    0,
    50,
    'Whatever the stone weighs: a newton is the weight of 100 g. Between 1 and 5 is usual.',
  ],
  ['fingertipRing', 'A fingertip’s push on a ring, N', 0, 50, 'Rings are pressed and caught more.'],
  [
    'knock',
    'Speed of a knock against an edge, m/s',
    0.1,
    10,
    'The wires must take what the stone brings while they give. A swing against an edge meets it at 0.5 to 2.',
  ],
  [
    'fall',
    'Height of a fall, m',
    0.1,
    5,
    'Onto a hard floor. Told beside the others; it decides nothing, for few settings bear it.',
  ],
] as const

/** Figures behind the point that a setting was typed with, two at most: none is rounded out of sight. */
const decimalsOf = (value: number): number => [0, 1].find((n) => Number(value.toFixed(n)) === value) ?? 2

function Works({ me }: { me: Me }) {
  const client = useQueryClient()
  const { settings, version } = me.workshop
  const keep = (now: SettingsRow) =>
    client.setQueryData<Me>(['me'], { ...me, workshop: { ...me.workshop, ...now } })
  const save = useMutation({
    mutationFn: ({ change, over }: { change: (now: Settings) => Settings; over?: number }) => {
      // A change that waited for the one before it is made to what that one left.
      const now = client.getQueryData<Me>(['me'])?.workshop ?? { settings, version }
      return api.setSettings({ version: over ?? now.version, settings: change(now.settings) })
    },
    scope: { id: 'settings' },
    onSuccess: keep,
  })
  const stale =
    save.error instanceof ApiError && save.error.problem.type === 'verger:stale' ? save.variables : undefined
  const owner = me.maker.role === 'owner'
  const set = (part: Partial<Settings>) => save.mutate({ change: (now) => ({ ...now, ...part }) })
  const school = (part: Partial<Settings['school']>) =>
    save.mutate({ change: (now) => ({ ...now, school: { ...now.school, ...part } }) })
  const demand = (id: keyof Settings['demands'], n: number) =>
    save.mutate({ change: (now) => ({ ...now, demands: { ...now.demands, [id]: n } }) })
  return (
    <section aria-label="How the workshop works">
      <h2 className="text-2xl">How we work</h2>
      {!owner && <p className="text-soft">An owner of the workshop sets this; you see how it stands.</p>}
      {stale && (
        <StaleSettings
          mine={stale.change(settings)}
          onMine={(over) => save.mutate({ change: stale.change, over })}
          onTheirs={(now) => {
            keep(now)
            save.reset()
          }}
        />
      )}
      <fieldset className="m-0 min-w-0 border-0 p-0" disabled={!owner}>
        <Choice
          name="Lengths are said in"
          value={settings.units}
          options={[
            ['mm', 'millimetres'],
            ['in', 'inches'],
          ]}
          onChange={(units) => set({ units, rounding: units === 'mm' ? '5 mm' : '1/4 in' })}
        />
        <Choice
          name="Cut lengths are rounded up to"
          value={settings.rounding}
          options={(['5 mm', '1 mm', '1/4 in', '1/8 in'] as const).map((r) => [r, r])}
          onChange={(rounding) => set({ rounding })}
        />
        <Choice
          name="Length of a frame wire"
          value={settings.school.kind}
          options={[
            ['path', 'by its path, worked out'],
            ['girth', 'a multiple of a girth'],
            ['fixed', 'one fixed length'],
          ]}
          onChange={(kind) => school({ kind })}
        />
        <Choice
          name="The girth that is multiplied"
          value={settings.school.girth}
          options={[
            ['edge', 'edge girth'],
            ['length', 'girth lengthwise'],
            ['width', 'girth crosswise'],
          ]}
          onChange={(girth) => school({ girth })}
        />
        <Amount
          name="How many times the girth"
          value={settings.school.times}
          digits={1}
          valid={(n) => n >= 1 && n <= 12}
          hint="a number from 1 to 12"
          onChange={(times) => school({ times })}
        />
        <Amount
          name="The fixed length, mm"
          value={settings.school.fixed}
          valid={(n) => n >= 20 && n <= 3000}
          hint="a length from 20 to 3000"
          onChange={(fixed) => school({ fixed })}
        />
        <Choice
          name="Wire is bought by"
          value={settings.series}
          options={[
            ['AWG', 'gauge (AWG)'],
            ['metric', 'millimetres'],
          ]}
          onChange={(series) => set({ series })}
        />
        <Choice
          name="The hand that leads"
          value={settings.hand}
          options={[
            ['right', 'right'],
            ['left', 'left'],
          ]}
          onChange={(hand) => set({ hand })}
        />
        <Choice
          name="Money"
          value={settings.money}
          options={(['GBP', 'EUR', 'USD'] as const).map((m) => [m, sayMoney(1234.5, m)])}
          onChange={(money) => set({ money })}
        />
        <Choice
          name="Your hand"
          value={settings.experience}
          options={[
            ['new', 'new to it: twice the time'],
            ['practised', 'practised'],
            ['quick', 'quick: seven tenths of it'],
          ]}
          onChange={(experience) => set({ experience })}
        />
        <Amount
          name="An hour of work costs"
          value={settings.rate / 100}
          digits={2}
          valid={(n) => n >= 0 && n <= 100_000}
          hint="an amount such as 18 or 32.50"
          onChange={(n) => set({ rate: Math.round(n * 100) })}
        />
        <h3 className="mt-5 text-xl">What a setting must bear</h3>
        <p className="text-[15px] text-soft">
          Estimates, on the careful side. All but the fall decide between sound, doubtful and failed.
        </p>
        {DEMAND_ROWS.map(([id, name, least, most, why]) => {
          const { worn, shaken } = settings.demands
          const [from, to] = [id === 'shaken' ? worn : least, id === 'worn' ? shaken : most]
          return (
            <div key={id}>
              <Amount
                name={name}
                value={settings.demands[id]}
                digits={decimalsOf(settings.demands[id])}
                valid={(n) => n >= from && n <= to}
                hint={`a number from ${from} to ${to}${id === 'worn' || id === 'shaken' ? ': being shaken asks at least as much as being worn' : ''}`}
                onChange={(n) => demand(id, n)}
              />
              <p className="m-0 text-[15px] text-soft">{why}</p>
            </div>
          )
        })}
        <h3 className="mt-5 text-xl">How much of the stone may be hidden</h3>
        <Amount
          name="Most of the face behind wire, %"
          value={settings.hidden}
          valid={(n) => n >= 5 && n <= 90}
          hint="a number from 5 to 90"
          onChange={(n) => set({ hidden: n })}
        />
        <p className="m-0 text-[15px] text-soft">
          Starting choices keep to it, and a plan that hides more says so. Commonly a third is felt to be much
          for a cabochon; two hoops hide more.
        </p>
        <h3 className="mt-5 text-xl">How heavy an earring may be</h3>
        <Amount
          name="Most on one ear, g"
          value={settings.ear}
          digits={1}
          valid={(n) => n >= 1 && n <= 60}
          hint="a number of grams from 1 to 60"
          onChange={(n) => set({ ear: n })}
        />
        <p className="m-0 text-[15px] text-soft">
          Typical, uncited: 4 to 12 g. Earrings that are heavier say so on their plan.
        </p>
        <h3 className="mt-5 text-xl">How often a wire may run short</h3>
        {(
          [
            ['whole', 'Of wires cut whole, one piece in'],
            ['joined', 'Of what can be joined, one piece in'],
          ] as const
        ).map(([id, name]) => (
          <Amount
            key={id}
            name={name}
            value={settings.runShort[id]}
            valid={(n) => n >= 2 && n <= 100_000}
            hint="a number from 2 to 100000"
            onChange={(n) => set({ runShort: { ...settings.runShort, [id]: n } })}
          />
        ))}
        <h3 className="mt-5 text-xl">How long you sit</h3>
        <Amount
          name="Minutes of a sitting"
          value={settings.sitting}
          valid={(n) => n >= 10 && n <= 600}
          hint="minutes from 10 to 600"
          onChange={(n) => set({ sitting: n })}
        />
        <Amount
          name="Minutes to a rest"
          value={settings.rest}
          valid={(n) => n >= 5 && n <= 600}
          hint="minutes from 5 to 600"
          onChange={(n) => set({ rest: n })}
        />
        <p className="m-0 text-[15px] text-soft">
          Home tells how many sittings a piece still takes; at the bench one is told to rest eyes and hands.
        </p>
        <h3 className="mt-5 text-xl">Wire, per kg</h3>
        <p className="text-[15px] text-soft">
          Until you type what you pay, an estimate stands here, and plans say so.
        </p>
        {ALLOYS.map((a) => (
          <Amount
            key={a.id}
            name={a.id}
            value={settings.prices[a.id] === undefined ? undefined : settings.prices[a.id]! / 100}
            placeholder={`${(a.pricePerKg / 100).toFixed(0)} est.`}
            digits={2}
            valid={(n) => n >= 0 && n <= 1_000_000}
            hint="an amount per kg"
            onChange={(n) => set({ prices: { ...settings.prices, [a.id]: Math.round(n * 100) } })}
          />
        ))}
      </fieldset>
      {save.isError && !stale && <Problem className="mt-2">{save.error.message}</Problem>}
    </section>
  )
}
