import type { Vec3 } from '../../geom/index.js'
import type { Segment } from '../../path/index.js'
import { outlinePoint, type Outline } from '../../stone/index.js'

/** A wire that leaves a parallel curve before its top and turns into an upright. Angles in radians, lengths in mm, in the plane z. */
export interface ShoulderSpec {
  readonly outline: Outline
  /** Of the wire's middle from the outline. */
  readonly offset: number
  /** Where the upright stands: x of its middle. */
  readonly upright: number
  /** How far before the top it leaves, an angle of the normal. */
  readonly before: number
  readonly radius: number
}

/** Figures of a shoulder on the right. */
export interface Shoulder {
  /** Normal direction at which the curve is left. */
  readonly leave: number
  /** Straight run before the fillet; below 0 the fillet does not fit. */
  readonly straight: number
  readonly sweep: number
  /** Height at which the upright begins. */
  readonly join: number
}

/** Works out a shoulder: straight along the tangent, then a fillet into the upright. */
export function shoulderOf({ outline, offset, upright, before, radius }: ShoulderSpec): Shoulder {
  const leave = Math.PI / 2 - before
  const sweep = Math.PI / 2 - before
  const [x, y] = outlinePoint(outline, leave, offset)
  const ray = (x - upright) / Math.cos(before)
  const cut = radius * Math.tan(sweep / 2)
  return { leave, straight: ray - cut, sweep, join: y + ray * Math.sin(before) + cut }
}

/** The least angle before the top, in whole degrees from 12 to 50, at which a shoulder's curves have room. */
export function latestLeave(spec: Omit<ShoulderSpec, 'before'>): number {
  for (let degrees = 12; degrees < 50; degrees++)
    if (shoulderOf({ ...spec, before: (degrees * Math.PI) / 180 }).straight > 0.3) return degrees
  return 50
}

/** The shoulder's segments, travelled from the curve to the upright. */
export function shoulderPath(spec: ShoulderSpec, z: number): Segment[] {
  const { leave, straight, sweep, join } = shoulderOf(spec)
  const { before: nu, radius: r, upright } = spec
  const [x, y] = outlinePoint(spec.outline, leave, spec.offset)
  const end: Vec3 = [x - straight * Math.cos(nu), y + straight * Math.sin(nu), z]
  return [
    ...(straight > 1e-6 ? [{ kind: 'line', from: [x, y, z] as Vec3, to: end } as const] : []),
    {
      kind: 'arc',
      // the fillet's middle lies on the right of the direction of travel (-cos ν, sin ν)
      centre: [upright + r, join, z],
      x: [-Math.sin(nu), -Math.cos(nu), 0],
      y: [-Math.cos(nu), Math.sin(nu), 0],
      radius: r,
      sweep,
    },
  ]
}
