import type { Vec3 } from '../../geom/index.js'
import { hermite, type Segment } from '../../path/index.js'
import { bailSegments } from '../shared/rolledBail.js'
import { CURVE, DIAGONAL, LAP, onward, PAST, type ClawGeometry, type Stretch } from './geometry.js'

/** From the top right tie to the neck and into the bail, in the plane of the row: a curve to the left, straight, a curve up. */
export function bailStretches(g: ClawGeometry, from: Vec3): Stretch[] {
  const { size: a, bail: inside, neck } = g.shape
  const [x0, y0, z] = from
  const r = CURVE * a
  // headings as angles from +x: it comes at 45°, leans over to 90° + lean, and rises
  const lean = Math.PI / 2 + g.lean
  const sweep = lean - Math.PI / 4
  const first: Segment = {
    kind: 'arc',
    centre: [x0 - r * DIAGONAL, y0 + r * DIAGONAL, z],
    x: [DIAGONAL, -DIAGONAL, 0],
    y: [DIAGONAL, DIAGONAL, 0],
    radius: r,
    sweep,
  }
  const x1 = x0 - r * DIAGONAL + r * Math.sin(lean)
  const y1 = y0 + r * DIAGONAL - r * Math.cos(lean)
  const run = bailRun(g, from)
  const [dx, dy] = [Math.cos(lean), Math.sin(lean)]
  const [x2, y2] = [x1 + run * dx, y1 + run * dy]
  // it turns right into the upright: the middle of that curve lies on the right of its way
  const centre: Vec3 = [x2 + r * Math.sin(lean), y2 - r * Math.cos(lean), z]
  const second: Segment = {
    kind: 'arc',
    centre,
    x: [-Math.sin(lean), Math.cos(lean), 0],
    y: [dx, dy, 0],
    radius: r,
    sweep: g.lean,
  }
  const join = centre[1]
  const top: Vec3 = [a / 2, join + neck, z]
  const { bound, bare } = bailSegments({ inside, thickness: a, binder: g.shape.tieSize, neck }, top)
  return [
    {
      id: 'shoulder',
      kind: 'shoulder',
      segments: [
        first,
        ...(run > 1e-6 ? [{ kind: 'line', from: [x1, y1, z], to: [x2, y2, z] } as const] : []),
        second,
      ],
    },
    { id: 'neck', kind: 'neck', segments: [{ kind: 'line', from: [a / 2, join, z], to: top }] },
    { id: 'bail', kind: 'bail', segments: bound },
    { id: 'bare', kind: 'bare', segments: bare },
  ]
}

/** Straight run between a bail's two curves; below 0 they do not fit. */
export function bailRun(g: ClawGeometry, from: Vec3): number {
  const { size: a } = g.shape
  const r = CURVE * a
  const lean = Math.PI / 2 + g.lean
  const x1 = from[0] - r * DIAGONAL + r * Math.sin(lean)
  // where the second curve would have to begin to end at x = a / 2
  const x2 = a / 2 + r - r * Math.sin(lean)
  return (x2 - x1) / Math.cos(lean)
}

/** Middle of the finger's circle, below the stone: its z. */
export const fingerAt = (g: ClawGeometry): number => g.culet - g.shape.clear - g.shape.inside / 2

/** Lanes in which the four ends lie side by side under the finger, in thicknesses from the middle: of the top wire's right and left end. */
export const LANES = { right: 0.5, left: 1.5 } as const

/**
 * From the right tie of the top or bottom seat wire down round the finger, drawn to its lane beside the other ends. In the side's frame:
 * x to the right, y toward the side itself; the left end goes the same way in the mirror, in a lane of its own.
 */
export function shankIn(g: ClawGeometry, tied: Vec3, lane: number): Stretch[] {
  const { size: a, inside } = g.shape
  const R = (inside + a) / 2
  const z = fingerAt(g)
  const drawn = lane * a
  // straight on until it is past its neighbour's end
  const from = onward(tied, PAST + a)
  // a free curve from the tie's way out to straight down beside the finger
  const side: Vec3 = [Math.max(R, from[0] + 0.2), Math.max(drawn, Math.min(from[1] * 0.75, from[1] - 1)), z]
  const gap = Math.hypot(side[0] - from[0], side[1] - from[1], side[2] - from[2])
  const end: Vec3 = [R, side[1], z]
  const rise = hermite(
    [0, 1],
    [from, end],
    [
      [0.75 * gap * DIAGONAL, 0.75 * gap * DIAGONAL, 0],
      [0, -0.25 * gap, -1.1 * gap],
    ],
  )
  // about the finger to its far side and past it, drawn to its lane on the way
  const lap = LAP / 2 / R
  const total = Math.PI / 2 + lap
  const n = 16
  const at = Array.from({ length: n + 1 }, (_, i) => (total * i) / n)
  const slopeIn = (-0.25 / 1.1) * R
  const bound = Math.PI / 2 - lap
  const y = (t: number): readonly [number, number] => {
    // cubic from the side's place and way to the lane, level from where the other end comes to lie beside it
    const q = bound
    if (t >= q) return [drawn, 0]
    const u = t / q
    const [h0, h1, h2] = [2 * u ** 3 - 3 * u * u + 1, u ** 3 - 2 * u * u + u, 3 * u * u - 2 * u ** 3]
    const [d0, d1, d2] = [6 * u * u - 6 * u, 3 * u * u - 4 * u + 1, 6 * u - 6 * u * u]
    const m = slopeIn * q
    return [h0 * end[1] + h1 * m + h2 * drawn, (d0 * end[1] + d1 * m + d2 * drawn) / q]
  }
  const finger = (from2: number, to: number): Segment => {
    const stops = at.filter((t) => t > from2 + 1e-9 && t < to - 1e-9)
    const list = [from2, ...stops, to]
    return hermite(
      list,
      list.map((t): Vec3 => [R * Math.cos(t), y(t)[0], z - R * Math.sin(t)]),
      list.map((t): Vec3 => [-R * Math.sin(t), y(t)[1], -R * Math.cos(t)]),
    )
  }
  return [
    { id: 'rise', kind: 'rise', segments: [{ kind: 'line', from: tied, to: from }, rise] },
    { id: 'finger', kind: 'finger', segments: [finger(0, bound)] },
    { id: 'lap', kind: 'lap', segments: [finger(bound, total)] },
  ]
}
