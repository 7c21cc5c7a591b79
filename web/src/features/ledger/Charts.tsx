import type { Settings } from '@verger/contract'
import Papa from 'papaparse'
import { useState, type ReactElement } from 'react'
import { useNavigate } from 'react-router'
import {
  Bar,
  BarChart,
  CartesianGrid,
  Cell,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  ScatterChart,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { harmless } from '../../app/csvCells.js'
import { saveFile } from '../../app/saveFile.js'
import { sayMoney, sayWire } from '../../app/workshop.js'
import { groupsOf, monthSaid, stagesOf, type Entry, type Grouping } from './season.js'

const AXIS = { stroke: 'var(--soft)', fontSize: 14 } as const
const GRID = <CartesianGrid stroke="var(--line)" vertical={false} />
const TIP = {
  contentStyle: { background: 'var(--sheet)', border: '1px solid var(--hair)', color: 'var(--ink)' },
  itemStyle: { color: 'var(--ink)' },
  labelStyle: { color: 'var(--ink)' },
  isAnimationActive: false,
} as const

/** Charts over finished pieces: each mark opens its piece, or shows the pieces that it stands for; each has its table and its CSV. */
export default function Charts({
  entries,
  by,
  settings,
  nameOf,
  onPick,
}: {
  entries: readonly Entry[]
  by: Grouping
  settings: Settings
  nameOf: (family: string) => string
  onPick: (picked: { readonly said: string; readonly ids: readonly string[] }) => void
}) {
  const navigate = useNavigate()
  const money = (v: number) => sayMoney(v, settings.money)
  const round = (v: number) => sayMoney(v, settings.money).replace(/\.00$/, '')
  const open = (at: { payload?: { id?: string } }) =>
    at.payload?.id !== undefined && void navigate(`/pieces/${at.payload.id}/ledger`)
  const priced = entries.map((e) => ({
    id: e.row.pieceId,
    name: e.row.name,
    hours: e.f.minutes / 60,
    price: e.f.sold ?? e.f.price,
    sold: e.f.sold !== null,
  }))
  const wires = entries
    .filter((e) => e.row.planned > 0)
    .map((e) => ({ id: e.row.pieceId, name: e.row.name, planned: e.row.planned, used: e.row.used }))
  const most = Math.max(1, ...wires.flatMap((w) => [w.planned, w.used])) * 1.08
  const groups = groupsOf(entries, by, nameOf)
  const earning = groups.flatMap((g) => (g.anHour === null ? [] : [{ ...g, anHour: g.anHour }]))
  const months = groupsOf(entries, 'month', nameOf).filter((g) => g.key !== '')
  const { stages, pieces } = stagesOf(entries)
  return (
    <div className="mt-4 grid gap-x-10 gap-y-8 lg:grid-cols-2">
      <Chart
        title="Price against hours"
        says="Filled: what it was sold for. Hollow: its price, not sold yet."
        table={priced.map((p) => ({
          piece: p.name,
          hours: p.hours.toFixed(1),
          price: money(p.price),
          sold: p.sold ? 'yes' : 'not yet',
        }))}
      >
        <ScatterChart margin={{ top: 8, right: 12, bottom: 18, left: 4 }}>
          {GRID}
          <XAxis
            {...AXIS}
            type="number"
            dataKey="hours"
            name="hours"
            tickFormatter={(v: number) => `${v} h`}
            domain={[0, (max: number) => Math.max(1, Math.ceil(max))]}
          />
          <YAxis
            {...AXIS}
            type="number"
            dataKey="price"
            name="price"
            width={62}
            tickFormatter={round}
            domain={[0, 'auto']}
          />
          <Tooltip {...TIP} cursor={false} content={<PieceTip />} />
          <Scatter data={priced} onClick={open} isAnimationActive={false} className="cursor-pointer">
            {priced.map((p) => (
              <Cell
                key={p.id}
                fill={p.sold ? 'var(--copper)' : 'var(--paper)'}
                stroke="var(--copper)"
                strokeWidth={2}
              />
            ))}
          </Scatter>
        </ScatterChart>
      </Chart>
      <Chart
        title="Planned against used wire"
        says="On the line it took what was planned; above it more."
        empty={wires.length === 0 ? 'No real length was entered at Cut yet.' : undefined}
        table={wires.map((w) => ({
          piece: w.name,
          planned: sayWire(w.planned, settings),
          used: sayWire(w.used, settings),
          'of the plan': `${((100 * w.used) / w.planned).toFixed(0)} %`,
        }))}
      >
        <ScatterChart margin={{ top: 8, right: 12, bottom: 18, left: 4 }}>
          {GRID}
          <XAxis
            {...AXIS}
            type="number"
            dataKey="planned"
            name="planned"
            domain={[0, most]}
            tickFormatter={(v: number) => sayWire(v, settings)}
          />
          <YAxis
            {...AXIS}
            type="number"
            dataKey="used"
            name="used"
            width={74}
            domain={[0, most]}
            tickFormatter={(v: number) => sayWire(v, settings)}
          />
          <ReferenceLine
            segment={[
              { x: 0, y: 0 },
              { x: most, y: most },
            ]}
            stroke="var(--hair)"
            strokeDasharray="4 4"
          />
          <Tooltip {...TIP} cursor={false} content={<PieceTip />} />
          <Scatter
            data={wires}
            fill="var(--copper)"
            onClick={open}
            isAnimationActive={false}
            className="cursor-pointer"
          />
        </ScatterChart>
      </Chart>
      <Chart
        title={`What an hour earned, by ${by}`}
        says="Of what was sold: price less fees and materials, over the hours it took. Dashed: your rate."
        empty={earning.length === 0 ? 'Nothing was sold yet.' : undefined}
        table={groups.map((g) => ({
          [by]: g.said,
          pieces: g.count,
          hours: g.hours.toFixed(1),
          'an hour': g.anHour === null ? '–' : money(g.anHour),
        }))}
      >
        <BarChart data={earning} margin={{ top: 8, right: 12, bottom: 18, left: 4 }}>
          {GRID}
          <XAxis {...AXIS} dataKey="said" interval={0} />
          <YAxis {...AXIS} width={62} tickFormatter={round} />
          <ReferenceLine y={settings.rate / 100} stroke="var(--verdigris)" strokeDasharray="4 4" />
          <Tooltip {...TIP} cursor={{ fill: 'var(--grid)' }} formatter={(v) => money(Number(v))} />
          <Bar
            dataKey="anHour"
            name="an hour"
            fill="var(--copper)"
            maxBarSize={70}
            isAnimationActive={false}
            className="cursor-pointer"
            onClick={(bar: { payload?: { said: string; ids: readonly string[] } }) =>
              bar.payload && onPick(bar.payload)
            }
          />
        </BarChart>
      </Chart>
      <Chart
        title="Time by stage"
        says={
          pieces === 1 ? 'Of one piece that was timed.' : `Of ${pieces} pieces that were timed, all together.`
        }
        empty={pieces === 0 ? 'No piece was timed at the bench yet.' : undefined}
        table={stages.map((s) => ({ stage: s.stage, hours: s.hours.toFixed(1) }))}
      >
        <BarChart data={[...stages]} layout="vertical" margin={{ top: 8, right: 12, bottom: 18, left: 4 }}>
          <CartesianGrid stroke="var(--line)" horizontal={false} />
          <XAxis {...AXIS} type="number" tickFormatter={(v: number) => `${v} h`} />
          <YAxis {...AXIS} type="category" dataKey="stage" width={82} />
          <Tooltip {...TIP} cursor={{ fill: 'var(--grid)' }} formatter={(v) => `${Number(v).toFixed(1)} h`} />
          <Bar
            dataKey="hours"
            name="hours"
            fill="var(--verdigris)"
            maxBarSize={30}
            isAnimationActive={false}
            className="cursor-pointer"
            onClick={(bar: { payload?: { stage: string; ids: readonly string[] } }) =>
              bar.payload && onPick({ said: `timed: ${bar.payload.stage}`, ids: bar.payload.ids })
            }
          />
        </BarChart>
      </Chart>
      <Chart
        title="What sold, by month"
        says="In the month in which it was finished."
        empty={months.every((m) => m.sold === 0) ? 'Nothing was sold yet.' : undefined}
        table={months.map((m) => ({ month: m.said, finished: m.count, sold: money(m.sold) }))}
      >
        <BarChart data={months} margin={{ top: 8, right: 12, bottom: 18, left: 4 }}>
          {GRID}
          <XAxis {...AXIS} dataKey="key" tickFormatter={(m: string) => monthSaid(m)} />
          <YAxis {...AXIS} width={62} tickFormatter={round} />
          <Tooltip
            {...TIP}
            cursor={{ fill: 'var(--grid)' }}
            labelFormatter={(m) => monthSaid(String(m))}
            formatter={(v) => money(Number(v))}
          />
          <Bar
            dataKey="sold"
            name="sold for"
            fill="var(--copper)"
            maxBarSize={60}
            isAnimationActive={false}
            className="cursor-pointer"
            onClick={(bar: { payload?: { said: string; ids: readonly string[] } }) =>
              bar.payload && onPick(bar.payload)
            }
          />
        </BarChart>
      </Chart>
    </div>
  )
}

/** What a mark of a scatter chart stands for. */
function PieceTip({ payload }: { payload?: readonly { payload?: { name?: string } }[] }) {
  const name = payload?.[0]?.payload?.name
  return name === undefined ? null : <span className="sheet px-3 py-1">{name}</span>
}

type Cells = Readonly<Record<string, string | number>>

/** One chart with what it says, its table and its CSV. */
function Chart({
  title,
  says,
  empty,
  table,
  children,
}: {
  title: string
  says: string
  /** What stands in its place where there is nothing to draw. */
  empty?: string | undefined
  table: readonly Cells[]
  children: ReactElement
}) {
  const [open, setOpen] = useState(false)
  const heads = Object.keys(table[0] ?? {})
  return (
    <section aria-label={title} className="min-w-0">
      <h2 className="text-[22px]">{title}</h2>
      <p className="m-0 text-[15px] text-soft">{says}</p>
      {empty !== undefined ? (
        <p className="grid h-[220px] place-items-center border-y border-line text-soft">{empty}</p>
      ) : (
        <ResponsiveContainer width="100%" height={240}>
          {children}
        </ResponsiveContainer>
      )}
      {table.length > 0 && (
        <p className="m-0 flex gap-5">
          <button
            type="button"
            className="border-0 bg-transparent p-0 text-[15px] text-copper underline"
            aria-expanded={open}
            onClick={() => setOpen(!open)}
          >
            {open ? 'without its table' : 'as a table'}
            <span className="sr-only">: {title}</span>
          </button>
          <button
            type="button"
            className="border-0 bg-transparent p-0 text-[15px] text-copper underline"
            onClick={() =>
              saveFile(
                `${title.toLowerCase().replace(/[^a-z]+/g, '-')}.csv`,
                Papa.unparse(
                  table.map((row) =>
                    Object.fromEntries(Object.entries(row).map(([k, v]) => [k, harmless(String(v))])),
                  ),
                ),
                'text/csv',
              )
            }
          >
            as CSV<span className="sr-only">: {title}</span>
          </button>
        </p>
      )}
      {open && (
        <table className="mt-1 w-full border-collapse text-[15px]">
          <thead>
            <tr className="border-b border-hair text-left text-soft">
              {heads.map((h) => (
                <th key={h} className="py-0.5 pr-3 font-normal">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.map((row, i) => (
              <tr key={i} className="border-b border-line">
                {heads.map((h) => (
                  <td key={h} className="py-0.5 pr-3">
                    {row[h]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  )
}
