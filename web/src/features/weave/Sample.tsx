import { packingOf, type Weave } from '@verger/core'
import { useState } from 'react'
import { readLength } from '../../ui/readLength.js'
import { Field } from './Field.js'

/** A real sample, measured: its packing becomes the maker's own. */
export function Sample({
  weave,
  wires,
  units,
  onPacking,
}: {
  weave: Weave
  wires: { readonly base: number; readonly weaver: number }
  units: 'mm' | 'in'
  onPacking: (packing: number) => void
}) {
  const [repeats, setRepeats] = useState('20')
  const [text, setText] = useState('')
  const length = text.trim() === '' ? undefined : readLength(text, units).value
  const n = Number(repeats)
  const packing =
    length !== undefined && Number.isInteger(n) && n >= 1
      ? packingOf(weave, wires, { repeats: n, length })
      : undefined
  return (
    <div className="mt-3 border-t border-line pt-2">
      <h2 className="text-xl">A sample of yours</h2>
      <div className="grid grid-cols-2 gap-x-5">
        <Field
          label="Repeats made"
          value={repeats}
          bad={!(Number.isInteger(n) && n >= 1)}
          onType={setRepeats}
        />
        <Field
          label="They measure"
          value={text}
          placeholder="along the wires"
          bad={text.trim() !== '' && length === undefined}
          onType={setText}
        />
      </div>
      {packing !== undefined &&
        (packing >= 1 && packing <= 20 ? (
          <button type="button" className="btn mt-2 py-1" onClick={() => onPacking(packing)}>
            Take {packing.toFixed(3)} as my packing
          </button>
        ) : (
          <p className="m-0 text-[15px] text-amber">
            ▲ That is {packing.toFixed(2)} of what wires that touch would measure. Count and measure again.
          </p>
        ))}
    </div>
  )
}
