import {
  family,
  sizeSaid,
  sizesOf,
  WIRE_SIZES,
  type Options,
  type OptionValue,
  type Param,
  type Plan,
  type Series,
  type Stone,
  type WorkshopSettings,
} from '@verger/core'
import { useQuery } from '@tanstack/react-query'
import { Minus, Plus } from 'lucide-react'
import { Fragment, useState } from 'react'
import { api } from '../../app/api.js'
import { sayLength, useSettings } from '../../app/workshop.js'
import { hasWire } from '../drawer/tools.js'
import { GaugeWindow } from './GaugeWindow.js'
import { StepEffect } from './StepEffect.js'
import { NumberText } from './NumberText.js'
import { stepsFrom } from './stepsFrom.js'

/** Options of a family as rows with steps, drawn from its params: the page knows no family. */
export function OptionRows({
  familyId,
  stone,
  options,
  plan,
  share,
  settings,
  lit,
  onChange,
}: {
  familyId: string
  stone: Stone
  options: Options
  /** The plan of these choices, and what it is made with: the wires' windows are worked out from it. */
  plan: Plan | undefined
  share: number | undefined
  settings: WorkshopSettings | undefined
  /** Choices of the place that is taken up on the drawing. */
  lit?: readonly string[] | undefined
  onChange: (id: string, value: OptionValue) => void
}) {
  const { params, text } = family(familyId)
  const [details, setDetails] = useState(false)
  const [window, setWindow] = useState<string>()
  const [focused, setFocused] = useState<string>()
  const asked = params(stone).filter(
    (p) => p.shownWhen === undefined || options[p.shownWhen.option] === p.shownWhen.equals,
  )
  // together with what changes the same, in the order in which each group first comes
  const groups = [...new Set(asked.map((p) => p.group))]
  const list = groups.flatMap((g) => asked.filter((p) => p.group === g && (details || !p.detail)))
  const hidden = groups
    .filter((g) => asked.some((p) => p.group === g && p.detail))
    .map((g) => (text.groups[g] ?? g).toLowerCase())
    .join(', ')
  const held = list.find((p) => p.id === focused && p.kind !== 'places')
  const drawer = useQuery({ queryKey: ['drawer'], queryFn: api.drawer })
  const metal = typeof options.alloy === 'string' ? options.alloy : undefined
  const wires = drawer.data?.some((r) => r.item.kind === 'wire') ? drawer.data : undefined
  /** Only where the choice is a wire's size, and anything is kept at all. */
  const keptOf = (p: Param) =>
    wires && isSize(p) ? (size: string) => hasWire(wires, size, metal) : undefined
  return (
    <div className="mt-1" onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && setFocused(undefined)}>
      {/* a line of its own: rows stand still while the focus goes from one to the next */}
      <div className="min-h-[24px]">
        {held && plan && settings && <StepEffect plan={plan} param={held} settings={settings} />}
      </div>
      {list.map((p, i) => (
        <Fragment key={p.id}>
          {p.group !== list[i - 1]?.group && (
            <h3 className="mt-2 mb-0 font-sans text-[14.5px] font-semibold text-soft">
              {text.groups[p.group] ?? p.group}
            </h3>
          )}
          <div
            onFocus={() => setFocused(p.id)}
            className={`grid min-h-[34px] items-center gap-x-3 border-b border-line sm:grid-cols-[minmax(0,1fr)_minmax(0,320px)] lg:grid-cols-1 ${lit?.includes(p.id) ? 'bg-copper-wash' : ''}`}
          >
            <span className="flex flex-wrap items-baseline gap-x-3">
              <label htmlFor={`option-${p.id}`}>{text.params[p.id] ?? p.id}</label>
              {isSize(p) && plan && settings && (
                <button
                  type="button"
                  className="border-0 bg-transparent p-0 text-[15px] text-copper underline"
                  aria-expanded={window === p.id}
                  aria-label={`${text.params[p.id] ?? p.id}: why this gauge`}
                  onClick={() => setWindow(window === p.id ? undefined : p.id)}
                >
                  why this gauge
                </button>
              )}
            </span>
            <OptionInput
              p={p}
              value={options[p.id] ?? p.before!}
              onChange={(v) => onChange(p.id, v)}
              name={text.params[p.id] ?? p.id}
              kept={keptOf(p)}
            />
            {p.kind === 'places' && plan && <Marks hours={options[p.id]} plan={plan} />}
          </div>
          {window === p.id && plan && settings && (
            <GaugeWindow
              plan={plan}
              share={share}
              option={p.id}
              settings={settings}
              onTake={(size) => onChange(p.id, size)}
            />
          )}
        </Fragment>
      ))}
      {hidden !== '' && (
        <button
          type="button"
          className="mt-2 font-semibold text-copper underline"
          aria-expanded={details}
          onClick={() => setDetails(!details)}
        >
          {details ? 'Fewer' : `Details: ${hidden}`}
        </button>
      )}
    </div>
  )
}

