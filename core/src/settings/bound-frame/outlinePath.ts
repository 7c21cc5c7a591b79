import type { Vec3 } from '../../geom/index.js'
import { hermite, type Segment } from '../../path/index.js'
import { outlineAfter, outlinePoint, outlineRun, type Outline } from '../../stone/index.js'
import { footOf, type Foot, type FootLine } from './foot.js'

/** The frame comes in from the foot to the stone over this many times the binding's height, 9 degrees at most, or what its end stands off it. */
const EASE = { heights: 10, away: 4 }

/** What decides the frame's line in the plane of the girdle. */
export interface FrameLine extends FootLine {
  readonly leave: number
  readonly neckRadius: number
  /** The wire's own size: below `thickness` where the outer wires are twisted, and lie across their corners. */
  readonly size: number
}

/** The stations of the right half, as normal directions, and the neck's figures. */
export interface FrameStations {
  readonly foot: Foot
  readonly footEnd: number
  readonly easeEnd: number
  readonly leave: number
  /** Straight run between the edge and the neck's fillet; below 0 the fillet does not fit. */
  readonly straight: number
  readonly filletAngle: number
  /** Height at which left and right wires come together. */
  readonly join: number
}

/** Stations of the frame's right half. Angles in radians, the foot at -π/2, the top at π/2. */
export function frameStations(line: FrameLine): FrameStations {
  const { outline: o, thickness: a, neckRadius } = line
  const foot = footOf(line)
  const footEnd = foot.end
  const easeEnd = outlineAfter(
    o,
    footEnd,
    Math.min(
      Math.max(EASE.heights * line.binder, EASE.away * (foot.away - a / 2)),
      outlineRun(o, footEnd, Math.PI / 2, a / 2) * 0.4,
    ),
    a / 2,
  )
  const nu = (line.leave * Math.PI) / 180
  const leave = Math.PI / 2 - nu
  const filletAngle = Math.PI / 2 - nu
  const [x, y] = outlinePoint(o, leave, a / 2)
  const ray = (x - a / 2) / Math.cos(nu)
  const cut = neckRadius * Math.tan(filletAngle / 2)
  return {
    foot,
    footEnd,
    easeEnd,
    leave,
    straight: ray - cut,
    filletAngle,
    join: y + ray * Math.sin(nu) + cut,
  }
}

/** Curvature radius of the outline at a normal direction. */
const radiusAt = (o: Outline, psi: number): number =>
  (o.arcs.find((k) => psi >= k.from - 1e-12 && psi <= k.to + 1e-12) ?? o.arcs[0]!).r

/**
 * The stretch where the frame comes in from the foot to the stone's edge, as a spline: its distance from the edge falls by a cubic that begins
 * as the foot ends and is level where it meets the edge. From another height at the foot, where that is woven and its wires stand apart.
 */
export function easeSegment(line: FrameLine, stations: FrameStations, z: number, from = z): Segment {
  const { outline: o, thickness: a } = line
  const { away, spread } = stations.foot
  const run = outlineRun(o, stations.footEnd, stations.easeEnd, a / 2)
  // how fast the foot's end leaves the edge, a mm along the parallel curve by which the ease is told
  const first = (radiusAt(o, stations.footEnd) + away) / (radiusAt(o, stations.footEnd) + a / 2)
  const fall0 = spread * first
  const steps = spread === 0 ? 6 : 10
  const at: number[] = []
  const points: Vec3[] = []
  const slope: Vec3[] = []
  for (let k = 0; k <= steps; k++) {
    const t = k / steps
    const s = run * t
    const psi =
      k === 0
        ? stations.footEnd
        : k === steps
          ? stations.easeEnd
          : outlineAfter(o, stations.footEnd, s, a / 2)
    const over = away - a / 2
    const blend = 1 - t * t * (3 - 2 * t)
    const bump = t * (1 - t) * (1 - t)
    const [x, y] = outlinePoint(o, psi, a / 2 + over * blend + fall0 * run * bump)
    const fall = (-over * 6 * t * (1 - t)) / run + fall0 * (1 - t) * (1 - 3 * t)
    const pace =
      spread === 0
        ? 1
        : (radiusAt(o, psi) + a / 2 + over * blend + fall0 * run * bump) / (radiusAt(o, psi) + a / 2)
    at.push(s)
    points.push([x, y, z + (from - z) * blend])
    slope.push([
      -Math.sin(psi) * pace + fall * Math.cos(psi),
      Math.cos(psi) * pace + fall * Math.sin(psi),
      (-(from - z) * 6 * t * (1 - t)) / run,
    ])
  }
  return hermite(at, points, slope)
}

/** From the edge to the neck: a straight run along the tangent, a fillet into the upright, and up to `join` where the other side comes in higher. */
export function shoulderSegments(
  line: FrameLine,
  stations: FrameStations,
  z: number,
  join = stations.join,
): Segment[] {
  const { outline: o, thickness: a, neckRadius: r } = line
  const [x, y] = outlinePoint(o, stations.leave, a / 2)
  const nu = Math.PI / 2 - stations.leave
  const end: Vec3 = [x - stations.straight * Math.cos(nu), y + stations.straight * Math.sin(nu), z]
  const straight: Segment[] = stations.straight > 1e-6 ? [{ kind: 'line', from: [x, y, z], to: end }] : []
  // the fillet's middle lies on the right of the direction of travel (-cos ν, sin ν)
  const centre: Vec3 = [a / 2 + r, stations.join, z]
  const rest: Segment[] =
    join - stations.join > 1e-6
      ? [{ kind: 'line', from: [a / 2, stations.join, z], to: [a / 2, join, z] }]
      : []
  return [
    ...straight,
    {
      kind: 'arc',
      centre,
      x: [-Math.sin(nu), -Math.cos(nu), 0],
      y: [-Math.cos(nu), Math.sin(nu), 0],
      radius: r,
      sweep: stations.filletAngle,
    },
    ...rest,
  ]
}
