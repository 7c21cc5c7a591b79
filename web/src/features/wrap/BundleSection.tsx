import {
  alloy,
  dot,
  pathAt,
  sectionAt,
  sub,
  support,
  wireOf,
  type Design,
  type Joint,
  type Profile,
} from '@verger/core'
import { binderHeight, turnFrames } from '../../drawing/project.js'

/** A wire as it is cut across: the middle of its profile in the bundle, and where its face looks there, square to the view's y that points down. */
interface CutAcross {
  readonly x: number
  readonly y: number
  readonly profile: Profile
  readonly size: number
  readonly face: readonly [number, number]
}

/**
 * The wires of a joint as they lie where its middle turn goes round them. Where it names only some of the wires that it binds, as many like
 * ones side by side.
 */
function cutAcross(design: Design, joint: Joint): readonly CutAcross[] {
  const wires = joint.members.map((m) => ({ m, wire: wireOf(design, m.wire) }))
  const paths = new Map(design.wires.map((w) => [w.id, w.path]))
  const frames = turnFrames(design, joint, paths)
  const frame = frames[Math.floor(frames.length / 2)]
  if (!frame || joint.members.length !== joint.columns * joint.rows) {
    const { profile, size } = sectionAt(wires[0]!.wire, 0, [1, 0, 0])
    return Array.from({ length: joint.columns * joint.rows }, (_, i) => ({
      x: (i % joint.columns) * size,
      y: Math.floor(i / joint.columns) * size,
      profile,
      size,
      face: [0, -1] as const,
    }))
  }
  return wires.map(({ m, wire }) => {
    const s = (m.s0 + m.s1) / 2
    const { p, t } = pathAt(wire.path, s)
    const { profile, size, axes } = sectionAt(wire, s, t)
    const from = sub(p, frame.centre)
    const [x, y] = [dot(axes[0], frame.across), -dot(axes[0], frame.deep)]
    const long = Math.hypot(x, y)
    return {
      x: dot(from, frame.across),
      y: -dot(from, frame.deep),
      profile,
      size,
      face: long > 1e-6 ? [x / long, y / long] : [0, -1],
    }
  })
}

/** How far a wire reaches from its middle toward a side. */
const reach = ({ profile, size, face: [x, y] }: CutAcross, [u, v]: readonly [number, number]): number =>
  support(profile, size, u * x + v * y, u * y - v * x)

/** Profiles about their middles, the face to the right, of half their width. */
const OUTLINE: Readonly<Record<Profile, (h: number) => string>> = {
  square: (h) => `M${-h} ${-h}H${h}V${h}H${-h}Z`,
  round: (h) => `M${-h} 0A${h} ${h} 0 0 1 ${h} 0A${h} ${h} 0 0 1 ${-h} 0Z`,
  'half-round': (h) => `M0 ${-h}A${h} ${h} 0 0 1 0 ${h}Z`,
}

/** Cut across the bundle that is bound: how many wires wide and deep, and how the binding lies round it. */
export function BundleSection({ design, joint }: { design: Design; joint: Joint }) {
  const { stock } = design.wires.find((w) => w.id === joint.members[0]!.wire)!
  const wires = cutAcross(design, joint)
  const tb = binderHeight(joint)
  const pad = tb + stock.size.mm * 0.15
  const x0 = Math.min(...wires.map((w) => w.x - reach(w, [-1, 0])))
  const x1 = Math.max(...wires.map((w) => w.x + reach(w, [1, 0])))
  const y0 = Math.min(...wires.map((w) => w.y - reach(w, [0, -1])))
  const y1 = Math.max(...wires.map((w) => w.y + reach(w, [0, 1])))
  const colour = alloy(stock.alloy).colour
  const edge = { fill: colour, stroke: 'rgb(70,35,15)', strokeWidth: stock.size.mm * 0.06 }
  return (
    <figure className="m-0 mt-1 flex items-center gap-5 max-lg:landscape:hidden lg:mt-3">
      <svg
        viewBox={`${x0 - pad} ${y0 - pad} ${x1 - x0 + 2 * pad} ${y1 - y0 + 2 * pad}`}
        className="h-[56px] max-w-[150px] lg:h-[92px]"
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
        {wires.map(({ x, y, profile, size, face }) => (
          <path
            key={`${x} ${y}`}
            transform={`translate(${x} ${y}) rotate(${(Math.atan2(face[1], face[0]) * 180) / Math.PI})`}
            d={OUTLINE[profile](size / 2)}
            {...edge}
          />
        ))}
      </svg>
      <figcaption className="text-soft lg:text-lg">
        {joint.columns === 1 ? 'One' : joint.columns} wide, {joint.rows === 1 ? 'one' : joint.rows} deep
        {joint.binder.profile === 'half-round' && '; flat side of the binding in'}
      </figcaption>
    </figure>
  )
}