/** Where the steps mark these hours on the wire: nobody measures by the hour. */
function Marks({ hours, plan }: { hours: OptionValue | undefined; plan: Plan }) {
  const settings = useSettings()
  const marks = (Array.isArray(hours) ? (hours as readonly number[]) : []).flatMap((hour) => {
    const along = plan.design.operations.find(({ values }) => values?.hour === hour)?.values?.along
    return typeof along === 'number' ? [sayLength(along, settings)] : []
  })
  if (marks.length === 0) return null
  return (
    <p className="col-span-full m-0 pb-1 text-center text-[15px] text-soft" data-marks>
      marked at {marks.join(' · ')}
    </p>
  )
}

/** Does this option choose a wire's size. */
const isSize = (p: Param): boolean =>
  p.kind === 'choice' && p.values.every((v) => WIRE_SIZES.some((s) => s.label === v))

const round = (v: number): number => Number(v.toFixed(3))

/** One choice with its steps, as its kind is chosen. */
export function OptionInput({
  p,
  on = 'option',
  value,
  onChange,
  name,
  kept,
}: {
  p: Param
  /** Where it stands: beside the list a choice stands at its note. */
  on?: 'option' | 'note'
  value: OptionValue
  /** Of a wire's size: does it lie in the drawer. */
  kept: ((size: string) => boolean) | undefined
  onChange: (v: OptionValue) => void
  name: string
}) {
  const id = `${on}-${p.id}`
  const { units, series } = useSettings()
  switch (p.kind) {
    case 'integer':
    case 'number': {
      const v = Number(value)
      const { less, more } = stepsFrom(p, v, units)
      const inches = p.unit === 'mm' && units === 'in'
      return (
        <Stepper
          name={name}
          less={less === undefined ? undefined : () => onChange(less)}
          more={more === undefined ? undefined : () => onChange(more)}
        >
          <NumberText id={id} p={p} value={v} units={units} onTake={(n) => onChange(n)} />
          {!inches && <span className="text-soft">{p.unit === 'wires' ? '' : p.unit}</span>}
        </Stepper>
      )
    }
    case 'choice': {
      const [before, after] = besides(p.values, String(value), series)
      return (
        <Stepper
          name={name}
          less={before === undefined ? undefined : () => onChange(before)}
          more={after === undefined ? undefined : () => onChange(after)}
        >
          <select
            id={id}
            className="w-full max-w-44 min-w-0 border-0 bg-transparent text-center font-bold"
            value={String(value)}
            onChange={(e) => onChange(e.target.value)}
          >
            {p.values.map((v) => (
              <option key={v} value={v}>
                {saidOf(v)}
                {kept?.(v) && ' ◆'}
              </option>
            ))}
          </select>
          {kept?.(String(value)) !== undefined && (
            <span className={`text-[15px] ${kept(String(value)) ? 'text-verdigris' : 'text-amber'}`}>
              {kept(String(value)) ? '◆ kept' : '▲ to buy'}
            </span>
          )}
        </Stepper>
      )
    }
    case 'places': {
      const hours = Array.isArray(value) ? (value as readonly number[]) : []
      return <Places id={id} name={name} hours={hours} most={p.most} onChange={onChange} />
    }
    default: {
      const never: never = p
      throw new RangeError(`unknown param ${JSON.stringify(never)}`)
    }
  }
}

const sizeOf = (label: string) => WIRE_SIZES.find((s) => s.label === label)

