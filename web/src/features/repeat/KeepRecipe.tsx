import type { PieceRow } from '@verger/contract'
import { family, type OptionValue, type Param, type Plan } from '@verger/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api } from '../../app/api.js'
import { useSettings } from '../../app/workshop.js'
import { slowWorker } from '../../compute/usePlan.js'
import { Problem } from '../../ui/Problem.js'
import { shownParam } from '../plan/readParam.js'
import { choicesOf } from './repeat.js'

/** Keeps a piece as a recipe of one's own: what stays as it was made, and what follows the stone that comes next. */
export function KeepRecipe({ piece, plan }: { piece: PieceRow; plan: Plan }) {
  const [open, setOpen] = useState(false)
  const [name, setName] = useState(piece.name)
  const [turned, setTurned] = useState<Readonly<Record<string, boolean>>>({})
  const client = useQueryClient()
  const recipe = { family: plan.family, options: plan.options }
  const byItself = useQuery({
    queryKey: ['follows', piece.id, plan.family, JSON.stringify(plan.options)],
    queryFn: () => slowWorker().followsByItself(plan.stone, recipe),
    enabled: open,
    staleTime: Infinity,
  })
  const { text, params } = family(plan.family)
  const asked = params(plan.stone).filter(
    (p) =>
      plan.options[p.id] !== undefined &&
      (p.shownWhen === undefined || plan.options[p.shownWhen.option] === p.shownWhen.equals),
  )
  const follows = (id: string) => turned[id] ?? byItself.data?.includes(id) ?? false
  const keep = useMutation({
    mutationFn: () =>
      api.addToDrawer({
        kind: 'recipe',
        name: name.trim(),
        ...choicesOf(plan),
        // what is not asked here goes with what is proposed
        follows: params(plan.stone)
          .filter((p) => (asked.includes(p) ? follows(p.id) : p.kind !== 'choice'))
          .map((p) => p.id),
      }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['drawer'] }),
  })
  const figures = asked.filter((p) => p.kind !== 'choice')
  const rows = (list: readonly Param[]) => (
    <ul className="m-0 my-2 list-none p-0">
      {list.map((p) => (
        <li key={p.id}>
          <label className="flex min-h-[36px] items-center justify-between gap-3 border-b border-line">
            <span className="min-w-0">
              {text.params[p.id] ?? p.id}{' '}
              <strong>
                <Value p={p} value={plan.options[p.id]!} />
              </strong>
            </span>
            <input
              type="checkbox"
              className="size-5 shrink-0"
              aria-label={`${text.params[p.id] ?? p.id} follows the stone`}
              disabled={byItself.isPending}
              checked={follows(p.id)}
              onChange={(e) => setTurned({ ...turned, [p.id]: e.target.checked })}
            />
          </label>
        </li>
      ))}
    </ul>
  )
  if (keep.isSuccess)
    return (
      <p className="mt-3 mb-0 text-verdigris" role="status">
        ✓ Kept in the{' '}
        <Link className="text-copper underline" to="/drawer">
          drawer
        </Link>
        . Choose works it out for any stone, or says why it cannot be.
      </p>
    )
  if (!open)
    return (
      <p className="mt-3 mb-0 flex flex-wrap items-center gap-x-3 gap-y-1">
        <button type="button" className="btn" onClick={() => setOpen(true)}>
          Keep as a recipe
        </button>
        <span className="text-soft">to be made again for any other stone</span>
      </p>
    )
  return (
    <form
      className="mt-3"
      aria-label="A recipe of your own"
      onSubmit={(e) => {
        e.preventDefault()
        keep.mutate()
      }}
    >
      <h4 className="text-lg">A recipe of your own</h4>
      <p className="m-0 text-[15px] text-soft">
        What is ticked is worked out anew for the next stone, the rest stays as it is here.
      </p>
      {rows(figures.filter((p) => !p.detail))}
      <details>
        <summary className="cursor-pointer py-1 text-copper underline">
          details, and what was chosen from lists
        </summary>
        {rows(asked.filter((p) => p.detail || p.kind === 'choice'))}
      </details>
      <label className="block">
        <span className="text-soft">Name of the recipe</span>
        <input
          className="plain text-lg"
          value={name}
          maxLength={80}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      <button
        type="submit"
        className="btn mt-2"
        disabled={name.trim() === '' || byItself.isPending || keep.isPending}
      >
        {byItself.isPending ? 'Comparing it with what is proposed …' : 'Keep the recipe'}
      </button>
      {(keep.error ?? byItself.error) && <Problem>{(keep.error ?? byItself.error)?.message}</Problem>}
    </form>
  )
}

/** What was chosen, as the list of choices says it. */
function Value({ p, value }: { p: Param; value: OptionValue }) {
  const { units } = useSettings()
  if (typeof value === 'object') return value.join(', ')
  if (typeof value === 'string') return value
  return p.kind === 'integer' || p.kind === 'number'
    ? `${shownParam(p, value, units)}${p.unit === 'mm' && units === 'mm' ? ' mm' : ''}`
    : value
}
