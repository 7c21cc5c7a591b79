import type { PieceRow, StationId } from '@verger/contract'
import { fullStone, type Options, type Plan } from '@verger/core'
import { lazy, Suspense, useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { PieceDrawing } from '../drawing/PieceDrawing.js'
import { boundsOf } from '../drawing/shown.js'
import { stoneLines } from '../drawing/stoneLines.js'
import { StoneShape } from '../drawing/StoneShape.js'
import { Frame } from './Frame.js'
import { Road } from './Road.js'

const NameAndFile = lazy(() => import('./NameAndFile.js'))

/** Page of a piece: the road on top, and beside it the piece itself at true proportion, from which its name and its file are reached. */
export function PieceFrame({
  piece,
  here,
  plan,
  options,
  right,
  children,
}: {
  piece: PieceRow
  here: StationId
  plan?: Plan | undefined
  options?: Options | undefined
  right?: ReactNode
  children: ReactNode
}) {
  const sheet = plan && PRINTED[here]
  return (
    <Frame
      title={`${piece.name || 'Unnamed piece'}, ${here}`}
      beside={<Road piece={piece.id} stone={piece.stone} here={here} reached={piece.station} />}
      right={
        <span className="flex items-center gap-3 sm:gap-5">
          {right}
          {sheet && (
            <Link
              to={`/pieces/${piece.id}/paper/${sheet}`}
              className="grid min-h-[44px] content-center text-copper underline"
            >
              Print
            </Link>
          )}
          <Badge piece={piece} plan={plan} options={options} />
        </span>
      }
    >
      {children}
    </Frame>
  )
}

/** The sheet that is printed first at a station. */
const PRINTED: Partial<Record<StationId, string>> = {
  plan: 'templates',
  cut: 'cut',
  wrap: 'bench',
  proof: 'proof',
  ledger: 'slip',
}

function Badge({
  piece,
  plan,
  options,
}: {
  piece: PieceRow
  plan: Plan | undefined
  options: Options | undefined
}) {
  const [open, setOpen] = useState(false)
  const stone = fullStone(piece.stone)
  const lines = stoneLines(stone, 'front').box
  const b = plan ? boundsOf(plan.design, plan.stone, 'front') : undefined
  const box = b
    ? [b.x0 - 0.5, b.y0 - 0.5, b.x1 - b.x0 + 1, b.y1 - b.y0 + 1]
    : [lines.x0 - 0.5, lines.y0 - 0.5, lines.x1 - lines.x0 + 1, lines.y1 - lines.y0 + 1]
  return (
    <>
      <button
        type="button"
        className="flex items-center gap-3 border-0 bg-transparent p-0 text-left text-ink"
        onClick={() => setOpen(true)}
        aria-label={`${piece.name || 'Unnamed piece'}: name and file`}
        data-testid="badge"
      >
        <span className="hidden max-w-28 text-right leading-tight sm:portrait:block lg:block lg:max-w-44">
          <span className="block truncate font-semibold">{piece.name || 'Unnamed piece'}</span>
          <span className="text-[15px] text-copper underline">Name and file</span>
        </span>
        <svg
          viewBox={box.join(' ')}
          className="h-[62px] max-w-[64px]"
          role="img"
          aria-label={`${piece.name || 'The piece'} at true proportion`}
        >
          {plan ? (
            <PieceDrawing design={plan.design} stone={plan.stone} view="front" />
          ) : (
            <StoneShape stone={stone} view="front" />
          )}
        </svg>
      </button>
      {open && (
        <Suspense fallback={null}>
          <NameAndFile piece={piece} plan={plan} options={options} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  )
}
