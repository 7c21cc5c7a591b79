import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api } from '../../app/api.js'
import { usePieces } from '../../app/session.js'

/** Longest note that a piece takes. */
const MOST = 4000

/** Writes a result into the note of a piece, under what stands there. */
export function SendToPiece({ text }: { text: string }) {
  const [open, setOpen] = useState(false)
  const pieces = usePieces()
  const client = useQueryClient()
  const send = useMutation({
    mutationFn: async (id: string) => {
      const piece = await api.piece(id)
      const note = piece.note === '' ? text : `${piece.note}\n${text}`
      if (note.length > MOST) throw new Error('The note of this piece is full. Shorten it first.')
      await api.editPiece(id, { version: piece.version, note })
      await client.invalidateQueries()
      return piece.name
    },
    onSuccess: () => setOpen(false),
  })
  return (
    <p className="mt-2 mb-0 text-[15px] print:hidden">
      {open ? (
        <label className="flex flex-wrap items-center gap-2">
          into the note of
          <select
            className="border-0 bg-transparent font-semibold"
            defaultValue=""
            onChange={(e) => e.target.value && send.mutate(e.target.value)}
          >
            <option value="">which piece?</option>
            {(pieces.data ?? []).map((p) => (
              <option key={p.id} value={p.id}>
                {p.name || p.stone.mineral}
              </option>
            ))}
          </select>
        </label>
      ) : (
        <button
          type="button"
          className="border-0 bg-transparent p-0 font-semibold text-copper underline"
          onClick={() => {
            send.reset()
            setOpen(true)
          }}
        >
          Send to a piece
        </button>
      )}
      {send.isSuccess && <span className="text-verdigris"> ◆ Stands in the note of {send.data}.</span>}
      {send.error && <span className="text-red"> ✕ {send.error.message}</span>}
    </p>
  )
}
