import type { RackRow } from '@verger/contract'
import { ALLOYS, sizesOf, WIRE_SIZES, wireSize, type AlloyId } from '@verger/core'
import { useState } from 'react'
import { newId } from '../../app/newId.js'
import { sayLength, sayWire, useSettings } from '../../app/workshop.js'
import { readLength } from '../../ui/readLength.js'
import { Pick, Word } from '../drawer/parts.js'
import type { useRack } from './useRack.js'
import { weighing } from './weighing.js'

const FORMS = ['spool', 'length', 'coil'] as const
const FORM_WORDS = {
  spool: 'a spool',
  length: 'a straight length or offcut',
  coil: 'a coil that is left over',
} as const

/** Lays wire into the rack: a spool by its weight or its length, an offcut by its length. */
export function LayIn({ pending, tell }: { pending: boolean; tell: ReturnType<typeof useRack>['tell'] }) {
  const settings = useSettings()
  const { units, series } = settings
  const [form, setForm] = useState<RackRow['form']>('spool')
  const [alloy, setAlloy] = useState<AlloyId>('copper')
  const [size, setSize] = useState(series === 'AWG' ? '20 AWG' : '0.8 metric')
  const [profile, setProfile] = useState<RackRow['stock']['profile']>('round')
  const [temper, setTemper] = useState<RackRow['stock']['temper']>('dead soft')
  const [name, setName] = useState('')
  const [long, setLong] = useState('')
  const [mass, setMass] = useState('')
  const [empty, setEmpty] = useState('')
  const stock = { alloy, size, profile, temper }
  const typed = readLength(long, units)
  const weighed = weighing(stock, form === 'spool' ? { mass, empty } : { mass: '', empty: '' }, settings)
  const length = long.trim() !== '' ? typed.value : weighed.length
  return (
    <section aria-label="Lay wire in">
      <h2 className="text-[24px]">Lay wire in</h2>
      <form
        className="grid grid-cols-2 gap-x-4 gap-y-1.5"
        onSubmit={(e) => {
          e.preventDefault()
          if (length === undefined || length <= 0) return
          tell(
            {
              kind: 'laid-in',
              rack: newId(),
              form,
              stock,
              length: Math.round(length * 10) / 10,
              name: name.trim(),
              empty: form === 'spool' && weighed.empty >= 0 ? weighed.empty : null,
            },
            `${sayWire(length, settings)} laid in.`,
            () => {
              setLong('')
              setMass('')
              setName('')
            },
          )
        }}
      >
        <div className="col-span-2">
          <Pick label="What" value={form} options={FORMS} words={(f) => FORM_WORDS[f]} onPick={setForm} />
        </div>
        <Pick label="Metal" value={alloy} options={ALLOYS.map((a) => a.id)} onPick={setAlloy} />
        <Pick
          label="Size"
          value={size}
          options={[...new Set([...sizesOf(series), ...WIRE_SIZES].map((s) => s.label))]}
          words={(s) => `${s} (${sayLength(wireSize(s).mm, settings, 2)})`}
          onPick={setSize}
        />
        <Pick
          label="Profile"
          value={profile}
          options={['round', 'square', 'half-round'] as const}
          onPick={setProfile}
        />
        <Pick
          label={form === 'coil' ? 'Temper before it was bent' : 'Temper'}
          value={temper}
          options={['dead soft', 'half hard'] as const}
          onPick={setTemper}
        />
        {form === 'spool' && (
          <>
            <Word label="With its spool, g" value={mass} onType={setMass} />
            <Word label="Empty spool, g" value={empty} onType={setEmpty} />
          </>
        )}
        <Word
          label={form === 'spool' ? 'or its length' : 'Length'}
          value={long}
          placeholder={units === 'mm' ? '12000, or 12 m' : '40 ft'}
          onType={setLong}
          problem={long.trim() === '' ? undefined : typed.problem}
        />
        <Word label="Name, if it has one" value={name} onType={setName} placeholder="top hook" />
        <p className="col-span-2 m-0 text-[15px] text-soft" role="status">
          {weighed.wrong ? <span className="text-red">✕ {weighed.said}</span> : weighed.said}
        </p>
        <span className="col-span-2">
          <button type="submit" className="btn btn-main" disabled={pending || !length || length <= 0}>
            Lay it in
          </button>
        </span>
      </form>
    </section>
  )
}
