import type { Settings, SettingsRow } from '@verger/contract'
import { useQuery } from '@tanstack/react-query'
import { api } from '../../app/api.js'

const NAMES: Readonly<Record<keyof Settings, string>> = {
  units: 'Lengths are said in',
  rounding: 'Cut lengths are rounded up to',
  series: 'Wire is bought by',
  hand: 'The hand that leads',
  money: 'Money',
  school: 'Length of a frame wire',
  experience: 'Your hand',
  rate: 'An hour of work, in cents',
  prices: 'Wire, in cents a kg',
  demands: 'What a setting must bear',
  hidden: 'Most of the face behind wire, %',
  ear: 'Most on one ear, g',
  rack: 'How wire is cut from the rack',
  forgot: 'What was forgotten of what was learned',
  sitting: 'Minutes of a sitting',
  rest: 'Minutes to a rest',
  runShort: 'One piece in so many may run short',
}

/** What a setting holds, in words. */
const said = (value: unknown): string =>
  typeof value === 'object' && value !== null
    ? Object.entries(value)
        .map(([k, v]) => `${k} ${String(v)}`)
        .join(', ')
    : String(value)

/** The settings were changed elsewhere meanwhile: what differs stands side by side, and the maker says which stays. */
export function StaleSettings({
  mine,
  onMine,
  onTheirs,
}: {
  mine: Settings
  onMine: (version: number) => void
  onTheirs: (now: SettingsRow) => void
}) {
  const now = useQuery({ queryKey: ['settings', 'now'], queryFn: api.settings, gcTime: 0, staleTime: 0 })
  if (!now.data || now.isFetching)
    return (
      <p role="status">
        {now.isError
          ? `✕ ${now.error.message}`
          : 'The settings were changed elsewhere. Fetching what they are now …'}
      </p>
    )
  const other = now.data
  const keys = (Object.keys(NAMES) as (keyof Settings)[]).filter(
    (k) => said(mine[k]) !== said(other.settings[k]),
  )
  return (
    <section
      className="my-3 border-l-[6px] border-amber bg-amber-wash px-5 py-3"
      role="alert"
      aria-label="Changed elsewhere"
    >
      <p className="m-0 text-lg">
        <span className="text-amber" aria-hidden>
          ▲{' '}
        </span>
        These settings were changed elsewhere while you had this page open.
      </p>
      <table className="mt-1 w-full border-collapse text-left">
        <thead>
          <tr>
            <th className="font-normal text-soft">setting</th>
            <th>yours</th>
            <th>there now</th>
          </tr>
        </thead>
        <tbody>
          {keys.map((k) => (
            <tr key={k} className="border-t border-line font-semibold">
              <td className="py-0.5 font-normal">{NAMES[k]}</td>
              <td>{said(mine[k])}</td>
              <td>{said(other.settings[k])}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 flex flex-wrap gap-3">
        <button type="button" className="btn" onClick={() => onMine(other.version)}>
          Keep mine
        </button>
        <button type="button" className="btn" onClick={() => onTheirs(other)}>
          Take the other
        </button>
      </p>
    </section>
  )
}
