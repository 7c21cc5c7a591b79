import { spanOf, wovenStrands, type Design, type Joint, type Wire } from '../design/index.js'
import { add, cross, dist, norm, scale, sub, type Vec3 } from '../geom/index.js'
import { pathAt } from '../path/index.js'
import { plainWire } from './plainWire.js'

/** A straight stretch of weaving wire from one base wire to another that stands apart from it: it lies in a stone's way. */
export interface CrossingWire {
  /** Drawn as a wire by itself, named as the joint is. */
  readonly wire: Wire
  readonly joint: Joint
}

/** Base wires that stand farther apart than this, beyond two of the weaving wires, leave these free between them, mm. */
const APART = 0.1
/** A strand that lies on a base wire stands off it by no more than this, mm. */
const ON = 0.05

/**
 * What is woven over base wires that stand apart leads straight across from one to the other: each such stretch, as a wire by itself. None of what
 * is woven over wires side by side.
 * @example crossingWires({ wires: [], joints: [] }) // []
 */
export const crossingWires = (design: Pick<Design, 'wires' | 'joints'>): CrossingWire[] =>
  design.joints.flatMap((joint) => (standApart(design, joint) ? ofJoint(design, joint) : []))

const baseOf = ({ wires }: Pick<Design, 'wires'>, { members }: Joint) =>
  members.map(({ wire: id, s0, s1 }) => {
    const wire = wires.find((w) => w.id === id)!
    return { path: wire.path, s0, s1, size: spanOf(wire) }
  })

function standApart(design: Pick<Design, 'wires'>, joint: Joint): boolean {
  if (!joint.woven || joint.members.length < 2) return false
  const at = baseOf(design, joint).map((m) => ({ p: pathAt(m.path, (m.s0 + m.s1) / 2).p, size: m.size }))
  return at
    .slice(1)
    .some((m, i) => dist(m.p, at[i]!.p) - (m.size + at[i]!.size) / 2 > 2 * joint.binder.size.mm + APART)
}

function ofJoint(design: Pick<Design, 'wires'>, joint: Joint): CrossingWire[] {
  const base = baseOf(design, joint)
  const half = joint.binder.size.mm / 2
  /** Does a strand stand off every base wire there. */
  const free = (p: Vec3, share: number): boolean =>
    base.every(({ path, s0, s1, size }) => {
      const at = pathAt(path, s0 + share * (s1 - s0))
      const off = sub(p, at.p)
      return norm(cross(off, at.t)) > size / 2 + half + ON
    })
  return wovenStrands(design, joint, new Map()).flatMap(({ points }) =>
    points.slice(1).flatMap((to, i): CrossingWire[] => {
      const from = points[i]!
      return free(scale(add(from, to), 0.5), (i + 0.5) / (points.length - 1))
        ? [{ joint, wire: plainWire(joint.id, joint.binder, [{ kind: 'line', from, to }], 'taut') }]
        : []
    }),
  )
}
