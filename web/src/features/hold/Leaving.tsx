import {
  convexHull,
  fullStone,
  mineral,
  NEWTON_PER_GRAM,
  shapeOf,
  type Plan,
  type Pose,
  type Release,
  type Vec3,
} from '@verger/core'
import { useMemo, useState } from 'react'
import { sayLength, useSettings } from '../../app/workshop.js'
import { PieceDrawing } from '../../drawing/PieceDrawing.js'
import { boundsOf } from '../../drawing/shown.js'
import { project, type View } from '../../drawing/project.js'

const OUT = { stone: 'out' } as const
/** Fineness of the stone's shadow, mm. */
const FINE = 0.1

/** The way on which the stone leaves last: slid along it, drawn in its own pose from the front and the side, with what it takes there. */
export function Leaving({ plan, release }: { plan: Plan; release: Release }) {
  const { units } = useSettings()
  const [at, setAt] = useState(0)
  const point = release.way[Math.min(at, release.way.length - 1)]
  if (!point) return null
  const grams = point.force / NEWTON_PER_GRAM
  return (
    <section aria-label="The way it leaves">
      <div className="grid grid-cols-2 gap-3">
        {(['front', 'side'] as const).map((view) => (
          <Posed key={view} plan={plan} pose={point.pose} view={view} />
        ))}
      </div>
      <label className="mt-1 block text-[15px]">
        <span className="text-soft">Slide it out:</span>{' '}
        <strong>
          {sayLength(point.travel, { units }, 2)},{' '}
          {grams < 995 ? `${grams.toFixed(0)} g` : `${(grams / 1000).toFixed(1)} kg`}
        </strong>
        <input
          type="range"
          className="w-full accent-(--copper)"
          min={0}
          max={release.way.length - 1}
          value={at}
          onChange={(e) => setAt(Number(e.target.value))}
          aria-valuetext={`${point.travel.toFixed(2)} mm, ${grams.toFixed(0)} g`}
        />
      </label>
      <ForceCurve release={release} at={at} />
      <p className="m-0 text-[15px] text-soft">
        The shaded area is what a knock must bring to take it out: {release.energy.toPrecision(2)} N mm.
      </p>
    </section>
  )
}

/** The force along the way, with where the slider stands. */
function ForceCurve({ release, at }: { release: Release; at: number }) {
  const { way } = release
  const [far, most] = [way[way.length - 1]!.travel || 1, Math.max(...way.map((p) => p.force)) || 1]
  const x = (p: { travel: number }) => (300 * p.travel) / far
  const y = (p: { force: number }) => 44 - (40 * p.force) / most
  const here = way[Math.min(at, way.length - 1)]!
  const borne = way.filter((p) => p.travel <= release.letsGo)
  return (
    <svg viewBox="-4 -2 308 50" className="w-full" aria-hidden>
      <path d="M0 44H300" stroke="var(--hair)" />
      <path
        d={`M0 44L${borne.map((p) => `${x(p).toFixed(1)} ${y(p).toFixed(1)}`).join('L')}V44Z`}
        fill="var(--copper)"
        opacity={0.16}
      />
      <path
        d={`M${way.map((p) => `${x(p).toFixed(1)} ${y(p).toFixed(1)}`).join('L')}`}
        fill="none"
        stroke="var(--copper)"
        strokeWidth={2}
      />
      <circle cx={x(here)} cy={y(here)} r={4} fill="var(--ink)" />
    </svg>
  )
}

function Posed({ plan, pose, view }: { plan: Plan; pose: Pose; view: View }) {
  const { design, stone } = plan
  const points = useMemo(() => {
    const { positions } = shapeOf(fullStone(stone), FINE).mesh
    return Array.from({ length: positions.length / 3 }, (_, i): Vec3 => [
      positions[3 * i]!,
      positions[3 * i + 1]!,
      positions[3 * i + 2]!,
    ])
  }, [stone])
  const outline = useMemo(() => {
    const { axes, shift } = pose
    const turned = points.map((p): Vec3 => [
      axes[0][0] * p[0] + axes[1][0] * p[1] + axes[2][0] * p[2] + shift[0],
      axes[0][1] * p[0] + axes[1][1] * p[1] + axes[2][1] * p[2] + shift[1],
      axes[0][2] * p[0] + axes[1][2] * p[1] + axes[2][2] * p[2] + shift[2],
    ])
    return convexHull(turned.map((p) => project(view, p)).map(([x, y]) => [x, y] as const))
  }, [points, pose, view])
  const b = useMemo(() => boundsOf(design, stone, view), [design, stone, view])
  return (
    <svg
      viewBox={`${b.x0 - 2} ${b.y0 - 1} ${b.x1 - b.x0 + 4} ${b.y1 - b.y0 + 2}`}
      className="h-56 w-full"
      role="img"
      aria-label={`The stone on its way out, from the ${view}`}
    >
      <path
        d={`M${outline.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}Z`}
        fill={mineral(stone.mineral).colour[1]}
        stroke="var(--ink)"
        strokeWidth={0.15}
        opacity={0.85}
      />
      <PieceDrawing design={design} stone={stone} view={view} shown={OUT} />
    </svg>
  )
}
