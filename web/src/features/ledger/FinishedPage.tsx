import type { BenchEvent, PieceRow } from '@verger/contract'
import { tally } from '@verger/contract'
import { useQueries, useQueryClient } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api } from '../../app/api.js'
import { useFamilies } from '../../app/families.js'
import { usePieces } from '../../app/session.js'
import { sayMoney, useSettings, sayTime } from '../../app/workshop.js'
import { eventsKey, fetchEvents } from '../../bench/useBench.js'
import { Waiting } from '../../ui/Waiting.js'
import { Frame } from '../../ui/Frame.js'
import { figuresOf, ledgerCsv, type LedgerFigures } from './figures.js'

/** Finished pieces with what each took and brought, their sums, and the whole as CSV. */
export default function FinishedPage() {
  const settings = useSettings()
  const pieces = usePieces()
  const client = useQueryClient()
  const finished = (pieces.data ?? []).filter((p) => p.station === 'ledger' && p.planned)
  const whole = useQueries({
    queries: finished.map((p) => ({ queryKey: ['piece', p.id], queryFn: () => api.piece(p.id) })),
  })
  useFamilies(whole.flatMap((p) => (p.data?.plan ? [p.data.plan.family] : [])))
  const events = useQueries({
    queries: finished.map((p) => ({ queryKey: eventsKey(p.id), queryFn: () => fetchEvents(client, p.id) })),
  })
  const rows = finished.flatMap((_, i): { piece: PieceRow; f: LedgerFigures }[] => {
    const piece = whole[i]?.data
    const list: readonly BenchEvent[] | undefined = events[i]?.data?.events
    const f = piece && list && figuresOf(piece, tally(list), settings)
    return f ? [{ piece, f }] : []
  })
  const money = (v: number | null) => (v === null ? '–' : sayMoney(v, settings.money))
  const sum = (of: (f: LedgerFigures) => number | null) =>
    rows.reduce((total, { f }) => total + (of(f) ?? 0), 0)
  const download = () => {
    const url = URL.createObjectURL(
      new Blob([ledgerCsv(rows.map((r) => ({ name: r.piece.name, ...r.f })))], { type: 'text/csv' }),
    )
    const link = document.createElement('a')
    link.href = url
    link.download = 'verger-ledger.csv'
    link.click()
    URL.revokeObjectURL(url)
  }
  return (
    <Frame beside={<span className="text-lg text-soft">Finished pieces</span>}>
      <div className="mt-2 flex flex-wrap items-baseline justify-between gap-4">
        <h1 className="text-[34px]">Ledger</h1>
        {rows.length > 0 && (
          <button type="button" className="btn" onClick={download}>
            Save as CSV
          </button>
        )}
      </div>
      {pieces.isPending || pieces.isError || [...events, ...whole].some((e) => e.isPending) ? (
        <Waiting text="Fetching the ledger …" failed={pieces.error} onRetry={() => void pieces.refetch()} />
      ) : rows.length === 0 ? (
        <p className="sheet mt-4 p-10 text-center text-lg text-soft">
          Nothing is finished yet. A piece comes here when its proof is done.{' '}
          <Link className="text-copper underline" to="/">
            Back to the tray
          </Link>
        </p>
      ) : (
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
              {rows.map(({ piece, f }) => (
                <tr key={piece.id} className="border-b border-line">
                  <td className="py-2">
                    <Link to={`/pieces/${piece.id}/ledger`} className="font-semibold text-ink">
                      {piece.name || 'Unnamed piece'}
                    </Link>{' '}
                    <span className="text-soft">{piece.stone.mineral}</span>
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
      )}
    </Frame>
  )
}
