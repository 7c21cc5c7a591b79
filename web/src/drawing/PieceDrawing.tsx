import { fullStone, spanOf, type Design, type Stone } from '@verger/core'
import { useMemo, type ReactNode } from 'react'
import { ACCENT, accentsShown } from './accent.js'
import { isDark, metalColour } from './metalColour.js'
import { barsOf, project, repeatsMade, runsOf, runsOutside, runsThrough, type View } from './project.js'
import type { Shown } from './shown.js'
import { StoneShape } from './StoneShape.js'
import { stonesShown } from './stonesShown.js'
import { useStrands } from './useStrands.js'

const shade = (hex: string, by: number): string => {
  const n = parseInt(hex.slice(1), 16)
  const part = (k: number) => Math.max(0, Math.min(255, Math.round(((n >> k) & 255) * by)))
  return `rgb(${part(16)},${part(8)},${part(0)})`
}

/** A bead or ball: its material is the maker's, so it is shown plain. */
function AccentShape({ x, y, radius }: { x: number; y: number; radius: number }) {
  return (
    <g data-accent>
      <circle cx={x} cy={y} r={radius} fill={ACCENT} stroke={shade(ACCENT, 0.55)} strokeWidth={0.12} />
      <circle cx={x - radius * 0.3} cy={y - radius * 0.32} r={radius * 0.3} fill="white" opacity={0.55} />
    </g>
  )
}

/** Stone, wires and binds of a piece in one view, in millimetres, nearest last. Put it inside an svg. */
export function PieceDrawing({
  design,
  stone,
  view,
  shown = {},
  lit,
}: {
  design: Design
  stone: Stone
  view: View
  shown?: Shown
  lit?: string | undefined
}) {
  const strands = useStrands(design)
  const layers = useMemo(() => {
    const paths = shown.paths ?? new Map(design.wires.map((w) => [w.id, w.path]))
    const dark = isDark(design, shown)
    const strung =
      shown.stone !== 'ghost' &&
      stonesShown(design, stone, shown).some(({ seat }) => seat.strung !== undefined)
    const out: { depth: number; node: ReactNode }[] = []
    for (const wire of design.wires) {
      const path = paths.get(wire.id)
      if (!path) continue
      const a = spanOf(wire)
      const active = shown.active === undefined || shown.active.has(wire.id)
      const base = metalColour(wire.stock.alloy, dark)
      const runs = strung ? runsOutside(wire, path, view, a) : runsOf(wire.id, path, view, a)
      for (const [i, run] of runs.entries())
        out.push({
          depth: run.depth,
          node: (
            <g key={`${wire.id}${i}`} opacity={active ? 1 : 0.45} data-wire={wire.id}>
              <path d={run.d} fill="none" stroke={shade(base, 0.5)} strokeWidth={a} strokeLinejoin="round" />
              <path
                d={run.d}
                fill="none"
                stroke={lit === wire.id ? shade(base, 1.25) : base}
                strokeWidth={a * 0.78}
                strokeLinejoin="round"
              />
              <path
                d={run.d}
                fill="none"
                stroke={shade(base, 1.35)}
                strokeWidth={a * 0.2}
                strokeLinejoin="round"
                opacity={0.75}
              />
              {wire.twist && (
                // two corners of the square come to the front in half a turn
                <path
                  d={run.d}
                  fill="none"
                  stroke={shade(base, 0.5)}
                  strokeWidth={a * 0.86}
                  strokeDasharray={`${wire.twist.pitch / 12} ${wire.twist.pitch / 6}`}
                  opacity={0.55}
                />
              )}
            </g>
          ),
        })
    }
    for (const joint of design.joints) {
      const turns = shown.turns ? (shown.turns[joint.id] ?? 0) : joint.turns
      const base = metalColour(joint.binder.alloy, dark)
      const w = joint.binder.size.mm
      for (const [i, bar] of barsOf(design, joint, view, paths, turns).entries())
        out.push({
          depth: bar.depth,
          node: (
            <g key={`${joint.id}-turn-${i}`} data-joint={joint.id}>
              <line
                {...{ x1: bar.x1, y1: bar.y1, x2: bar.x2, y2: bar.y2 }}
                stroke={shade(base, 0.42)}
                strokeWidth={w}
                strokeLinecap="round"
              />
              <line
                {...{ x1: bar.x1, y1: bar.y1, x2: bar.x2, y2: bar.y2 }}
                stroke={shade(base, 0.9)}
                strokeWidth={w * 0.68}
                strokeLinecap="round"
              />
            </g>
          ),
        })
    }
    for (const joint of design.joints) {
      const repeats = repeatsMade(joint, shown.turns ? (shown.turns[joint.id] ?? 0) : joint.turns)
      const { size, alloy: metal } = joint.binder
      for (const { id, points } of strands?.(design, joint, paths, { repeats }) ?? [])
        for (const [i, run] of runsThrough(id, points, view, size.mm).entries())
          out.push({
            depth: run.depth,
            node: (
              <g key={`${joint.id}-${id}-${i}`} data-joint={joint.id} fill="none" strokeLinecap="round">
                <path d={run.d} stroke={shade(metalColour(metal, dark), 0.42)} strokeWidth={size.mm} />
                <path d={run.d} stroke={shade(metalColour(metal, dark), 0.9)} strokeWidth={size.mm * 0.68} />
              </g>
            ),
          })
    }
    for (const accent of accentsShown(design, shown)) {
      const [x, y, middle] = project(view, accent.centre)
      // a bead hides the wire in its hole; a ball is seen between the turns of its coil
      const depth = accent.kind === 'bead' ? middle + accent.radius / 2 : middle
      out.push({ depth, node: <AccentShape key={accent.id} x={x} y={y} radius={accent.radius} /> })
    }
    for (const { id, stone: own, seat } of stonesShown(design, stone, shown))
      out.push({
        depth: project(view, seat.shift)[2] - 0.001,
        node: (
          <StoneShape
            key={id}
            stone={fullStone(own)}
            view={view}
            seat={seat}
            ghost={shown.stone === 'ghost'}
          />
        ),
      })
    return out.sort((p, q) => p.depth - q.depth).map((l) => l.node)
  }, [design, stone, view, shown, lit, strands])
  return <>{layers}</>
}
