import type { FullStone, Stone } from '@verger/core'
import { memo, useState } from 'react'
import { useFormContext, useWatch } from 'react-hook-form'
import { sayLength } from '../../app/workshop.js'
import { echoBoth } from '../../ui/readLength.js'
import { fieldWords, type FieldId } from './fields.js'
import { JawsDrawing } from './JawsDrawing.js'
import { farApart, readField, type FieldRow, type Typed } from './typedStone.js'

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
  const { control } = useFormContext<Typed>()
  const filled = useWatch({ control, name: 'measures', compute: filledIn })
  const [details, setDetails] = useState(false)
  const shown = rows.filter((f) => details || !f.detail || filled.split(' ').includes(f.id))
  const hidden = rows.length - shown.length
  return (
    <>
      {shown.map((f, i) => (
        <Field
          key={f.id}
          row={f}
          shape={shape}
          full={full}
          known={known}
          problem={problems[f.id]}
          tried={tried}
          units={units}
          focused={first && i === 0}
          onLight={onLight}
        />
      ))}
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

/** Ids of the measures that something is typed for, as one text: it changes only when a field is begun or emptied. */
const filledIn = (measures: Readonly<Record<string, string>>): string =>
  Object.entries(measures)
    .filter(([, text]) => Boolean(text))
    .map(([id]) => id)
    .join(' ')

function onKey(e: React.KeyboardEvent<HTMLInputElement>) {
  if (e.key !== 'Enter' || e.currentTarget.value.trim() === '') return
  const all = [...document.querySelectorAll<HTMLInputElement>('input[data-measure]')]
  const next = all[all.indexOf(e.currentTarget) + 1]
  if (!next) return
  e.preventDefault()
  next.focus()
  next.select()
}

/** One measure: where the jaws go, what it is called, and the field. */
const Field = memo(function Field({
  row: f,
  shape,
  full,
  known,
  problem: wrong,
  tried,
  units,
  focused,
  onLight,
}: {
  row: FieldRow
  shape: Pick<Stone, 'kind' | 'outline' | 'form'>
  full: FullStone
  known: boolean
  problem: string | undefined
  tried: boolean
  units: 'mm' | 'in'
  focused: boolean
  onLight: (id: FieldId | undefined) => void
}) {
  const { register, control } = useFormContext<Typed>()
  const words = fieldWords(f.id, shape)
  const name = `measures.${f.id}` as const
  const text = useWatch({ control, name }) ?? ''
  const read = readField(text, f, units)
  const problem = wrong ?? (tried && !f.optional && text.trim() === '' ? 'Type a measure.' : undefined)
  const field = register(name)
  const say = (v: number) =>
    f.unit === 'mm' ? sayLength(v, { units }, 1) : `${Number(v.toFixed(2))} ${f.unit}`.trim()
  const spread = read.spread !== undefined && read.spread > 0 ? ` ± ${read.spread.toFixed(2)}` : ''
  return (
    <div className="grid grid-cols-[44px_minmax(0,1fr)_112px] items-center gap-x-3 border-b border-line py-1">
      <JawsDrawing stone={full} id={f.id} lit={known} />
      <label htmlFor={f.id} className="col-start-2">
        <span className="flex flex-wrap items-baseline justify-between gap-x-3">
          <span className="font-bold">{words.label}</span>
          <span className="text-[15px] text-soft" aria-live="polite">
            {read.value !== undefined
              ? (f.unit === 'mm' ? echoBoth(read.value) : say(read.value)) +
                (read.readings ? `, of ${read.readings.length} readings${spread}` : '')
              : f.optional && known
                ? `estimated ${say(full[f.id])}`
                : ''}
          </span>
        </span>
        <span className="block text-[15px] text-soft">{words.hint}</span>
      </label>
      <input
        id={f.id}
        data-measure
        className={`typed ${text.length > 7 ? 'text-[17px]' : ''}`}
        inputMode="text"
        autoComplete="off"
        autoFocus={focused}
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
      {!problem && f.unit === 'mm' && farApart(read.readings) && (
        <p className="col-span-3 m-0 text-amber" role="status">
          ▲ From {say(Math.min(...read.readings!))} to {say(Math.max(...read.readings!))} is far apart for one
          measure. Measure again at the same place, or take out the reading that slipped.
        </p>
      )}
      {problem && (
        <p id={`${f.id}-problem`} className="col-span-3 text-red" role="alert">
          ✕ {problem}
        </p>
      )}
    </div>
  )
})
