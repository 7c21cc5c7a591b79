import type { Commission, CommissionRow } from '@verger/contract'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { api } from '../../app/api.js'
import { tellRemoved } from '../../ui/Undone.js'
import { cents, sayCents } from '../drawer/parts.js'

const COMMISSIONS = ['commissions'] as const

interface Typed {
  client: string
  occasion: string
  due: string
  price: string
  deposit: string
  note: string
}

const typed = (c: Commission | undefined): Typed => ({
  client: c?.client ?? '',
  occasion: c?.occasion ?? '',
  due: c?.due ?? '',
  price: sayCents(c?.price ?? null),
  deposit: sayCents(c?.deposit ?? null),
  note: c?.note ?? '',
})

/** Whom a piece is made for, and what was agreed: kept apart from the piece, and erased by itself. */
export function CommissionForm({ piece }: { piece: string }) {
  const all = useQuery({ queryKey: COMMISSIONS, queryFn: api.commissions })
  if (!all.data) return all.error ? <p className="mt-4 text-red">✕ {all.error.message}</p> : null
  const row = all.data.find((c) => c.pieceId === piece)
  // typed anew where it was changed elsewhere
  return <Fields key={row?.version ?? 0} piece={piece} row={row} />
}

function Fields({ piece, row }: { piece: string; row: CommissionRow | undefined }) {
  const client = useQueryClient()
  const { register, handleSubmit, formState, reset } = useForm<Typed>({
    defaultValues: typed(row?.commission),
  })
  const fresh = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: COMMISSIONS }),
      client.invalidateQueries({ queryKey: ['work'] }),
    ])
  const keep = useMutation({
    mutationFn: (t: Typed) =>
      api.setCommission(piece, {
        version: row?.version ?? 0,
        commission: {
          client: t.client,
          occasion: t.occasion,
          due: t.due === '' ? null : t.due,
          price: cents(t.price) ?? null,
          deposit: cents(t.deposit) ?? null,
          note: t.note,
        },
      }),
    onSuccess: async (kept) => {
      reset(typed(kept.commission))
      await fresh()
    },
    onError: () => void fresh(),
  })
  const erase = useMutation({
    mutationFn: () => api.eraseCommission(piece),
    onSuccess: async () => {
      reset(typed(undefined))
      await fresh()
      tellRemoved({ said: 'Erased: nothing is kept of whom it was for.' })
    },
  })
  const { errors, isDirty } = formState
  const amount = { validate: (t: string) => cents(t) !== undefined || 'Type an amount.' }
  const field = (name: keyof Typed, label: string, more: object = {}, rules: object = {}) => (
    <label className="block min-w-0">
      <span className="text-[15px] text-soft">{label}</span>
      <input className="plain" autoComplete="off" {...more} {...register(name, rules)} />
      {errors[name] && <span className="text-red">✕ {errors[name].message}</span>}
    </label>
  )
  return (
    <form
      className="mt-5 border-t border-line pt-3"
      aria-label="Made for"
      onSubmit={(e) => void handleSubmit((t) => keep.mutate(t))(e)}
    >
      <h3 className="text-xl">Made for</h3>
      <div className="grid grid-cols-2 gap-x-4 gap-y-1.5">
        {field('client', 'Whom, initials suffice', { maxLength: 80 })}
        {field('occasion', 'Occasion', { maxLength: 120 })}
        {field('due', 'Due', { type: 'date' })}
        <span />
        {field('price', 'Agreed price', { inputMode: 'decimal' }, amount)}
        {field('deposit', 'Deposit paid', { inputMode: 'decimal' }, amount)}
        <label className="col-span-2 block">
          <span className="text-[15px] text-soft">Notes</span>
          <textarea className="plain" rows={2} maxLength={2000} {...register('note')} />
        </label>
      </div>
      <p className="mt-2 mb-0 flex flex-wrap items-center gap-4">
        <button type="submit" className="btn" disabled={!isDirty || keep.isPending}>
          Keep
        </button>
        {row && (
          <button
            type="button"
            className="border-0 bg-transparent p-0 text-copper underline"
            disabled={erase.isPending}
            onClick={() => erase.mutate()}
          >
            Erase all of it
          </button>
        )}
        <span className="text-[15px] text-soft">
          Kept apart from the piece: it goes into no file and onto no sheet of it.
        </span>
      </p>
      {(keep.error ?? erase.error) && <p className="text-red">✕ {(keep.error ?? erase.error)!.message}</p>}
    </form>
  )
}
