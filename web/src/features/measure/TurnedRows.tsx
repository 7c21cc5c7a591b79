import { useFieldArray, useFormContext } from 'react-hook-form'
import type { Typed } from './typedStone.js'

/** Diameters of a turned stone at heights above its foot: three to six. */
export function TurnedRows({ problem }: { problem: string | undefined }) {
  return (
    <NumberRows
      name="sections"
      legend="Diameters from the foot up"
      hint="Height above the foot and the diameter there: foot, stem, the waist under the cap, the cap’s edge."
      columns={['height', 'diameter']}
      most={6}
      least={3}
      problem={problem}
    />
  )
}

/** A small table of typed numbers, row by row. */
export function NumberRows({
  name,
  legend,
  hint,
  columns,
  least,
  most,
  problem,
}: {
  name: 'sections' | 'widths'
  legend: string
  hint: string
  columns: readonly string[]
  least: number
  most: number
  problem: string | undefined
}) {
  const { control, register } = useFormContext<Typed>()
  const rows = useFieldArray({ control, name: name as never })
  return (
    <fieldset className="mt-3 border-0 p-0">
      <legend className="font-semibold">{legend}</legend>
      <p className="m-0 text-[15px] text-soft">{hint}</p>
      <div className="grid max-w-md gap-x-3" style={undefined}>
        {rows.fields.map((row, i) => (
          <div key={row.id} className="flex items-center gap-3 border-b border-line py-0.5">
            <span className="w-6 text-right text-soft">{i + 1}</span>
            {columns.map((c, k) => (
              <label key={c} className="flex min-w-0 flex-1 items-center gap-1.5">
                <span className="text-[15px] text-soft">{c}</span>
                <input
                  className="plain min-w-0 py-0.5 text-right font-semibold"
                  aria-label={`${c}, place ${i + 1}`}
                  autoComplete="off"
                  {...register(`${name}.${i}.${k}` as never)}
                />
              </label>
            ))}
            <button
              type="button"
              className="border-0 bg-transparent text-[15px] text-copper underline disabled:opacity-40"
              disabled={rows.fields.length <= least}
              onClick={() => rows.remove(i)}
              aria-label={`Take place ${i + 1} off`}
            >
              off
            </button>
          </div>
        ))}
      </div>
      {rows.fields.length < most && (
        <button
          type="button"
          className="mt-1 border-0 bg-transparent p-0 font-semibold text-copper underline"
          onClick={() => rows.append(columns.map(() => '') as never)}
        >
          One more place
        </button>
      )}
      {problem && (
        <p className="m-0 text-red" role="alert">
          ✕ {problem}
        </p>
      )}
    </fieldset>
  )
}
