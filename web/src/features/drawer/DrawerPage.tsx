import { FINDING_TYPES, TOOL_TYPES, type DrawerItem, type DrawerRow, type Me } from '@verger/contract'
import { ALLOYS, bendingForce, massPerMm, WIRE_SIZES, wireSize } from '@verger/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { api } from '../../app/api.js'
import { sayLength, sayMoney } from '../../app/workshop.js'
import { Frame } from '../../ui/Frame.js'
import { readLength } from '../../ui/readLength.js'
import { tellRemoved } from '../../ui/Undone.js'
import { Waiting } from '../../ui/Waiting.js'
import { perMetre, throughBead } from './tools.js'

type Kind = DrawerItem['kind']
type Of<K extends Kind> = Extract<DrawerItem, { kind: K }>

/** What is kept: wires, beads, findings and tools, and what each is good for. */
export default function DrawerPage({ me }: { me: Me }) {
  const drawer = useQuery({ queryKey: ['drawer'], queryFn: api.drawer })
  return (
    <Frame beside={<span className="text-lg text-soft">{me.workshop.name}</span>}>
      <h1 className="mt-2 text-[34px]">Drawer</h1>
      <p className="m-0 text-soft">
        What you keep. Plans mark the wires that lie here, and sizes name the nearest of your tools.
      </p>
      {drawer.data ? (
        <div className="mt-3 grid items-start gap-x-10 gap-y-6 lg:grid-cols-2">
          <Wires me={me} rows={drawer.data} />
          <div className="grid gap-6">
            <Tools me={me} rows={drawer.data} />
            <Beads me={me} rows={drawer.data} />
            <Findings me={me} rows={drawer.data} />
          </div>
        </div>
      ) : (
        <Waiting text="Opening the drawer …" failed={drawer.error} onRetry={() => void drawer.refetch()} />
      )}
    </Frame>
  )
}

const only = <K extends Kind>(rows: readonly DrawerRow[], kind: K) =>
  rows.filter((r): r is DrawerRow & { item: Of<K> } => r.item.kind === kind)

/** Laying in and taking out. */
function useDrawer() {
  const client = useQueryClient()
  const fresh = () => client.invalidateQueries({ queryKey: ['drawer'] })
  const add = useMutation({ mutationFn: api.addToDrawer, onSuccess: fresh })
  const take = useMutation({
    mutationFn: async (row: DrawerRow) => {
      await api.takeFromDrawer(row.id)
      await fresh()
    },
    onSuccess: (_, row) =>
      tellRemoved({
        said: 'Taken out of the drawer.',
        undo: async () => {
          await api.layBack(row.id)
          await fresh()
        },
      }),
  })
  return { add, take, problem: add.error ?? take.error }
}

function Section({
  name,
  empty,
  rows,
  children,
  problem,
}: {
  name: string
  empty: string
  rows: readonly ReactNode[]
  /** The form that lays in another. */
  children: ReactNode
  problem: Error | null
}) {
  return (
    <section aria-label={name}>
      <h2 className="text-[24px]">{name}</h2>
      <ul className="m-0 list-none p-0">
        {rows.length === 0 ? <li className="py-1 text-soft">{empty}</li> : rows}
      </ul>
      {children}
      {problem && (
        <p className="m-0 text-red" role="alert">
          ✕ {problem.message}
        </p>
      )}
    </section>
  )
}

/** A thing with what it is good for, and the button that takes it out. */
function Thing({
  name,
  says,
  onTake,
  mark,
}: {
  name: string
  says: string
  onTake: () => void
  mark?: ReactNode
}) {
  return (
    <li className="flex items-center gap-3 border-b border-line py-1.5">
      {mark}
      <span className="min-w-0 flex-1">
        <span className="block font-semibold">{name}</span>
        <span className="block text-[15px] text-soft">{says}</span>
      </span>
      <button
        type="button"
        className="border-0 bg-transparent p-1 text-[15px] text-copper underline"
        aria-label={`Take out ${name}`}
        onClick={onTake}
      >
        take out
      </button>
    </li>
  )
}

