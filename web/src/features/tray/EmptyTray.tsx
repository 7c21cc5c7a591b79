import { fullStone } from '@verger/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { api } from '../../app/api.js'
import { sizeName } from '../../app/stoneWords.js'
import { stoneLines } from '../../drawing/stoneLines.js'
import { StoneShape } from '../../drawing/StoneShape.js'
import { exampleOf } from '../measure/typedStone.js'
import { Problem } from '../../ui/Problem.js'

const TrayFiles = lazy(() => import('./TrayFiles.js'))

/** A stone to try everything with: the one that Measure shows before a measure is typed. */
const EXAMPLE = exampleOf({ kind: 'cabochon', outline: 'oval', form: 'sphere', mineral: 'agate' })

/** A tray without a stone: measure the first one, try an example, or bring some in. */
export default function EmptyTray() {
  const [files, setFiles] = useState(false)
  const navigate = useNavigate()
  const client = useQueryClient()
  const example = useMutation({
    mutationFn: async () => {
      const row = await api.addStone({ name: 'Example stone', note: '', stone: EXAMPLE })
      const piece = await api.addPiece(row.id, 'Example piece')
      await client.invalidateQueries()
      void navigate(`/pieces/${piece.id}/choose`)
    },
  })
  const stone = fullStone(EXAMPLE)
  const { x0, x1, y0, y1 } = stoneLines(stone, 'front').box
  return (
    <div className="sheet flex flex-wrap items-center justify-center gap-x-12 gap-y-6 px-6 py-10">
      <div className="squared p-4">
        <svg
          viewBox={`${x0 - 1} ${y0 - 1} ${x1 - x0 + 2} ${y1 - y0 + 2}`}
          className="block h-[150px] opacity-60"
          role="img"
          aria-label={`${sizeName(EXAMPLE)}, as an example`}
        >
          <StoneShape stone={stone} view="front" />
        </svg>
      </div>
      <div className="max-w-md">
        <p className="m-0 font-head text-[26px] font-bold">The tray is empty.</p>
        <p className="mt-1 mb-4">
          Lay your first stone in: three measures with calipers or a rule are enough, and every setting that
          takes it is worked out.
        </p>
        <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
          <Link to="/stones/new" className="btn btn-main">
            Measure the first stone
          </Link>
          <button type="button" className="btn" disabled={example.isPending} onClick={() => example.mutate()}>
            {example.isPending ? 'One moment …' : 'Try it with an example'}
          </button>
          <button
            type="button"
            className="min-h-[44px] border-0 bg-transparent p-0 text-copper underline"
            onClick={() => setFiles(true)}
          >
            Bring stones in from a file
          </button>
        </div>
        {example.error && <Problem className="mt-2">{example.error.message}</Problem>}
        {files && (
          <Suspense fallback={null}>
            <TrayFiles stones={[]} onClose={() => setFiles(false)} />
          </Suspense>
        )}
      </div>
    </div>
  )
}
