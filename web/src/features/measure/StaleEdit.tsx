import type { StoneRow, StoneWrite } from '@verger/contract'
import { useQuery } from '@tanstack/react-query'
import { api } from '../../app/api.js'

/** Every field that either stone has, the shape and the main measures first. */
const fieldsIn = (a: object, b: object): string[] => [
  ...new Set(['kind', 'outline', 'length', 'width', 'depth', ...Object.keys(a), ...Object.keys(b)]),
]

/** A field of a stone in words; lists as they are kept. */
function said(stone: object, field: string): string | number | undefined {
  const value: unknown = (stone as Record<string, unknown>)[field]
  if (value === undefined || typeof value === 'string' || typeof value === 'number') return value
  return JSON.stringify(value)
}

/** The stone was changed elsewhere meanwhile: both are shown, and the maker says which one stays. Neither is lost until then. */
export function StaleEdit({
  id,
  mine,
  onMine,
  onTheirs,
}: {
  id: string
  mine: StoneWrite
  onMine: (theirs: StoneRow) => void
  onTheirs: (theirs: StoneRow) => void
}) {
  const theirs = useQuery({ queryKey: ['stone', id, 'now'], queryFn: () => api.stone(id), gcTime: 0 })
  if (!theirs.data)
    return (
      <p className="text-lg lg:col-span-2" role="status">
        {theirs.isError
          ? `✕ ${theirs.error.message}`
          : 'This stone was changed elsewhere. Fetching what it is now …'}
      </p>
    )
  const other = theirs.data
  const rows = [
    ['name', mine.name, other.name] as const,
    ['note', mine.note, other.note] as const,
    ...fieldsIn(mine.stone, other.stone).map((f) => [f, said(mine.stone, f), said(other.stone, f)] as const),
  ]
  const say = (v: string | number | undefined) => (v === undefined || v === '' ? 'not given' : String(v))
  return (
    <section
      className="border-l-[6px] border-amber bg-amber-wash px-5 py-3 lg:col-span-2"
      role="alert"
      aria-label="Changed elsewhere"
    >
      <h2 className="text-xl">
        <span className="text-amber" aria-hidden>
          ▲{' '}
        </span>
        This stone was changed elsewhere while you typed
      </h2>
      <table className="mt-2 w-full max-w-2xl border-collapse text-left">
        <thead>
          <tr>
            <th className="font-normal text-soft">measure</th>
            <th>yours</th>
            <th>there now</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, a, b]) => (
            <tr
              key={name}
              className={`border-t border-line ${say(a) === say(b) ? 'text-soft' : 'font-semibold'}`}
            >
              <td className="py-1">{name}</td>
              <td>{say(a)}</td>
              <td>{say(b)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-3 flex gap-3">
        <button type="button" className="btn" onClick={() => onMine(other)}>
          Keep mine
        </button>
        <button type="button" className="btn" onClick={() => onTheirs(other)}>
          Take the other
        </button>
      </div>
    </section>
  )
}
