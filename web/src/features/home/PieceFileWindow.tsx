import { family, isLoaded, sizeSaid, wireToGather } from '@verger/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { useFamilies } from '../../app/families.js'
import { shapeName, sizeName } from '../../app/stoneWords.js'
import { sayLength, useSettings } from '../../app/workshop.js'
import { boundsOf } from '../../drawing/shown.js'
import { PieceDrawing } from '../../drawing/PieceDrawing.js'
import { Problem } from '../../ui/Problem.js'
import { Window } from '../../ui/Window.js'
import { bringIn, type ReadPiece } from './bringIn.js'

/** What a piece file holds, before anything of it is taken in. */
export default function PieceFileWindow({ read, onClose }: { read: ReadPiece; onClose: () => void }) {
  const { file, plan, differ } = read
  const settings = useSettings()
  const client = useQueryClient()
  const navigate = useNavigate()
  useFamilies(plan ? [plan.family] : [])
  const take = useMutation({
    mutationFn: () => bringIn(read),
    onSuccess: async (piece) => {
      await client.invalidateQueries()
      void navigate(`/pieces/${piece}/plan`)
    },
  })
  const text = plan && isLoaded(plan.family) ? family(plan.family).text : undefined
  const box = plan && boundsOf(plan.design, plan.stone, 'front')
  const say = (v: number) => sayLength(v, settings, 0)
  const rows: readonly (readonly [string, string])[] = [
    ['Stone', `${file.stone.mineral}, ${shapeName(file.stone)}, ${sizeName(file.stone)}`],
    ...(plan
      ? [
          ['Setting', text?.name ?? plan.family] as const,
          [
            'Wire',
            wireToGather(plan.cut, say)
              .map(
                ({ stock, amount }) => `${amount} of ${stock.alloy} ${sizeSaid(stock.size)} ${stock.profile}`,
              )
              .join('; '),
          ] as const,
        ]
      : []),
    ['Recorded at the bench', file.records?.length ? `${file.records.length} entries` : 'nothing'],
    ...(file.note ? [['Note', file.note] as const] : []),
  ]
  return (
    <Window title={file.name ?? 'Unnamed piece'} onClose={onClose}>
      <div data-testid="dry-run" className="mt-2 grid gap-5 sm:grid-cols-[minmax(0,1fr)_180px]">
        <dl className="m-0">
          {rows.map(([name, said]) => (
            <div key={name} className="border-b border-line py-1.5">
              <dt className="text-[15px] text-soft">{name}</dt>
              <dd className="m-0">{said}</dd>
            </div>
          ))}
        </dl>
        {plan && box && (
          <svg
            viewBox={`${box.x0} ${box.y0} ${box.x1 - box.x0} ${box.y1 - box.y0}`}
            className="h-52 w-full"
            role="img"
            aria-label="The piece from the front"
          >
            <PieceDrawing design={plan.design} stone={plan.stone} view="front" />
          </svg>
        )}
      </div>
      {file.choices && !plan && (
        <p className="mt-3 text-amber">
          <span aria-hidden>▲ </span>Its choices cannot be built on this stone here: it comes in as its stone,
          and a setting is chosen anew.
        </p>
      )}
      {differ.length > 0 && (
        <p className="mt-3 text-amber">
          <span aria-hidden>▲ </span>Other lengths are worked out here than the file says:{' '}
          {differ.map((d) => `${text?.wires[d.wire] ?? d.wire} ${say(d.here)} for ${say(d.told)}`).join(', ')}
          .
        </p>
      )}
      <p className="mt-4 mb-0 flex flex-wrap items-center gap-3">
        <button
          type="button"
          className="btn btn-main"
          disabled={take.isPending}
          onClick={() => take.mutate()}
        >
          {take.isPending ? 'Taking it in …' : 'Take it in'}
        </button>
        <button type="button" className="btn" onClick={onClose}>
          Leave it
        </button>
        <span className="text-soft">It becomes a stone and a piece of your own. Nothing was taken yet.</span>
      </p>
      {take.error && <Problem className="mt-2">{take.error.message}</Problem>}
    </Window>
  )
}
