import { lengthText, mm, type Vec2 } from '@verger/core'
import { useRef, useState } from 'react'
import { useFormContext, useWatch } from 'react-hook-form'
import { sayLength } from '../../app/workshop.js'
import { readLength } from '../../ui/readLength.js'
import { pointsOfCsv, pointsOfSvg } from './outlineFiles.js'
import { PhotoUnder, TracePhoto, type Traced } from './TracePhoto.js'
import { NumberRows } from './TurnedRows.js'
import type { Typed } from './typedStone.js'

/** A free outline: widths at heights on both sides of a centre line, points dragged on a mm grid, over a photograph or without, or a line brought in from a file. */
export function FreeOutline({ problem, units }: { problem: string | undefined; units: 'mm' | 'in' }) {
  const { setValue, control } = useFormContext<Typed>()
  const points = useWatch({ control, name: 'points' }) as readonly Vec2[]
  const measures = useWatch({ control, name: 'measures' })
  const [wrong, setWrong] = useState('')
  const [traced, setTraced] = useState<Traced>()
  const input = useRef<HTMLInputElement>(null)
  const put = (p: readonly Vec2[]) => setValue('points', p as Typed['points'], { shouldDirty: true })
  const size = (id: 'length' | 'width', otherwise: number) =>
    readLength((measures[id] ?? '').split(';')[0] ?? '', units).value ?? otherwise
  const begin = () => {
    const [l, w] = [size('length', 30), size('width', 22)]
    put(
      Array.from({ length: 10 }, (_, i): Vec2 => {
        const a = (2 * Math.PI * i) / 10 - Math.PI / 2
        return [round((Math.cos(a) * w) / 2), round((Math.sin(a) * l) / 2)]
      }),
    )
  }
  const measure = () => {
    const [wide, tall] = extentOf(points)
    for (const [id, v] of [
      ['length', tall],
      ['width', wide],
    ] as const)
      setValue(`measures.${id}`, lengthText(mm(round(v)), units), { shouldDirty: true })
  }
  const bring = async (file: File) => {
    setWrong('')
    try {
      const text = await file.text()
      put(
        /\.svg$/i.test(file.name) || text.trimStart().startsWith('<') ? pointsOfSvg(text) : pointsOfCsv(text),
      )
    } catch (error) {
      setWrong(error instanceof Error ? error.message : 'This file cannot be read.')
    }
  }
  return (
    <div>
      {points.length === 0 ? (
        <NumberRows
          name="widths"
          legend="Widths at five heights or more"
          hint="Draw a centre line. At each height above the foot, how far the edge is to its left and to its right; 0 and 0 where it ends in a point."
          columns={['height', 'left', 'right']}
          least={5}
          most={24}
          problem={problem}
        />
      ) : (
        <>
          <p className="mt-3 mb-1 font-semibold">
            Drag the points; double-click one to take it off, the line to add one
          </p>
          <DragPoints points={points} onChange={put} traced={traced} onTraced={setTraced} />
          {problem && (
            <p className="m-0 text-red" role="alert">
              ✕ {problem}
            </p>
          )}
        </>
      )}
      <TracePhoto
        traced={traced}
        onChange={(to) => {
          setTraced(to)
          if (to && points.length === 0) begin()
        }}
        reach={points.length === 0 ? size('length', 30) / 1.6 : reachOf(points)}
        units={units}
      />
      {traced && !traced.marks && points.length > 0 && (
        <button type="button" className="btn mt-1" onClick={measure}>
          Measure it so: {sayExtent(points, units)}
        </button>
      )}
      <p className="mt-1 flex flex-wrap gap-x-5">
        {points.length === 0 ? (
          <button
            type="button"
            className="border-0 bg-transparent p-0 font-semibold text-copper underline"
            onClick={begin}
          >
            Drag points instead
          </button>
        ) : (
          <button
            type="button"
            className="border-0 bg-transparent p-0 font-semibold text-copper underline"
            onClick={() => put([])}
          >
            Type widths instead
          </button>
        )}
        <button
          type="button"
          className="border-0 bg-transparent p-0 font-semibold text-copper underline"
          onClick={() => input.current?.click()}
        >
          Bring in an SVG path or a CSV of points
        </button>
        <input
          ref={input}
          type="file"
          accept=".svg,.csv,.txt,image/svg+xml,text/csv"
          className="sr-only"
          tabIndex={-1}
          aria-label="Outline file"
          onChange={(e) => e.target.files?.[0] && void bring(e.target.files[0])}
        />
      </p>
      <p className="m-0 text-[15px] text-soft">It is drawn to the length and width typed above.</p>
      {wrong && (
        <p className="m-0 text-red" role="alert">
          ✕ {wrong}
        </p>
      )}
    </div>
  )
}

const round = (v: number): number => Number(v.toFixed(1))