const field = 'plain'
/** A typed amount in cents; null for none, undefined where it cannot be read. */
const cents = (text: string): number | null | undefined => {
  if (text.trim() === '') return null
  const n = Number(text.replace(',', '.').replace(/[£$€\s]/g, ''))
  return Number.isFinite(n) && n >= 0 ? Math.round(n * 100) : undefined
}

function Wires({ me, rows }: { me: Me; rows: readonly DrawerRow[] }) {
  const { add, take, problem } = useDrawer()
  const { units, money } = me.workshop.settings
  const [alloy, setAlloy] = useState<Of<'wire'>['alloy']>('copper')
  const [size, setSize] = useState('20 AWG')
  const [profile, setProfile] = useState<Of<'wire'>['profile']>('round')
  const [temper, setTemper] = useState<Of<'wire'>['temper']>('dead soft')
  const [amount, setAmount] = useState('')
  const [per, setPer] = useState<'m' | 'kg'>('kg')
  const price = cents(amount)
  const say = (mm: number) => sayLength(mm, { units }, 2)
  return (
    <Section
      name="Wires"
      empty="No wire yet. Lay in what you keep on spools."
      problem={problem}
      rows={only(rows, 'wire').map((row) => {
        const w = row.item
        const stock = { alloy: w.alloy, temper: w.temper, profile: w.profile, size: wireSize(w.size) }
        const grams = massPerMm(stock) * 1000
        const metre = perMetre(w, grams)
        const { felt } = bendingForce({ profile: w.profile, size: stock.size.mm }, w.alloy, w.temper)
        return (
          <Thing
            key={row.id}
            name={`${w.alloy}, ${w.size} (${say(stock.size.mm)}) ${w.profile}, ${w.temper}`}
            says={`${grams.toFixed(2)} g a metre · ${metre === null ? 'no price' : `${sayMoney(metre / 100, money)} a metre`} · to bend: ${felt}`}
            onTake={() => take.mutate(row)}
            mark={<WireSection profile={w.profile} size={stock.size.mm} alloy={w.alloy} />}
          />
        )
      })}
    >
      <form
        className="mt-2 grid grid-cols-2 gap-x-4 gap-y-1.5 sm:grid-cols-3"
        onSubmit={(e) => {
          e.preventDefault()
          if (price === undefined) return
          add.mutate({ kind: 'wire', alloy, size, profile, temper, price, per })
          setAmount('')
        }}
      >
        <Pick label="Metal" value={alloy} options={ALLOYS.map((a) => a.id)} onPick={setAlloy} />
        <Pick
          label="Size"
          value={size}
          options={WIRE_SIZES.map((s) => s.label)}
          words={(s) => `${s} (${say(wireSize(s).mm)})`}
          onPick={setSize}
        />
        <Pick
          label="Profile"
          value={profile}
          options={['round', 'square', 'half-round'] as const}
          onPick={setProfile}
        />
        <Pick
          label="Temper"
          value={temper}
          options={['dead soft', 'half hard'] as const}
          onPick={setTemper}
        />
        <label>
          <span className="text-[15px] text-soft">Price</span>
          <input
            className={field}
            value={amount}
            placeholder="if known"
            onChange={(e) => setAmount(e.target.value)}
          />
          {price === undefined && <span className="text-red">✕ Type an amount.</span>}
        </label>
        <Pick
          label="for a"
          value={per}
          options={['kg', 'm'] as const}
          words={(p) => (p === 'kg' ? 'kilogram' : 'metre')}
          onPick={setPer}
        />
        <Lay what="wire" disabled={price === undefined || add.isPending} />
      </form>
    </Section>
  )
}

/** The wire's own section, twelve times as large. */
function WireSection({
  profile,
  size,
  alloy,
}: {
  profile: Of<'wire'>['profile']
  size: number
  alloy: string
}) {
  const colour = ALLOYS.find((a) => a.id === alloy)?.colour
  const s = size * 12
  return (
    <svg width={28} height={28} viewBox="-14 -14 28 28" className="shrink-0" aria-hidden>
      {profile === 'square' ? (
        <rect x={-s / 2} y={-s / 2} width={s} height={s} fill={colour} />
      ) : profile === 'round' ? (
        <circle r={s / 2} fill={colour} />
      ) : (
        <path d={`M${-s / 2} ${s / 4}A${s / 2} ${s / 2} 0 0 1 ${s / 2} ${s / 4}Z`} fill={colour} />
      )}
    </svg>
  )
}

