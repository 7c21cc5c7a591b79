import type { BenchTally, Glance, PieceSummary } from '@verger/contract'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api } from '../../app/api.js'
import { sayHeld } from '../../app/held.js'
import { usePieceRow } from '../../app/session.js'
import { shapeName } from '../../app/stoneWords.js'
import { sayTime, useSettings } from '../../app/workshop.js'
import { useBench } from '../../bench/useBench.js'
import { PieceDrawing } from '../../drawing/PieceDrawing.js'
import { boundsOf } from '../../drawing/shown.js'
import { Road, STATIONS } from '../../ui/Road.js'

/** Less time than this is none yet, ms. */
const LEAST_TOLD = 30_000

/** The piece that was worked on last: how far it is, and what comes next. */
export default function OnTheBench({ piece, keeper }: { piece: PieceSummary; keeper: string }) {
  const settings = useSettings()
  const { tally } = useBench(keeper, piece.id)
  const { data } = useQuery({
    queryKey: ['glance', piece.id, piece.version],
    queryFn: () => api.glance(piece.id),
    enabled: piece.planned,
  })
  const whole = usePieceRow(piece.id).data
  const plan = data?.seen
  const stone = whole?.plan?.stone
  const b = plan && stone && boundsOf(plan.design, stone, 'front')
  const station = STATIONS.find((s) => s.id === piece.station)!
  return (
    <section
      className="sheet mt-4 grid gap-4 px-6 py-4 md:grid-cols-[minmax(0,1fr)_180px]"
      aria-label="On the bench"
    >
      <div className="min-w-0">
        <p className="text-soft">On the bench</p>
        <h1 className="text-[30px]">{piece.name || 'Unnamed piece'}</h1>
        <p className="mb-3 text-soft">
          {piece.stone.mineral} {shapeName(piece.stone)}
          {whole?.plan ? ` · ${sayHeld(whole.plan.hold, settings)}` : ''}
        </p>
        {/* on a phone it takes the card's whole width, so that its names stand apart */}
        <div className="-mx-5 sm:mx-0">
          <Road piece={piece.id} stone={whole?.stone} here={piece.station} reached={piece.station} />
        </div>
        <div className="mt-2 flex flex-wrap items-center justify-between gap-3">
          <NextStep plan={plan} piece={piece} tally={tally} />
          <Link to={`/pieces/${piece.id}/${piece.station}`} className="btn btn-main text-lg">
            Go on: {station.name.toLowerCase()}
          </Link>
        </div>
      </div>
      {piece.planned && !b && (data === undefined || !whole) && <div className="h-[230px]" />}
      {plan && stone && b && (
        <svg
          viewBox={`${b.x0 - 1} ${b.y0 - 1} ${b.x1 - b.x0 + 2} ${b.y1 - b.y0 + 2}`}
          className="mx-auto h-[230px]"
          role="img"
          aria-label={`${piece.name}, as planned`}
        >
          <PieceDrawing design={plan.design} stone={stone} view="front" />
        </svg>
      )}
    </section>
  )
}

/** What comes next on the piece, with its count, and the time so far. */
function NextStep({
  plan,
  piece,
  tally,
}: {
  plan: Glance['seen'] | undefined
  piece: PieceSummary
  tally: BenchTally
}) {
  const spent = Object.values(tally.time).reduce((a, b) => a + b, 0)
  const step = piece.station === 'wrap' ? plan?.steps.find((s) => !tally.stepsDone.includes(s.id)) : undefined
  const turns = step?.turns && (tally.turns[step.id] ?? 0)
  const left = plan?.design.wires.filter((w) => tally.cut[w.id] === undefined).length ?? 0
  return (
    <span className="text-lg">
      {step && (
        <>
          Next: <strong>{step.title.charAt(0).toLowerCase() + step.title.slice(1)}</strong>
          {step.turns && `, ${turns} of about ${step.turns} turns`}
        </>
      )}
      {piece.station === 'cut' && plan && left > 0 && (
        <>
          Next: <strong>{left === 1 ? 'one wire to cut' : `${left} wires to cut`}</strong>
        </>
      )}
      {spent >= LEAST_TOLD && <span className="ml-3 text-soft">{sayTime(spent)} so far</span>}
    </span>
  )
}
