import type { InstrumentRow, Reading, StoneRow } from '@verger/contract'
import type { Stone } from '@verger/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { useFormContext } from 'react-hook-form'
import { api } from '../../../app/api.js'
import { newId } from '../../../app/newId.js'
import { fieldWords, type FieldId } from '../fields.js'
import type { FieldRow, Typed } from '../typedStone.js'
import { CaliperDrawing, ScaleDrawing } from './drawings.js'
import { readingText } from './readingText.js'

type Shape = Pick<Stone, 'kind' | 'outline' | 'form'>

/** How often a page asks for new readings while instruments are laid out, ms. */
const EVERY = 600

/**
 * Instruments whose readings go into the fields: a caliper's into the measure that was lit last, a scale's into the weight. Nothing
 * where the workshop has none. Stand-ins have their buttons here; a real one is only listened to.
 */
export function Instruments({
  row,
  target,
  rows,
  shape,
  units,
}: {
  row: StoneRow | undefined
  shape: Shape
  target: FieldId
  rows: readonly FieldRow[]
  units: 'mm' | 'in'
}) {
  const all = useQuery({ queryKey: ['instruments'], queryFn: api.instruments, staleTime: 60_000 })
  const [open, setOpen] = useState(false)
  const [each, setEach] = useState(1)
  const form = useFormContext<Typed>()
  if (!all.data || all.data.length === 0) return null
  const take = (kind: InstrumentRow['kind'], reading: Reading) => {
    const text = readingText(reading, units)
    if (kind === 'scale') {
      form.setValue('weighed', text, { shouldDirty: true })
      return
    }
    const name = `measures.${target}` as const
    const before = (form.getValues(name) ?? '').split(';').filter((p) => p.trim() !== '')
    // one more reading of this measure, or a first one in place of what was there
    const readings = before.length < each && before.length > 0 && each > 1 ? [...before, ` ${text}`] : [text]
    form.setValue(name, readings.join(';'), { shouldDirty: true })
    if (readings.length < each) return
    const next = rows[rows.findIndex((r) => r.id === target) + 1]
    const input = next && document.getElementById(next.id)
    if (input instanceof HTMLInputElement) {
      input.focus()
      input.select()
    }
  }
  return (
    <section
      className={`mt-2 print:hidden ${open ? 'z-20 sm:sticky sm:top-0' : ''}`}
      aria-label="Instruments"
    >
      <div className={open ? 'sheet px-3 py-2 shadow-lg' : ''}>
        <div className="flex flex-wrap items-baseline justify-between gap-x-4">
          <button
            type="button"
            className="border-0 bg-transparent p-0 font-semibold text-copper underline"
            aria-expanded={open}
            onClick={() => setOpen(!open)}
          >
            {open ? 'Lay the instruments aside' : 'Measure with instruments'}
          </button>
          {open && (
            <label className="flex items-center gap-2 text-[15px]">
              Readings of each measure
              <select
                className="border-0 bg-transparent font-semibold"
                value={each}
                onChange={(e) => setEach(Number(e.target.value))}
              >
                {[1, 2, 3, 5].map((n) => (
                  <option key={n} value={n}>
                    {n}
                  </option>
                ))}
              </select>
            </label>
          )}
        </div>
        {open && (
          <div className="mt-1 grid gap-x-5 gap-y-2 sm:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
            {all.data.map((i) => (
              <Instrument
                key={i.id}
                instrument={i}
                row={row}
                target={target}
                rows={rows}
                shape={shape}
                onReading={take}
              />
            ))}
          </div>
        )}
      </div>
    </section>
  )
}

