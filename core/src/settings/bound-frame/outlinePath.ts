import type { Vec3 } from '../../geom/index.js'
import { hermite, type Segment } from '../../path/index.js'
import { outlineAfter, outlineArcs, outlinePoint, outlineRun, type Outline } from '../../stone/index.js'

/** Direction of the outline's normal at the foot. */
export const FOOT = -Math.PI / 2
/** The frame comes in from outside the binding to the stone over this many times the binding's height: 9 degrees at most. */
const EASE_HEIGHTS = 10

/** What decides the frame's line in the plane of the girdle. */
export interface FrameLine {
  readonly outline: Outline
  readonly thickness: number
  /** Height of the binding, which lies between frame and stone at the foot. */
  readonly binder: number
  readonly foot: number
  readonly leave: number
  readonly neckRadius: number
}

/** The stations of the right half, as normal directions, and the neck's figures. */
export interface FrameStations {
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
  const { outline: o, thickness: a, binder, foot, neckRadius } = line
  const footEnd = outlineAfter(o, FOOT, foot / 2, a / 2 + binder)
  const easeEnd = outlineAfter(
    o,
    footEnd,
    Math.min(EASE_HEIGHTS * binder, outlineRun(o, footEnd, Math.PI / 2, a / 2) * 0.4),
    a / 2,
  )
  const nu = (line.leave * Math.PI) / 180
  const leave = Math.PI / 2 - nu
  const filletAngle = Math.PI / 2 - nu
  const [x, y] = outlinePoint(o, leave, a / 2)
  const ray = (x - a / 2) / Math.cos(nu)
  const cut = neckRadius * Math.tan(filletAngle / 2)
  return { footEnd, easeEnd, leave, straight: ray - cut, filletAngle, join: y + ray * Math.sin(nu) + cut }
}

/** Arcs of the parallel curve as path segments in the plane z. */
export function arcSegments(o: Outline, from: number, to: number, offset: number, z: number): Segment[] {
  return outlineArcs(o, from, to, offset).map((k) => ({
    kind: 'arc',
    centre: [k.cx, k.cy, z],
    x: [Math.cos(k.from), Math.sin(k.from), 0],
    y: [-Math.sin(k.from), Math.cos(k.from), 0],
    radius: k.r,
    sweep: k.to - k.from,
  }))
}

/** The stretch where the frame comes in from outside the binding to the stone's edge, as a spline. */
export function easeSegment(line: FrameLine, stations: FrameStations, z: number): Segment {
  const { outline: o, thickness: a, binder } = line
  const run = outlineRun(o, stations.footEnd, stations.easeEnd, a / 2)
  const steps = 6
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
    const blend = 1 - t * t * (3 - 2 * t)
    const [x, y] = outlinePoint(o, psi, a / 2 + binder * blend)
    const fall = (-binder * 6 * t * (1 - t)) / run
    at.push(s)
    points.push([x, y, z])
    slope.push([-Math.sin(psi) + fall * Math.cos(psi), Math.cos(psi) + fall * Math.sin(psi), 0])
  }
  return hermite(at, points, slope)
}

/** From the edge to the neck: a straight run along the tangent, then a fillet into the upright. */
export function shoulderSegments(line: FrameLine, stations: FrameStations, z: number): Segment[] {
  const { outline: o, thickness: a, neckRadius: r } = line
  const [x, y] = outlinePoint(o, stations.leave, a / 2)
  const nu = Math.PI / 2 - stations.leave
  const end: Vec3 = [x - stations.straight * Math.cos(nu), y + stations.straight * Math.sin(nu), z]
  const straight: Segment[] = stations.straight > 1e-6 ? [{ kind: 'line', from: [x, y, z], to: end }] : []
  // the fillet's middle lies on the right of the direction of travel (-cos ν, sin ν)
  const centre: Vec3 = [a / 2 + r, stations.join, z]
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
  ]
}
