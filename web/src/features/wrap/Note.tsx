import type { Step } from '@verger/core'
import { useState } from 'react'
import type { Bench } from '../../bench/useBench.js'

/** Longest note that is taken. */
const MOST = 2000

/** Notes of a step, and a new one. */
export function Note({ bench, step }: { bench: Bench; step: Step }) {
  const [text, setText] = useState('')
  const notes = bench.tally.notes.filter((n) => n.subject === step.id)
  return (
    <form
      className="mt-3"
      onSubmit={(e) => {
        e.preventDefault()
        if (text.trim() === '') return
        void bench.add('note', step.id, text.trim())
        setText('')
      }}
    >
      {notes.map((n) => (
        <p key={n.at + n.text} className="m-0 text-soft">
          • {n.text}
        </p>
      ))}
      <label className="flex items-end gap-3">
        <span className="sr-only">Note for this step</span>
        <input
          className="plain"
          placeholder="Note for this step"
          maxLength={MOST}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <button type="submit" className="btn py-1">
          Keep
        </button>
      </label>
      {text.length > MOST * 0.9 && (
        <p className="m-0 text-[15px] text-amber" role="status">
          ▲ {MOST - text.length} characters left: a note takes {MOST}.
        </p>
      )}
    </form>
  )
}
