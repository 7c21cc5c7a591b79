import type { FullStone } from '@verger/core'
import { memo } from 'react'
import { StoneShape } from '../../drawing/StoneShape.js'
import { stoneLines } from '../../drawing/stoneLines.js'
import { jawsOf, type FieldId } from './fields.js'

/** A small drawing of where the jaws go for one measure. Nothing for counts, angles and shares. */
export const JawsDrawing = memo(function JawsDrawing({
  stone,
  id,
  lit,
}: {
  stone: FullStone
  id: FieldId
  lit: boolean
}) {
  const jaws = jawsOf(stone, id)
  if (!jaws) return null
  const { box } = stoneLines(stone, jaws.view)
  const size = Math.max(box.x1 - box.x0, box.y1 - box.y0)
  const pad = size * 0.2
  const side = size + 2 * pad
  const [cx, cy] = [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2]
  const [a, b] = [
    [jaws.a[0], -jaws.a[1]],
    [jaws.b[0], -jaws.b[1]],
  ] as const
  const l = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
  const [ux, uy] = [(b[0] - a[0]) / l, (b[1] - a[1]) / l]
  const t = size * 0.13
  // a jaw is a wedge whose point stands at the place, outside the stretch that is measured
  const jaw = (p: readonly [number, number] | readonly number[], s: number) =>
    `M${p[0]} ${p[1]}L${p[0]! + s * ux * t - uy * t * 0.55} ${p[1]! + s * uy * t + ux * t * 0.55}L${p[0]! + s * ux * t + uy * t * 0.55} ${p[1]! + s * uy * t - ux * t * 0.55}Z`
  return (
    <svg
      viewBox={`${cx - side / 2} ${cy - side / 2} ${side} ${side}`}
      className="h-11 w-11 shrink-0"
      aria-hidden
      data-jaws={id}
    >
      <g opacity={lit ? 1 : 0.55}>
        <StoneShape stone={stone} view={jaws.view} mineral="howlite" />
      </g>
      <g fill="var(--copper)" stroke="var(--copper)" strokeWidth={size * 0.03}>
        <path d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`} />
        <path d={jaw(a, -1)} stroke="none" />
        <path d={jaw(b, 1)} stroke="none" />
      </g>
    </svg>
  )
})
