import { gapAt, type SectionPose } from '../../design/index.js'
import { along, cross, dist, dot, sub, unit, type Vec3 } from '../../geom/index.js'
import { pathLength, segmentLength, stationsOf, type Path, type Segment } from '../../path/index.js'
import { normalAtHour, outlinePoint } from '../../stone/index.js'
import type { Profile } from '../../wire/index.js'
import { roundedLine } from '../shared/roundedLine.js'
import { halfOf, wireHeight, type Frame, type FrameSide, type Side } from './frame.js'

/** Length of frame that a tied tail lies along, mm. */
export const TIED = 2

/** Places along a tail's way at which the stone is asked how high it stands. */
const ASKED = 28
/** It is led this far off the stone, mm: pulled down it lies on it. */
const OFF = 0.01

interface TailBasis extends FrameSide {
  readonly profile: Profile
  readonly least: number
}

/** The front wire's tail of one side, as seen on the right: its way, and its end along the frame that is tied. */
export interface TailOver {
  readonly tail: readonly Segment[]
  readonly tied: readonly Segment[]
}

/**
 * The way of the front wire's tail: folded forward off the top of the neck, down its front, then as a string would lie over the face to the frame
 * at that hour, on top of the front wire.
 */
export function tailOver(frame: Frame, neck: number, hour: number, side: Side): TailOver {
  const { join, least, profile, wires } = frame
  const basis: TailBasis = { ...halfOf(frame, side), profile, least }
  const { solid, line } = basis
  const a = line.thickness
  const z = wireHeight(wires - 1, wires, line)
  // folded over with a bend that the wire takes, and clear of the neck's binding
  const fold = Math.max(1.05 * least, (a + line.binder) / 2)
  const psi = normalAtHour(solid.outline, hour)
  const top: Vec3 = [a / 2, join + neck, z]
  const down: Vec3 = [a / 2, join, z + 2 * fold]
  // its end is laid along the frame, downward; the bend into that cuts its corner, which stands off the edge by so much
  const lay: Vec3 = [Math.sin(psi), -Math.cos(psi), 0]
  const at = (off: number): Vec3 => {
    const [x, y] = outlinePoint(solid.outline, psi, a / 2 + off)
    return [x, y, z + a]
  }
  const wayTo = (p: Vec3): Vec3 => unit([p[0] - down[0], p[1] - down[1], 0])
  const turn = Math.acos(Math.max(-1, Math.min(1, dot(wayTo(at(0)), lay))))
  const end = at(1.05 * least * (1 / Math.cos(turn / 2) - 1))
  const folded: Segment = {
    kind: 'arc',
    centre: [top[0], top[1], z + fold],
    x: [0, 0, -1],
    y: [0, 1, 0],
    radius: fold,
    sweep: Math.PI,
  }
  const rest = stringOver(basis, [top[0], top[1], z + 2 * fold], down, end, wayTo(end), lay)
  const last = rest[rest.length - 1]!
  const long = segmentLength(last)
  if (last.kind !== 'line' || long < TIED) throw new RangeError('a tail has no straight end to be tied')
  const from = along(last.from, sub(last.to, last.from), (long - TIED) / long)
  return {
    tail: [folded, ...rest.slice(0, -1), { ...last, to: from }],
    tied: [{ kind: 'line', from, to: last.to }],
  }
}

/** Points of a string nearer to each other than this are one, mm. */
const NEAR = 0.5
/** A tied end goes on straight by so much before its tie, mm. */
const BEFORE_TIE = 0.8

/**
 * From before the neck as a string over the face, in the upright plane through both its ends: the hull of what stands between them, its corners
 * rounded as the wire bends, lifted where a sloping square or a rounded corner would stand in the stone.
 */
function stringOver(basis: TailBasis, high: Vec3, from: Vec3, to: Vec3, way: Vec3, lay: Vec3): Segment[] {
  const { solid, line, profile, least } = basis
  const gap = (p: Vec3, t: Vec3) =>
    gapAt(p, solid.nearest(p[0], p[1], p[2]), lying({ profile, size: line.thickness }, t)).gap
  const raised = Array.from({ length: ASKED + 1 }, (_, i): Vec3 => {
    const p = along(from, sub(to, from), i / ASKED)
    if (i === 0 || i === ASKED || gap(p, way) >= OFF) return p
    let [lo, hi] = [p[2], solid.apex + 2]
    for (let k = 0; k < 30; k++) {
      const mid = (lo + hi) / 2
      if (gap([p[0], p[1], mid], way) >= OFF) hi = mid
      else lo = mid
    }
    return [p[0], p[1], hi]
  })
  // upper hull over the plane's own length
  const run = (p: Vec3) => (p[0] - from[0]) * way[0] + (p[1] - from[1]) * way[1]
  const hull: Vec3[] = []
  for (const p of raised) {
    while (hull.length > 1) {
      const [b, c] = [hull[hull.length - 2]!, hull[hull.length - 1]!]
      const turn = (run(c) - run(b)) * (p[2] - b[2]) - (c[2] - b[2]) * (run(p) - run(b))
      if (turn < 0) break
      hull.pop()
    }
    hull.push(p)
  }
  const string = hull.filter(
    (p, i) =>
      i === 0 ||
      i === hull.length - 1 ||
      (dist(p, hull[i - 1]!) >= NEAR &&
        dist(p, to) >= Math.max(NEAR, 2 * least) &&
        dist(p, from) >= 2 * least),
  )
  const tied = along(to, lay, TIED + BEFORE_TIE)
  let lift = 0
  // lifted where it crosses the edge, it comes down again before its tie
  for (let round = 0; ; round++) {
    const points = [high, ...string.map((p, i): Vec3 => (i === 0 ? p : [p[0], p[1], p[2] + lift])), tied]
    const segments = roundedLine(points, 1.05 * least)
    if (round === ROUNDS) return segments
    const path: Path = { segments }
    // where it leaves the neck it is before all wires, at the tie it lies on one
    const deepest = stationsOf(path, 0, pathLength(path) - TIED, 0.3).reduce(
      (deep, { at }) => Math.min(deep, gap(at.p, at.t)),
      0,
    )
    if (deepest >= -OFF) return segments
    lift += 1.5 * (OFF - deepest)
  }
}
const ROUNDS = 14

/** The frame's wire as it lies across a face, a side down. */
function lying(
  { profile, size }: { readonly profile: Profile; readonly size: number },
  t: Vec3,
): SectionPose {
  const face = unit(along([0, 0, 1], t, -t[2]))
  return { profile, size, axes: [face, cross(t, face)] }
}
