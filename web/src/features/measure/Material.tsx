import { careOf, careText, mineral, MINERALS, TREATMENTS } from '@verger/core'
import { memo } from 'react'
import { useFormContext, useWatch } from 'react-hook-form'
import type { Typed } from './typedStone.js'

const TOUGH = {
  tough: 'tough',
  fair: 'bears some pressing',
  brittle: 'brittle',
  cleaves: 'parts along planes',
} as const

const MATERIALS = (
  [
    ['mineral', 'Minerals'],
    ['organic', 'Shell, bone, wood'],
    ['glass', 'Glass'],
    ['made', 'Made'],
  ] as const
).map(
  ([kind, word]) =>
    [word, MINERALS.filter((m) => m.kind === kind).sort((a, b) => a.id.localeCompare(b.id))] as const,
)

/** What the stone is made of, what was done to it, what else was read of it, and what it does not stand. */
export const Material = memo(function Material({
  weighed,
  taped,
}: {
  weighed: string | undefined
  taped: string | undefined
}) {
  const { register, control } = useFormContext<Typed>()
  const id = useWatch({ control, name: 'mineral' })
  const treatments = useWatch({ control, name: 'treatments' })
  const material = mineral(id)
  return (
    <>
      <div className="mt-2 grid grid-cols-2 gap-x-6 gap-y-2">
        <label>
          <span className="font-semibold">Material</span>
          <select className="plain" {...register('mineral')}>
            {MATERIALS.map(([kind, list]) => (
              <optgroup key={kind} label={kind}>
                {list.map((m) => (
                  <option key={m.id} value={m.id}>
                    {m.id}
                  </option>
                ))}
              </optgroup>
            ))}
          </select>
        </label>
        <label>
          <span className="font-semibold">Weighed, g</span>
          <input className="plain" placeholder="if you have a scale" {...register('weighed')} />
          {weighed && <span className="text-red">✕ {weighed}</span>}
        </label>
        <label>
          <span className="font-semibold">Tape round the edge</span>
          <input className="plain" placeholder="if you like" {...register('taped')} />
          {taped && <span className="text-red">✕ {taped}</span>}
        </label>
        <label>
          <span className="font-semibold">Name</span>
          <input className="plain" placeholder="if you like" maxLength={120} {...register('name')} />
        </label>
        <label className="col-span-2">
          <span className="font-semibold">Note</span>
          <input className="plain" placeholder="if you like" maxLength={4000} {...register('note')} />
        </label>
      </div>
      <fieldset className="mt-2 flex flex-wrap gap-x-5 gap-y-1 border-0 p-0">
        <legend className="float-left mr-4 font-semibold">What was done to it</legend>
        {TREATMENTS.map((t) => (
          <label key={t} className="flex items-center gap-1.5">
            <input type="checkbox" className="h-5 w-5 accent-copper" value={t} {...register('treatments')} />
            {t}
          </label>
        ))}
      </fieldset>
      <p className="mt-3 text-[15px] text-soft" data-testid="care">
        {id.charAt(0).toUpperCase() + id.slice(1)}: hardness{' '}
        {material.hardness[0] === material.hardness[1]
          ? material.hardness[0]
          : `${material.hardness[0]} to ${material.hardness[1]}`}
        , {TOUGH[material.toughness]}
        {careOf({ mineral: id, treatments: treatments ?? [] })
          .map((c) => ` · ${careText[c]}`)
          .join('')}
        . Typical values, uncited.
      </p>
    </>
  )
})
