import type { PieceRow, StationId } from '@verger/contract'
import { fullStone, type Options, type Plan } from '@verger/core'
import { useState, type ReactNode } from 'react'
import { api } from '../app/api.js'
import { boundsOf, PieceDrawing } from '../drawing/PieceDrawing.js'
import { StoneShape } from '../drawing/StoneShape.js'
import { downloadPiece, pieceFileOf } from '../features/plan/pieceFile.js'
import { Frame } from './Frame.js'
import { Road } from './Road.js'

/** Page of a piece: the road on top, and beside it the piece itself at true proportion, with its name and its file. */
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
  return (
    <Frame
      beside={<Road piece={piece.id} here={here} reached={piece.station} />}
      right={
        <span className="flex items-center gap-5">
          {right}
          <Badge piece={piece} plan={plan} options={options} />
        </span>
      }
    >
      {children}
    </Frame>
  )
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
  const [problem, setProblem] = useState('')
  const stone = fullStone(piece.stone)
  const b = plan ? boundsOf(plan.design, plan.stone, 'front') : undefined
  const box = b
    ? [b.x0 - 0.5, b.y0 - 0.5, b.x1 - b.x0 + 1, b.y1 - b.y0 + 1]
    : [
        -stone.width / 2 - 0.5,
        -(stone.outline === 'drop' ? stone.length - stone.width / 2 : stone.length / 2) - 0.5,
        stone.width + 1,
        stone.length + 1,
      ]
  const save = async () => {
    setProblem('')
    try {
      const { events } = await api.events(piece.id)
      downloadPiece(pieceFileOf({ piece, plan, options, records: events }))
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'The file could not be made.')
    }
  }
  return (
    <span className="flex items-center gap-3" data-testid="badge">
      <span className="hidden max-w-44 text-right leading-tight sm:block">
        <span className="block truncate font-semibold">{piece.name || 'Unnamed piece'}</span>
        <button
          type="button"
          className="border-0 bg-transparent p-0 text-[15px] text-copper underline"
          onClick={() => void save()}
        >
          Save as a file
        </button>
        {problem && (
          <span className="block text-red" role="alert">
            ✕ {problem}
          </span>
        )}
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
    </span>
  )
}