/** A word as it stands in a list: sizes with their millimetres. */
function saidOf(value: string): string {
  const size = sizeOf(value)
  return size ? sizeSaid(size) : value
}

/** The values before and after one in a list; of sizes the next thinner and the next thicker that sellers of the workshop's series keep. */
function besides(
  values: readonly string[],
  value: string,
  series: Series,
): readonly [before: string | undefined, after: string | undefined] {
  const now = sizeOf(value)
  if (!now) {
    const at = values.indexOf(value)
    return [values[at - 1], values[at + 1]]
  }
  const sold = sizesOf(series).filter((s) => values.includes(s.label))
  return [
    sold.find((s) => s.mm < now.mm - SAME_SIZE)?.label,
    sold.findLast((s) => s.mm > now.mm + SAME_SIZE)?.label,
  ]
}
/** Sizes that differ by less are one, mm. */
const SAME_SIZE = 0.005

function Stepper({
  name,
  less,
  more,
  children,
}: {
  name: string
  less: (() => void) | undefined
  more: (() => void) | undefined
  children: React.ReactNode
}) {
  const button =
    'flex h-[30px] w-[34px] max-lg:h-11 max-lg:w-11 shrink-0 items-center justify-center rounded border border-hair bg-sheet text-soft disabled:opacity-40'
  return (
    <div className="flex items-center justify-between gap-2">
      <button type="button" className={button} onClick={less} disabled={!less} aria-label={`${name}: less`}>
        <Minus size={16} />
      </button>
      <span className="flex min-w-0 flex-wrap items-baseline justify-center gap-x-1">{children}</span>
      <button type="button" className={button} onClick={more} disabled={!more} aria-label={`${name}: more`}>
        <Plus size={16} />
      </button>
    </div>
  )
}

/** Hours as typed: parted by semicolons, spaces or commas. A comma is a number's own point only where the list is parted otherwise. */
export function readHours(text: string): number[] {
  const parted = /;|,\s|\S\s+\S/.test(text.trim())
  return text
    .split(parted ? /;|,\s+|\s+/ : /,/)
    .map((t) => t.trim().replace(/,$/, ''))
    .filter((t) => t !== '')
    .map((t) => Number(t.replace(',', '.')))
}

/** Places on the outline as hours of a clock face, typed as a list; the steps add a place or take one away. */
function Places({
  id,
  name,
  hours,
  most,
  onChange,
}: {
  id: string
  name: string
  hours: readonly number[]
  most: number
  onChange: (v: readonly number[]) => void
}) {
  const said = hours.join(', ')
  const [draft, setDraft] = useState<string>()
  const [problem, setProblem] = useState('')
  const commit = () => {
    if (draft === undefined) return
    const read = readHours(draft)
    if (read.length > most) return setProblem(`${most} places at most.`)
    if (!read.every((n) => n >= 0 && n <= 12))
      return setProblem('Type hours of a clock face from 0 to 12, with spaces or semicolons between.')
    onChange([...read].sort((a, b) => a - b))
    setProblem('')
    setDraft(undefined)
  }
  const addOne = () => {
    // the middle of the widest gap between neighbours round the clock
    const sorted = [...hours].sort((a, b) => a - b)
    let best = { at: 3, gap: 0 }
    sorted.forEach((h, i) => {
      const next = sorted[i + 1] ?? sorted[0]! + 12
      if (next - h > best.gap) best = { at: (h + (next - h) / 2) % 12, gap: next - h }
    })
    onChange([...hours, round(Math.round(best.at * 10) / 10)].sort((a, b) => a - b))
  }
  return (
    <Stepper
      name={name}
      less={hours.length > 0 ? () => onChange(hours.slice(0, -1)) : undefined}
      more={hours.length < most ? addOne : undefined}
    >
      {problem && (
        <span className="max-w-48 text-left text-[15px] text-red" role="alert">
          ✕ {problem}
        </span>
      )}
      <input
        id={id}
        className="w-36 border-0 bg-transparent text-center font-bold"
        aria-label={`${name}, as hours of a clock face`}
        value={draft ?? said}
        placeholder="none"
        onChange={(e) => setDraft(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => e.key === 'Enter' && commit()}
      />
      <span className="text-[15px] text-soft">o’clock</span>
    </Stepper>
  )
}
