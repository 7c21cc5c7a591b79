import type { Vec3 } from '../../geom/index.js'
import type { Segment } from '../../path/index.js'

/** A bail rolled backward from a strip of wires: sizes in mm. */
export interface RolledBail {
  readonly inside: number
  readonly thickness: number
  readonly binder: number
  /** Length of the neck bind behind which the end is laid. */
  readonly neck: number
  /** Thickness of what lies between the strip and where its end is laid, besides its own binding. */
  readonly past?: number
}

/** The last stretch of the strip is left unbound so that it can be tucked, mm. */
export const BAIL_BARE = 1.5

/** The lengths that make up one wire of the strip. */
export interface BailRuns {
  /** Radius to the wire's middle. */
  readonly radius: number
  /** Radius of the turn that lays the end down behind the neck. */
  readonly turnBack: number
  readonly rise: number
  readonly loop: number
  readonly back: number
  readonly end: number
}

/**
 * Runs of the strip: it rises by its own radius R = inside/2 + binder + thickness/2, rolls three quarters of a circle
 * backward, turns down behind the neck with radius R - (thickness + 2 binder), and ends there on the hidden face.
 * Together rise and loop are within (π/2 - 1) R of the full circle π (inside + thickness + 2 binder) of a closed roll.
 * `turnBack` below half a thickness means the bail is too small for this wire.
 */
export function bailRuns({ inside, thickness, binder, neck, past = 0 }: RolledBail): BailRuns {
  const radius = inside / 2 + binder + thickness / 2
  const turnBack = radius - (thickness + 2 * binder + past)
  return {
    radius,
    turnBack,
    rise: radius,
    loop: 1.5 * Math.PI * radius,
    back: (Math.PI / 2) * Math.max(turnBack, 0),
    end: Math.max(2 * BAIL_BARE, neck - turnBack - 1),
  }
}

/** The strip's centreline from the top of the neck (heading +y): its bound stretch, and its bare end behind the neck. */
export function bailSegments(
  bail: RolledBail,
  from: Vec3,
): { readonly bound: readonly Segment[]; readonly bare: readonly Segment[] } {
  const { radius: R, turnBack: r, rise, end } = bailRuns(bail)
  const [x, y, z] = from
  const back = z - R + r
  const bareFrom: Vec3 = [x, y - r - end + BAIL_BARE, back]
  return {
    bound: [
      { kind: 'line', from, to: [x, y + rise, z] },
      {
        kind: 'arc',
        centre: [x, y + rise, z - R],
        x: [0, 0, 1],
        y: [0, 1, 0],
        radius: R,
        sweep: 1.5 * Math.PI,
      },
      { kind: 'arc', centre: [x, y - r, z - R], x: [0, 1, 0], y: [0, 0, 1], radius: r, sweep: Math.PI / 2 },
      { kind: 'line', from: [x, y - r, back], to: bareFrom },
    ],
    bare: [{ kind: 'line', from: bareFrom, to: [x, y - r - end, back] }],
  }
}
