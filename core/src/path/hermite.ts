import { along, type Vec3 } from '../geom/index.js'
import type { Segment } from './segment.js'

/**
 * A spline through knots with given derivatives (Hermite, as Bézier pieces). `at` are the knots' parameters,
 * `slope` the derivatives by that parameter.
 */
export function hermite(at: readonly number[], points: readonly Vec3[], slope: readonly Vec3[]): Segment {
  const tidy = (v: Vec3): Vec3 => [
    Math.round(v[0] * 1e7) / 1e7,
    Math.round(v[1] * 1e7) / 1e7,
    Math.round(v[2] * 1e7) / 1e7,
  ]
  const out: Vec3[] = [points[0]!]
  for (let i = 1; i < points.length; i++) {
    const h = (at[i]! - at[i - 1]!) / 3
    out.push(
      tidy(along(points[i - 1]!, slope[i - 1]!, h)),
      tidy(along(points[i]!, slope[i]!, -h)),
      points[i]!,
    )
  }
  return { kind: 'spline', points: out }
}
