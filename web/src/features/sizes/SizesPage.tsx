import type { Me } from '@verger/contract'
import {
  CALCULATORS,
  calculatorText,
  fill,
  inUnits,
  lengthText,
  mm,
  numberOf,
  sizesText,
  startValues,
  type Calculated,
  type Calculator,
  type CalculatorField,
  type CalculatorValues,
  type RoundTool,
} from '@verger/core'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { api } from '../../app/api.js'
import { sayLength } from '../../app/workshop.js'
import { Figure } from '../../ui/Figure.js'
import { Frame } from '../../ui/Frame.js'
import { readLength } from '../../ui/readLength.js'
import { SizeDrawing } from './drawings.js'
import { SendToPiece, type Sent } from './SendToPiece.js'
import { roundTools } from '../drawer/tools.js'

/** Small live calculators, each with its drawing and its working. */
export default function SizesPage({ me }: { me: Me }) {
  const { units } = me.workshop.settings
  const drawer = useQuery({ queryKey: ['drawer'], queryFn: api.drawer })
  const tools = useMemo(() => roundTools(drawer.data ?? []), [drawer.data])
  // a link to one of them is followed once the page is there
  useEffect(() => {
    if (location.hash.length > 1) document.getElementById(location.hash.slice(1))?.scrollIntoView()
  }, [])
  return (
    <Frame beside={<span className="text-lg text-soft">{me.workshop.name}</span>}>
      <h1 className="mt-2 text-[34px]">Sizes</h1>
      <nav className="mt-1 flex flex-wrap gap-x-5 gap-y-1" aria-label="Calculators">
        {CALCULATORS.map((c) => (
          <a key={c.id} href={`#${c.id}`} className="font-semibold text-copper">
            {calculatorText[c.id]!.name}
          </a>
        ))}
      </nav>
      {CALCULATORS.map((c) => (
        <Calc key={c.id} c={c} units={units} tools={tools} />
      ))}
    </Frame>
  )
}

/** Longer than this is said in metres, mm. */
const LONG = 2000
/** What was typed in one unit says nothing in the other. */
const keyOf = (units: 'mm' | 'in') => `verger-sizes-${units}`

/** What was typed last on this device; what cannot be read counts as nothing. */
function kept(id: string, units: 'mm' | 'in'): Record<string, string> {
  try {
    const all = JSON.parse(localStorage.getItem(keyOf(units)) ?? '{}') as Record<
      string,
      Record<string, string>
    >
    return typeof all[id] === 'object' ? all[id] : {}
  } catch {
    return {}
  }
}
function keep(id: string, units: 'mm' | 'in', text: Readonly<Record<string, string>>): void {
  let all: Record<string, unknown> = {}
  try {
    all = JSON.parse(localStorage.getItem(keyOf(units)) ?? '{}') as Record<string, unknown>
  } catch {
    // what cannot be read is written anew
  }
  localStorage.setItem(keyOf(units), JSON.stringify({ ...all, [id]: text }))
}

const startText = (f: CalculatorField, units: 'mm' | 'in'): string =>
  f.kind === 'length' ? lengthText(mm(f.start), units) : String(f.start)

/** Reads every field; a problem by field where one cannot be. */
function readValues(c: Calculator, text: Readonly<Record<string, string>>, units: 'mm' | 'in') {
  const values: Record<string, number | string> = {}
  const problems: Record<string, string> = {}
  for (const f of c.fields) {
    const typed = text[f.id] ?? ''
    if (f.kind === 'choice' || f.kind === 'size') {
      values[f.id] = typed
      continue
    }
    const read =
      f.kind === 'length'
        ? readLength(typed, units, f.least === 0)
        : typed.trim() !== '' && Number.isFinite(Number(typed.replace(',', '.')))
          ? { value: Number(typed.replace(',', '.')) }
          : { problem: 'Type a number.' }
    const value = 'value' in read ? read.value : undefined
    if (value === undefined) problems[f.id] = ('problem' in read && read.problem) || 'Type a number.'
    else if (value < f.least || value > f.most)
      problems[f.id] =
        f.kind === 'length'
          ? `From ${sayLength(f.least, { units }, 2)} to ${sayLength(f.most, { units }, 0)}.`
          : `From ${f.least} to ${f.most}.`
    else if (f.kind === 'count' && !Number.isInteger(value)) problems[f.id] = 'Type a whole number.'
    else values[f.id] = value
  }
  return { values, problems }
}

