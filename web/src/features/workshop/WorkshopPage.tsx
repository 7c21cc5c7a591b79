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

/** What pieces meet, and what the figure comes from. */
const DEMAND_ROWS = [
  ['worn', 'Worn', 'The swing of a run, with a margin. Between 2 and 10 is usual.'],
  ['shaken', 'Shaken by hand', 'To and fro eight times a second by 8 cm. Between 10 and 40 is usual.'],
  [
    'knocked',
    'Knocked against an edge',
    'Met at a metre a second and stopped within half a millimetre. Between 50 and 200 is usual.',
  ],
  [
    'dropped',
    'Dropped on a hard floor',
    'From 30 cm, stopped within a millimetre. Told beside the others; it decides nothing, for few settings bear it.',
  ],
] as const

function Works({ me }: { me: Me }) {
  const client = useQueryClient()
  const { settings, version } = me.workshop
  const keep = (now: SettingsRow) =>
    client.setQueryData(['me'], { ...me, workshop: { ...me.workshop, ...now } })
  const save = useMutation({
    mutationFn: ({ next, over }: { next: Settings; over?: number }) =>
      api.setSettings({ version: over ?? version, settings: next }),
    // one change after the other, each on the version that the one before made
    scope: { id: 'settings' },
    onSuccess: keep,
  })
  const stale =
    save.error instanceof ApiError && save.error.problem.type === 'verger:stale' ? save.variables : undefined
  const owner = me.maker.role === 'owner'
  const set = (change: Partial<Settings>) => save.mutate({ next: { ...settings, ...change } })
  const school = (change: Partial<Settings['school']>) => set({ school: { ...settings.school, ...change } })
  return (
    <section aria-label="How the workshop works">
      <h2 className="text-2xl">How we work</h2>
      {!owner && <p className="text-soft">An owner of the workshop sets this; you see how it stands.</p>}
      {stale && (
        <StaleSettings
          mine={stale.next}
          onMine={(over) => save.mutate({ next: stale.next, over })}
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
        <Amount
          name="An hour of work costs"
          value={settings.rate / 100}
          digits={2}
          valid={(n) => n >= 0 && n <= 100_000}
          hint="an amount such as 18 or 32.50"
          onChange={(n) => set({ rate: Math.round(n * 100) })}
        />
        <h3 className="mt-5 text-xl">What a setting must bear, times the stone’s weight</h3>
        <p className="text-[15px] text-soft">
          Estimates, on the careful side. Being worn and knocked decide between sound, doubtful and failed.
        </p>
        {DEMAND_ROWS.map(([id, name, why], i) => {
          const [least, most] = [
            i === 0 ? 1 : settings.demands[DEMAND_ROWS[i - 1]![0]],
            i === DEMAND_ROWS.length - 1 ? 5000 : settings.demands[DEMAND_ROWS[i + 1]![0]],
          ]
          return (
            <div key={id}>
              <Amount
                name={name}
                value={settings.demands[id]}
                valid={(n) => n >= least && n <= most}
                hint={`a number from ${least} to ${most}: each asks at least as much as the one before`}
                onChange={(n) => set({ demands: { ...settings.demands, [id]: n } })}
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
      {save.isError && !stale && (
        <p className="mt-2 text-red" role="alert">
          ✕ {save.error.message}
        </p>
      )}
    </section>
  )
}
