import type { DrawerRow, Me } from '@verger/contract'
import {
  ALLOYS,
  bendingForce,
  gramsPerMetre,
  lengthText,
  mm,
  wireShapeOf,
  WIRE_SIZES,
  wireSize,
} from '@verger/core'
import { useState } from 'react'
import { sayLength, sayMoney } from '../../app/workshop.js'
import { perMetre } from './tools.js'
import { readLength } from '../../ui/readLength.js'
import { cents, Lay, only, Pick, sayCents, Section, Thing, useDrawer, Word, type Of } from './parts.js'

/** Wires that are kept: what a metre weighs and costs, and how it bends. */
export function Wires({ me, rows }: { me: Me; rows: readonly DrawerRow[] }) {
  const { units, money } = me.workshop.settings
  const [alloy, setAlloy] = useState<Of<'wire'>['alloy']>('copper')
  const [size, setSize] = useState('20 AWG')
  const [profile, setProfile] = useState<Of<'wire'>['profile']>('round')
  const [temper, setTemper] = useState<Of<'wire'>['temper']>('dead soft')
  const [amount, setAmount] = useState('')
  const [per, setPer] = useState<'m' | 'kg'>('kg')
  const [wide, setWide] = useState('')
  const [twist, setTwist] = useState('')
  const { lay, take, change, editing, leave, pending, problem } = useDrawer<'wire'>((item) => {
    setAlloy(item.alloy)
    setSize(item.size)
    setProfile(item.profile)
    setTemper(item.temper)
    setAmount(sayCents(item.price))
    setPer(item.per)
    setWide(item.width ? lengthText(mm(item.width), units) : '')
    setTwist(item.pitch ? lengthText(mm(item.pitch), units) : '')
  })
  const clear = () => {
    leave()
    setAmount('')
  }
  const price = cents(amount)
  const isTwisted = profile === 'twisted pair' || profile === 'twisted square'
  const width = profile === 'flat' ? readLength(wide, units).value : null
  const pitch = isTwisted ? readLength(twist, units).value : null
  const thin = width !== null && width !== undefined && width <= wireSize(size).mm
  const say = (v: number) => sayLength(v, { units }, 2)
  return (
    <Section
      name="Wires"
      empty="No wire yet. Lay in what you keep on spools."
      problem={problem}
      rows={only(rows, 'wire').map((row) => {
        const w = row.item
        const shape = wireShapeOf(w)
        const grams = gramsPerMetre(w)
        const metre = perMetre(w, grams)
        const { felt } = bendingForce(shape, w.alloy, w.temper)
        return (
          <Thing
            key={row.id}
            name={`${w.alloy}, ${w.size} (${say(wireSize(w.size).mm)}) ${w.profile}${shape.profile === 'flat' ? ` ${say(shape.width)} wide` : 'pitch' in shape ? `, a twist each ${say(shape.pitch)}` : ''}, ${w.temper}`}
            says={`${grams.toFixed(2)} g a metre · ${metre === null ? 'no price' : `${sayMoney(metre / 100, money)} a metre`} · to bend: ${felt} · ${metalSays(w.alloy)}`}
            onTake={() => take(row)}
            onChange={() => change(row)}
            mark={
              <WireSection profile={w.profile} size={wireSize(w.size).mm} width={w.width} alloy={w.alloy} />
            }
          />
        )
      })}
    >
      <form
        className="mt-2 grid grid-cols-2 gap-x-4 gap-y-1.5 sm:grid-cols-3"
        onSubmit={(e) => {
          e.preventDefault()
          if (price === undefined || width === undefined || pitch === undefined || thin) return
          lay({ kind: 'wire', alloy, size, profile, width, pitch, temper, price, per }, clear)
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
          options={['round', 'square', 'half-round', 'flat', 'twisted pair', 'twisted square'] as const}
          onPick={setProfile}
        />
        <Pick
          label="Temper"
          value={temper}
          options={['dead soft', 'half hard'] as const}
          onPick={setTemper}
        />
        {profile === 'flat' && (
          <Word
            label="Width (the size is its thickness)"
            value={wide}
            onType={setWide}
            problem={thin ? 'Flat wire is wider than thick.' : undefined}
          />
        )}
        {isTwisted && <Word label="One full twist" value={twist} onType={setTwist} />}
        <label>
          <span className="text-[15px] text-soft">Price</span>
          <input
            className="plain"
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
        <Lay
          what="wire"
          disabled={price === undefined || width === undefined || pitch === undefined || thin || pending}
          editing={!!editing}
          onLeave={clear}
        />
      </form>
    </Section>
  )
}

const NICKEL = {
  contains: 'contains nickel',
  'low release': 'low nickel release',
  'none expected': undefined,
  unknown: 'nickel unknown',
} as const

/** What matters of a metal against skin and in a darkening bath. */
function metalSays(id: string): string {
  const metal = ALLOYS.find((a) => a.id === id)
  if (!metal) return ''
  return [
    NICKEL[metal.nickel],
    metal.lead ? 'may hold lead' : undefined,
    metal.patina === 'unknown' ? 'darkening unknown' : metal.patina,
    metal.coreShows ? 'its core shows at a cut' : undefined,
  ]
    .filter(Boolean)
    .join(' · ')
}

/** The wire's own section, twelve times as large. */
function WireSection({
  profile,
  size,
  width,
  alloy,
}: {
  profile: Of<'wire'>['profile']
  size: number
  width?: number | null
  alloy: string
}) {
  const colour = ALLOYS.find((a) => a.id === alloy)?.colour
  const s = size * 12
  return (
    <svg width={28} height={28} viewBox="-14 -14 28 28" className="shrink-0" aria-hidden>
      {profile === 'square' || profile === 'twisted square' ? (
        <rect x={-s / 2} y={-s / 2} width={s} height={s} fill={colour} />
      ) : profile === 'flat' ? (
        <rect
          x={-Math.min(14, (width ?? 3 * size) * 6)}
          y={-s / 2}
          width={Math.min(28, (width ?? 3 * size) * 12)}
          height={s}
          fill={colour}
        />
      ) : profile === 'twisted pair' ? (
        <>
          <circle cx={-s / 2} r={s / 2} fill={colour} />
          <circle cx={s / 2} r={s / 2} fill={colour} />
        </>
      ) : profile === 'round' ? (
        <circle r={s / 2} fill={colour} />
      ) : (
        <path d={`M${-s / 2} ${s / 4}A${s / 2} ${s / 2} 0 0 1 ${s / 2} ${s / 4}Z`} fill={colour} />
      )}
    </svg>
  )
}
