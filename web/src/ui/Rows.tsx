import { useState, type ReactNode } from 'react'
import { readNumber } from './readLength.js'

/** A named row with its value at the right. */
export function Row({ label, children }: { label: ReactNode; children: ReactNode }) {
  return (
    <div className="flex min-h-[42px] items-center justify-between gap-3 border-b border-line">
      <span className="min-w-0">{label}</span>
      {children}
    </div>
  )
}

/** One of a few named values. */
export function Choice<T extends string>({
  name,
  value,
  options,
  onChange,
}: {
  name: string
  value: T
  options: readonly (readonly [T, string])[]
  onChange: (v: T) => void
}) {
  return (
    <Row label={name}>
      <select
        className="max-w-60 border-0 bg-transparent text-right font-semibold"
        aria-label={name}
        value={value}
        onChange={(e) => onChange(e.target.value as T)}
      >
        {options.map(([v, words]) => (
          <option key={v} value={v}>
            {words}
          </option>
        ))}
      </select>
    </Row>
  )
}

/** Text that is typed and taken when it is left, or on Enter; what cannot be read stays and says so. */
export function Typed({
  label,
  value,
  placeholder = '',
  wide = false,
  good,
  hint,
  onTake,
}: {
  label: string
  value: string
  placeholder?: string
  wide?: boolean
  good: (text: string) => boolean
  hint: string
  onTake: (text: string) => void
}) {
  const [draft, setDraft] = useState<string>()
  const bad = draft !== undefined && !good(draft)
  const take = () => {
    if (draft === undefined || bad) return
    if (draft !== value) onTake(draft)
    setDraft(undefined)
  }
  return (
    <span className="text-right">
      <input
        className={`plain text-right font-semibold ${wide ? 'w-48' : 'w-28 max-sm:w-22'}`}
        aria-label={label}
        aria-invalid={bad}
        placeholder={placeholder}
        maxLength={200}
        value={draft ?? value}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === 'Enter' && take()}
      />
      {bad && <span className="block text-red">✕ Type {hint}.</span>}
    </span>
  )
}

/** A number that must be there. */
export function Amount({
  name,
  value,
  digits = 0,
  placeholder = '',
  valid,
  hint,
  onChange,
}: {
  name: string
  value: number | undefined
  digits?: number
  placeholder?: string
  valid: (n: number) => boolean
  hint: string
  onChange: (n: number) => void
}) {
  const shown = value === undefined ? '' : value.toFixed(digits)
  return (
    <Row label={name}>
      <Typed
        label={name}
        value={shown}
        placeholder={placeholder}
        good={(t) => t === shown || valid(readNumber(t))}
        hint={hint}
        onTake={(t) => onChange(readNumber(t))}
      />
    </Row>
  )
}
