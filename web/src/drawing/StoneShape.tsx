import { mineral, type FullStone } from '@verger/core'
import { memo, useId } from 'react'
import type { View } from './project.js'
import { stoneLines } from './stoneLines.js'

/** A stone in its material's colours, in true millimetres: its shadow, the edges on it, and its hole. */
export const StoneShape = memo(function StoneShape({
  stone,
  view,
  ghost = false,
  mineral: of = stone.mineral,
}: {
  stone: FullStone
  view: View
  ghost?: boolean
  /** In the colours of another material than its own. */
  mineral?: string
}) {
  const id = useId()
  const [light, body, deep] = mineral(of).colour
  const { shadow, edges, hidden, box } = stoneLines(stone, view)
  const small = Math.min(box.x1 - box.x0, box.y1 - box.y0)
  const [cx, cy] = [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2]
  const smooth = stone.kind !== 'faceted' && stone.kind !== 'crystal'
  const flat =
    view === 'side' && (stone.kind === 'cabochon' || stone.kind === 'puffy' || stone.kind === 'slab')
  return (
    <g opacity={ghost ? 0.35 : 1}>
      <defs>
        {flat ? (
          <linearGradient id={id} x1="0" x2="1" y1="0" y2="0.3">
            <stop offset="0" stopColor={deep} />
            <stop offset="0.45" stopColor={body} />
            <stop offset="0.8" stopColor={light} />
            <stop offset="1" stopColor={body} />
          </linearGradient>
        ) : smooth ? (
          <radialGradient id={id} cx="0.36" cy="0.3" r="0.85">
            <stop offset="0" stopColor={view === 'back' ? body : light} />
            <stop offset="0.45" stopColor={body} />
            <stop offset="1" stopColor={deep} />
          </radialGradient>
        ) : (
          <linearGradient id={id} x1="0" x2="1" y1="0" y2="1">
            <stop offset="0" stopColor={light} />
            <stop offset="0.5" stopColor={body} />
            <stop offset="1" stopColor={deep} />
          </linearGradient>
        )}
      </defs>
      <path
        d={shadow}
        fill={`url(#${id})`}
        stroke={deep}
        strokeWidth={small * 0.006}
        strokeLinejoin="round"
      />
      {edges && (
        <path
          d={edges}
          fill="none"
          stroke={smooth ? deep : light}
          strokeWidth={small * 0.011}
          opacity={smooth ? 0.5 : 0.75}
        />
      )}
      {hidden && (
        <>
          <clipPath id={`${id}-shadow`}>
            <path d={shadow} />
          </clipPath>
          <path
            d={hidden}
            clipPath={`url(#${id}-shadow)`}
            fill="none"
            stroke={deep}
            strokeWidth={small * 0.009}
            strokeDasharray={`${small * 0.05} ${small * 0.035}`}
            opacity={0.75}
          />
        </>
      )}
      {view === 'front' && smooth && (
        <ellipse
          cx={cx - small * 0.17}
          cy={cy - (box.y1 - box.y0) * 0.22}
          rx={small * 0.16}
          ry={small * 0.075}
          transform={`rotate(-28 ${cx - small * 0.17} ${cy - (box.y1 - box.y0) * 0.22})`}
          fill="#fff"
          opacity={0.35}
        />
      )}
    </g>
  )
})
