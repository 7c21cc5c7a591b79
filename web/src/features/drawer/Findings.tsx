import { FINDING_TYPES, type DrawerRow, type Me } from '@verger/contract'
import { BAIL_EASE, lengthText, mm } from '@verger/core'
import { useState } from 'react'
import { sayLength, sayMoney } from '../../app/workshop.js'
import { readLength } from '../../ui/readLength.js'
import { sayCents, cents, Lay, only, Pick, Section, Thing, useDrawer, Word, type Of } from './parts.js'

/** Findings and chains, and the bail that their ends want. */
export function Findings({ me, rows }: { me: Me; rows: readonly DrawerRow[] }) {
  const { units, money } = me.workshop.settings
  const [name, setName] = useState('')
  const [type, setType] = useState<Of<'finding'>['type']>('chain')
  const [text, setText] = useState({ end: '', price: '' })
  const { lay, take, change, editing, leave, pending, problem } = useDrawer<'finding'>((item) => {
    setName(item.name)
    setType(item.type)
    setText({ end: item.end === null ? '' : lengthText(mm(item.end), units), price: sayCents(item.price) })
  })
  const clear = () => {
    leave()
    setName('')
    setText({ end: '', price: '' })
  }
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
          onTake={() => take(row)}
          onChange={() => change(row)}
        />
      ))}
    >
      <form
        className="mt-2 grid grid-cols-2 gap-x-4 gap-y-1.5 sm:grid-cols-4"
        onSubmit={(e) => {
          e.preventDefault()
          if (!whole) return
          lay({ kind: 'finding', type, name: name.trim(), end, price }, clear)
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
        <Lay what="finding" disabled={!whole || pending} editing={!!editing} onLeave={clear} />
      </form>
    </Section>
  )
}
