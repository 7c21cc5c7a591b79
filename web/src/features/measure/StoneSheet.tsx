import { fullStone, type FullStone, type Stone } from '@verger/core'
import { useRef } from 'react'
import { Dimension } from '../../drawing/Dimension.js'
import { markLength, useSettings } from '../../app/workshop.js'
import { useWide } from '../../app/useWide.js'
import { shapeName } from '../../app/stoneWords.js'
import { saveSvg } from '../../drawing/saveSvg.js'
import { StoneShape } from '../../drawing/StoneShape.js'
import { stoneLines } from '../../drawing/stoneLines.js'
import { jawsOf, type FieldId } from './fields.js'

/** Workshop drawing of a stone: front and side in true proportion with dimension lines; the one being typed is lit. */
export function StoneSheet({
  stone,
  lit,
  example = false,
  past = false,
  together,
}: {
  stone: FullStone
  lit: FieldId | undefined
  /** Not the maker's own stone yet: faint, and nothing to save. */
  example?: boolean
  /** As it was measured before what is typed now: faint, without its measures. */
  past?: boolean
  /** All stones of its row or pair, in the order in which they lie. */
  together?: readonly Stone[] | undefined
}) {
  const front = stoneLines(stone, 'front').box
  const side = stoneLines(stone, 'side').box
  const [wide, deep, tall] = [front.x1 - front.x0, side.x1 - side.x0, front.y1 - front.y0]
  // a letter’s height: on a narrow screen the drawing is small and its letters are not
  const roomy = useWide()
  const unit = Math.max(tall, wide + deep) / (roomy ? 24 : 11)
  const left = unit * 4.2
  const gap = unit * 3.2
  const width = left + wide + gap + deep + unit * 2.6
  const height = tall + unit * 7.2
  const top = unit * 1.9
  const frontAt = left - front.x0
  const sideAt = left + wide + gap - side.x0
  const zero = top - front.y0
  const below = top + tall + unit * 1.6
  const settings = useSettings()
  const say = (v: number) => markLength(v, settings)
  const faint = example ? 0.4 : past ? 0.25 : 1
  const told = (v: number) => (past ? '?' : say(v))
  const sheet = useRef<SVGSVGElement>(null)
  const jaws = lit && !['length', 'width', 'depth'].includes(lit) ? jawsOf(stone, lit) : undefined
  const shift = jaws?.view === 'side' ? sideAt : frontAt
  const unitWord = settings.units === 'mm' ? ' mm' : ''
  return (
    <>
      <svg
        ref={sheet}
        viewBox={`0 0 ${width} ${height}`}
        className="max-h-[27vh] min-h-0 w-full flex-1 max-lg:landscape:max-h-[60vh] lg:max-h-[500px]"
        role="img"
        aria-label={
          past
            ? 'The stone as it was before'
            : `Stone ${say(stone.length)} by ${say(stone.width)} by ${say(stone.depth)}${unitWord}, front and side`
        }
      >
        <defs>
          <pattern id="grid" width={10} height={10} patternUnits="userSpaceOnUse">
            <path d="M10 0H0V10" fill="none" stroke="var(--line)" strokeWidth={unit * 0.035} opacity={0.6} />
          </pattern>
        </defs>
        <rect width={width} height={height} fill="url(#grid)" />
        <g transform={`translate(${frontAt} ${zero})`} opacity={faint}>
          <StoneShape stone={stone} view="front" />
        </g>
        <g transform={`translate(${sideAt} ${zero})`} opacity={faint}>
          <StoneShape stone={stone} view="side" />
        </g>
        <Dimension
          x1={unit * 1.9}
          y1={top}
          x2={unit * 1.9}
          y2={top + tall}
          label={told(tall)}
          lit={lit === 'length'}
          size={unit}
        />
        <Dimension
          x1={left}
          y1={below}
          x2={left + wide}
          y2={below}
          label={told(wide)}
          lit={lit === 'width'}
          size={unit}
        />
        <Dimension
          x1={left + wide + gap}
          y1={below}
          x2={left + wide + gap + deep}
          y2={below}
          label={told(deep)}
          lit={lit === 'depth'}
          size={unit}
        />
        {jaws && !past && (
          <g
            data-testid="jaws"
            stroke="var(--copper)"
            fill="var(--copper)"
            strokeWidth={unit * 0.14}
            fontSize={unit}
          >
            <line x1={shift + jaws.a[0]} y1={zero - jaws.a[1]} x2={shift + jaws.b[0]} y2={zero - jaws.b[1]} />
            {[jaws.a, jaws.b].map(([x, y]) => (
              <circle key={`${x} ${y}`} cx={shift + x} cy={zero - y} r={unit * 0.28} stroke="none" />
            ))}
            <text
              x={shift + (jaws.a[0] + jaws.b[0]) / 2}
              y={zero - Math.max(jaws.a[1], jaws.b[1]) - unit * 0.6}
              textAnchor="middle"
              stroke="var(--sheet)"
              strokeWidth={unit * 0.3}
              paintOrder="stroke"
              fontWeight={600}
            >
              {say(Math.hypot(jaws.b[0] - jaws.a[0], jaws.b[1] - jaws.a[1]))}
            </text>
          </g>
        )}
        <g fontSize={roomy ? unit * 0.8 : unit} fill="var(--soft)" textAnchor="middle">
          <text x={left + wide / 2} y={height - unit * 0.7}>
            front
          </text>
          <text x={left + wide + gap + deep / 2} y={height - unit * 0.7}>
            side
          </text>
        </g>
      </svg>
      {together && <Together stones={together} />}
      {!example && !past && (
        <button
          type="button"
          className="self-start border-0 bg-transparent px-6 pb-1 text-[15px] text-copper underline print:hidden"
          onClick={() =>
            sheet.current && saveSvg(sheet.current, `${stone.mineral} ${shapeName(stone)}`, width, height)
          }
        >
          Save the drawing
        </button>
      )}
    </>
  )
}

/** Stones that are set together, side by side at one scale, their feet on one line. */
function Together({ stones }: { stones: readonly Stone[] }) {
  const gap = stones[0]!.group?.kind === 'row' ? stones[0]!.group.gap : stones[0]!.width * 0.25
  let x = 0
  const placed = stones.map((s) => {
    const full = fullStone(s)
    const { box } = stoneLines(full, 'front')
    const at = { full, dx: x - box.x0, dy: -box.y1 }
    x += box.x1 - box.x0 + gap
    return { ...at, tall: box.y1 - box.y0 }
  })
  const tall = Math.max(...placed.map((p) => p.tall))
  const wide = x - gap
  return (
    <svg
      viewBox={`-0.5 ${-tall - 0.5} ${wide + 1} ${tall + 1}`}
      className="mx-auto mb-2 block h-24 w-[92%]"
      role="img"
      aria-label={`${stones.length} stones side by side`}
    >
      {placed.map((p, i) => (
        <g key={i} transform={`translate(${p.dx} ${p.dy})`}>
          <StoneShape stone={p.full} view="front" />
        </g>
      ))}
    </svg>
  )
}
