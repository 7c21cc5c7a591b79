import type { Me } from '@verger/contract'
import { sizeSaid } from '@verger/core'
import { useQuery } from '@tanstack/react-query'
import Papa from 'papaparse'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { api } from '../../app/api.js'
import { harmless } from '../../app/csvCells.js'
import { saveFile } from '../../app/saveFile.js'
import { dueSaid } from '../../app/dueSaid.js'
import { sayWire } from '../../app/workshop.js'
import { Frame } from '../../ui/Frame.js'
import { Waiting } from '../../ui/Waiting.js'
import { neededByAll, toBuy, type ToBuy } from './buying.js'
import { useCuttingPlan, useRack } from './useRack.js'

/** What the rack lacks for all pieces that are planned: by what is due first, as a list, as CSV and on paper. */
export default function BuyPage({ me }: { me: Me }) {
  const { settings } = me.workshop
  const work = useQuery({ queryKey: ['work'], queryFn: api.work })
  const { rows } = useRack()
  const pieces = useMemo(() => (work.data?.pieces ?? []).filter((p) => p.needs.length > 0), [work.data])
  const needs = useMemo(() => neededByAll(pieces), [pieces])
  const { plan, problem } = useCuttingPlan(needs, rows, settings.rack)
  const list = plan && toBuy(plan, pieces)
  const nothing = work.data !== undefined && needs.length === 0
  return (
    <Frame beside={<span className="text-lg text-soft">{me.workshop.name}</span>}>
      <h1 className="mt-2 text-[34px]">What to buy</h1>
      <p className="m-0 text-soft">
        {pieces.length === 1 ? 'One piece is' : `${pieces.length} pieces are`} planned and not all cut. This
        is what the{' '}
        <Link className="text-copper underline" to="/rack">
          rack
        </Link>{' '}
        has not for them, each wire whole.
      </p>
      {problem && <p className="text-red">✕ {problem.message}</p>}
      {nothing || list?.length === 0 ? (
        <p className="py-8 text-lg">
          {nothing ? 'No planned piece waits to be cut.' : 'The rack has all that your pieces need.'}
        </p>
      ) : list ? (
        <>
          <p className="mt-3 flex flex-wrap gap-3 print:hidden">
            <button type="button" className="btn" onClick={() => window.print()}>
              Print
            </button>
            <button
              type="button"
              className="btn"
              onClick={() => saveFile('wire-to-buy.csv', csvOf(list), 'text/csv')}
            >
              Save as CSV
            </button>
          </p>
          <div className="overflow-x-auto">
            <table className="mt-2 w-full border-collapse text-lg">
              <thead>
                <tr className="border-b border-hair text-left text-soft max-sm:grid max-sm:grid-cols-3">
                  <th className="py-1 font-normal max-sm:hidden">wire</th>
                  <th className="text-right font-normal sm:pl-4">in all</th>
                  <th className="pl-4 text-right font-normal sm:whitespace-nowrap">longest piece</th>
                  <th className="pl-4 font-normal max-sm:text-right">needed first</th>
                  <th className="pl-4 font-normal max-sm:hidden">for</th>
                </tr>
              </thead>
              <tbody>
                {list.map((b) => (
                  <tr
                    key={JSON.stringify(b.stock)}
                    className="border-b border-line align-baseline max-sm:grid max-sm:grid-cols-3 max-sm:pb-2"
                  >
                    <td className="py-2 max-sm:col-span-3 max-sm:pb-0">
                      <strong>
                        {b.stock.alloy} {sizeSaid(b.stock.size)} {b.stock.profile}
                      </strong>{' '}
                      <span className="text-soft">{b.stock.temper}</span>
                    </td>
                    <td className="text-right font-semibold whitespace-nowrap sm:pl-4">
                      {sayWire(b.length, settings)}
                    </td>
                    <td className="pl-4 text-right whitespace-nowrap">{sayWire(b.longest, settings)}</td>
                    <td className="pl-4 whitespace-nowrap max-sm:text-right">
                      {b.due === null ? '' : dueSaid(b.due, new Date()).day}
                    </td>
                    <td className="pl-4 text-[15px] max-sm:hidden">
                      {b.pieces.map((p, i) => (
                        <span key={p.id}>
                          {i > 0 && ', '}
                          <Link className="text-copper underline" to={`/pieces/${p.id}/cut`}>
                            {p.name || 'Unnamed piece'}
                          </Link>{' '}
                          <span className="text-soft">{sayWire(p.length, settings)}</span>
                        </span>
                      ))}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <p className="text-[15px] text-soft">
            Suppliers sell by the metre, the foot or by weight: take some in hand for what is spoilt.
          </p>
        </>
      ) : (
        <Waiting text="Looking through the rack …" failed={work.error} onRetry={() => void work.refetch()} />
      )}
    </Frame>
  )
}

const csvOf = (list: readonly ToBuy[]): string =>
  Papa.unparse(
    list.map((b) => ({
      metal: b.stock.alloy,
      size: b.stock.size.label,
      'size mm': b.stock.size.mm,
      profile: b.stock.profile,
      temper: b.stock.temper,
      'length mm': Math.ceil(b.length),
      'longest mm': Math.ceil(b.longest),
      'needed first': b.due ?? '',
      for: harmless(b.pieces.map((p) => p.name).join('; ')),
    })),
  )
