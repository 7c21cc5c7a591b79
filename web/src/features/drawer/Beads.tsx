import type { DrawerRow, Me } from '@verger/contract'
import { useState } from 'react'
import { sayLength, sayMoney } from '../../app/workshop.js'
import { readLength } from '../../ui/readLength.js'
import { lengthText, mm } from '@verger/core'
import { throughBead } from './tools.js'
import { sayCents, cents, Lay, only, Section, Thing, useDrawer, Word } from './parts.js'

/** Beads, and which wires go through them. */
export function Beads({ me, rows }: { me: Me; rows: readonly DrawerRow[] }) {
  const { units, money } = me.workshop.settings
  const [name, setName] = useState('')
  const [text, setText] = useState({ size: '', hole: '', price: '' })
  const { lay, take, change, editing, leave, pending, problem } = useDrawer<'bead'>((item) => {
    setName(item.name)
    setText({
      size: lengthText(mm(item.size), units),
      hole: lengthText(mm(item.hole), units),
      price: sayCents(item.price),
    })
  })
  const clear = () => {
    leave()
    setName('')
    setText({ size: '', hole: '', price: '' })
  }
  const [size, hole, price] = [
    readLength(text.size, units).value,
    readLength(text.hole, units).value,
    cents(text.price),
  ]
  const narrow = size !== undefined && hole !== undefined && hole >= size
  const whole =
    name.trim() !== '' && size !== undefined && hole !== undefined && price !== undefined && !narrow
  const say = (v: number) => sayLength(v, { units }, 1)
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
            onTake={() => take(row)}
            onChange={() => change(row)}
          />
        )
      })}
    >
      <form
        className="mt-2 grid grid-cols-2 gap-x-4 gap-y-1.5 sm:grid-cols-4"
        onSubmit={(e) => {
          e.preventDefault()
          if (!whole) return
          lay({ kind: 'bead', name: name.trim(), size, hole, price }, clear)
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
        <Lay what="beads" disabled={!whole || pending} editing={!!editing} onLeave={clear} />
      </form>
    </Section>
  )
}
