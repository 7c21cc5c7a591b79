import type { Me, Settings } from '@verger/contract'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { api } from '../../app/api.js'
import { sayWire } from '../../app/workshop.js'
import { Row, Typed } from '../../ui/Rows.js'
import { readLength } from '../../ui/readLength.js'

/** How wire is cut from the rack: what is too short to keep, and the maker's wishes once little is wasted. */
export function Wishes({ me }: { me: Me }) {
  const client = useQueryClient()
  const { settings, version } = me.workshop
  const { units, rack } = settings
  const save = useMutation({
    mutationFn: (change: Partial<Settings['rack']>) => {
      const now = client.getQueryData<Me>(['me'])?.workshop ?? { settings, version }
      return api.setSettings({
        version: now.version,
        settings: { ...now.settings, rack: { ...now.settings.rack, ...change } },
      })
    },
    onSuccess: (row) =>
      client.setQueryData<Me>(['me'], (old) => old && { ...old, workshop: { ...old.workshop, ...row } }),
    onError: () => void client.invalidateQueries({ queryKey: ['me'] }),
  })
  const shown = sayWire(rack.keep, settings)
  const good = (text: string) => {
    const { value } = readLength(text, units, true)
    return value !== undefined && value <= 500
  }
  return (
    <section aria-label="How it is cut">
      <h2 className="text-[24px]">How it is cut</h2>
      <p className="m-0 text-[15px] text-soft">
        As little as can be is wasted; where that leaves a choice, as you wish.
      </p>
      <Row label="Too short to keep below">
        <Typed
          label="Too short to keep below"
          value={shown}
          good={good}
          hint={`a length of ${units === 'mm' ? '500 mm' : '19 in'} at most`}
          onTake={(t) => save.mutate({ keep: readLength(t, units, true).value! })}
        />
      </Row>
      {(
        [
          ['useShorts', 'Use up shorts first'],
          ['keepLongest', 'Keep the longest whole'],
        ] as const
      ).map(([id, label]) => (
        <label key={id} className="flex min-h-[42px] items-center justify-between gap-3 border-b border-line">
          {label}
          <input
            type="checkbox"
            className="size-5"
            checked={rack[id]}
            onChange={(e) => save.mutate({ [id]: e.target.checked })}
          />
        </label>
      ))}
      <p className="mt-1 mb-0 text-[15px] text-soft">
        A wire is never joined; what is wound may be, between two binds. What was bent once counts a temper
        harder.
      </p>
      {save.error && <p className="text-red">✕ {save.error.message}</p>}
    </section>
  )
}
