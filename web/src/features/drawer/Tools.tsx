import { TOOL_TYPES, type DrawerRow, type Me } from '@verger/contract'
import { useState } from 'react'
import { lengthText, mm } from '@verger/core'
import { sayLength } from '../../app/workshop.js'
import { readLength } from '../../ui/readLength.js'
import { Lay, only, Pick, Section, Thing, useDrawer, Word, type Of } from './parts.js'

/** Tools that are owned, with their sizes. */
export function Tools({ me, rows }: { me: Me; rows: readonly DrawerRow[] }) {
  const { units } = me.workshop.settings
  const [name, setName] = useState('')
  const [type, setType] = useState<Of<'tool'>['type']>('rod')
  const [text, setText] = useState('')
  const { lay, take, change, editing, leave, pending, problem } = useDrawer<'tool'>((item) => {
    setName(item.name)
    setType(item.type)
    setText(item.sizes.map((s) => lengthText(mm(s), units)).join('; '))
  })
  const clear = () => {
    leave()
    setName('')
    setText('')
  }
  const sizes = text
    .split(/[;,]\s+|;|\s+(?=\d)/)
    .filter((t) => t.trim() !== '')
    .map((t) => readLength(t, units).value)
  const wrong = sizes.some((s) => s === undefined)
  const whole = name.trim() !== '' && sizes.length > 0 && !wrong && (type !== 'cone' || sizes.length === 2)
  const say = (v: number) => sayLength(v, { units }, 1)
  const words: Readonly<Record<Of<'tool'>['type'], (sizes: readonly number[]) => string>> = {
    rod: (all) => `rods of ${all.map(say).join(', ')}`,
    'stepped pliers': (all) => `steps of ${all.map(say).join(', ')}`,
    jaws: (all) => `jaws ${all.map(say).join(', ')} wide`,
    cone: (all) => `a cone from ${say(all[0]!)} to ${say(all[all.length - 1]!)}`,
  }
  return (
    <Section
      name="Tools"
      empty="No tools yet. Rods, stepped pliers and jaws: sizes then say which of yours comes nearest."
      problem={problem}
      rows={only(rows, 'tool').map((row) => (
        <Thing
          key={row.id}
          name={row.item.name}
          says={words[row.item.type](row.item.sizes)}
          onTake={() => take(row)}
          onChange={() => change(row)}
        />
      ))}
    >
      <form
        className="mt-2 grid grid-cols-2 gap-x-4 gap-y-1.5 sm:grid-cols-3"
        onSubmit={(e) => {
          e.preventDefault()
          if (!whole) return
          lay({ kind: 'tool', type, name: name.trim(), sizes: sizes as number[] }, clear)
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
        <Lay what="tool" disabled={!whole || pending} editing={!!editing} onLeave={clear} />
      </form>
    </Section>
  )
}