function Calc({ c, units, tools }: { c: Calculator; units: 'mm' | 'in'; tools: readonly RoundTool[] }) {
  const words = calculatorText[c.id]!
  const [text, setText] = useState<Record<string, string>>(() => ({
    ...Object.fromEntries(c.fields.map((f) => [f.id, startText(f, units)])),
    ...kept(c.id, units),
  }))
  const set = (id: string, value: string) => {
    const next = { ...text, [id]: value }
    setText(next)
    keep(c.id, units, next)
  }
  const { values, problems } = useMemo(() => readValues(c, text, units), [c, text, units])
  const whole = Object.keys(problems).length === 0
  const found = useMemo(() => (whole ? c.work(values, tools) : undefined), [whole, c, values, tools])
  // while something cannot be read, the drawing stays as it was begun
  const drawn: CalculatorValues = whole ? values : startValues(c)
  const say = (v: number) => sayLength(v, { units }, 2)
  return (
    <section id={c.id} className="sheet mt-4 scroll-mt-3 px-5 py-4" aria-label={words.name}>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-[24px]">{words.name}</h2>
        <span className="text-soft">{words.says}</span>
      </div>
      <div className="mt-2 grid gap-x-8 gap-y-3 md:grid-cols-[minmax(0,4fr)_minmax(0,3fr)_minmax(0,4fr)]">
        <div className="grid grid-cols-2 content-start gap-x-5 gap-y-1.5">
          {c.fields.map((f) => (
            <label key={f.id} className="min-w-0">
              <span className="text-[15px] text-soft">{words.fields[f.id]}</span>
              {f.kind === 'choice' ? (
                <select
                  className="plain font-semibold"
                  value={text[f.id]}
                  onChange={(e) => set(f.id, e.target.value)}
                >
                  {f.choices.map((o) => (
                    <option key={o} value={o}>
                      {o}
                    </option>
                  ))}
                </select>
              ) : (
                <input
                  className="plain text-lg font-semibold"
                  autoComplete="off"
                  value={text[f.id] ?? ''}
                  aria-invalid={problems[f.id] !== undefined}
                  onChange={(e) => set(f.id, e.target.value)}
                />
              )}
              {problems[f.id] && <span className="text-red">✕ {problems[f.id]}</span>}
            </label>
          ))}
        </div>
        <SizeDrawing id={c.id} values={drawn} found={found} />
        <Results c={c} found={found} units={units} say={say} />
      </div>
    </section>
  )
}

function Results({
  c,
  found,
  units,
  say,
}: {
  c: Calculator
  found: Calculated | undefined
  units: 'mm' | 'in'
  say: (mm: number) => string
}) {
  const words = calculatorText[c.id]!
  if (!found) return <p className="m-0 text-soft">Type what is asked: the figures follow.</p>
  const mark = { error: ['✕', 'text-red'], doubt: ['▲', 'text-amber'], note: ['', 'text-soft'] } as const
  return (
    <div className="min-w-0" aria-live="polite">
      <dl className="m-0">
        {found.results.map(({ id, quantity }) => (
          <div key={id} className="flex items-baseline justify-between gap-3 border-b border-line py-1">
            <dt>{words.results[id]}</dt>
            <dd className="m-0 text-lg">
              <Figure
                name={`${words.name}: ${words.results[id] ?? id}`}
                q={quantity}
                {...(quantity.unit === 'mm' || quantity.unit === '×' ? { digits: 2 } : {})}
                {...(quantity.unit === 'mm' && numberOf(quantity) > LONG
                  ? { said: `${(numberOf(quantity) / 1000).toFixed(2)} m` }
                  : {})}
              />
            </dd>
          </div>
        ))}
      </dl>
      {found.tools.length > 0 && (
        <p className="mt-1.5 mb-0 text-[15px]">
          <span className="text-soft">Nearest of your tools: </span>
          {found.tools.map((t, i) => (
            <span key={t.tool.name}>
              {i > 0 && '; '}
              <strong>{t.tool.name}</strong>
              {Number.isFinite(t.gives)
                ? ` gives ${say(t.gives)}, ${Math.abs(t.off) < 0.02 ? 'as wanted' : `${say(Math.abs(t.off))} too ${t.off > 0 ? 'large' : 'small'}`}`
                : ' does not bend it'}
            </span>
          ))}
        </p>
      )}
      {found.notes.map((n) => (
        <p key={n.code} className={`m-0 mt-1 text-[15px] ${mark[n.severity][1]}`}>
          {mark[n.severity][0] && <span aria-hidden>{mark[n.severity][0]} </span>}
          {fill(inUnits(sizesText[n.code] ?? n.code, n.values, units), n.values)}
        </p>
      ))}
      {found.results.length > 0 && (
        <SendToPiece
          sent={sentOf(found, words.results)}
          text={`${words.name}: ${found.results
            .map(
              (r) =>
                `${words.results[r.id] ?? r.id} ${r.quantity.unit === 'mm' ? say(numberOf(r.quantity)) : numberOf(r.quantity).toFixed(2)}`,
            )
            .join(', ')}.`}
        />
      )}
    </div>
  )
}

/** The figure among the results that a plan would choose, if there is one. */
function sentOf(found: Calculated, words: Readonly<Record<string, string>>): Sent | undefined {
  const r = found.results.find((x) => x.option !== undefined)
  return r && { option: r.option!, name: (words[r.id] ?? r.id).toLowerCase(), value: numberOf(r.quantity) }
}
