import type { Vec3 } from '../../geom/index.js'
import type { Segment } from '../../path/index.js'

/** Share of a tail that is spent on leading out to its swirl before the swirl begins. */
const LEAD = 0.3
/** Each half turn of the swirl is tighter than the one before by this many thicknesses. */
const SHRINK = 1.3
/** Tightest half turn, in thicknesses. */
const LEAST = 1.5
const TURNS = 4

/**
 * A free tail that leaves upward, leans outward (to +x) and ends in a swirl of half circles that turn the same way and grow
 * tighter, in its own plane, using exactly its budget. `fan` spreads several tails: 0 leans out flat and low, 1 rises steeply.
 * Fewer half circles where the budget is short; straight where it is very short.
 */
export function curledTail(spec: {
  readonly from: Vec3
  readonly budget: number
  readonly fan: number
  readonly thickness: number
}): Segment[] {
  const { from, budget, fan, thickness: a } = spec
  const [x0, y0, z] = from
  const lean = 1.35 - 1.05 * fan
  const radius = 3 * a
  const lead = Math.max(budget * LEAD, radius * lean)
  const left = budget - lead
  let count = TURNS
  let first = 0
  for (; count > 0; count--) {
    // Σ π (R - k shrink), k = 0 … count - 1
    first = left / (Math.PI * count) + ((count - 1) / 2) * SHRINK * a
    if (first - (count - 1) * SHRINK * a >= LEAST * a) break
  }
  if (count === 0) return [{ kind: 'line', from, to: [x0, y0 + budget, z] }]
  // directions by their angle from straight up, turning outward; the centre of a turn lies on the right of travel
  const along = (angle: number): Vec3 => [Math.sin(angle), Math.cos(angle), 0]
  const right = (angle: number): Vec3 => [Math.cos(angle), -Math.sin(angle), 0]
  const out: Segment[] = []
  let p: Vec3 = from
  let angle = 0
  const turn = (r: number, sweep: number) => {
    const inward = right(angle)
    const centre: Vec3 = [p[0] + r * inward[0], p[1] + r * inward[1], z]
    out.push({ kind: 'arc', centre, x: [-inward[0], -inward[1], 0], y: along(angle), radius: r, sweep })
    angle += sweep
    const end = right(angle)
    p = [centre[0] - r * end[0], centre[1] - r * end[1], z]
  }
  turn(radius, lean)
  const straight = lead - radius * lean
  if (straight > 1e-6) {
    const d = along(angle)
    const to: Vec3 = [p[0] + straight * d[0], p[1] + straight * d[1], z]
    out.push({ kind: 'line', from: p, to })
    p = to
  }
  for (let k = 0; k < count; k++) turn(first - k * SHRINK * a, Math.PI)
  return out
}
