import { leftOver, type Me } from '@verger/contract'
import { family } from '@verger/core'
import { Link, useParams } from 'react-router'
import { useSavedPlan } from '../../app/savedPlan.js'
import { sayHeld } from '../../app/held.js'
import { keeperOf } from '../../app/session.js'
import { useBench } from '../../bench/useBench.js'
import { Figure } from '../../ui/Figure.js'
import { sayLength } from '../../app/workshop.js'
import { readLength } from '../../ui/readLength.js'
import { Typed } from '../../ui/Rows.js'
import { PieceFrame } from '../../ui/PieceFrame.js'
import { Photographs } from '../photos/Photographs.js'
import { ledgerWires, tookOf } from './figures.js'
import { Pricing } from './Pricing.js'
import { TimeByStage } from './TimeByStage.js'

/** What the piece took: wire planned and used, time, metal and labour. */
export default function LedgerPage({ me }: { me: Me }) {
  const { pieceId = '' } = useParams()
  const bench = useBench(keeperOf(me), pieceId)
  const saved = useSavedPlan(bench)
  if (!saved.ready) return saved.waiting
  const { piece, plan } = saved
  const { settings } = me.workshop
  const text = family(plan.family).text
  const { timed, cost } = tookOf(plan, bench.tally, settings)
  return (
    <PieceFrame piece={piece} here="ledger" plan={plan}>
      <h1 className="text-[34px]">{piece.name || 'Unnamed piece'}</h1>
      <p className="mb-4 text-lg text-soft">
        {piece.stone.mineral} · {text.name.toLowerCase()} · {sayHeld(piece.plan!.hold, settings)}
      </p>
      <div className="grid gap-12 lg:grid-cols-[minmax(0,1fr)_360px]">
        <div>
          <table className="w-full border-collapse text-lg max-sm:text-[15px]">
            <caption className="pb-2 text-left font-head text-2xl">Wire</caption>
            <thead>
              <tr className="border-b border-hair text-left text-soft">
                <th className="py-1 font-normal">wire</th>
                <th className="pl-2 text-right font-normal">planned</th>
                <th className="pl-2 text-right font-normal">cut</th>
                <th className="pl-2 text-right font-normal">left of it</th>
                <th className="pl-2 text-right font-normal">metal</th>
              </tr>
            </thead>
            <tbody>
              {ledgerWires(plan, bench.tally).map(({ id, name, planned, used, unused, metal }) => (
                <tr key={id} className="border-b border-line">
                  <td className="py-1.5">{name}</td>
                  <td className="pl-2 text-right">
                    <Figure name={`${name}, planned`} q={planned} digits={0} />
                  </td>
                  <td className={`pl-2 text-right ${used === undefined ? 'text-soft' : ''}`}>
                    {used === undefined ? unused : sayLength(used, settings, 0)}
                  </td>
                  <td className="pl-2 text-right">
                    {used !== undefined && (
                      <Typed
                        label={`${name}, left of it`}
                        value={
                          bench.tally.measured[leftOver(id)] === undefined
                            ? ''
                            : sayLength(bench.tally.measured[leftOver(id)]!, settings, 0)
                        }
                        placeholder="if measured"
                        good={(t) => {
                          const { value } = readLength(t, settings.units, true)
                          return t.trim() === '' || (value !== undefined && value < used)
                        }}
                        hint="what was trimmed off, less than was cut"
                        onTake={(t) => {
                          const { value } = readLength(t, settings.units, true)
                          if (value !== undefined) void bench.add('measured', leftOver(id), value)
                          else void bench.undo('measured', leftOver(id), 99)
                        }}
                      />
                    )}
                  </td>
                  <td className="pl-2 text-right">
                    <Figure name={`${name}, metal`} q={metal} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-1 text-[15px] text-soft">
            What was left of a wire, both ends together, teaches how much yours take:{' '}
            <Link className="text-copper underline" to="/learned">
              what the hand teaches
            </Link>
            .
          </p>
          <TimeByStage plan={plan} time={bench.tally.time} />
          <Photographs piece={piece.id} />
        </div>
        <div>
          <dl className="m-0 text-lg">
            {(
              [
                ['Metal', plan.cut.metal],
                [timed ? 'Time, recorded' : 'Time, estimated', cost.hours],
                ['Labour', cost.labour],
                ['Metal and labour', cost.cost],
              ] as const
            ).map(([name, q]) => (
              <div key={name} className="flex items-baseline justify-between border-b border-line py-1.5">
                <dt className="text-soft">{name}</dt>
                <dd className="m-0">
                  <Figure name={name} q={q} />
                </dd>
              </div>
            ))}
          </dl>
          <Pricing piece={piece} metal={plan.cut.metal} labour={cost.labour} />
        </div>
      </div>
    </PieceFrame>
  )
}
