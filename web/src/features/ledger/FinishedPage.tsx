import { useQuery } from '@tanstack/react-query'
import { lazy, Suspense, useState } from 'react'
import { Link } from 'react-router'
import { api, piecePhotoAddress } from '../../app/api.js'
import { family, isLoaded } from '@verger/core'
import { useFamilies } from '../../app/families.js'
import { saveFile } from '../../app/saveFile.js'
import { sayMoney, useSettings, sayTime } from '../../app/workshop.js'
import { Waiting } from '../../ui/Waiting.js'
import { Frame } from '../../ui/Frame.js'
import { figuresOf, ledgerCsv, type LedgerFigures } from './figures.js'
import { GROUPINGS, groupOf, type Entry, type Grouping } from './season.js'

const Charts = lazy(() => import('./Charts.js'))

const nameOf = (id: string): string => (isLoaded(id) ? family(id).text.name : id)

/** Finished pieces: what each took and brought, in charts whose marks open to their pieces, in a table with sums, and as CSV. */
export default function FinishedPage() {
  const settings = useSettings()
  const ledger = useQuery({ queryKey: ['ledger'], queryFn: api.ledger })
  const [by, setBy] = useState<Grouping>('setting')
  const [only, setOnly] = useState('')
  const [picked, setPicked] = useState<{ readonly said: string; readonly ids: readonly string[] }>()
  useFamilies([...new Set((ledger.data ?? []).map((r) => r.family))])
  const all = (ledger.data ?? []).map((row): Entry => ({ row, f: figuresOf(row, settings) }))
  const groups = new Map(all.map((e) => groupOf(e, by, nameOf)).map((g) => [g.key, g.said]))
  const entries = all.filter((e) => only === '' || groupOf(e, by, nameOf).key === only)
  const rows = picked ? entries.filter((e) => picked.ids.includes(e.row.pieceId)) : entries
  const money = (v: number | null) => (v === null ? '–' : sayMoney(v, settings.money))
  const sum = (of: (f: LedgerFigures) => number | null) =>
    rows.reduce((total, { f }) => total + (of(f) ?? 0), 0)
  return (
    <Frame beside={<span className="text-lg text-soft">Finished pieces</span>}>
      <div className="mt-2 flex flex-wrap items-baseline justify-between gap-4">
        <h1 className="text-[34px]">Ledger</h1>
        {all.length > 0 && (
          <span className="flex flex-wrap items-center gap-x-5 gap-y-1">
            <label className="flex items-center gap-1.5">
              <span className="text-soft">by</span>
              <select
                className="border-0 bg-transparent font-semibold"
                aria-label="by"
                value={by}
                onChange={(e) => {
                  setBy(e.target.value as Grouping)
                  setOnly('')
                  setPicked(undefined)
                }}
              >
                {Object.entries(GROUPINGS).map(([id, say]) => (
                  <option key={id} value={id}>
                    {say}
                  </option>
                ))}
              </select>
            </label>
            <label className="flex items-center gap-1.5">
              <span className="text-soft">show</span>
              <select
                className="border-0 bg-transparent font-semibold"
                aria-label="show"
                value={only}
                onChange={(e) => {
                  setOnly(e.target.value)
                  setPicked(undefined)
                }}
              >
                <option value="">all</option>
                {[...groups].sort().map(([key, say]) => (
                  <option key={key} value={key}>
                    {say}
                  </option>
                ))}
              </select>
            </label>
            <button
              type="button"
              className="btn"
              onClick={() =>
                saveFile(
                  'verger-ledger.csv',
                  ledgerCsv(rows.map(({ row, f }) => ({ name: row.name, ...f }))),
                  'text/csv',
                )
              }
            >
              Save as CSV
            </button>
          </span>
        )}
      </div>
      {!ledger.data ? (
        <Waiting text="Fetching the ledger …" failed={ledger.error} onRetry={() => void ledger.refetch()} />
      ) : all.length === 0 ? (
        <p className="sheet mt-4 p-10 text-center text-lg text-soft">
          Nothing is finished yet. A piece comes here when its proof is done.{' '}
          <Link className="text-copper underline" to="/">
            Back to the tray
          </Link>
        </p>
      ) : (
        <>
          <Suspense fallback={<div className="h-[600px]" aria-hidden />}>
            <Charts
              entries={entries}
              by={by}
              settings={settings}
              nameOf={nameOf}
              onPick={(mark) => {
                setPicked(mark)
                document.getElementById('ledger-pieces')?.scrollIntoView()
              }}
            />
          </Suspense>
          <div className="mt-8 flex flex-wrap items-baseline gap-4" id="ledger-pieces">
            <h2 className="text-[26px]">Pieces</h2>
            {picked && (
              <button
                type="button"
                className="border-0 bg-transparent p-0 text-copper underline"
                onClick={() => setPicked(undefined)}
              >
                {picked.said}: show all again
              </button>
            )}
          </div>
          <div className="overflow-x-auto">
            <table className="mt-3 w-full min-w-[760px] border-collapse text-lg">
              <thead>
                <tr className="border-b border-hair text-left text-soft">
                  <th className="py-1 font-normal">piece</th>
                  {['materials', 'time', 'labour', 'price', 'sold', 'left for the time'].map((h) => (
                    <th key={h} className="pl-4 text-right font-normal">
                      {h}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map(({ row, f }) => (
                  <tr key={row.pieceId} className="border-b border-line">
                    <td className="py-2">
                      {row.photo !== null && (
                        <img
                          src={piecePhotoAddress(row.pieceId, { id: 'front', made: row.photo }, true)}
                          alt=""
                          loading="lazy"
                          className="mr-3 inline-block size-11 rounded-sm border border-line object-cover align-middle"
                        />
                      )}
                      <Link to={`/pieces/${row.pieceId}/ledger`} className="font-semibold text-ink">
                        {row.name || 'Unnamed piece'}
                      </Link>{' '}
                      <span className="text-soft">{row.mineral}</span>
                      {f.missing.length > 0 && (
                        <span className="block text-[15px] text-amber">
                          <span aria-hidden>▲ </span>missing: {f.missing.join(', ')}
                        </span>
                      )}
                    </td>
                    <td className="pl-4 text-right">{money(f.materials)}</td>
                    <td className="pl-4 text-right">{sayTime(f.minutes * 60_000)}</td>
                    <td className="pl-4 text-right">{money(f.labour)}</td>
                    <td className="pl-4 text-right font-semibold">{money(f.price)}</td>
                    <td className="pl-4 text-right">{money(f.sold)}</td>
                    <td className="pl-4 text-right">{money(f.left)}</td>
                  </tr>
                ))}
              </tbody>
              <tfoot>
                <tr className="font-semibold" data-testid="sums">
                  <td className="py-2">
                    {rows.length} {rows.length === 1 ? 'piece' : 'pieces'}
                  </td>
                  <td className="pl-4 text-right">{money(sum((f) => f.materials))}</td>
                  <td className="pl-4 text-right">{sayTime(sum((f) => f.minutes) * 60_000)}</td>
                  <td className="pl-4 text-right">{money(sum((f) => f.labour))}</td>
                  <td className="pl-4 text-right">{money(sum((f) => f.price))}</td>
                  <td className="pl-4 text-right">{money(sum((f) => f.sold))}</td>
                  <td className="pl-4 text-right">{money(sum((f) => f.left))}</td>
                </tr>
              </tfoot>
            </table>
          </div>
        </>
      )}
    </Frame>
  )
}
