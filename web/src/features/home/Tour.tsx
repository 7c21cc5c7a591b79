import { useState } from 'react'

const KEY = 'verger-tour'
const NOTES: readonly (readonly [string, string])[] = [
  [
    'Four measures, one answer',
    'Type a stone into the row on top: wires, bail strip and whether it holds, at once.',
  ],
  [
    'The road of a piece',
    'Measure, plan, cut, wrap, proof, ledger. Each station knows what the one before found.',
  ],
  ['Numbers open', 'A number with dots under it shows how it was worked out, down to what you measured.'],
  ['The count stays', 'Count turns with a tap or the space bar. A reload or a dead connection loses none.'],
]

/** Four short notes for a first visit, one after the other; closed once, they do not come back. */
export function Tour() {
  const [at, setAt] = useState(() => (localStorage.getItem(KEY) === 'seen' ? NOTES.length : 0))
  const note = NOTES[at]
  if (!note) return null
  const end = () => {
    localStorage.setItem(KEY, 'seen')
    setAt(NOTES.length)
  }
  return (
    <aside
      className="mt-4 flex flex-wrap items-center gap-x-6 gap-y-2 border-l-[6px] border-copper bg-copper-wash px-5 py-3"
      aria-label="First visit"
    >
      <p className="m-0 min-w-0 flex-1 basis-80">
        <strong>{note[0]}.</strong> {note[1]}{' '}
        <span className="text-soft">
          {at + 1} of {NOTES.length}
        </span>
      </p>
      <button
        type="button"
        className="btn py-1"
        onClick={() => (at + 1 < NOTES.length ? setAt(at + 1) : end())}
      >
        {at + 1 < NOTES.length ? 'Next note' : 'Done'}
      </button>
      {at + 1 < NOTES.length && (
        <button type="button" className="border-0 bg-transparent text-copper underline" onClick={end}>
          Close for good
        </button>
      )}
    </aside>
  )
}
