import { withCutsOf, type BenchEvent, type Me, type RackRow, type WorkRow } from '@verger/contract'
import { family, isLoaded } from '@verger/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState, useSyncExternalStore } from 'react'
import { Link } from 'react-router'
import { api } from '../../app/api.js'
import { useFamilies } from '../../app/families.js'
import { keeperOf } from '../../app/session.js'
import { sayWire } from '../../app/workshop.js'
import { eventOf, outboxOf } from '../../bench/useBench.js'
import { Frame } from '../../ui/Frame.js'
import { Waiting } from '../../ui/Waiting.js'
import { Cuts, Lacking, likeShort } from '../cut/FromRack.js'
import { neededByAll } from './buying.js'
import { kindSaid, stockOf, thingSaid } from './things.js'
import { useCuttingPlan, useRack } from './useRack.js'

/** Wires of several pieces cut in one go: what is cut from each thing of the rack, ticked one by one. */
export default function CutTogetherPage({ me }: { me: Me }) {
  const { settings } = me.workshop
  const work = useQuery({ queryKey: ['work'], queryFn: api.work })
  const box = outboxOf(keeperOf(me))
  const waiting = useSyncExternalStore(box.subscribe, box.snapshot)
  const { rows: known } = useRack()
  const [out, setOut] = useState<readonly string[]>([])
  const open = useMemo(() => (work.data?.pieces ?? []).filter((p) => p.needs.length > 0), [work.data])
  useFamilies([...new Set(open.flatMap((p) => p.family ?? []))])
  const chosen = open.filter((p) => !out.includes(p.pieceId))
  // what was ticked here is not cut again, whether the server has it yet or not
  const [done, setDone] = useState<readonly string[]>([])
  const needs = neededByAll(chosen).filter((n) => !done.includes(n.id))
  const rows = useMemo(() => {
    const by = new Map<string, BenchEvent[]>()
    for (const k of waiting.unsent) by.set(k.piece, [...(by.get(k.piece) ?? []), k.event])
    return known && [...by].reduce<RackRow[]>((all, [piece, events]) => withCutsOf(all, piece, events), known)
  }, [known, waiting.unsent])
  const { plan, problem } = useCuttingPlan(needs, rows, settings.rack)
  const wireOf = (id: string): { piece: WorkRow; wire: string; said: string } | undefined => {
    const piece = open.find((p) => id.startsWith(`${p.pieceId} `))
    if (!piece) return undefined
    const wire = id.slice(piece.pieceId.length + 1)
    const text = piece.family && isLoaded(piece.family) ? family(piece.family).text.wires : {}
    return { piece, wire, said: text[wire] ?? (wire.startsWith('spool-') ? 'binding' : wire) }
  }
  const names = (id: string): string => {
    const found = wireOf(id)
    return found ? `${found.piece.name || 'Unnamed piece'}, ${found.said.toLowerCase()}` : id
  }
  const cut = (id: string, rack: string, length: number) => {
    const found = wireOf(id)
    if (!found) return
    setDone((before) => [...before, id])
    void box.add(found.piece.pieceId, [{ ...eventOf('cut', found.wire, length), from: [{ rack, length }] }])
  }
  // a run that is joined is one cut of its piece: it is ticked there
  const parts = (id: string): number =>
    (plan?.groups ?? []).flatMap((g) => g.from).filter((f) => f.cuts.some((c) => c.id === id)).length
  const used = (plan?.groups ?? []).flatMap((g) => g.from)
  const rowOf = (id: string) => rows?.find((r) => r.id === id)
  return (
    <Frame beside={<span className="text-lg text-soft">{me.workshop.name}</span>}>
      <h1 className="mt-2 text-[34px]">Cut for several pieces</h1>
      <p className="m-0 text-soft">
        Go from spool to offcut once: what is cut from each, longest first. Every tick goes to its piece and
        off the{' '}
        <Link className="text-copper underline" to="/rack">
          rack
        </Link>
        .
      </p>
      {!work.data || !rows ? (
        <Waiting text="Looking through the rack …" failed={work.error} onRetry={() => void work.refetch()} />
      ) : open.length === 0 ? (
        <p className="py-8 text-lg">No planned piece waits to be cut.</p>
      ) : (
        <div className="mt-3 grid grid-cols-[minmax(0,1fr)] items-start gap-x-10 gap-y-6 lg:grid-cols-[280px_minmax(0,1fr)]">
          <fieldset className="m-0 border-0 p-0">
            <legend className="font-head text-[22px] font-bold">Pieces</legend>
            {open.map((p) => (
              <label key={p.pieceId} className="flex min-h-[40px] items-center gap-3 border-b border-line">
                <input
                  type="checkbox"
                  className="size-5"
                  checked={!out.includes(p.pieceId)}
                  onChange={(e) =>
                    setOut(e.target.checked ? out.filter((x) => x !== p.pieceId) : [...out, p.pieceId])
                  }
                />
                <span className="min-w-0">
                  {p.name || 'Unnamed piece'}{' '}
                  <span className="text-[15px] text-soft">
                    {p.needs.length === 1 ? 'one wire' : `${p.needs.length} wires`}
                  </span>
                </span>
              </label>
            ))}
            <button
              type="button"
              className="mt-2 border-0 bg-transparent p-0 text-copper underline"
              onClick={() => setOut(out.length === open.length ? [] : open.map((p) => p.pieceId))}
            >
              {out.length === open.length ? 'all of them' : 'none of them'}
            </button>
          </fieldset>
          <div className="min-w-0">
            {problem && <p className="text-red">✕ {problem.message}</p>}
            {chosen.length === 0 && <p className="text-soft">Choose the pieces that you cut for.</p>}
            {used.map((f) => {
              const row = rowOf(f.stock)
              if (!row) return null
              const long = f.cuts.reduce((sum, c) => sum + c.length, 0)
              return (
                <section
                  key={f.stock}
                  className="mb-4 border-b border-hair pb-2"
                  aria-label={thingSaid(row, settings)}
                >
                  <h2 className="flex flex-wrap items-baseline justify-between gap-x-4 text-[21px]">
                    <span>
                      {thingSaid(row, settings)}{' '}
                      <span className="font-sans text-[16px] font-normal text-soft">
                        {kindSaid(stockOf(row.stock))}, {row.stock.temper}
                      </span>
                    </span>
                    <span className="font-sans text-[16px] font-normal text-soft">
                      leaves {sayWire(f.rest, settings)}
                    </span>
                  </h2>
                  <Cuts
                    row={row}
                    cuts={f.cuts}
                    longest={row.form === 'spool' ? long : row.length}
                    names={names}
                  />
                  <ul className="m-0 list-none p-0">
                    {[...f.cuts]
                      .sort((a, b) => b.length - a.length)
                      .map((c) => (
                        <li key={c.id} className="flex min-h-[46px] flex-wrap items-center gap-x-4">
                          <strong className="w-24 text-right text-lg">{sayWire(c.length, settings)}</strong>
                          <span className="min-w-0 flex-1">{names(c.id)}</span>
                          {parts(c.id) > 1 ? (
                            <span className="text-[15px] text-soft">joined: tick it at its piece</span>
                          ) : (
                            <button
                              type="button"
                              className="btn"
                              aria-label={`Cut: ${names(c.id)}`}
                              onClick={() => cut(c.id, f.stock, c.length)}
                            >
                              Cut
                            </button>
                          )}
                        </li>
                      ))}
                  </ul>
                </section>
              )
            })}
            {plan &&
              likeShort(plan.short).map((alike) => (
                <Lacking key={alike[0]!.id} alike={alike} rows={rows} needs={needs} names={names} />
              ))}
            {needs.length > 0 && !plan && !problem && (
              <p className="text-soft" role="status">
                Looking through the rack …
              </p>
            )}
          </div>
        </div>
      )}
    </Frame>
  )
}
