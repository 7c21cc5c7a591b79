import type { PieceRow } from '@verger/contract'
import { family, type Options, type Plan } from '@verger/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api } from '../../app/api.js'
import { sayMoney, useSettings } from '../../app/workshop.js'
import { Problem } from '../../ui/Problem.js'

/** Other sets of choices for the same stone, side by side by what they come to; one may be taken up, kept or removed. */
export function Variants({
  piece,
  plan,
  options,
  onTake,
}: {
  piece: PieceRow
  plan: Plan | undefined
  options: Options
  onTake: (family: string, options: Options) => void
}) {
  const client = useQueryClient()
  const settings = useSettings()
  const [name, setName] = useState('')
  const put = (row: PieceRow) => client.setQueryData(['piece', piece.id], row)
  const keep = useMutation({
    mutationFn: (as: string) =>
      api.keepVariant(piece.id, {
        version: piece.version,
        name: as,
        choices: {
          family: plan!.family,
          options: Object.fromEntries(
            Object.entries(options).map(([k, v]) => [k, typeof v === 'object' ? [...v] : v]),
          ),
        },
      }),
    onSuccess: (row) => {
      put(row)
      setName('')
    },
  })
  const remove = useMutation({
    mutationFn: (id: string) => api.removeVariant(piece.id, id),
    onSuccess: put,
  })
  const next = `Variant ${String.fromCharCode(65 + piece.variants.length)}`
  return (
    <section aria-label="Variants" className="mt-4">
      <form
        className="flex flex-wrap items-center gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          if (plan) keep.mutate(name.trim() || next)
        }}
      >
        <h2 className="text-xl">Variants</h2>
        <input
          className="plain w-44"
          aria-label="Name of the variant"
          placeholder={next}
          maxLength={60}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <button type="submit" className="btn py-1" disabled={!plan || keep.isPending}>
          Keep this one
        </button>
        {(keep.isError || remove.isError) && <Problem>{(keep.error ?? remove.error)?.message}</Problem>}
      </form>
      {piece.variants.length > 0 && (
        <ul className="m-0 list-none p-0">
          {piece.variants.map((v) => {
            const same =
              v.plan.family === plan?.family &&
              JSON.stringify(sorted(v.plan.options)) === JSON.stringify(sorted(options))
            return (
              <li
                key={v.id}
                className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-line py-1.5"
              >
                <strong className="min-w-32">{v.name}</strong>
                <span className="min-w-0 flex-1 basis-64 text-soft">
                  {family(v.plan.family).text.name}, {String(v.plan.options.size)} · {v.plan.hold?.word}{' '}
                  {v.plan.hold ? `${Math.round(v.plan.hold.grams)} g · ` : ''}
                  {sayMoney(
                    v.plan.metal + (v.plan.minutes / 60) * (v.plan.settings.rate / 100),
                    settings.money,
                  )}
                </span>
                {same ? (
                  <span className="text-verdigris">◆ shown</span>
                ) : (
                  <button
                    type="button"
                    className="border-0 bg-transparent text-copper underline"
                    onClick={() => onTake(v.plan.family, v.plan.options)}
                  >
                    take it up
                  </button>
                )}
                <button
                  type="button"
                  className="border-0 bg-transparent text-copper underline"
                  onClick={() => remove.mutate(v.id)}
                  aria-label={`Remove ${v.name}`}
                >
                  remove
                </button>
              </li>
            )
          })}
        </ul>
      )}
    </section>
  )
}

const sorted = (o: Options): unknown => Object.entries(o).sort(([a], [b]) => a.localeCompare(b))
