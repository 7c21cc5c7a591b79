import { useEffect, useRef, useState } from 'react'
import { readLength } from '../../ui/readLength.js'
import { sayLength } from '../../app/workshop.js'
import { moved, placedIn, scaledBy, within, type Laid, type Spot } from './laidPhoto.js'
import { Problem } from '../../ui/Problem.js'

/** Things of a known size that lie beside a stone, and what their marks are apart, mm. */
const KNOWN: readonly (readonly [name: string, mm: number])[] = [
  ['a ruler, 10 mm of it', 10],
  ['a ruler, 1 inch of it', 25.4],
  ['1 euro', 23.25],
  ['2 euro', 25.75],
  ['UK 1 penny', 20.3],
  ['UK 2 pence', 25.9],
  ['US cent', 19.05],
  ['US quarter', 24.26],
]

/** A photograph that was laid under an outline; nothing of it is kept. */
export interface Traced {
  readonly address: string
  readonly laid: Laid
  /** The two marks on a thing of known size, in the picture's own pixels; none once the scale is taken. */
  readonly marks: readonly [Spot, Spot] | undefined
}

/** A picture's size, once it can be read. @throws Error in words */
async function measured(address: string): Promise<{ wide: number; tall: number }> {
  const image = new Image()
  image.src = address
  await image.decode().catch(() => {
    throw new Error('This picture cannot be read. JPEG, PNG and WebP can.')
  })
  return { wide: image.naturalWidth, tall: image.naturalHeight }
}

/** Brings a photograph in, takes its scale from something of a known size in it, turns it. */
export function TracePhoto({
  traced,
  onChange,
  reach,
  units,
}: {
  traced: Traced | undefined
  onChange: (traced: Traced | undefined) => void
  /** Half the height of the drawing that it lies under, mm. */
  reach: number
  units: 'mm' | 'in'
}) {
  const input = useRef<HTMLInputElement>(null)
  const [wrong, setWrong] = useState('')
  const [apart, setApart] = useState('10 mm')
  const address = traced?.address
  useEffect(() => () => (address ? URL.revokeObjectURL(address) : undefined), [address])
  const bring = async (file: File) => {
    setWrong('')
    const made = URL.createObjectURL(file)
    try {
      const size = await measured(made)
      const laid = within(size, reach)
      const [x, y, by] = [size.wide / 2, size.tall * 0.85, size.wide / 8]
      onChange({
        address: made,
        laid,
        marks: [
          [x - by, y],
          [x + by, y],
        ],
      })
    } catch (error) {
      URL.revokeObjectURL(made)
      setWrong(error instanceof Error ? error.message : 'This picture cannot be read.')
    }
  }
  const take = () => {
    const read = readLength(apart, units)
    if (read.value === undefined) return setWrong(read.problem ?? 'Type a length.')
    const laid = traced?.marks && scaledBy(traced.laid, traced.marks, read.value)
    if (!laid) return setWrong('Both marks lie at one place: put them on two.')
    setWrong('')
    onChange({ ...traced!, laid, marks: undefined })
  }
  const link = 'border-0 bg-transparent p-0 font-semibold text-copper underline'
  return (
    <div className="mt-1">
      {!traced ? (
        <button type="button" className={link} onClick={() => input.current?.click()}>
          Trace a photograph
        </button>
      ) : traced.marks ? (
        <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
          <span className="basis-full">
            Drag the two crosses onto something of a known size in the picture, then say how far they are
            apart. Taken from straight above, with a ruler or coin as high as the stone’s edge, it is true.
          </span>
          <label>
            <span className="block text-[15px] text-soft">The crosses are apart</span>
            <input
              className="plain w-28"
              value={apart}
              aria-label="The crosses are apart"
              onChange={(e) => setApart(e.target.value)}
            />
          </label>
          <label>
            <span className="block text-[15px] text-soft">or across</span>
            <select
              className="plain"
              value=""
              onChange={(e) => e.target.value !== '' && setApart(`${e.target.value} mm`)}
            >
              <option value="">…</option>
              {KNOWN.map(([name, mm]) => (
                <option key={name} value={mm}>
                  {name}
                </option>
              ))}
            </select>
          </label>
          <button type="button" className="btn" onClick={take}>
            Take this scale
          </button>
          <button type="button" className={link} onClick={() => onChange(undefined)}>
            Take the picture off
          </button>
        </div>
      ) : (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <span>
            {sayLength(traced.laid.wide * traced.laid.mmPerPixel, { units })} of table are in it. Drag the
            picture until the stone lies in the middle.
          </span>
          <label className="flex items-center gap-2">
            turn it
            <input
              type="range"
              min={-180}
              max={180}
              value={traced.laid.turn}
              onChange={(e) =>
                onChange({ ...traced, laid: { ...traced.laid, turn: Number(e.target.value) } })
              }
            />
          </label>
          <button
            type="button"
            className={link}
            onClick={() => {
              const { wide, tall } = traced.laid
              onChange({
                ...traced,
                marks: [
                  [wide * 0.4, tall / 2],
                  [wide * 0.6, tall / 2],
                ],
              })
            }}
          >
            Take its scale again
          </button>
          <button type="button" className={link} onClick={() => onChange(undefined)}>
            Take the picture off
          </button>
        </div>
      )}
      <input
        ref={input}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        className="sr-only"
        tabIndex={-1}
        aria-label="Photograph to trace"
        onChange={(e) => {
          const file = e.target.files?.[0]
          e.target.value = ''
          if (file) void bring(file)
        }}
      />
      {wrong && <Problem>{wrong}</Problem>}
    </div>
  )
}

