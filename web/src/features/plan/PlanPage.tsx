import type { PieceRow } from '@verger/contract'
import { FAMILY_IDS, family, fill, stoneText, type Stone } from '@verger/core'
import { useState } from 'react'
import { Link, Navigate, useParams } from 'react-router'
import { useFamilies } from '../../app/families.js'
import { usePiece } from '../../app/session.js'
import { Frame } from '../../ui/Frame.js'
import { PieceFrame } from '../../ui/PieceFrame.js'
import { Planner } from './Planner.js'
import { draftOf, keepDraft, type Draft } from './useChoices.js'
import { Waiting } from '../../ui/Waiting.js'

export default function PlanPage() {
  const { pieceId = '' } = useParams()
  const piece = usePiece(pieceId)
  if (!piece.data)
    return (
      <Frame>
        <Waiting text="Fetching the piece …" failed={piece.error} onRetry={() => void piece.refetch()} />
      </Frame>
    )
  return <Start key={piece.data.id} piece={piece.data} />
}

/** The setting and options to begin with: those of an unsaved visit, else the saved ones; where there are neither, one is chosen first. */
function Start({ piece }: { piece: PieceRow }) {
  const [draft, setDraft] = useState(() => draftOf(piece.id, piece.stone))
  const saved =
    piece.plan && sameStone(piece.plan.stone, piece.stone) && FAMILY_IDS.includes(piece.plan.family)
      ? { family: piece.plan.family, options: piece.plan.options }
      : undefined
  const begin = draft ?? saved
  useFamilies(begin ? [begin.family] : [])
  if (!begin) return <Navigate to={`/pieces/${piece.id}/choose`} replace />
  // a stone that was measured as another kind since has no use for choices made before
  const unfit = family(begin.family)
    .fits(piece.stone)
    .find((f) => f.severity === 'error')
  if (unfit) {
    const words = { ...stoneText, ...family(begin.family).text.findings }
    return (
      <PieceFrame piece={piece} here="plan">
        <div className="py-12 text-xl" role="status">
          <p>
            <span className="text-amber" aria-hidden>
              ▲{' '}
            </span>
            {fill(words[unfit.code] ?? unfit.code, unfit.values)}
          </p>
          <p className="mt-3 text-lg text-soft">
            Its measures, weight and care notes are kept with it.{' '}
            <Link className="text-copper underline" to={`/pieces/${piece.id}/choose`}>
              Choose another setting
            </Link>{' '}
            or go{' '}
            <Link className="text-copper underline" to={`/pieces/${piece.id}/measure`}>
              back to its measures
            </Link>
            .
          </p>
        </div>
      </PieceFrame>
    )
  }
  // a variant in another setting begins anew
  const other = (next: Draft) => {
    keepDraft(piece.id, piece.stone, next)
    setDraft(next)
  }
  return <Planner key={begin.family} piece={piece} begin={begin} onOther={other} />
}

const sameStone = (a: Stone, b: Stone): boolean =>
  (['outline', 'length', 'width', 'depth', 'wall', 'fullness', 'mineral'] as const).every(
    (k) => a[k] === b[k],
  )
