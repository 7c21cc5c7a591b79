import {
  lengthText,
  mm,
  parseRingSize,
  RING_RANGE,
  RING_SYSTEMS,
  ringDiameter,
  ringSizeName,
  sizesText,
  fill,
  type RingSystem,
} from '@verger/core'
import { useId, useState } from 'react'
import { Link } from 'react-router'
import { sayLength, useSettings } from '../../app/workshop.js'
import { readLength } from '../../ui/readLength.js'

/** The finger of a ring, asked for before its settings are worked out: as an inside diameter or a size of any system. */
export function Finger({
  finger,
  onFinger,
}: {
  finger: number | undefined
  onFinger: (inside: number) => void
}) {
  const settings = useSettings()
  const field = useId()
  const [system, setSystem] = useState<RingSystem | 'inside'>('inside')
  const [text, setText] = useState(() => (finger === undefined ? '' : lengthText(mm(finger), settings.units)))
  const [problem, setProblem] = useState<string>()
  const take = () => {
    const read = system === 'inside' ? readInside(text, settings) : readSize(system, text)
    setProblem(read.problem)
    if (read.value !== undefined) onFinger(read.value)
  }
  return (
    <form
      className="sheet mt-4 flex flex-wrap items-end gap-x-6 gap-y-2 px-5 py-4"
      aria-label="The finger"
      onSubmit={(e) => {
        e.preventDefault()
        take()
      }}
    >
      <label className="block">
        <span className="block text-[15px] text-soft">Finger’s size is told as</span>
        <select
          className="plain text-lg"
          value={system}
          onChange={(e) => {
            setSystem(e.target.value as typeof system)
            setProblem(undefined)
          }}
        >
          <option value="inside">inside diameter</option>
          {RING_SYSTEMS.map((s) => (
            <option key={s} value={s}>
              {s} ring size
            </option>
          ))}
        </select>
      </label>
      <div>
        <label htmlFor={field} className="block text-[15px] text-soft">
          Finger
        </label>
        <input
          id={field}
          className="plain w-32 text-lg"
          value={text}
          autoComplete="off"
          autoFocus={finger === undefined}
          placeholder={system === 'inside' ? sayLength(RING_RANGE.common, settings) : ''}
          onChange={(e) => setText(e.target.value)}
          aria-invalid={problem !== undefined}
          aria-describedby={`${field}-says`}
        />
      </div>
      <button type="submit" className="btn">
        {finger === undefined ? 'Show rings' : 'Take it'}
      </button>
      <p id={`${field}-says`} className="m-0 basis-full text-[15px]" role={problem ? 'alert' : 'status'}>
        {problem ? (
          <span className="text-red">✕ {problem}</span>
        ) : finger === undefined ? (
          <span className="text-soft">
            A ring is made for one finger. Not measured yet?{' '}
            <button
              type="button"
              className="border-0 bg-transparent p-0 text-copper underline"
              onClick={() => onFinger(RING_RANGE.common)}
            >
              Look at {sayLength(RING_RANGE.common, settings)} inside, which is common
            </button>
            , or find out under{' '}
            <Link className="text-copper underline" to="/sizes#ring">
              Sizes
            </Link>
            .
          </span>
        ) : (
          <span className="text-soft">
            {sayLength(finger, settings)} inside:{' '}
            {RING_SYSTEMS.map((s) => `${s} ${ringSizeName(s, finger)}`).join(', ')}.
          </span>
        )}
      </p>
    </form>
  )
}

const outside = (units: { readonly units: 'mm' | 'in' }): string =>
  `No finger is that size: from ${sayLength(RING_RANGE.least, units)} to ${sayLength(RING_RANGE.most, units)} inside.`

function readInside(
  text: string,
  settings: { readonly units: 'mm' | 'in' },
): { value?: number; problem?: string } {
  const read = readLength(text, settings.units)
  if (read.value === undefined) return read
  return read.value < RING_RANGE.least || read.value > RING_RANGE.most ? { problem: outside(settings) } : read
}

function readSize(system: RingSystem, text: string): { value?: number; problem?: string } {
  const size = parseRingSize(system, text)
  return size.ok
    ? { value: ringDiameter(system, size.size) }
    : { problem: fill(sizesText[`sizes.ring-${size.problem}`]!, { system }) }
}
