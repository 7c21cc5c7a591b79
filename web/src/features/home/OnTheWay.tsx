import type { Settings, StoneRow, WorkRow } from '@verger/contract'
import { fullStone, type FullStone } from '@verger/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api } from '../../app/api.js'
import { dueSaid } from '../../app/dueSaid.js'
import { sayTime } from '../../app/workshop.js'
import { StoneShape } from '../../drawing/StoneShape.js'
import { stoneLines } from '../../drawing/stoneLines.js'
import { STATIONS } from '../../ui/Road.js'
import { byDue, leftOn, sittingsSaid } from './workAhead.js'

/** Pixels a millimetre, as on the tray. */
const SCALE = 4.2
/** Pieces of a station that are shown before one asks for all. */
const FEW = 6

/** All pieces on the way: what is due next, and every piece at its station, its stone to the scale of the tray. */
export default function OnTheWay({ stones, settings }: { stones: readonly StoneRow[]; settings: Settings }) {
  const work = useQuery({ queryKey: ['work'], queryFn: api.work })
  if (!work.data || work.data.pieces.length === 0) return null
  const { pieces, pace } = work.data
  const due = byDue(pieces.filter((p) => p.due !== null))
  const stations = STATIONS.filter(({ id }) => pieces.some((p) => p.station === id))
  return (
    <section aria-label="On the way" className="mt-5">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-[26px]">On the way</h2>
        <span className="text-soft">
          {pieces.length === 1 ? 'one piece' : `${pieces.length} pieces`}
          {pace.pieces > 0 &&
            ` · your own pace from ${pace.pieces} finished: ${pace.times.toFixed(2)} of the planned time`}
        </span>
        <Link to="/rack/buy" className="ml-auto font-semibold text-copper">
          What to buy
        </Link>
      </div>
      {due.length > 0 && (
        <ol className="m-0 list-none p-0">
          {due.map((p) => (
            <Due key={p.pieceId} piece={p} left={leftOn(p, pace)} sitting={settings.sitting} />
          ))}
        </ol>
      )}
      {stations.map(({ id, name }) => (
        <Station
          key={id}
          name={name}
          pieces={byDue(pieces.filter((p) => p.station === id))}
          stones={stones}
          left={(p) => leftOn(p, pace)}
        />
      ))}
    </section>
  )
}

/** A piece that is promised for a day. */
function Due({ piece, left, sitting }: { piece: WorkRow; left: number | undefined; sitting: number }) {
  const { day, soon, late } = dueSaid(piece.due!, new Date())
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 border-b border-line py-1.5 text-lg max-sm:grid max-sm:grid-cols-2">
      <span className={`min-w-44 ${late ? 'text-red' : ''}`}>
        {late && <span aria-hidden>✕ </span>}
        <strong>{day}</strong> <span className={late ? '' : 'text-soft'}>{soon}</span>
      </span>
      <Link to={`/pieces/${piece.pieceId}/${piece.station}`} className="font-semibold text-ink">
        {piece.name || 'Unnamed piece'}
      </Link>
      <span className="text-soft">
        {[piece.client && `for ${piece.client}`, piece.occasion].filter(Boolean).join(', ')}
      </span>
      <span className="sm:ml-auto">
        {left === undefined
          ? 'not planned yet'
          : `${sayTime(left * 60_000)} left, ${sittingsSaid(left, sitting)}`}
      </span>
    </li>
  )
}

/** Pieces that stand at one station. */
function Station({
  name,
  pieces,
  stones,
  left,
}: {
  name: string
  pieces: readonly WorkRow[]
  stones: readonly StoneRow[]
  left: (p: WorkRow) => number | undefined
}) {
  const [all, setAll] = useState(false)
  const shown = all ? pieces : pieces.slice(0, FEW)
  return (
    <div className="mt-3 grid gap-x-4 border-t border-hair pt-2 sm:grid-cols-[92px_minmax(0,1fr)]">
      <h3 className="text-[19px]">
        {name} <span className="font-sans text-[15px] font-normal text-soft">{pieces.length}</span>
      </h3>
      <ul className="m-0 flex list-none flex-wrap items-end gap-x-5 gap-y-3 p-0">
        {shown.map((p) => {
          const stone = stones.find((s) => s.id === p.stoneId)?.stone
          const minutes = left(p)
          return (
            <li key={p.pieceId} className="max-w-40">
              <Link to={`/pieces/${p.pieceId}/${p.station}`} className="block text-ink no-underline">
                {stone && <Stone stone={fullStone(stone)} />}
                <span className="block leading-tight font-semibold">{p.name || 'Unnamed piece'}</span>
                <span className="block text-[15px] text-soft">
                  {minutes === undefined ? 'not planned yet' : `${sayTime(minutes * 60_000)} left`}
                </span>
              </Link>
            </li>
          )
        })}
        {pieces.length > FEW && (
          <li>
            <button
              type="button"
              className="border-0 bg-transparent p-0 text-copper underline"
              aria-expanded={all}
              onClick={() => setAll(!all)}
            >
              {all ? 'fewer' : `and ${pieces.length - FEW} more`}
            </button>
          </li>
        )}
      </ul>
    </div>
  )
}

function Stone({ stone }: { stone: FullStone }) {
  const { box } = stoneLines(stone, 'front')
  const [w, h] = [box.x1 - box.x0, box.y1 - box.y0]
  return (
    <svg
      width={w * SCALE}
      height={h * SCALE}
      viewBox={`${box.x0} ${box.y0} ${w} ${h}`}
      className="mb-1 block"
      aria-hidden
    >
      <StoneShape stone={stone} view="front" />
    </svg>
  )
}
