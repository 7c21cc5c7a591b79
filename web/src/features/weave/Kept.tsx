import type { DrawerRow } from '@verger/contract'
import type { Weave } from '@verger/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api } from '../../app/api.js'
import { BY_HAND, type Typed } from './typed.js'

/** Weaves that are kept, with their wires and their own packing. */
export function Kept({
  typed,
  weave,
  wires,
  own,
  onTake,
}: {
  typed: Typed
  weave: Weave
  wires: { readonly base: number; readonly weaver: number; readonly packing: number }
  own: boolean
  onTake: (change: Partial<Typed>) => void
}) {
  const client = useQueryClient()
  const [name, setName] = useState('')
  const drawer = useQuery({ queryKey: ['drawer'], queryFn: api.drawer })
  const fresh = () => client.invalidateQueries({ queryKey: ['drawer'] })
  const keep = useMutation({
    mutationFn: () =>
      api.addToDrawer({
        kind: 'weave',
        name: name.trim(),
        text: typed.text,
        wires: weave.wires,
        base: wires.base,
        weaver: wires.weaver,
        packing: own ? wires.packing : null,
      }),
    onSuccess: async () => {
      setName('')
      await fresh()
    },
  })
  const drop = useMutation({ mutationFn: (row: DrawerRow) => api.takeFromDrawer(row.id), onSuccess: fresh })
  const rows = (drawer.data ?? []).flatMap((r) => (r.item.kind === 'weave' ? [{ row: r, item: r.item }] : []))
  return (
    <div className="mt-3 border-t border-line pt-2">
      <h2 className="text-xl">Kept weaves</h2>
      <ul className="m-0 list-none p-0">
        {rows.map(({ row, item }) => (
          <li key={row.id} className="flex items-baseline gap-3 border-b border-line py-1">
            <button
              type="button"
              className="min-w-0 flex-1 border-0 bg-transparent p-0 text-left font-semibold text-copper underline"
              onClick={() =>
                onTake({
                  text: item.text,
                  base: `${item.base} mm`,
                  weaver: `${item.weaver} mm`,
                  packing: item.packing === null ? BY_HAND : String(item.packing),
                })
              }
            >
              {item.name}
            </button>
            <span className="text-[15px] text-soft">
              {item.packing === null ? '' : `packing ${item.packing.toFixed(3)}`}
            </span>
            <button
              type="button"
              className="border-0 bg-transparent p-0 text-[15px] text-copper underline"
              aria-label={`Give up ${item.name}`}
              onClick={() => drop.mutate(row)}
            >
              give up
            </button>
          </li>
        ))}
      </ul>
      <form
        className="mt-1 flex items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          if (name.trim() !== '') keep.mutate()
        }}
      >
        <label className="min-w-0 flex-1">
          <span className="text-[15px] text-soft">Keep it as</span>
          <input className="plain" value={name} onChange={(e) => setName(e.target.value)} />
        </label>
        <button type="submit" className="btn py-1" disabled={name.trim() === '' || keep.isPending}>
          Keep
        </button>
      </form>
      {(keep.error ?? drop.error) && <p className="m-0 text-red">✕ {(keep.error ?? drop.error)?.message}</p>}
    </div>
  )
}