function Instrument({
  instrument,
  row,
  target,
  rows,
  shape,
  onReading,
}: {
  instrument: InstrumentRow
  shape: Shape
  row: StoneRow | undefined
  target: FieldId
  rows: readonly FieldRow[]
  onReading: (kind: InstrumentRow['kind'], reading: Reading) => void
}) {
  const client = useQueryClient()
  const { id, kind } = instrument
  // readings from before the instruments were laid out belong to something else
  const [since] = useState(instrument.latest)
  const seen = useRef(since)
  const readings = useQuery({
    queryKey: ['readings', id],
    queryFn: () => api.readings(id, seen.current),
    refetchInterval: EVERY,
    gcTime: 0,
  })
  const deliver = useRef(onReading)
  useEffect(() => {
    deliver.current = onReading
  })
  useEffect(() => {
    for (const r of readings.data ?? []) {
      if (r.seq <= seen.current) continue
      seen.current = r.seq
      deliver.current(kind, r)
    }
  }, [readings.data, kind])
  const press = useMutation({
    mutationFn: (body: Parameters<typeof api.press>[1]) => api.press(id, body),
    onSuccess: (now, body) => {
      client.setQueryData<InstrumentRow[]>(['instruments'], (old) => old?.map((i) => (i.id === id ? now : i)))
      if (body.button === 'send') void readings.refetch()
    },
  })
  const stones = useQuery({ queryKey: ['stones'], queryFn: api.stones })
  const holds = instrument.holds && 'stoneId' in instrument.holds ? instrument.holds : undefined
  const held = stones.data?.find((s) => s.id === holds?.stoneId)
  const lay = (stoneId: string, measure: string) => press.mutate({ button: 'lay', stoneId, measure })
  // jaws are set to the measure that is lit, where it is a length
  const length = rows.find((r) => r.id === target)?.unit === 'mm'
  const wanted = kind === 'scale' ? 'mass' : length ? target : undefined
  const move = useRef(lay)
  useEffect(() => {
    move.current = lay
  })
  const heldId = held?.id
  useEffect(() => {
    if (instrument.standIn && heldId !== undefined && wanted !== undefined && holds?.measure !== wanted)
      move.current(heldId, wanted)
  }, [instrument.standIn, holds?.measure, heldId, wanted])
  const send = () => press.mutate({ button: 'send', id: newId(), at: new Date().toISOString() })
  if (!instrument.standIn)
    return (
      <p className="m-0 flex items-baseline justify-between gap-3">
        <span className="font-semibold">{instrument.name}</span>
        <span className="text-soft">
          {readings.isError ? `✕ ${readings.error.message}` : 'listening: press its own button'}
        </span>
      </p>
    )
  const scale = kind === 'scale'
  const small = 'btn min-h-9 px-3 py-0.5'
  return (
    <div className="flex min-w-0 flex-col gap-1" data-instrument={kind}>
      {scale ? (
        <ScaleDrawing shows={instrument.shows ?? 0} unit={instrument.unit} held={held} />
      ) : (
        <CaliperDrawing shows={instrument.shows ?? 0} unit={instrument.unit} held={held} measure={wanted} />
      )}
      <span className="flex flex-wrap gap-1.5">
        <button type="button" className={`${small} btn-main grow`} onClick={send} disabled={press.isPending}>
          Send
        </button>
        <button
          type="button"
          className={small}
          onClick={() => press.mutate({ button: 'zero' })}
          disabled={press.isPending}
        >
          {scale ? 'Tare' : 'Zero'}
        </button>
        <button
          type="button"
          className={small}
          onClick={() => press.mutate({ button: 'unit' })}
          disabled={press.isPending}
        >
          Unit
        </button>
      </span>
      <label className="flex items-baseline gap-x-2 text-[15px]">
        <span className="shrink-0 text-soft">{scale ? 'on the pan' : 'between the jaws'}</span>
        <select
          className="min-w-0 grow border-0 bg-transparent font-semibold"
          aria-label={scale ? 'Stone on the pan' : 'Stone between the jaws'}
          value={heldId ?? ''}
          onChange={(e) =>
            e.target.value === ''
              ? press.mutate({ button: 'clear' })
              : lay(e.target.value, wanted ?? 'length')
          }
        >
          <option value="">nothing</option>
          {(stones.data ?? [])
            .filter((s) => !row || s.id === row.id || s.id === heldId)
            .map((s) => (
              <option key={s.id} value={s.id}>
                {s.name || s.stone.mineral}
              </option>
            ))}
        </select>
      </label>
      <p className="m-0 min-h-5 text-[15px] leading-tight text-soft" role="status">
        {press.error ? (
          <span className="text-red">✕ {press.error.message}</span>
        ) : !held && instrument.shows !== 0 ? (
          <span className="text-amber">
            ▲ It does not show 0 when {scale ? 'empty: press Tare' : 'closed: press Zero'}.
          </span>
        ) : scale ? (
          'Sends the weight.'
        ) : wanted === undefined ? (
          'What is lit is no length: type it.'
        ) : (
          `Sends ${fieldWords(target, shape).label.toLowerCase()}.`
        )}
      </p>
    </div>
  )
}
