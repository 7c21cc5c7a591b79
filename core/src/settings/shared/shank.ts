import type { Vec3 } from '../../geom/index.js'
import type { Segment } from '../../path/index.js'

/**
 * A ring's shank about the finger, and the curves by which it rises at both sides of what it carries. In the plane of the ring, y from
 * what is carried toward the finger; the sides rise along a circle about the origin. mm.
 */
export interface ShankSpec {
  /** Inside diameter of the ring. */
  readonly inside: number
  readonly thickness: number
  /** Radius of the sides' circle, to the wire's middle. */
  readonly sides: number
  /** From the origin to the middle of the finger. */
  readonly centre: number
  /** Of the curve between finger and sides. */
  readonly radius: number
}

/** Figures of a shank's right half; undefined where finger and sides lie so that no such curve meets both. */
export interface ShankFigures {
  /** Radius about the finger, to the wire's middle, and the sweep from the far side of the finger. */
  readonly finger: number
  readonly sweep: number
  readonly turnSweep: number
  /** Where the sides begin: the direction from the origin, an angle from +x. */
  readonly begins: number
  /** Middle of the curve between them. */
  readonly turn: readonly [x: number, y: number]
}

/** A curve outside both circles that touches both: its middle from the two distances. */
export function shankFigures({
  inside,
  thickness,
  sides,
  centre,
  radius,
}: ShankSpec): ShankFigures | undefined {
  const finger = (inside + thickness) / 2
  const [a, b] = [sides + radius, finger + radius]
  const y = (a * a - b * b + centre * centre) / (2 * centre)
  const square = a * a - y * y
  if (!(square > 0)) return undefined
  const x = Math.sqrt(square)
  const begins = Math.atan2(y, x)
  const sweep = Math.atan2(x, y - centre)
  // the curve turns from facing the finger's middle to facing the origin
  const from = Math.atan2(centre - y, -x)
  const to = Math.atan2(-y, -x)
  const turnSweep = (((to - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI)
  return { finger, sweep, turnSweep, begins, turn: [x, y] }
}

/** The right half from the far side of the finger (0, centre + radius) to where the sides begin, in the plane z. @throws RangeError where no curve meets both */
export function shankPath(spec: ShankSpec, z: number): { readonly finger: Segment; readonly turn: Segment } {
  const f = shankFigures(spec)
  if (!f) throw new RangeError('finger and sides do not meet')
  const [x, y] = f.turn
  const d = Math.hypot(x, y - spec.centre)
  const from: Vec3 = [-x / d, (spec.centre - y) / d, 0]
  return {
    finger: {
      kind: 'arc',
      centre: [0, spec.centre, z],
      x: [0, 1, 0],
      y: [1, 0, 0],
      radius: f.finger,
      sweep: f.sweep,
    },
    turn: {
      kind: 'arc',
      centre: [x, y, z],
      x: from,
      y: [-from[1], from[0], 0],
      radius: spec.radius,
      sweep: f.turnSweep,
    },
  }
}
