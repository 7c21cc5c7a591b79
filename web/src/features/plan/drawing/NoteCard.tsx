import {
  family,
  isAsked,
  type Note,
  type Options,
  type OptionValue,
  type Plan,
  type WorkshopSettings,
} from '@verger/core'
import { X } from 'lucide-react'
import { useEffect, useRef } from 'react'
import { useSettings } from '../../../app/workshop.js'
import { OptionInput } from '../OptionRows.js'
import { StepEffect } from '../StepEffect.js'
import { sayChoice } from './noteValue.js'

/** The few choices of one place, in millimetres, and what a step of the first does to length, cost and hold. */
export function NoteCard({
  note,
  plan,
  options,
  settings,
  onChange,
  onClose,
}: {
  note: Note
  plan: Plan
  options: Options
  settings: WorkshopSettings | undefined
  onChange: (id: string, value: OptionValue, gesture?: string) => void
  onClose: () => void
}) {
  const { units } = useSettings()
  const box = useRef<HTMLDivElement>(null)
  const { params, text } = family(plan.family)
  const asked = note.choices
    .flatMap((c) => params(plan.stone).filter((p) => p.id === c))
    .filter((p) => isAsked(p, options))
  const stepped = asked.find((p) => p.kind !== 'places')
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => e.key === 'Escape' && onClose()
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [onClose])
  const name = text.params[asked[0]?.id ?? ''] ?? ''
  return (
    <div
      ref={box}
      className="border border-copper bg-copper-wash px-3 py-2 shadow-lg lg:absolute lg:right-2 lg:bottom-10 lg:z-10 lg:max-h-[500px] lg:w-[340px] lg:overflow-y-auto"
      role="group"
      aria-label={`${name}: choices`}
    >
      <div className="flex items-baseline justify-between">
        <strong>{name}</strong>
        <button
          type="button"
          className="flex h-[32px] w-[32px] items-center justify-center border-0 bg-transparent text-copper"
          aria-label="Close these choices"
          onClick={onClose}
        >
          <X size={18} />
        </button>
      </div>
      {asked.map((p) => (
        <div key={p.id} className="border-t border-line py-1">
          <div
            className={`grid items-center gap-x-2 ${p.kind === 'places' ? '' : 'grid-cols-[minmax(0,1fr)_minmax(0,206px)] max-lg:grid-cols-[minmax(0,1fr)_minmax(0,228px)]'}`}
          >
            <label htmlFor={`note-${p.id}`} className="text-[15px]">
              {text.params[p.id] ?? p.id}
            </label>
            <OptionInput
              p={p}
              on="note"
              value={options[p.id] ?? p.before!}
              onChange={(v) => onChange(p.id, v)}
              name={text.params[p.id] ?? p.id}
              kept={undefined}
            />
          </div>
          {p.kind === 'number' && (
            <>
              <input
                type="range"
                className="w-full accent-copper"
                aria-label={`${text.params[p.id] ?? p.id}, from ${sayChoice(p, p.min, units)} to ${sayChoice(p, p.max, units)}`}
                min={p.min}
                max={p.max}
                step={p.step}
                value={Number(options[p.id] ?? p.before)}
                onChange={(e) => onChange(p.id, Number(e.target.value), `slide ${p.id}`)}
              />
              <span className="flex justify-between text-[13px] text-soft">
                <span>{sayChoice(p, p.min, units)}</span>
                <span>{sayChoice(p, p.max, units)}</span>
              </span>
            </>
          )}
        </div>
      ))}
      {stepped && settings && <StepEffect plan={plan} param={stepped} settings={settings} />}
    </div>
  )
}
