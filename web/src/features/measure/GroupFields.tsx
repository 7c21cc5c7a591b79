import { ROW_ORDERS } from '@verger/core'
import { memo } from 'react'
import { useFormContext, useWatch } from 'react-hook-form'
import type { Typed } from './typedStone.js'

const WORDS = { one: 'by itself', row: 'in a row', pair: 'as one of a pair' } as const

/** Is the stone set by itself, in a row of stones alike or graded, or with its mirror image in the other ear. */
export const GroupFields = memo(function GroupFields({ problem }: { problem: string | undefined }) {
  const { register, control } = useFormContext<Typed>()
  const group = useWatch({ control, name: 'group' })
  const last = useWatch({ control, name: 'row.last' })
  return (
    <fieldset className="mt-3 border-0 p-0">
      <legend className="float-left mr-4 font-semibold">It is set</legend>
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {(['one', 'row', 'pair'] as const).map((g) => (
          <label key={g} className="flex items-center gap-1.5">
            <input type="radio" className="h-5 w-5 accent-copper" value={g} {...register('group')} />
            {WORDS[g]}
          </label>
        ))}
      </div>
      {group === 'row' && (
        <div className="mt-2 grid grid-cols-2 gap-x-6 gap-y-2">
          <label>
            <span className="font-semibold">How many</span>
            <input className="plain" inputMode="numeric" placeholder="such as 9" {...register('row.count')} />
          </label>
          <label>
            <span className="font-semibold">Gap between two</span>
            <input className="plain" {...register('row.gap')} />
          </label>
          <label>
            <span className="font-semibold">Length of the smallest</span>
            <input className="plain" placeholder="empty when all are alike" {...register('row.last')} />
          </label>
          {last.trim() !== '' && (
            <label>
              <span className="font-semibold">They grow smaller</span>
              <select className="plain" {...register('row.order')}>
                {ROW_ORDERS.map((o) => (
                  <option key={o} value={o}>
                    {o === 'to one end' ? 'toward one end' : 'from the middle outward'}
                  </option>
                ))}
              </select>
            </label>
          )}
          <p className="col-span-2 m-0 text-[15px] text-soft">
            The measures above are of the largest. The others are like it.
          </p>
        </div>
      )}
      {group === 'pair' && (
        <div className="mt-2 grid grid-cols-2 gap-x-6 gap-y-2">
          {(['length', 'width', 'depth', 'weighed'] as const).map((id) => (
            <label key={id}>
              <span className="font-semibold">
                {id === 'weighed' ? 'Weight of the other, g' : `The other’s ${id}`}
              </span>
              <input className="plain" placeholder="as this one" {...register(`mate.${id}`)} />
            </label>
          ))}
          <p className="col-span-2 m-0 text-[15px] text-soft">
            The other is its mirror image; measure where it is not.
          </p>
        </div>
      )}
      {problem && (
        <p className="m-0 text-red" role="alert">
          ✕ {problem}
        </p>
      )}
    </fieldset>
  )
})
