import type { FullStone, Stone } from '@verger/core'
import { useState } from 'react'
import { useFormContext } from 'react-hook-form'
import { sayLength } from '../../app/workshop.js'
import { echoBoth } from '../../ui/readLength.js'
import { fieldWords, type FieldId } from './fields.js'
import { JawsDrawing } from './JawsDrawing.js'
import { readField, type FieldRow, type Typed } from './typedStone.js'

/**
 * The measures that this kind of stone needs, in the order in which one takes them. Enter goes on to the next: a caliper that types
 * like a keyboard sends its number and Enter.
 */
export function MeasureFields({
  rows,
  shape,
  full,
  known,
  problems,
  tried,
  units,
  first,
  onLight,
}: {
  rows: readonly FieldRow[]
  shape: Pick<Stone, 'kind' | 'outline' | 'form'>
  full: FullStone
  /** Is `full` the stone as typed, so that its estimates are this stone's. */
  known: boolean
  problems: Readonly<Record<string, string>>
  tried: boolean
  units: 'mm' | 'in'
  first: boolean
  onLight: (id: FieldId | undefined) => void
}) {
  const { register, watch } = useFormContext<Typed>()
  const [details, setDetails] = useState(false)
  const shown = rows.filter((f) => details || !f.detail || Boolean(watch(`measures.${f.id}`)))
  const hidden = rows.length - shown.length
  const onKey = (e: React.KeyboardEvent<HTMLInputElement>) => {
    if (e.key !== 'Enter' || e.currentTarget.value.trim() === '') return
    const all = [...document.querySelectorAll<HTMLInputElement>('input[data-measure]')]
    const next = all[all.indexOf(e.currentTarget) + 1]
    if (!next) return
    e.preventDefault()
    next.focus()
    next.select()
  }
  return (
    <>
      {shown.map((f, i) => {
        const words = fieldWords(f.id, shape)
        const name = `measures.${f.id}` as const
        const text = watch(name) ?? ''
        const read = readField(text, f, units)
        const problem =
          problems[f.id] ?? (tried && !f.optional && text.trim() === '' ? 'Type a measure.' : undefined)
        const field = register(name)
        const estimate = full[f.id]
        const say = (v: number) =>
          f.unit === 'mm' ? sayLength(v, { units }, 1) : `${Number(v.toFixed(2))} ${f.unit}`.trim()
        const spread = read.spread !== undefined && read.spread > 0 ? ` ± ${read.spread.toFixed(2)}` : ''
        return (
          <div
            key={f.id}
            className="grid grid-cols-[44px_minmax(0,1fr)_112px] items-center gap-x-3 border-b border-line py-1"
          >
            <JawsDrawing stone={full} id={f.id} lit={known} />
            <label htmlFor={f.id} className="col-start-2">
              <span className="flex flex-wrap items-baseline justify-between gap-x-3">
                <span className="font-bold">{words.label}</span>
                <span className="text-[15px] text-soft" aria-live="polite">
                  {read.value !== undefined
                    ? (f.unit === 'mm' ? echoBoth(read.value) : say(read.value)) +
                      (read.readings ? `, of ${read.readings.length} readings${spread}` : '')
                    : f.optional && known
                      ? `estimated ${say(estimate)}`
                      : ''}
                </span>
              </span>
              <span className="block text-[15px] text-soft">{words.hint}</span>
            </label>
            <input
              id={f.id}
              data-measure
              className="typed"
              inputMode="text"
              autoComplete="off"
              autoFocus={first && i === 0}
              placeholder={f.optional ? '–' : ''}
              aria-invalid={Boolean(problem)}
              aria-describedby={problem ? `${f.id}-problem` : undefined}
              {...field}
              onKeyDown={onKey}
              onFocus={() => onLight(f.id)}
              onBlur={(e) => {
                void field.onBlur(e)
                onLight(undefined)
              }}
            />
            {problem && (
              <p id={`${f.id}-problem`} className="col-span-3 text-red" role="alert">
                ✕ {problem}
              </p>
            )}
          </div>
        )
      })}
      {(hidden > 0 || details) && (
        <button
          type="button"
          className="mt-1 border-0 bg-transparent p-0 font-semibold text-copper underline"
          aria-expanded={details}
          onClick={() => setDetails(!details)}
        >
          {details ? 'Fewer measures' : 'More measures'}
        </button>
      )}
      <p className="mt-1 text-[15px] text-soft">
        Several readings of one measure: put semicolons between them. What is left empty is estimated.
      </p>
    </>
  )
}
