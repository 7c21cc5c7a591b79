import {
  BEAD_FORMS,
  bodyBox,
  bodyOf,
  fullStone,
  HOLE_WAYS,
  KINDS,
  OUTLINE_KINDS,
  STONE_KINDS,
  type FullStone,
  type HoleWay,
} from '@verger/core'
import { memo } from 'react'
import { useFormContext } from 'react-hook-form'
import { FORM_WORDS, KIND_WORDS, OUTLINE_WORDS } from '../../app/stoneWords.js'
import { StoneShape } from '../../drawing/StoneShape.js'
import { EXAMPLES } from './fields.js'
import { exampleOf, type Typed } from './typedStone.js'

const WAYS: Readonly<Record<HoleWay, string>> = {
  length: 'foot to top',
  width: 'side to side',
  depth: 'front to back',
}

/** Kind, outline, form and hole, chosen by how they look. */
export const ShapeChooser = memo(function ShapeChooser({
  kind,
  outline,
  form,
  mineral,
  drilled,
}: Pick<Typed, 'kind' | 'outline' | 'form' | 'mineral'> & { drilled: boolean }) {
  const { register } = useFormContext<Typed>()
  return (
    <>
      <Choices
        legend="Kind of stone"
        name="kind"
        options={STONE_KINDS.map((k) => ({
          value: k,
          word: KIND_WORDS[k],
          stone: fullStone({ ...EXAMPLES[k], mineral }),
        }))}
        chosen={kind}
        view="both"
      />
      {KINDS[kind].outlines.length > 0 && (
        <Choices
          legend="Outline"
          name="outline"
          options={OUTLINE_KINDS.filter((o) => KINDS[kind].outlines.includes(o)).map((o) => ({
            value: o,
            word: OUTLINE_WORDS[o],
            stone: fullStone(exampleOf({ kind, outline: o, form: 'sphere', mineral })),
          }))}
          chosen={outline}
          view="front"
        />
      )}
      {kind === 'bead' && (
        <Choices
          legend="Form"
          name="form"
          options={BEAD_FORMS.map((f) => ({
            value: f,
            word: FORM_WORDS[f],
            stone: fullStone(exampleOf({ kind, outline: 'round', form: f, mineral })),
          }))}
          chosen={form}
          view="front"
        />
      )}
      {drilled && (
        <label className="mt-2 flex items-center gap-3">
          <span className="font-semibold">The hole runs</span>
          <select className="border-0 bg-transparent font-semibold text-copper" {...register('way')}>
            <option value="">{kind === 'slab' ? WAYS.depth : WAYS.length}</option>
            {HOLE_WAYS.filter((w) => w !== (kind === 'slab' ? 'depth' : 'length')).map((w) => (
              <option key={w} value={w}>
                {WAYS[w]}
              </option>
            ))}
          </select>
        </label>
      )}
    </>
  )
})

function Choices({
  legend,
  name,
  options,
  chosen,
  view,
}: {
  legend: string
  name: 'kind' | 'outline' | 'form'
  options: readonly { readonly value: string; readonly word: string; readonly stone: FullStone }[]
  chosen: string
  view: 'front' | 'both'
}) {
  const { register } = useFormContext<Typed>()
  return (
    <fieldset
      className={`mt-2 grid gap-1.5 border-0 p-0 ${name === 'kind' ? 'grid-cols-4' : 'grid-cols-[repeat(auto-fill,minmax(76px,1fr))]'}`}
    >
      <legend className="sr-only">{legend}</legend>
      {options.map((o) => (
        <label
          key={o.value}
          className={`flex cursor-pointer flex-col items-center rounded border-2 px-1 pt-1 pb-0.5 text-center text-[14px] leading-tight has-focus-visible:outline-2 ${chosen === o.value ? 'border-copper bg-copper-wash font-bold text-copper' : 'border-line text-soft'}`}
        >
          <input type="radio" value={o.value} className="sr-only" {...register(name)} />
          <Icon stone={o.stone} both={view === 'both'} />
          {o.word}
        </label>
      ))}
    </fieldset>
  )
}

/** A small picture of a stone: from the front, and beside it from the side where that tells kinds apart. */
function Icon({ stone, both }: { stone: FullStone; both: boolean }) {
  const b = bodyBox(bodyOf(stone))
  const [w, d, h] = [b.x1 - b.x0, b.z1 - b.z0, b.y1 - b.y0]
  const gap = both ? w * 0.22 : 0
  return (
    <svg
      viewBox={`${b.x0 - 0.5} ${-b.y1 - 0.5} ${w + 1 + (both ? gap + d : 0)} ${h + 1}`}
      className="h-9 w-full"
      aria-hidden
    >
      <StoneShape stone={stone} view="front" />
      {both && (
        <g transform={`translate(${b.x1 + gap - b.z0} 0)`}>
          <StoneShape stone={stone} view="side" />
        </g>
      )}
    </svg>
  )
}
