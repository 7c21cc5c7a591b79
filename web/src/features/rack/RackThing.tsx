import type { RackRow } from '@verger/contract'
import { alloy } from '@verger/core'
import { useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { sayWire, useSettings } from '../../app/workshop.js'
import { readLength } from '../../ui/readLength.js'
import { FromScale } from './FromScale.js'
import { thingSaid } from './things.js'
import { usePieceNames } from './usePieceNames.js'
import type { useRack } from './useRack.js'
import { weighing } from './weighing.js'

type Tell = ReturnType<typeof useRack>['tell']
type Open = 'measure' | 'weigh' | 'take' | 'where'

/** A spool, length, offcut or coil: as long as it is, and what can be done with it. */
export function RackThing({
  row,
  scale,
  keep,
  pending,
  tell,
}: {
  row: RackRow
  /** The longest of its kind, to which it is drawn. */
  scale: number
  keep: number
  pending: boolean
  tell: Tell
}) {
  const settings = useSettings()
  const [open, setOpen] = useState<Open>()
  const name = thingSaid(row, settings)
  const short = row.form !== 'spool' && row.length < keep
  const button = (what: Open, word: ReactNode) => (
    <button
      type="button"
      className="border-0 bg-transparent p-1 text-[15px] text-copper underline"
      aria-expanded={open === what}
      onClick={() => setOpen(open === what ? undefined : what)}
    >
      {word}
      <span className="sr-only"> of {name}</span>
    </button>
  )
  const label = (
    <span className="text-[15px] text-soft">
      {name} · {row.stock.temper}
      {(row.form === 'coil' || row.of !== null) && ', bent once: a temper harder'}
    </span>
  )
  return (
    <li className="border-b border-line py-1" data-rack={row.id}>
      <div className="flex items-center gap-3">
        <Drawn row={row} scale={scale} />
        {row.form === 'spool' && <span className="min-w-0 flex-1">{label}</span>}
        <span className="w-28 shrink-0 text-right text-[20px] font-semibold">
          {sayWire(Math.max(0, row.length), settings)}
        </span>
      </div>
      <div className="flex flex-wrap items-baseline gap-x-2 text-[15px]">
        {row.form !== 'spool' && label}
        {row.length < 0 ? (
          <span className="text-red">✕ More was cut from it than it had: measure it.</span>
        ) : (
          short && <span className="text-amber">▲ too short to keep</span>
        )}
        <span className="ml-auto flex flex-wrap gap-x-1">
          {row.form === 'spool' ? button('weigh', 'weigh') : button('measure', 'measure')}
          {row.form === 'spool' && button('measure', 'set its length')}
          {button('take', 'take some')}
          {row.taken.length > 0 && button('where', `where it went (${row.taken.length})`)}
          <button
            type="button"
            className="border-0 bg-transparent p-1 text-[15px] text-copper underline"
            onClick={() => tell({ kind: 'gone', rack: row.id }, `${name}: gone from the rack.`)}
          >
            gone<span className="sr-only">: {name}</span>
          </button>
        </span>
      </div>
      {open === 'weigh' && <Weigh row={row} pending={pending} tell={tell} done={() => setOpen(undefined)} />}
      {(open === 'measure' || open === 'take') && (
        <Told
          label={open === 'measure' ? 'It measures' : 'Taken for something else'}
          zero={open === 'measure'}
          pending={pending}
          onTell={(length) =>
            tell(
              open === 'measure'
                ? { kind: 'measured', rack: row.id, length }
                : { kind: 'taken', rack: row.id, length },
              open === 'measure'
                ? `${name}: ${sayWire(length, settings)} now.`
                : `${sayWire(length, settings)} taken from ${name}.`,
              () => setOpen(undefined),
            )
          }
        />
      )}
      {open === 'where' && <Where row={row} />}
    </li>
  )
}

/** As long as it is beside the others of its form; a spool as full as it is. */
function Drawn({ row, scale }: { row: RackRow; scale: number }) {
  const { colour } = alloy(row.stock.alloy)
  const share = Math.max(0, Math.min(1, row.length / scale))
  if (row.form === 'spool') {
    // as much wire as there is covers that much of the disc
    const [hub, rim] = [7, 21]
    const full = Math.sqrt(hub * hub + share * (rim * rim - hub * hub))
    return (
      <svg width={48} height={48} viewBox="-24 -24 48 48" className="shrink-0" aria-hidden>
        <circle r={23} fill="none" stroke="var(--hair)" strokeWidth={2} />
        <circle r={full} fill={colour} />
        {[0.35, 0.7].map((t) => (
          <circle
            key={t}
            r={hub + t * (full - hub)}
            fill="none"
            stroke="var(--paper)"
            strokeWidth={0.7}
            opacity={0.5}
          />
        ))}
        <circle r={hub} fill="var(--paper)" stroke="var(--hair)" strokeWidth={2} />
      </svg>
    )
  }
  const coil = row.form === 'coil'
  return (
    <svg
      className="block h-[20px] min-w-0 flex-1"
      viewBox="0 0 1000 20"
      preserveAspectRatio="none"
      aria-hidden
    >
      {coil ? (
        <path
          d={coilPath(1000 * share)}
          fill="none"
          stroke={colour}
          strokeWidth={5}
          vectorEffect="non-scaling-stroke"
        />
      ) : (
        <rect x={0} y={6} width={Math.max(3, 1000 * share)} height={8} rx={2} fill={colour} />
      )}
      <line x1={0} x2={1000} y1={19.5} y2={19.5} stroke="var(--line)" strokeWidth={1} />
    </svg>
  )
}

/** A wave as long as the coil. */
function coilPath(long: number): string {
  const waves = Math.max(2, Math.round(long / 18))
  const step = long / waves
  return Array.from(
    { length: waves },
    (_, i) => `${i === 0 ? 'M0 10' : ''}q${step / 4} -12 ${step / 2} 0t${step / 2} 0`,
  ).join('')
}

/** A length that is typed and told. */
function Told({
  label,
  zero,
  pending,
  onTell,
}: {
  label: string
  zero: boolean
  pending: boolean
  onTell: (length: number) => void
}) {
  const { units } = useSettings()
  const [text, setText] = useState('')
  const read = readLength(text, units, zero)
  return (
    <form
      className="flex flex-wrap items-center gap-3 py-1"
      onSubmit={(e) => {
        e.preventDefault()
        if (read.value !== undefined) onTell(read.value)
      }}
    >
      <label className="flex items-center gap-2">
        <span className="text-[15px] text-soft">{label}</span>
        <input
          className="plain w-32"
          value={text}
          autoComplete="off"
          placeholder={units === 'mm' ? 'mm' : 'in'}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      <button type="submit" className="btn" disabled={pending || read.value === undefined}>
        Keep
      </button>
      {text.trim() !== '' && read.problem && <span className="text-red">✕ {read.problem}</span>}
    </form>
  )
}

/** A spool on the scale: its length from what it weighs. */
function Weigh({
  row,
  pending,
  tell,
  done,
}: {
  row: RackRow
  pending: boolean
  tell: Tell
  done: () => void
}) {
  const settings = useSettings()
  const [mass, setMass] = useState('')
  const [empty, setEmpty] = useState(row.empty === null ? '' : String(row.empty))
  const weighed = weighing(row.stock, { mass, empty }, settings)
  const { length } = weighed
  return (
    <form
      className="grid gap-2 py-1"
      onSubmit={(e) => {
        e.preventDefault()
        if (length === undefined) return
        tell(
          { kind: 'measured', rack: row.id, length: Math.round(length), weighed: weighed.mass },
          `${thingSaid(row, settings)}: ${sayWire(length, settings)} now.`,
          done,
        )
      }}
    >
      <FromScale rack={row.id} onGrams={(g) => setMass(String(g))} />
      <span className="flex flex-wrap items-end gap-3">
        {(
          [
            ['With its spool, g', mass, setMass],
            ['Empty spool, g', empty, setEmpty],
          ] as const
        ).map(([label, value, set]) => (
          <label key={label}>
            <span className="block text-[15px] text-soft">{label}</span>
            <input
              className="plain w-28"
              inputMode="decimal"
              autoComplete="off"
              value={value}
              onChange={(e) => set(e.target.value)}
            />
          </label>
        ))}
        <button type="submit" className="btn" disabled={pending || length === undefined}>
          Keep
        </button>
      </span>
      <p className="m-0 text-[15px] text-soft" role="status">
        {weighed.wrong ? <span className="text-red">✕ {weighed.said}</span> : weighed.said}
      </p>
    </form>
  )
}

/** What was cut from it, the latest first. */
function Where({ row }: { row: RackRow }) {
  const settings = useSettings()
  const names = usePieceNames()
  return (
    <ul className="m-0 list-none py-1 pl-4 text-[15px]">
      {[...row.taken].reverse().map((t) => (
        <li key={`${t.id} ${t.wire ?? ''}`}>
          <strong>{sayWire(t.length, settings)}</strong>{' '}
          {t.piece === null ? (
            <>for something else{t.note && `: ${t.note}`}</>
          ) : (
            <>
              for{' '}
              <Link className="text-copper underline" to={`/pieces/${t.piece}/cut`}>
                {names(t.piece)}
              </Link>
              , {t.wire}
            </>
          )}{' '}
          <span className="text-soft">
            {new Date(t.at).toLocaleDateString('en-GB')}
            {!t.counts && ' · before it was measured last'}
          </span>
        </li>
      ))}
    </ul>
  )
}
