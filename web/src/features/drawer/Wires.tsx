import type { DrawerRow, Me } from '@verger/contract'
import { ALLOYS, bendingForce, massPerMm, WIRE_SIZES, wireSize } from '@verger/core'
import { useState } from 'react'
import { sayLength, sayMoney } from '../../app/workshop.js'
import { perMetre } from './tools.js'
import { cents, Lay, only, Pick, Section, Thing, useDrawer, type Of } from './parts.js'

/** Wires that are kept: what a metre weighs and costs, and how it bends. */
export function Wires({ me, rows }: { me: Me; rows: readonly DrawerRow[] }) {
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