function Tools({ me, rows }: { me: Me; rows: readonly DrawerRow[] }) {
  const { add, take, problem } = useDrawer()
  const { units } = me.workshop.settings
  const [name, setName] = useState('')
  const [type, setType] = useState<Of<'tool'>['type']>('rod')
  const [text, setText] = useState('')
  const sizes = text
    .split(/[;,]\s+|;|\s+(?=\d)/)
    .filter((t) => t.trim() !== '')
    .map((t) => readLength(t, units).value)
  const wrong = sizes.some((s) => s === undefined)
  const whole = name.trim() !== '' && sizes.length > 0 && !wrong && (type !== 'cone' || sizes.length === 2)
  const words = { rod: 'across', 'stepped pliers': 'steps of', jaws: 'jaws of', cone: 'from, to' } as const
  return (
    <Section
      name="Tools"
      empty="No tools yet. Rods, stepped pliers and jaws: sizes then say which of yours comes nearest."
      problem={problem}
      rows={only(rows, 'tool').map((row) => (
        <Thing
          key={row.id}
          name={row.item.name}
          says={`${row.item.type}: ${words[row.item.type]} ${row.item.sizes.map((s) => sayLength(s, { units }, 1)).join(', ')}`}
          onTake={() => take.mutate(row)}
        />
      ))}
    >
      <form
        className="mt-2 grid grid-cols-2 gap-x-4 gap-y-1.5 sm:grid-cols-3"
        onSubmit={(e) => {
          e.preventDefault()
          if (!whole) return
          add.mutate({ kind: 'tool', type, name: name.trim(), sizes: sizes as number[] })
          setName('')
          setText('')
        }}
      >
        <Word label="Name" value={name} onType={setName} />
        <Pick label="It is a" value={type} options={TOOL_TYPES} onPick={setType} />
        <Word
          label={type === 'cone' ? 'Thin and thick end' : 'Sizes'}
          value={text}
          onType={setText}
          placeholder="such as 3, 5, 7"
          problem={wrong ? 'Type lengths with commas between.' : undefined}
        />
        <Lay what="tool" disabled={!whole || add.isPending} />
      </form>
    </Section>
  )
}

function Beads({ me, rows }: { me: Me; rows: readonly DrawerRow[] }) {
  const { add, take, problem } = useDrawer()
  const { units, money } = me.workshop.settings
  const [name, setName] = useState('')
  const [text, setText] = useState({ size: '', hole: '', price: '' })
  const [size, hole, price] = [
    readLength(text.size, units).value,
    readLength(text.hole, units).value,
    cents(text.price),
  ]
  const narrow = size !== undefined && hole !== undefined && hole >= size
  const whole =
    name.trim() !== '' && size !== undefined && hole !== undefined && price !== undefined && !narrow
  const say = (mm: number) => sayLength(mm, { units }, 1)
  return (
    <Section
      name="Beads"
      empty="No beads yet."
      problem={problem}
      rows={only(rows, 'bead').map((row) => {
        const through = throughBead(row.item.hole)
        return (
          <Thing
            key={row.id}
            name={`${row.item.name}, ${say(row.item.size)}`}
            says={`hole ${say(row.item.hole)}: ${
              through.length === 0
                ? 'only wire thinner than 28 AWG goes through'
                : through.map((t) => `${t.wires} of ${t.gauge} AWG`).join(', ')
            }${row.item.price === null ? '' : ` · ${sayMoney(row.item.price / 100, money)}`}`}
            onTake={() => take.mutate(row)}
          />
        )
      })}
    >
      <form
        className="mt-2 grid grid-cols-2 gap-x-4 gap-y-1.5 sm:grid-cols-4"
        onSubmit={(e) => {
          e.preventDefault()
          if (!whole) return
          add.mutate({ kind: 'bead', name: name.trim(), size, hole, price })
          setName('')
          setText({ size: '', hole: '', price: '' })
        }}
      >
        <Word label="Name" value={name} onType={setName} />
        <Word label="Size" value={text.size} onType={(v) => setText({ ...text, size: v })} />
        <Word
          label="Hole"
          value={text.hole}
          onType={(v) => setText({ ...text, hole: v })}
          problem={narrow ? 'The hole is smaller than the bead.' : undefined}
        />
        <Word
          label="Price"
          value={text.price}
          placeholder="if known"
          onType={(v) => setText({ ...text, price: v })}
        />
        <Lay what="beads" disabled={!whole || add.isPending} />
      </form>
    </Section>
  )
}

