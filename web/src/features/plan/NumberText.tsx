import { useState } from 'react'
import { readParam, shownParam, type NumberParam } from './readParam.js'

/** A number of a plan, typed as lengths and numbers are everywhere. What cannot be taken stays as it was typed, and says why. */
export function NumberText({
  id,
  p,
  value,
  units,
  onTake,
}: {
  id: string
  p: NumberParam
  value: number
  units: 'mm' | 'in'
  onTake: (v: number) => void
}) {
  // what is typed, and the value that it stands beside: a step or an undo meanwhile takes its place
  const [typed, setTyped] = useState<{ readonly text: string; readonly at: number }>()
  const [left, setLeft] = useState(false)
  const draft = typed?.at === value ? typed.text : undefined
  const read = draft === undefined ? undefined : readParam(p, draft, units)
  const problem = read && 'problem' in read ? read.problem : undefined
  const shown = shownParam(p, value, units)
  const type = (text: string) => {
    setLeft(false)
    const now = readParam(p, text, units)
    setTyped({ text, at: 'value' in now ? now.value : value })
    if ('value' in now) onTake(now.value)
  }
  const leave = () => {
    if (problem === undefined) setTyped(undefined)
    else setLeft(true)
  }
  return (
    <span className="text-center">
      <input
        id={id}
        className={`${units === 'in' && p.unit === 'mm' ? 'w-28' : 'w-20'} border-0 bg-transparent text-center font-bold ${problem && left ? 'text-red' : ''}`}
        inputMode="text"
        autoComplete="off"
        aria-invalid={problem !== undefined}
        aria-describedby={problem && left ? `${id}-problem` : undefined}
        value={draft ?? shown}
        onChange={(e) => type(e.target.value)}
        onBlur={leave}
        onKeyDown={(e) => {
          if (e.key === 'Enter') leave()
          if (e.key === 'Escape') setTyped(undefined)
        }}
      />
      {problem && left && (
        <span id={`${id}-problem`} className="block max-w-48 text-left text-[15px] text-red" role="alert">
          ✕ {problem}{' '}
          <button
            type="button"
            className="border-0 bg-transparent p-0 text-copper underline"
            onClick={() => setTyped(undefined)}
          >
            Back to {shown}
          </button>
        </span>
      )}
    </span>
  )
}
