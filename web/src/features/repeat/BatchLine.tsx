import type { Batch } from '@verger/contract'
import { Link } from 'react-router'
import { usePieces } from '../../app/session.js'

/** Which of a batch this piece is, with the same step on each of the others. */
export function BatchLine({ piece, batch, step }: { piece: string; batch: Batch; step: string }) {
  const pieces = usePieces()
  const others = (pieces.data ?? [])
    .filter((p) => p.batch?.id === batch.id)
    .sort((a, b) => a.batch!.place - b.batch!.place)
  const next = others.find((p) => p.batch!.place > batch.place)
  return (
    <p
      className="m-0 flex flex-wrap items-center gap-x-4 gap-y-1 text-lg"
      role="navigation"
      aria-label="Batch"
    >
      <span>
        Piece <strong>{batch.place}</strong> of {batch.of}, this step on
      </span>
      {others.map((p) => (
        <Link
          key={p.id}
          to={`/pieces/${p.id}/wrap?step=${step}`}
          aria-current={p.id === piece ? 'page' : undefined}
          className={`grid size-[38px] place-items-center rounded-full border-2 no-underline ${
            p.id === piece ? 'border-copper bg-copper text-on-copper' : 'border-hair text-copper'
          }`}
          aria-label={`Piece ${p.batch!.place}`}
        >
          {p.batch!.place}
        </Link>
      ))}
      {next && (
        <Link to={`/pieces/${next.id}/wrap?step=${step}`} className="font-semibold text-copper">
          Next piece
        </Link>
      )}
    </p>
  )
}