/** Room beyond the end that must pass a bail, mm: it closes oval. An estimate, as in `sizes`. */
const BAIL_EASE = 1

function Findings({ me, rows }: { me: Me; rows: readonly DrawerRow[] }) {
  const { add, take, problem } = useDrawer()
  const { units, money } = me.workshop.settings
  const [name, setName] = useState('')
  const [type, setType] = useState<Of<'finding'>['type']>('chain')
  const [text, setText] = useState({ end: '', price: '' })
  const end = text.end.trim() === '' ? null : readLength(text.end, units).value
  const price = cents(text.price)
  const whole = name.trim() !== '' && end !== undefined && price !== undefined
  return (
    <Section
      name="Findings and chains"
      empty="Nothing yet."
      problem={problem}
      rows={only(rows, 'finding').map((row) => (
        <Thing
          key={row.id}
          name={row.item.name}
          says={[
            row.item.type,
            row.item.end === null
              ? undefined
              : `its end of ${sayLength(row.item.end, { units }, 1)} wants a bail of ${sayLength(row.item.end + BAIL_EASE, { units }, 1)} inside`,
            row.item.price === null ? undefined : sayMoney(row.item.price / 100, money),
          ]
            .filter(Boolean)
            .join(' · ')}
          onTake={() => take.mutate(row)}
        />
      ))}
    >
      <form
        className="mt-2 grid grid-cols-2 gap-x-4 gap-y-1.5 sm:grid-cols-4"
        onSubmit={(e) => {
          e.preventDefault()
          if (!whole) return
          add.mutate({ kind: 'finding', type, name: name.trim(), end, price })
          setName('')
          setText({ end: '', price: '' })
        }}
      >
        <Word label="Name" value={name} onType={setName} />
        <Pick label="It is a" value={type} options={FINDING_TYPES} onPick={setType} />
        <Word
          label="Thickest end"
          value={text.end}
          placeholder="if it passes a bail"
          onType={(v) => setText({ ...text, end: v })}
          problem={end === undefined ? 'Type a length.' : undefined}
        />
        <Word
          label="Price"
          value={text.price}
          placeholder="if known"
          onType={(v) => setText({ ...text, price: v })}
        />
        <Lay what="finding" disabled={!whole || add.isPending} />
      </form>
    </Section>
  )
}

function Pick<T extends string>({
  label,
  value,
  options,
  words = (o) => o,
  onPick,
}: {
  label: string
  value: T
  options: readonly T[]
  words?: (option: T) => string
  onPick: (v: T) => void
}) {
  return (
    <label className="min-w-0">
      <span className="text-[15px] text-soft">{label}</span>
      <select className={field} value={value} onChange={(e) => onPick(e.target.value as T)}>
        {options.map((o) => (
          <option key={o} value={o}>
            {words(o)}
          </option>
        ))}
      </select>
    </label>
  )
}

function Word({
  label,
  value,
  placeholder = '',
  problem,
  onType,
}: {
  label: string
  value: string
  placeholder?: string
  problem?: string | undefined
  onType: (v: string) => void
}) {
  return (
    <label className="min-w-0">
      <span className="text-[15px] text-soft">{label}</span>
      <input
        className={field}
        autoComplete="off"
        value={value}
        placeholder={placeholder}
        onChange={(e) => onType(e.target.value)}
      />
      {problem && <span className="text-red">✕ {problem}</span>}
    </label>
  )
}

function Lay({ what, disabled }: { what: string; disabled: boolean }) {
  return (
    <button type="submit" className="btn col-span-full justify-self-start" disabled={disabled}>
      Lay in {what}
    </button>
  )
}
