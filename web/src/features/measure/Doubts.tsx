import { lengthText, mm, type Stone } from '@verger/core'
import { memo, useDeferredValue, useMemo } from 'react'
import { useFormContext } from 'react-hook-form'
import type { FieldId } from './fields.js'
import { doubtsOf, unitOf, type Typed } from './typedStone.js'

/** What looks unlikely about the measures: asked once typing rests, with the smallest change that would mend it. */
export const Doubts = memo(function Doubts({ stone, units }: { stone: Stone; units: 'mm' | 'in' }) {
  const settled = useDeferredValue(stone)
  const doubts = useMemo(() => doubtsOf(settled), [settled])
  const form = useFormContext<Typed>()
  return doubts.map((d) => (
    <p key={d.words} className="mt-2 border-l-4 border-amber bg-amber-wash px-3 py-1.5">
      <span className="text-amber" aria-hidden>
        ▲{' '}
      </span>
      {d.words}{' '}
      {d.mend ? (
        <button
          type="button"
          className="border-0 bg-transparent p-0 font-semibold text-copper underline"
          onClick={() => {
            const { field, value } = d.mend!
            const isLength = unitOf(settled.kind, field as FieldId) === 'mm'
            form.setValue(`measures.${field}`, isLength ? lengthText(mm(value), units) : String(value))
            if (settled.kind === 'puffy') form.setValue('measures.backFullness', String(value))
          }}
        >
          Take that
        </button>
      ) : (
        'If it is right, go on.'
      )}
    </p>
  ))
})
