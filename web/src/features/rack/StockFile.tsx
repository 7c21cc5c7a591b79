import { wireSize, sizeSaid } from '@verger/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { api } from '../../app/api.js'
import { newId } from '../../app/newId.js'
import { RACK } from '../../app/rackKey.js'
import { sayWire, useSettings } from '../../app/workshop.js'
import { Problem } from '../../ui/Problem.js'
import { Pick } from '../drawer/parts.js'
import { columnsOf, dryRun, FIELDS, readList, type Columns } from './stockFile.js'
import { Window } from '../../ui/Window.js'

/** Things that are sent at a time. */
const AT_ONCE = 100

/** A maker's own list of wire brought in: its columns said what they are, looked through before anything is taken. */
export default function StockFile({ onClose }: { onClose: () => void }) {
  const settings = useSettings()
  const client = useQueryClient()
  const input = useRef<HTMLInputElement>(null)
  const [list, setList] = useState<
    ReturnType<typeof readList> & { readonly ids: readonly (readonly [event: string, thing: string])[] }
  >()
  const [columns, setColumns] = useState<Columns>({})
  const [wrong, setWrong] = useState('')
  const read = async (file: File) => {
    setWrong('')
    try {
      const found = readList(await file.text())
      // named once: what is sent again after a failure counts once
      setList({ ...found, ids: found.lines.map(() => [newId(), newId()] as const) })
      setColumns(columnsOf(found.heads))
    } catch (error) {
      setList(undefined)
      setWrong(error instanceof Error ? error.message : 'This file cannot be read.')
    }
  }
  const run = list ? dryRun(list.lines, columns, settings.units) : []
  const good = run.flatMap((l, i) => ('item' in l ? [{ item: l.item, ids: list!.ids[i]! }] : []))
  const bad = run.flatMap((l) => ('why' in l ? [l] : []))
  const take = useMutation({
    mutationFn: async () => {
      for (let i = 0; i < good.length; i += AT_ONCE)
        await api.tellRack({
          events: good.slice(i, i + AT_ONCE).map(({ item, ids: [id, rack] }) => ({
            id,
            at: new Date().toISOString(),
            kind: 'laid-in' as const,
            rack,
            ...item,
          })),
        })
      await client.invalidateQueries({ queryKey: RACK })
    },
    onSuccess: onClose,
  })
  return (
    <Window title="A list of your own" onClose={onClose}>
      <p className="text-soft">
        CSV out of any spreadsheet: a line of headings, one line a spool or offcut. Nothing is taken before
        you have seen it.
      </p>
      <p className="my-3">
        <button type="button" className="btn btn-main" onClick={() => input.current?.click()}>
          Choose the file
        </button>
        <input
          ref={input}
          type="file"
          accept=".csv,text/csv,text/plain"
          className="sr-only"
          tabIndex={-1}
          aria-label="List of wire"
          onChange={(e) => e.target.files?.[0] && void read(e.target.files[0])}
        />
      </p>
      {list && (
        <>
          <div className="grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-4" data-testid="columns">
            {FIELDS.map((field) => (
              <Pick
                key={field}
                label={field}
                value={columns[field] ?? ''}
                options={['', ...list.heads]}
                words={(h) => h || 'none'}
                onPick={(h) => {
                  const { [field]: _old, ...others } = columns
                  void _old
                  setColumns(h === '' ? others : { ...others, [field]: h })
                }}
              />
            ))}
          </div>
          <section className="mt-4" aria-label="What the list holds">
            <p className="text-lg">
              <strong>{good.length}</strong> can be laid in
              {bad.length > 0 && (
                <>
                  , <strong className="text-red">{bad.length} cannot</strong>
                </>
              )}
              .
            </p>
            <ul className="m-0 max-h-64 list-none overflow-y-auto p-0">
              {run.map((l) => (
                <li key={l.row} className="border-b border-line py-1">
                  <span className="text-soft">line {l.row}</span>{' '}
                  {'why' in l ? (
                    <span className="text-red">✕ {l.why}</span>
                  ) : (
                    <>
                      {l.item.form}, {l.item.stock.alloy} {sizeSaid(wireSize(l.item.stock.size))}{' '}
                      {l.item.stock.profile}, {l.item.stock.temper},{' '}
                      <strong>{sayWire(l.item.length, settings)}</strong> {l.item.name}
                    </>
                  )}
                </li>
              ))}
            </ul>
            <button
              type="button"
              className="btn btn-main mt-3"
              disabled={good.length === 0 || take.isPending}
              onClick={() => take.mutate()}
            >
              {bad.length > 0 ? `Lay in the ${good.length} that can be` : `Lay in all ${good.length}`}
            </button>
          </section>
        </>
      )}
      {(wrong || take.error) && <Problem className="mt-3">{wrong || take.error?.message}</Problem>}
      <button type="button" className="btn mt-4" onClick={onClose}>
        Close
      </button>
    </Window>
  )
}
