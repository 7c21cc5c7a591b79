import type { Vec3 } from '../../geom/index.js'
import type { Segment } from '../../path/index.js'

/** A loop made of a wire's middle above an upright pair: the wrapped-loop bail, its neck bound or wrapped. mm. */
export interface LoopBail {
  readonly inside: number
  readonly thickness: number
  /** Of the curves by which the loop's legs come into the upright. */
  readonly neckRadius: number
}

/** Radius to the loop's middle, how far its centre stands above the upright's top, and the sweeps of loop and leg on one side. @throws RangeError for a leg's radius of 0 or less */
export function loopFigures({ inside, thickness, neckRadius }: LoopBail): {
  readonly radius: number
  readonly rise: number
  readonly sweep: number
  readonly legSweep: number
} {
  const radius = (inside + thickness) / 2
  const across = thickness / 2 + neckRadius
  const between = radius + neckRadius
  const rise = Math.sqrt(between * between - across * across)
  // from straight up, clockwise, to where loop and leg meet
  const sweep = Math.PI - Math.asin(across / between)
  return { radius, rise, sweep, legSweep: sweep - Math.PI / 2 }
}

/** The right half of the loop from its top down to the upright at (thickness/2, y), in the plane z. */
export function loopPath(
  bail: LoopBail,
  y: number,
  z: number,
): { readonly loop: Segment; readonly leg: Segment } {
  const { radius, rise, sweep, legSweep } = loopFigures(bail)
  const { thickness, neckRadius: r } = bail
  const top = y + rise
  const centre: Vec3 = [thickness / 2 + r, y, z]
  const [ex, ey] = [Math.sin(sweep), Math.cos(sweep)]
  const from: Vec3 = [-ex, -ey, 0]
  return {
    loop: { kind: 'arc', centre: [0, top, z], x: [0, 1, 0], y: [1, 0, 0], radius, sweep },
    // the leg turns the other way, from the direction of the loop's centre to straight left
    leg: { kind: 'arc', centre, x: from, y: [-from[1], from[0], 0], radius: r, sweep: legSweep },
  }
}
