import type { Options, Plan } from '@verger/core'
import { useSettings } from '../../../app/workshop.js'
import { noteName, noteValue } from './noteValue.js'
import { placedNotes, WHOLE, wholeNote } from './placed.js'

/** The places of a piece in a row under its drawing, where there is no room for notes on it. */
export function Places({
  plan,
  options,
  picked,
  onPick,
}: {
  plan: Plan
  options: Options
  picked: number | undefined
  onPick: (index: number | undefined) => void
}) {
  const settings = useSettings()
  return (
    <div className="flex flex-wrap gap-2" role="group" aria-label="Places on the piece">
      {[...placedNotes(plan), { note: wholeNote(plan), index: WHOLE }].map(({ note, index }) => {
        const name = index === WHOLE ? 'The whole piece' : noteName(plan, note, options)
        return (
          <button
            key={index}
            type="button"
            className={`min-h-[44px] rounded-sm border px-3 py-1 text-left text-[14.5px] leading-tight text-ink ${picked === index ? 'border-copper bg-copper-wash' : 'border-line bg-sheet'}`}
            aria-pressed={picked === index}
            onClick={() => onPick(picked === index ? undefined : index)}
          >
            <span className="block text-soft">{name}</span>
            <strong>{noteValue(plan, note, options, settings)}</strong>
          </button>
        )
      })}
    </div>
  )
}
