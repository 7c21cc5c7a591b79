import type { StoneRow } from '@verger/contract'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo } from 'react'
import { api, photoAddress } from '../../app/api.js'
import { PickPicture } from '../../ui/PickPicture.js'
import { Problem } from '../../ui/Problem.js'

/** A picture of the stone: taken or chosen, shown, given up. Of a new stone it waits until the stone is saved. */
export function Photo({
  row,
  picked,
  onPick,
}: {
  row: StoneRow | undefined
  picked: File | undefined
  onPick: (file: File | undefined) => void
}) {
  const client = useQueryClient()
  const fresh = () => client.invalidateQueries({ queryKey: ['stones'] })
  const give = useMutation({
    mutationFn: async (file: File) => {
      await api.setPhoto(row!.id, file)
      await fresh()
    },
  })
  const take = useMutation({
    mutationFn: async () => {
      await api.removePhoto(row!.id)
      await fresh()
    },
  })
  const waiting = useMemo(() => (picked ? URL.createObjectURL(picked) : undefined), [picked])
  useEffect(() => () => (waiting ? URL.revokeObjectURL(waiting) : undefined), [waiting])
  const shown = row?.photo ? photoAddress(row) : waiting
  const busy = give.isPending || take.isPending
  return (
    <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-2 print:hidden">
      {shown && (
        <a href={shown} target="_blank" rel="noreferrer">
          <img
            src={shown}
            alt="The stone"
            className="h-28 max-w-56 rounded-sm border border-line object-cover"
          />
        </a>
      )}
      <PickPicture busy={busy} onPick={(file) => (row ? give.mutate(file) : onPick(file))}>
        {shown ? 'Another picture' : 'Add a picture'}
      </PickPicture>
      {shown && (
        <button
          type="button"
          className="border-0 bg-transparent p-0 font-semibold text-copper underline"
          disabled={busy}
          onClick={() => (row?.photo ? take.mutate() : onPick(undefined))}
        >
          Take it off
        </button>
      )}
      <span className="basis-full text-[15px] text-soft">
        Kept smaller, and without the place and camera that it was taken with.
      </span>
      {(give.error ?? take.error) && <Problem>{(give.error ?? take.error)?.message}</Problem>}
    </div>
  )
}
