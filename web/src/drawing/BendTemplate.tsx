import type { BendTemplate as Template } from '@verger/core'
import { useRef } from 'react'
import { saveSvg } from './saveSvg.js'

/** A line to lay the wire on, at true size on paper: the wire's width, its middle, where each joint comes to lie, and a centimetre to check the print by. */
export function BendTemplate({ template, name }: { template: Template; name: string }) {
  const { points, marks, size } = template
  const sheet = useRef<SVGSVGElement>(null)
  const xs = points.map((p) => p[0])
  const ys = points.map((p) => -p[1])
  const side = 4 + size / 2
  const [x0, y0] = [Math.min(...xs) - side, Math.min(...ys) - side]
  const width = Math.max(10 + 2 * side, Math.max(...xs) - x0 + side)
  const below = Math.max(...ys) - y0 + side
  const height = below + 4
  const d = points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(2)} ${(-y).toFixed(2)}`).join('')
  return (
    <figure className="m-0 flex flex-wrap items-end gap-x-6 gap-y-2 p-3" data-testid="template">
      <svg
        ref={sheet}
        viewBox={`${x0} ${y0} ${width} ${height}`}
        width={`${width}mm`}
        height={`${height}mm`}
        role="img"
        aria-label={`Template to bend on, ${marks.length} marks`}
      >
        <path
          d={d}
          fill="none"
          stroke="var(--line)"
          strokeWidth={size}
          strokeLinecap="butt"
          strokeLinejoin="round"
        />
        <path d={d} fill="none" stroke="var(--ink)" strokeWidth={0.15} strokeDasharray="0.8 0.5" />
        {marks.map(({ joint, number, at: [x, y] }) => (
          <g key={joint}>
            <path
              d={`M${x - size} ${-y}H${x + size}M${x} ${-y - size}V${-y + size}`}
              stroke="var(--copper)"
              strokeWidth={0.2}
            />
            <text
              x={x + Math.sign(x) * (size + 1.2)}
              y={-y + 0.8}
              fontSize={2.4}
              textAnchor="middle"
              fill="var(--ink)"
            >
              {number}
            </text>
          </g>
        ))}
        <g transform={`translate(${x0 + side} ${y0 + below})`}>
          <path d="M0 0H10M0 -0.8V0.8M10 -0.8V0.8" stroke="var(--ink)" strokeWidth={0.2} />
          <text x={5} y={3} fontSize={2.2} textAnchor="middle" fill="var(--soft)">
            10 mm
          </text>
        </g>
      </svg>
      <figcaption className="min-w-0 flex-1 basis-40 text-[15px] text-soft">
        Template, seen from the front: true to size on paper. Check that its 10 mm measure 10 mm.{' '}
        <button
          type="button"
          className="border-0 bg-transparent p-0 text-copper underline print:hidden"
          onClick={() => sheet.current && saveSvg(sheet.current, `${name} template`, width, height)}
        >
          Save the template
        </button>
      </figcaption>
    </figure>
  )
}
