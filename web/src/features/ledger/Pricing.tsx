import type { Costs, PieceRow } from '@verger/contract'
import { leftForTime, pricing, type Quantity } from '@verger/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, ApiError } from '../../app/api.js'
import { Figure } from '../../ui/Figure.js'
import { readNumber } from '../../ui/readLength.js'
import { Row, Typed } from '../../ui/Rows.js'
import { Problem } from '../../ui/Problem.js'

/** What the piece costs beside wire and time, and its price by two methods. Each change is kept at once. */
export function Pricing({ piece, metal, labour }: { piece: PieceRow; metal: Quantity; labour: Quantity }) {
  const client = useQueryClient()
  const { costs } = piece
  const save = useMutation({
    mutationFn: async (change: Partial<Costs>) => {
      try {
        return await api.costs(piece.id, { version: piece.version, costs: { ...costs, ...change } })
      } catch (error) {
        if (!(error instanceof ApiError && error.problem.type === 'verger:stale')) throw error
        // changed elsewhere meanwhile: one field is set, so it goes on top of what is there now and nothing is lost
        const now = await api.piece(piece.id)
        return api.costs(piece.id, { version: now.version, costs: { ...now.costs, ...change } })
      }
    },
    onSuccess: (row) => client.setQueryData(['piece', piece.id], row),
  })
  const set = (change: Partial<Costs>) => save.mutate(change)
  const made = pricing({ metal, labour, costs })
  return (
    <section className="mt-4" aria-label="Costs and price">
      <h2 className="text-2xl">Costs and price</h2>
      <Money label="Stone, paid" value={costs.stone} onChange={(stone) => set({ stone })} />
      <Row label="Stone, from">
        <Typed
          label="Stone, from"
          value={costs.source}
          placeholder="where, if you like"
          wide
          good={(t) => t.length <= 200}
          hint="two hundred letters at most"
          onTake={(source) => set({ source })}
        />
      </Row>
      {costs.findings.map((f, i) => (
        <Money
          key={`${f.name} ${i}`}
          label={f.name}
          value={f.cost}
          onChange={(cost) => set({ findings: costs.findings.map((g, k) => (k === i ? { ...g, cost } : g)) })}
          onRemove={() => set({ findings: costs.findings.filter((_, k) => k !== i) })}
        />
      ))}
      <AddFinding onAdd={(name) => set({ findings: [...costs.findings, { name, cost: null }] })} />
      <Money label="Packaging" value={costs.packaging} onChange={(packaging) => set({ packaging })} />
      <Row label="Selling fees, %">
        <Typed
          label="Selling fees, %"
          value={costs.fees === null ? '' : String(costs.fees)}
          placeholder="missing"
          good={(t) => t.trim() === '' || (readNumber(t) >= 0 && readNumber(t) <= 90)}
          hint="per cent from 0 to 90"
          onTake={(t) => set({ fees: t.trim() === '' ? null : readNumber(t) })}
        />
      </Row>
      <fieldset className="mt-3 border-0 p-0">
        <legend className="text-soft">Price by</legend>
        {(
          [
            ['time and materials', 'Time and materials', made.byTime, 'margin', 'with a margin of', '%'],
            ['multiple of materials', 'Multiple of materials', made.byMultiple, 'multiple', 'times', ''],
          ] as const
        ).map(([method, name, q, field, words, unit]) => (
          <div
            key={method}
            className={`mt-1 flex flex-wrap items-center gap-x-3 border-l-4 px-3 py-1.5 ${costs.method === method ? 'border-copper bg-copper-wash' : 'border-line'}`}
          >
            <label className="flex min-w-0 flex-1 items-center gap-2 font-semibold">
              <input
                type="radio"
                name="method"
                checked={costs.method === method}
                onChange={() => set({ method })}
              />
              {name}
            </label>
            <span className="text-[19px]">
              <Figure name={`Price by ${name.toLowerCase()}`} q={q} />
            </span>
            <span className="flex basis-full items-center gap-2 text-[15px] text-soft">
              {words}
              <Typed
                label={`${name}, ${field}`}
                value={String(costs[field])}
                good={(t) =>
                  readNumber(t) >= (field === 'margin' ? 0 : 1) &&
                  readNumber(t) <= (field === 'margin' ? 1000 : 50)
                }
                hint="a number"
                onTake={(t) =>
                  set(field === 'margin' ? { margin: readNumber(t) } : { multiple: readNumber(t) })
                }
              />
              {unit}
            </span>
          </div>
        ))}
      </fieldset>
      {made.missing.length > 0 && (
        <p className="mt-2 text-amber">
          <span aria-hidden>▲ </span>Not entered, so not in the price: {made.missing.join(', ')}.
        </p>
      )}
      <Money label="Sold for" value={costs.sold} onChange={(sold) => set({ sold })} />
      {costs.sold !== null && (
        <Row label={<span className="text-soft">Left for the time</span>}>
          <Figure name="Left for the time" q={leftForTime(costs.sold, made)} />
        </Row>
      )}
      {save.isError && <Problem className="mt-2">{save.error.message}</Problem>}
    </section>
  )
}

function Money({
  label,
  value,
  onChange,
  onRemove,
}: {
  label: string
  value: number | null
  onChange: (v: number | null) => void
  onRemove?: () => void
}) {
  return (
    <Row
      label={
        <>
          {label}
          {onRemove && (
            <button
              type="button"
              className="ml-2 border-0 bg-transparent text-[15px] text-copper underline"
              onClick={onRemove}
              aria-label={`Take ${label} off`}
            >
              take off
            </button>
          )}
        </>
      }
    >
      <Typed
        label={label}
        value={value === null ? '' : (value / 100).toFixed(2)}
        placeholder="missing"
        good={(t) => t.trim() === '' || readNumber(t) >= 0}
        hint="an amount, or leave it empty"
        onTake={(t) => onChange(t.trim() === '' ? null : Math.round(readNumber(t) * 100))}
      />
    </Row>
  )
}

function AddFinding({ onAdd }: { onAdd: (name: string) => void }) {
  const [name, setName] = useState('')
  return (
    <form
      className="flex min-h-[42px] items-center justify-between gap-3 border-b border-line"
      onSubmit={(e) => {
        e.preventDefault()
        if (name.trim()) onAdd(name.trim())
        setName('')
      }}
    >
      <input
        className="plain flex-1"
        placeholder="bead, chain, clasp …"
        maxLength={80}
        aria-label="Bead or finding to add"
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <button type="submit" className="border-0 bg-transparent font-semibold text-copper underline">
        add
      </button>
    </form>
  )
}
