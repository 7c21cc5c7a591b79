import { outline, type FullStone } from '@verger/core'
import { useRef } from 'react'
import { Dimension } from '../../drawing/Dimension.js'
import { markLength, useSettings } from '../../app/workshop.js'
import { saveSvg } from '../../drawing/saveSvg.js'
import { StoneShape } from '../../drawing/StoneShape.js'

/** Workshop drawing of a stone: front and side in true proportion with dimension lines; the one being typed is lit. */
export function StoneSheet({
  stone,
  lit,
  round,
}: {
  stone: FullStone
  lit: string | undefined
  round: boolean
}) {
  const o = outline(stone.outline, stone.length, stone.width)
  const unit = Math.max(stone.length, stone.width + stone.depth) / 24
  const left = unit * 4.2
  const gap = unit * 3.2
  const width = left + stone.width + gap + stone.depth + unit * 2.6
  const height = stone.length + unit * 7.2
  const front = left + stone.width / 2
  const side = left + stone.width + gap + stone.wall / 2
  const top = unit * 1.6
  const zero = top + o.top
  const settings = useSettings()
  const say = (v: number) => markLength(v, settings)
  const sheet = useRef<SVGSVGElement>(null)
  return (
    <>
      <svg
        ref={sheet}
        viewBox={`0 0 ${width} ${height}`}
        className="max-h-[500px] min-h-0 w-full flex-1"
        role="img"
        aria-label={`Stone ${say(stone.length)} by ${say(stone.width)} by ${say(stone.depth)} ${settings.units === 'mm' ? 'mm' : ''}, front and side`}
      >
        <defs>
          <pattern id="grid" width={10} height={10} patternUnits="userSpaceOnUse">
            <path d="M10 0H0V10" fill="none" stroke="var(--line)" strokeWidth={unit * 0.035} opacity={0.6} />
          </pattern>
        </defs>
        <rect width={width} height={height} fill="url(#grid)" />
        <g transform={`translate(${front} ${zero})`}>
          <StoneShape stone={stone} view="front" />
        </g>
        <g transform={`translate(${side} ${zero})`}>
          <StoneShape stone={stone} view="side" />
        </g>
        <Dimension
          x1={unit * 1.9}
          y1={top}
          x2={unit * 1.9}
          y2={top + stone.length}
          label={say(stone.length)}
          lit={lit === 'length'}
          size={unit}
        />
        {!round && (
          <Dimension
            x1={left}
            y1={top + stone.length + unit * 1.6}
            x2={left + stone.width}
            y2={top + stone.length + unit * 1.6}
            label={say(stone.width)}
            lit={lit === 'width'}
            size={unit}
          />
        )}
        <Dimension
          x1={side - stone.wall / 2}
          y1={top + stone.length + unit * 1.6}
          x2={side - stone.wall / 2 + stone.depth}
          y2={top + stone.length + unit * 1.6}
          label={say(stone.depth)}
          lit={lit === 'depth'}
          size={unit}
        />
        {stone.wall > 0 && (
          <g
            fontSize={unit * 0.85}
            fill={lit === 'wall' ? 'var(--copper)' : 'var(--soft)'}
            stroke={lit === 'wall' ? 'var(--copper)' : 'var(--soft)'}
            strokeWidth={unit * (lit === 'wall' ? 0.12 : 0.05)}
          >
            <path
              d={`M${side - stone.wall / 2} ${top - unit * 0.3}v${-unit * 0.7}M${side + stone.wall / 2} ${top - unit * 0.3}v${-unit * 0.7}`}
              fill="none"
            />
            <text x={side + stone.wall / 2 + unit * 0.4} y={top - unit * 0.4} stroke="none" fontWeight={600}>
              wall {say(stone.wall)}
            </text>
          </g>
        )}
        <g fontSize={unit * 0.8} fill="var(--soft)" textAnchor="middle">
          <text x={front} y={height - unit * 0.7}>
            front
          </text>
          <text x={side - stone.wall / 2 + stone.depth / 2} y={height - unit * 0.7}>
            side
          </text>
        </g>
      </svg>
      <button
        type="button"
        className="self-start border-0 bg-transparent px-6 pb-1 text-[15px] text-copper underline print:hidden"
        onClick={() =>
          sheet.current && saveSvg(sheet.current, `${stone.mineral} ${stone.outline}`, width, height)
        }
      >
        Save the drawing
      </button>
    </>
  )
}
