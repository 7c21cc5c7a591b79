import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from '@headlessui/react'
import type { Settings } from '@verger/contract'
import { isLeaf, knownFormulas, type Quantity } from '@verger/core'
import { useState } from 'react'
import { sayLength, sayMoney, useSettings } from '../app/workshop.js'

const DIGITS: Readonly<Record<string, number>> = {
  mm: 1,
  'mm²': 1,
  'mm³': 0,
  MPa: 0,
  g: 1,
  ct: 1,
  N: 2,
  '°': 0,
  turns: 0,
  money: 2,
  'money/kg': 2,
  'money/h': 2,
  h: 1,
  min: 0,
  '%': 0,
  'g/cm³': 2,
  '×': 0,
  '': 2,
}
const SHOWN_UNIT: Readonly<Record<string, string>> = {
  money: '',
  word: '',
  '': '',
  'money/kg': ' per kg',
  'money/h': ' per hour',
  '×': ' times',
}

/** A quantity in words: rounded for reading, with its unit, as the workshop says lengths and money. */
export function sayQuantity(q: Quantity, settings: Settings, digits?: number): string {
  if (typeof q.value === 'string') return q.value
  if (q.unit === 'money') return sayMoney(q.value, settings.money)
  if (q.unit === 'mm') return sayLength(q.value, settings, digits ?? DIGITS.mm)
  // a small stone weighs hundredths
  const small = (q.unit === 'g' || q.unit === 'ct') && Math.abs(q.value) < 1 ? 2 : undefined
  const whole = q.unit === '' && Number.isInteger(q.value) ? 0 : undefined
  return `${q.value.toFixed(digits ?? small ?? whole ?? DIGITS[q.unit] ?? 2)}${SHOWN_UNIT[q.unit] ?? ` ${q.unit}`}`
}

const LEAF_WORDS: Readonly<Record<string, string>> = {
  typed: 'you typed it',
  chosen: 'you chose it',
  table: 'from the table',
  estimate: 'an estimate',
  workshop: 'your workshop’s setting',
  record: 'recorded at the bench',
}

/** Names of inputs as a maker says them. */
const nameOf = (key: string): string =>
  key
    .replace(/^(stone|option)\./, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()

function Branch({ name, q, depth }: { name: string; q: Quantity; depth: number }) {
  const settings = useSettings()
  const [open, setOpen] = useState(depth < 2)
  const inputs = Object.entries(q.inputs)
  const formula = knownFormulas()[q.formula]
  const filled = formula?.text.replace(/\{(\w+)\}/g, (all, key: string) => {
    const input = q.inputs[key]
    if (!input) return all
    // inches stand in a working as decimals, so that it can be worked out anew
    const inches = input.unit === 'mm' && settings.units === 'in'
    const whole = typeof input.value === 'number' && Number.isInteger(input.value)
    return sayQuantity(input, settings, whole && !inches ? 0 : 2)
  })
  return (
    <li className="border-l-2 border-line py-1 pl-3">
      <div className="flex items-baseline justify-between gap-4">
        <span>
          {inputs.length > 0 && (
            <button
              type="button"
              className="mr-1 text-copper"
              aria-expanded={open}
              onClick={() => setOpen(!open)}
              aria-label={`${open ? 'Close' : 'Open'} ${nameOf(name)}`}
            >
              {open ? '▾' : '▸'}
            </button>
          )}
          {nameOf(name)}
        </span>
        <strong>{sayQuantity(q, settings, 3)}</strong>
      </div>
      {isLeaf(q) ? (
        <div className="text-[15px] text-soft">
          {LEAF_WORDS[q.formula]}
          {q.source ? ` (${q.source})` : ''}
        </div>
      ) : (
        <div className="text-[15px] text-soft">= {filled}</div>
      )}
      {open && inputs.length > 0 && (
        <ul className="mt-1 list-none pl-2">
          {inputs.map(([key, input]) => (
            <Branch key={key} name={key} q={input} depth={depth + 1} />
          ))}
        </ul>
      )}
    </li>
  )
}

/** A shown figure: press it and its working opens, down to the measures it hangs on. */
export function Figure({
  name,
  q,
  digits,
  unit = true,
  said: own,
}: {
  name: string
  q: Quantity
  digits?: number
  unit?: boolean
  /** The value in other words or rounding than usual. */
  said?: string
}) {
  const [open, setOpen] = useState(false)
  const settings = useSettings()
  const said = own ?? sayQuantity(q, settings, digits)
  return (
    <>
      <button
        type="button"
        className="figure"
        onClick={() => setOpen(true)}
        aria-label={`${name}: ${said}. Show the working`}
        data-formula={q.formula}
      >
        {unit ? said : said.replace(/ .*/, '')}
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} className="relative z-50">
        <DialogBackdrop className="fixed inset-0 bg-black/40" />
        <div className="fixed inset-0 flex items-center justify-center p-4">
          <DialogPanel className="sheet max-h-[85vh] w-full max-w-2xl overflow-y-auto p-6 shadow-xl">
            <DialogTitle className="text-2xl">{name}</DialogTitle>
            <p className="mb-3 text-soft">How this was worked out, down to what you measured and chose.</p>
            <ul className="list-none">
              <Branch name={name} q={q} depth={0} />
            </ul>
            <button type="button" className="btn mt-4" onClick={() => setOpen(false)}>
              Close
            </button>
          </DialogPanel>
        </div>
      </Dialog>
    </>
  )
}
