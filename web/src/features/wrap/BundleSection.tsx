import { alloy, dot, pathAt, spanOf, sub, type Design, type Joint } from '@verger/core'
import { binderHeight, turnFrames } from '../../drawing/project.js'

/** A wire as it is cut across: its place in the bundle, its width, and whether it shows a square. */
interface CutAcross {
  readonly x: number
  readonly y: number
  readonly size: number
  readonly square: boolean
}

/**
 * The wires of a joint as they lie where its middle turn goes round them. Where it names only some of the wires that it binds, as many like
 * ones side by side.
 */
function cutAcross(design: Design, joint: Joint): readonly CutAcross[] {
  const wires = joint.members.map((m) => ({ m, wire: design.wires.find((w) => w.id === m.wire)! }))
  const first = wires[0]!.wire
  const shown = (wire: typeof first) => ({
    size: spanOf(wire),
    square: wire.stock.profile === 'square' && !wire.twist,
  })
  const paths = new Map(design.wires.map((w) => [w.id, w.path]))
  const frames = turnFrames(design, joint, paths)
  const frame = frames[Math.floor(frames.length / 2)]
  if (!frame || joint.members.length !== joint.columns * joint.rows) {
    const { size, square } = shown(first)
    return Array.from({ length: joint.columns * joint.rows }, (_, i) => ({
      x: (i % joint.columns) * size,
      y: Math.floor(i / joint.columns) * size,
      size,
      square,
    }))
  }
  return wires.map(({ m, wire }) => {
    const from = sub(pathAt(wire.path, (m.s0 + m.s1) / 2).p, frame.centre)
    return { x: dot(from, frame.across), y: -dot(from, frame.deep), ...shown(wire) }
  })
}

/** Cut across the bundle that is bound: how many wires wide and deep, and how the binding lies round it. */
export function BundleSection({ design, joint }: { design: Design; joint: Joint }) {
  const { stock } = design.wires.find((w) => w.id === joint.members[0]!.wire)!
  const wires = cutAcross(design, joint)
  const tb = binderHeight(joint)
  const pad = tb + stock.size.mm * 0.15
  const x0 = Math.min(...wires.map((w) => w.x - w.size / 2))
  const x1 = Math.max(...wires.map((w) => w.x + w.size / 2))
  const y0 = Math.min(...wires.map((w) => w.y - w.size / 2))
  const y1 = Math.max(...wires.map((w) => w.y + w.size / 2))
  const colour = alloy(stock.alloy).colour
  const edge = { fill: colour, stroke: 'rgb(70,35,15)', strokeWidth: stock.size.mm * 0.06 }
  return (
    <figure className="m-0 mt-3 flex items-center gap-5">
      <svg
        viewBox={`${x0 - pad} ${y0 - pad} ${x1 - x0 + 2 * pad} ${y1 - y0 + 2 * pad}`}
        className="h-[92px] max-w-[150px]"
        role="img"
        aria-label="Section through the bind"
      >
        <rect
          x={x0 - tb / 2}
          y={y0 - tb / 2}
          width={x1 - x0 + tb}
          height={y1 - y0 + tb}
          rx={tb}
          fill="none"
          stroke={alloy(joint.binder.alloy).colour}
          strokeWidth={tb}
        />
        {wires.map(({ x, y, size, square }) =>
          square ? (
            <rect key={`${x} ${y}`} x={x - size / 2} y={y - size / 2} width={size} height={size} {...edge} />
          ) : (
            <circle key={`${x} ${y}`} cx={x} cy={y} r={size / 2} {...edge} />
          ),
        )}
      </svg>
      <figcaption className="text-lg text-soft">
        {joint.columns === 1 ? 'One' : joint.columns} wide, {joint.rows === 1 ? 'one' : joint.rows} deep
        {joint.binder.profile === 'half-round' && '; flat side of the binding in'}
      </figcaption>
    </figure>
  )
}
