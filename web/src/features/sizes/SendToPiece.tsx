import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { api } from '../../app/api.js'
import { usePieces } from '../../app/session.js'

/** Longest note that a piece takes. */
const MOST = 4000

/** A figure that a plan chooses itself: which option it is, in words too, and the value in mm. */
export interface Sent {
  readonly option: string
  readonly name: string
  readonly value: number
}

/** Writes a result into the note of a piece, under what stands there, or opens its plan with the figure in its place. */
export function SendToPiece({ text, sent }: { text: string; sent: Sent | undefined }) {
  const [open, setOpen] = useState<'note' | 'plan'>()
  const pieces = usePieces()
  const client = useQueryClient()
  const navigate = useNavigate()
  const send = useMutation({
    mutationFn: async (id: string) => {
      const piece = await api.piece(id)
      const note = piece.note === '' ? text : `${piece.note}\n${text}`
      if (note.length > MOST) throw new Error('The note of this piece is full. Shorten it first.')
      await api.editPiece(id, { version: piece.version, note })
      await client.invalidateQueries()
      return piece.name
    },
    onSuccess: () => setOpen(undefined),
  })
  const pick = (id: string) => {
    if (open === 'plan' && sent)
      void navigate(`/pieces/${id}/plan?${sent.option}=${Number(sent.value.toFixed(2))}`)
    else send.mutate(id)
  }
  const link = 'border-0 bg-transparent p-0 font-semibold text-copper underline'
  return (
    <p className="mt-2 mb-0 flex flex-wrap items-center gap-x-4 text-[15px] print:hidden">
      {open ? (
        <label className="flex flex-wrap items-center gap-2">
          {open === 'note' ? 'into the note of' : `as the ${sent!.name} of`}
          <select
            className="border-0 bg-transparent font-semibold"
            defaultValue=""
            onChange={(e) => e.target.value && pick(e.target.value)}
          >
            <option value="">which piece?</option>
            {(pieces.data ?? [])
              .filter((p) => open === 'note' || p.planned)
              .map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name || p.stone.mineral}
                </option>
              ))}
          </select>
        </label>
      ) : (
        <>
          <button
            type="button"
            className={link}
            onClick={() => {
              send.reset()
              setOpen('note')
            }}
          >
            Send to a piece
          </button>
          {sent && (
            <button type="button" className={link} onClick={() => setOpen('plan')}>
              Plan with it
            </button>
          )}
        </>
      )}
      {send.isSuccess && <span className="text-verdigris"> ◆ Stands in the note of {send.data}.</span>}
      {send.error && <span className="text-red"> ✕ {send.error.message}</span>}
    </p>
  )
}
