import type { PieceRow } from '@verger/contract'
import type { Options, Plan } from '@verger/core'
import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from '@headlessui/react'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ApiError } from '../app/api.js'
import { downloadPiece, pieceFileOf } from '../features/plan/pieceFile.js'

/** Name of a piece, and the piece as a file. A name given elsewhere meanwhile is shown beside the typed one. */
export default function NameAndFile({
  piece,
  plan,
  options,
  onClose,
}: {
  piece: PieceRow
  plan: Plan | undefined
  options: Options | undefined
  onClose: () => void
}) {
  const client = useQueryClient()
  const [name, setName] = useState(piece.name)
  const [theirs, setTheirs] = useState<PieceRow>()
  const keep = (row: PieceRow) => {
    client.setQueryData(['piece', piece.id], row)
    void client.invalidateQueries({ queryKey: ['pieces'] })
    onClose()
  }
  const rename = useMutation({
    mutationFn: async () => {
      try {
        return await api.editPiece(piece.id, { version: (theirs ?? piece).version, name: name.trim() })
      } catch (error) {
        if (!(error instanceof ApiError && error.problem.type === 'verger:stale')) throw error
        const now = await api.piece(piece.id)
        if (now.name !== piece.name) {
          setTheirs(now)
          return undefined
        }
        // only something else was changed: the name goes on top of it and nothing is lost
        return api.editPiece(piece.id, { version: now.version, name: name.trim() })
      }
    },
    onSuccess: (row) => row && keep(row),
  })
  const save = useMutation({
    mutationFn: async () => {
      const { events } = await api.events(piece.id)
      downloadPiece(pieceFileOf({ piece, plan, options, records: events }))
    },
    onSuccess: onClose,
  })
  const failed = rename.error ?? save.error
  return (
    <Dialog open onClose={onClose} className="relative z-20">
      <DialogBackdrop className="fixed inset-0 bg-ink/30" />
      <div className="fixed inset-0 flex items-start justify-center overflow-y-auto p-3 sm:p-10">
        <DialogPanel className="sheet w-full max-w-lg p-5">
          <DialogTitle className="text-2xl">This piece</DialogTitle>
          <form
            className="mt-3"
            onSubmit={(e) => {
              e.preventDefault()
              rename.mutate()
            }}
          >
            <label className="block">
              <span className="text-soft">Name</span>
              <input
                className="plain text-lg"
                value={name}
                maxLength={120}
                onChange={(e) => setName(e.target.value)}
              />
            </label>
            {theirs && (
              <p className="mt-2 border-l-[6px] border-amber bg-amber-wash px-3 py-2" role="alert">
                <span className="text-amber" aria-hidden>
                  ▲{' '}
                </span>
                It was named “{theirs.name}” elsewhere meanwhile. Keep yours, or{' '}
                <button
                  type="button"
                  className="border-0 bg-transparent p-0 text-copper underline"
                  onClick={() => keep(theirs)}
                >
                  take the other
                </button>
                .
              </p>
            )}
            <p className="mt-4 flex flex-wrap gap-3">
              <button type="submit" className="btn btn-main" disabled={rename.isPending}>
                Keep the name
              </button>
              <button type="button" className="btn" onClick={() => save.mutate()} disabled={save.isPending}>
                Save as a file
              </button>
              <button type="button" className="btn" onClick={onClose}>
                Close
              </button>
            </p>
          </form>
          {failed && (
            <p className="mt-2 text-red" role="alert">
              ✕ {failed.message}
            </p>
          )}
        </DialogPanel>
      </div>
    </Dialog>
  )
}