/** The picture and the two crosses, in a drawing in millimetres whose y goes down; what is dragged follows the pointer. */
export function PhotoUnder({
  traced,
  onChange,
  place,
  size,
}: {
  traced: Traced
  onChange: (traced: Traced) => void
  /** Where the pointer is in the drawing, mm. */
  place: (e: { clientX: number; clientY: number }) => Spot
  /** How large a cross is drawn, mm. */
  size: number
}) {
  const { laid, marks, address } = traced
  const from = useRef<{ at: Spot; mark: 0 | 1 | undefined }>(undefined)
  const take = (mark: 0 | 1 | undefined) => (e: React.PointerEvent) => {
    e.preventDefault()
    e.stopPropagation()
    e.currentTarget.setPointerCapture(e.pointerId)
    from.current = { at: place(e), mark }
  }
  const move = (e: React.PointerEvent) => {
    if (!from.current) return
    const at = place(e)
    const by: Spot = [at[0] - from.current.at[0], at[1] - from.current.at[1]]
    from.current = { ...from.current, at }
    onChange(shifted(traced, from.current.mark, by))
  }
  const leave = () => (from.current = undefined)
  const keys = (mark: 0 | 1) => (e: React.KeyboardEvent) => {
    const step = e.shiftKey ? 1 : 0.1
    const by = (
      { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] } as const
    )[e.key as 'ArrowUp']
    if (!by) return
    e.preventDefault()
    onChange(shifted(traced, mark, by))
  }
  return (
    <g onPointerMove={move} onPointerUp={leave} onPointerCancel={leave}>
      <image
        href={address}
        width={laid.wide}
        height={laid.tall}
        transform={`translate(${laid.middle.join(' ')}) rotate(${laid.turn}) scale(${laid.mmPerPixel}) translate(${-laid.wide / 2} ${-laid.tall / 2})`}
        className="cursor-move"
        onPointerDown={take(undefined)}
      />
      {marks?.map((mark, i) => {
        const [x, y] = placedIn(laid, mark)
        return (
          <g
            key={i}
            transform={`translate(${x} ${y})`}
            role="slider"
            tabIndex={0}
            aria-label={`Cross ${i + 1}`}
            aria-valuenow={Math.round(mark[0])}
            aria-valuetext={`${mark[0].toFixed(0)} across, ${mark[1].toFixed(0)} down in the picture`}
            className="cursor-grab"
            onPointerDown={take(i as 0 | 1)}
            onKeyDown={keys(i as 0 | 1)}
          >
            <circle r={size} fill="transparent" />
            {['var(--sheet)', 'var(--copper)'].map((colour, k) => (
              <path
                key={colour}
                d={`M${-size} 0H${size}M0 ${-size}V${size}`}
                stroke={colour}
                strokeWidth={size * (k === 0 ? 0.3 : 0.14)}
              />
            ))}
          </g>
        )
      })}
    </g>
  )
}

/** The picture, or one of its marks, moved by so much of the drawing. */
function shifted(traced: Traced, mark: 0 | 1 | undefined, by: Spot): Traced {
  const { laid, marks } = traced
  if (mark === undefined || !marks)
    return { ...traced, laid: { ...laid, middle: [laid.middle[0] + by[0], laid.middle[1] + by[1]] } }
  const to = moved(laid, marks[mark], by)
  return { ...traced, marks: mark === 0 ? [to, marks[1]] : [marks[0], to] }
}
