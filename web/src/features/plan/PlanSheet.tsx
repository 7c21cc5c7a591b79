import { numberOf, type Plan } from '@verger/core'
import { useMemo, useRef } from 'react'
import { Dimension } from '../../drawing/Dimension.js'
import { boundsOf, PieceDrawing } from '../../drawing/PieceDrawing.js'
import { viewsOf } from '../../drawing/project.js'
import { markLength, sayLength, useSettings } from '../../app/workshop.js'
import { saveSvg } from '../../drawing/saveSvg.js'

/** The planned piece at one scale from three sides, from the paths, with its dimensions. */
export function PlanSheet({ plan, name, lit }: { plan: Plan; name: string; lit?: string | undefined }) {
  const { design, stone } = plan
  const settings = useSettings()
  const views = viewsOf(design)
  const boxes = useMemo(() => viewsOf(design).map((v) => boundsOf(design, stone, v)), [design, stone])
  const y0 = Math.min(...boxes.map((b) => b.y0))
  const y1 = Math.max(...boxes.map((b) => b.y1))
  const tall = y1 - y0
  // what is wide is drawn smaller: its letters are not
  const u = Math.max(tall / 26, boxes.reduce((sum, b) => sum + b.x1 - b.x0, 0) / 44)
  const gap = u * 2
  let x = u * 3.6
  const at = boxes.map((b) => {
    const here = x - b.x0
    x += b.x1 - b.x0 + gap
    return here
  })
  const width = x + u * 0.2
  const height = tall + u * 5.4
  const top = u * 1.2 - y0
  const bottom = top + y1
  const value = (id: string) => numberOf(plan.outputs.find((o) => o.id === id)!.quantity)
  // where the dimensions begin: at the very foot (sheet y is down), in the middle, and at the very back
  const foot = boxes[0]!.y1
  const back = boxes[1]!.x0
  const sheet = useRef<SVGSVGElement>(null)
  return (
    // room under the drawing for what can be done with it
    <div className="relative sm:pb-8 print:pb-0">
      <svg
        ref={sheet}
        viewBox={`0 0 ${width} ${height}`}
        className="block max-h-[392px] w-full"
        role="img"
        aria-label={`Front, side and ${views[2]} of the piece, ${sayLength(value('height'), settings)} high`}
      >
        <defs>
          <pattern id="plan-grid" width={10} height={10} patternUnits="userSpaceOnUse">
            <path d="M10 0H0V10" fill="none" stroke="var(--line)" strokeWidth={u * 0.03} opacity={0.5} />
          </pattern>
        </defs>
        <rect width={width} height={height} fill="url(#plan-grid)" />
        {views.map((v, i) => (
          <g key={v} transform={`translate(${at[i]} ${top})`} data-view={v}>
            <PieceDrawing design={design} stone={stone} view={v} lit={lit} />
          </g>
        ))}
        <Dimension
          x1={u * 1.7}
          y1={top + foot - value('height')}
          x2={u * 1.7}
          y2={top + foot}
          label={markLength(value('height'), settings)}
          size={u}
        />
        <Dimension
          x1={at[0]! - value('width') / 2}
          y1={bottom + u * 1.5}
          x2={at[0]! + value('width') / 2}
          y2={bottom + u * 1.5}
          label={markLength(value('width'), settings)}
          size={u}
        />
        <Dimension
          x1={at[1]! + back}
          y1={bottom + u * 1.5}
          x2={at[1]! + back + value('thick')}
          y2={bottom + u * 1.5}
          label={markLength(value('thick'), settings)}
          size={u}
        />
        <g fontSize={u * 0.8} fill="var(--soft)" textAnchor="middle">
          {views.map((v, i) => (
            <text key={v} x={at[i]! + (boxes[i]!.x0 + boxes[i]!.x1) / 2} y={height - u * 0.8}>
              {v}
            </text>
          ))}
        </g>
      </svg>
      <button
        type="button"
        className="left-2 bottom-1 border-0 bg-transparent p-1 sm:absolute text-[15px] text-copper underline print:hidden"
        onClick={() => sheet.current && saveSvg(sheet.current, name, width, height)}
      >
        Save the drawing
      </button>
    </div>
  )
}