/** How wide and how tall points are, mm. */
const extentOf = (points: readonly Vec2[]): readonly [wide: number, tall: number] => {
  const span = (values: readonly number[]) => Math.max(...values) - Math.min(...values)
  return [span(points.map(([x]) => x)), span(points.map(([, y]) => y))]
}
const sayExtent = (points: readonly Vec2[], units: 'mm' | 'in'): string => {
  const [wide, tall] = extentOf(points)
  return `${sayLength(tall, { units })} × ${sayLength(wide, { units })}`
}

/** Half the side of the drawing that points lie in, mm. */
const reachOf = (points: readonly Vec2[]): number => Math.max(...points.flat().map(Math.abs)) * 1.25

/** Points on a grid of millimetres; each can be dragged, or moved by the arrow keys. */
function DragPoints({
  points,
  onChange,
  traced,
  onTraced,
}: {
  points: readonly Vec2[]
  onChange: (p: readonly Vec2[]) => void
  traced: Traced | undefined
  onTraced: (traced: Traced) => void
}) {
  const svg = useRef<SVGSVGElement>(null)
  const [held, setHeld] = useState<number>()
  const [box] = useState(() => {
    const reach = reachOf(points)
    return { reach, view: `${-reach} ${-reach} ${2 * reach} ${2 * reach}` }
  })
  const place = (e: { clientX: number; clientY: number }): Vec2 => {
    const r = svg.current!.getBoundingClientRect()
    const k = (2 * box.reach) / Math.min(r.width, r.height)
    return [round((e.clientX - r.left - r.width / 2) * k), round(-(e.clientY - r.top - r.height / 2) * k)]
  }
  const move = (i: number, p: Vec2) => onChange(points.map((q, k) => (k === i ? p : q)))
  const dot = box.reach * 0.035
  return (
    <svg
      ref={svg}
      viewBox={box.view}
      className="sheet block h-[300px] w-full touch-none"
      onPointerMove={(e) => held !== undefined && move(held, place(e))}
      onPointerUp={() => setHeld(undefined)}
      onPointerLeave={() => setHeld(undefined)}
    >
      <defs>
        <pattern id="free-grid" width={5} height={5} patternUnits="userSpaceOnUse">
          <path d="M5 0H0V5" fill="none" stroke="var(--line)" strokeWidth={box.reach * 0.004} />
        </pattern>
      </defs>
      <rect
        x={-4 * box.reach}
        y={-box.reach}
        width={8 * box.reach}
        height={2 * box.reach}
        fill="url(#free-grid)"
      />
      {traced && (
        <PhotoUnder
          traced={traced}
          onChange={onTraced}
          place={(e) => {
            const [x, y] = place(e)
            return [x, -y]
          }}
          size={box.reach * 0.06}
        />
      )}
      <path
        d={`M0 ${-box.reach}V${box.reach}`}
        stroke="var(--hair)"
        strokeDasharray="1 1"
        strokeWidth={box.reach * 0.006}
      />
      <path
        d={`M${points.map(([x, y]) => `${x} ${-y}`).join('L')}Z`}
        fill={traced ? 'none' : 'var(--copper-wash)'}
        pointerEvents={traced ? 'stroke' : undefined}
        stroke="var(--copper)"
        strokeWidth={box.reach * 0.012}
        onDoubleClick={(e) => {
          const p = place(e)
          const off = (i: number) => {
            const [a, b] = [points[i]!, points[(i + 1) % points.length]!]
            return Math.hypot(p[0] - (a[0] + b[0]) / 2, p[1] - (a[1] + b[1]) / 2)
          }
          const nearest = points.reduce((best, _, i) => (off(i) < off(best) ? i : best), 0)
          onChange([...points.slice(0, nearest + 1), p, ...points.slice(nearest + 1)])
        }}
      />
      {points.map(([x, y], i) => (
        <circle
          key={i}
          cx={x}
          cy={-y}
          r={dot}
          tabIndex={0}
          role="slider"
          aria-label={`Point ${i + 1}`}
          aria-valuenow={x}
          aria-valuetext={`${x} right, ${y} up`}
          fill={held === i ? 'var(--copper)' : 'var(--sheet)'}
          stroke="var(--copper)"
          strokeWidth={dot * 0.35}
          className="cursor-grab"
          onPointerDown={(e) => {
            e.preventDefault()
            setHeld(i)
          }}
          onDoubleClick={() => points.length > 5 && onChange(points.filter((_, k) => k !== i))}
          onKeyDown={(e) => {
            const step = e.shiftKey ? 1 : 0.1
            const by: Readonly<Record<string, Vec2>> = {
              ArrowLeft: [-step, 0],
              ArrowRight: [step, 0],
              ArrowUp: [0, step],
              ArrowDown: [0, -step],
            }
            const d = by[e.key]
            if (d) {
              e.preventDefault()
              move(i, [round(x + d[0]), round(y + d[1])])
            } else if ((e.key === 'Delete' || e.key === 'Backspace') && points.length > 5) {
              e.preventDefault()
              onChange(points.filter((_, k) => k !== i))
            }
          }}
        />
      ))}
    </svg>
  )
}
