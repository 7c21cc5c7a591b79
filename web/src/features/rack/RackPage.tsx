import type { Me } from '@verger/contract'
import { lazy, Suspense, useState } from 'react'
import { Link } from 'react-router'
import { Frame } from '../../ui/Frame.js'
import { Problem } from '../../ui/Problem.js'
import { Waiting } from '../../ui/Waiting.js'
import { sayWire } from '../../app/workshop.js'
import { LayIn } from './LayIn.js'
import { RackThing } from './RackThing.js'
import { kindSaid, kindsOf } from './things.js'
import { useRack } from './useRack.js'
import { Wishes } from './Wishes.js'

const StockFile = lazy(() => import('./StockFile.js'))

/** Wire that is there: spools, lengths, offcuts and coils, drawn to one scale, and what became of it. */
export default function RackPage({ me }: { me: Me }) {
  const { rack, rows, tell, pending, problem } = useRack()
  const { settings } = me.workshop
  const [file, setFile] = useState(false)
  const there = (rows ?? []).filter((r) => r.gone === null)
  // spools are drawn as spools: lengths and coils share one scale
  const longest = Math.max(1, ...there.filter((r) => r.form !== 'spool').map((r) => r.length))
  const fullest = Math.max(1, ...there.filter((r) => r.form === 'spool').map((r) => r.length))
  return (
    <Frame beside={<span className="text-lg text-soft">{me.workshop.name}</span>}>
      <h1 className="mt-2 text-[34px]">Rack</h1>
      <p className="m-0 text-soft">
        <span className="float-right ml-4 flex flex-wrap gap-x-5">
          <Link to="/rack/cut" className="font-semibold text-copper">
            Cut for several pieces
          </Link>
          <Link to="/rack/buy" className="font-semibold text-copper">
            What to buy
          </Link>
        </span>
        The wire that is there. Cut tells what each wire is cut from, and what is cut goes off it by itself.
      </p>
      {problem && <Problem>{problem.message}</Problem>}
      {file && (
        <Suspense fallback={null}>
          <StockFile onClose={() => setFile(false)} />
        </Suspense>
      )}
      {rows ? (
        <div className="mt-3 grid items-start gap-x-10 gap-y-6 grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_330px]">
          <div className="min-w-0">
            {there.length === 0 && (
              <p className="text-lg">
                Nothing lies here yet. Lay in your spools, by weight or by length, and the offcuts that are
                worth keeping.
              </p>
            )}
            {kindsOf(there).map(({ stock, rows: own }) => (
              <section key={kindSaid(stock)} className="mb-5" aria-label={kindSaid(stock)}>
                <h2 className="flex flex-wrap items-baseline justify-between gap-x-4 border-b border-hair text-[21px]">
                  {kindSaid(stock)}
                  <span className="font-sans text-[16px] font-normal text-soft">
                    {sayWire(
                      own.reduce((sum, r) => sum + Math.max(0, r.length), 0),
                      settings,
                    )}{' '}
                    in all
                  </span>
                </h2>
                <ul className="m-0 list-none p-0">
                  {own.map((row) => (
                    <RackThing
                      key={row.id}
                      row={row}
                      scale={row.form === 'spool' ? fullest : longest}
                      keep={settings.rack.keep}
                      pending={pending}
                      tell={tell}
                    />
                  ))}
                </ul>
              </section>
            ))}
          </div>
          <div className="grid gap-6">
            <div>
              <LayIn pending={pending} tell={tell} />
              <button
                type="button"
                className="mt-2 border-0 bg-transparent p-0 text-copper underline"
                onClick={() => setFile(true)}
              >
                Bring in a list of your own
              </button>
            </div>
            <Wishes me={me} />
          </div>
        </div>
      ) : (
        <Waiting text="Going to the rack …" failed={rack.error} onRetry={() => void rack.refetch()} />
      )}
    </Frame>
  )
}
