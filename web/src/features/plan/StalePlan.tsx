import type { PieceRow } from '@verger/contract'
import { family, type Options } from '@verger/core'
import { useMutation, useQuery } from '@tanstack/react-query'
import { api } from '../../app/api.js'
import { useFamilies } from '../../app/families.js'

const say = (v: Options[string] | undefined): string =>
  v === undefined ? 'not given' : typeof v === 'object' ? v.join(', ') : String(v)

/**
 * The piece was planned elsewhere meanwhile: what differs stands side by side. The other plan is kept as a variant before
 * anything is saved over it, so that neither is lost.
 */
export function StalePlan({
  id,
  options,
  onKept,
  onTake,
}: {
  id: string
  options: Options
  onKept: (row: PieceRow) => void
  onTake: (options: Options) => void
}) {
  const now = useQuery({ queryKey: ['piece', id, 'now'], queryFn: () => api.piece(id), gcTime: 0 })
  useFamilies(now.data?.plan ? [now.data.plan.family] : [])
  const keep = useMutation({
    mutationFn: async (row: PieceRow) =>
      row.plan
        ? api.keepVariant(id, {
            version: row.version,
            name: `Planned elsewhere, ${new Date(row.updatedAt).toLocaleString('en-GB')}`,
            choices: { family: row.plan.family, options: row.plan.options },
          })
        : row,
    onSuccess: onKept,
  })
  if (!now.data)
    return (
      <p role="status">
        {now.isError
          ? `✕ ${now.error.message}`
          : 'The piece was changed elsewhere. Fetching what it is now …'}
      </p>
    )
  const row = now.data
  const other: Options = row.plan?.options ?? {}
  const words = row.plan ? family(row.plan.family).text.params : {}
  const different = Object.keys(options).filter((k) => say(options[k]) !== say(other[k]))
  return (
    <section
      className="border-l-[6px] border-amber bg-amber-wash px-5 py-3"
      role="alert"
      aria-label="Changed elsewhere"
    >
      <p className="m-0 text-lg">
        <span className="text-amber" aria-hidden>
          ▲{' '}
        </span>
        This piece was changed elsewhere while you planned.{' '}
        {different.length === 0 && 'Its choices are the same as yours.'}
      </p>
      {different.length > 0 && (
        <table className="mt-1 w-full max-w-2xl border-collapse text-left">
          <thead>
            <tr>
              <th className="font-normal text-soft">choice</th>
              <th>yours</th>
              <th>there now</th>
            </tr>
          </thead>
          <tbody>
            {different.map((k) => (
              <tr key={k} className="border-t border-line font-semibold">
                <td className="py-0.5">{words[k] ?? k}</td>
                <td>{say(options[k])}</td>
                <td>{say(other[k])}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button type="button" className="btn" onClick={() => keep.mutate(row)} disabled={keep.isPending}>
          Go on with mine, keep the other as a variant
        </button>
        {row.plan && different.length > 0 && (
          <button
            type="button"
            className="btn"
            onClick={() => {
              onKept(row)
              onTake(row.plan!.options)
            }}
          >
            Take the other
          </button>
        )}
        {keep.isError && <span className="text-red">✕ {keep.error.message}</span>}
      </div>
    </section>
  )
}
