import { mineral, outline, type FullStone, type OutlineArc } from '@verger/core'
import { useId } from 'react'
import type { View } from './project.js'

const text = (v: number): string => v.toFixed(3)

/** The outline as SVG arcs; sheet y is down, so arcs run the other way. */
export function outlinePath(arcs: readonly OutlineArc[], flip: 1 | -1 = 1): string {
  const at = (k: OutlineArc, angle: number) =>
    `${text(flip * (k.cx + k.r * Math.cos(angle)))} ${text(-(k.cy + k.r * Math.sin(angle)))}`
  const first = arcs[0]!
  const parts = [`M${at(first, first.from)}`]
  for (const k of arcs) {
    const pieces = Math.ceil((k.to - k.from) / 2)
    for (let i = 1; i <= pieces; i++)
      parts.push(
        `A${text(k.r)} ${text(k.r)} 0 0 ${flip === 1 ? 0 : 1} ${at(k, k.from + ((k.to - k.from) * i) / pieces)}`,
      )
  }
  return `${parts.join('')}Z`
}

/** Silhouette from the side: flat back, wall, dome. */
export function profilePath(stone: FullStone): string {
  const o = outline(stone.outline, stone.length, stone.width)
  const rim = stone.wall / 2
  const rise = stone.depth - stone.wall
  const p = stone.fullness
  const points: string[] = []
  const n = 60
  for (let i = 0; i <= n; i++) {
    const y = o.bottom + ((o.top - o.bottom) * (1 - Math.cos((Math.PI * i) / n))) / 2
    const rho = Math.min(1, Math.abs(y) / (y >= 0 ? o.top : -o.bottom))
    points.push(`L${text(rim + rise * (1 - rho ** p) ** (1 / p))} ${text(-y)}`)
  }
  return `M${text(-rim)} ${text(-o.bottom)}${points.join('')}L${text(-rim)} ${text(-o.top)}Z`
}

/** A stone in its mineral's colours, in true millimetres. */
export function StoneShape({
  stone,
  view,
  ghost = false,
}: {
  stone: FullStone
  view: View
  ghost?: boolean
}) {
  const id = useId()
  const [light, body, deep] = mineral(stone.mineral).colour
  const o = outline(stone.outline, stone.length, stone.width)
  const small = Math.min(stone.length, stone.width)
  const d = view === 'side' ? profilePath(stone) : outlinePath(o.arcs, view === 'back' ? -1 : 1)
  const middle = -(o.top + o.bottom) / 2
  return (
    <g opacity={ghost ? 0.35 : 1}>
      <defs>
        {view === 'side' ? (
          <linearGradient id={id} x1="0" x2="1" y1="0" y2="0.3">
            <stop offset="0" stopColor={deep} />
            <stop offset="0.45" stopColor={body} />
            <stop offset="0.8" stopColor={light} />
            <stop offset="1" stopColor={body} />
          </linearGradient>
        ) : (
          <radialGradient id={id} cx="0.36" cy="0.3" r="0.85">
            <stop offset="0" stopColor={view === 'back' ? body : light} />
            <stop offset="0.45" stopColor={body} />
            <stop offset="1" stopColor={deep} />
          </radialGradient>
        )}
      </defs>
      <path d={d} fill={`url(#${id})`} stroke={deep} strokeWidth={small * 0.006} />
      {view === 'front' && (
        <ellipse
          cx={-small * 0.17}
          cy={middle - stone.length * 0.22}
          rx={small * 0.16}
          ry={small * 0.075}
          transform={`rotate(-28 ${-small * 0.17} ${middle - stone.length * 0.22})`}
          fill="#fff"
          opacity={0.35}
        />
      )}
    </g>
  )
}
