import { gapAt, type Design, type Joint, type SectionPose, type Wire } from '../../design/index.js'
import { along, cross, dist, dot, mirrorX, scale, sub, unit, type Vec3 } from '../../geom/index.js'
import {
  measurePath,
  movePath,
  pathAt,
  pathLength,
  reversePath,
  stationsOf,
  type Path,
  type Segment,
} from '../../path/index.js'
import { normalAtHour, outlineNearest, outlinePoint, type Outline } from '../../stone/index.js'
import type { Profile } from '../../wire/index.js'
import { bind } from '../shared/bind.js'
import { roundedLine } from '../shared/roundedLine.js'
import { halfOf, partRange, wireHeight, type FrameBasis, type FrameSide } from './basis.js'
import { bindingStock, leastBend, touching, type BoundFrameOptions } from './options.js'

/** Where a front tail may be led and tied, hours on the right; the left one goes to the mirrored place. */
export const TAIL_HOURS = [1, 1.5, 2, 2.5, 3] as const
/** Length of frame that a tied tail lies along, mm. */
export const TIED = 2

/** The front wire's tails led from the neck over the edge to the sides, and tied there. */
export function withTails(basis: FrameBasis, design: Design, hour: number): Design {
  const { o } = basis
  const front = design.wires.find((w) => w.id === 'front')!
  const [from, to] = [partRange(front, 'neck-left').s0, partRange(front, 'neck-right').s1]
  const core = cutPath(front.path, from, to)
  const right = tailOver(basis, hour, 1)
  const left = tailOver(basis, hour, -1)
  const path: Path = { segments: [...reversePath(left).segments, ...core, ...right.segments] }
  const before = measurePath(left).length
  const { length } = measurePath(path)
  const shift = before - from
  const wire: Wire = {
    ...front,
    path,
    roll: [{ s0: 0, s1: length, face: [0, 0, 1] }],
    anchor: front.anchor + shift,
    ends: [
      { place: pathAt(path, 0).p, direction: scale(pathAt(path, 0).t, -1), finish: 'tucked' },
      { place: pathAt(path, length).p, direction: pathAt(path, length).t, finish: 'tucked' },
    ],
    parts: [
      { id: 'tied-left', kind: 'tied', s0: 0, s1: TIED },
      { id: 'tail-left', kind: 'tail', s0: TIED, s1: before },
      ...front.parts
        .filter((p) => p.kind !== 'tail')
        .map((p) => ({ ...p, s0: p.s0 + shift, s1: p.s1 + shift })),
      { id: 'tail-right', kind: 'tail', s0: before + (to - from), s1: length - TIED },
      { id: 'tied-right', kind: 'tied', s0: length - TIED, s1: length },
    ],
  }
  const tie = (id: string, s0: number, s1: number): Joint => ({
    ...bind({
      id,
      members: [{ wire: 'front', s0, s1 }],
      binder: bindingStock(o),
      columns: 1,
      rows: 2,
      length: TIED,
    }),
    // it holds a tail that lies across: it may turn in it
    hold: 'pin',
  })
  return {
    ...design,
    wires: design.wires.map((w) => (w.id === 'front' ? wire : w)),
    joints: [
      ...design.joints.map((j) => ({
        ...j,
        members: j.members.map((m) =>
          m.wire === 'front' ? { ...m, s0: m.s0 + shift, s1: m.s1 + shift } : m,
        ),
      })),
      tie('tie-left', 0, TIED),
      tie('tie-right', length - TIED, length),
    ],
  }
}

/** Segments of a path between two lengths that fall between segments. */
function cutPath(path: Path, from: number, to: number): readonly Segment[] {
  const { starts } = measurePath(path)
  return path.segments.filter((_, i) => starts[i]! >= from - 1e-6 && starts[i + 1]! <= to + 1e-6)
}

/** Places along a tail's way at which the stone is asked how high it stands. */
const ASKED = 28
/** It is led this far off the stone, mm: pulled down it lies on it. */
const OFF = 0.01

/**
 * The way of the front wire's right tail (`side` 1) or left one (-1): folded forward off the top of the neck, down its front, then as a string would lie over the
 * face to the frame at that hour, on top of the front wire.
 */
export function tailOver(basis: FrameBasis, hour: number, side: 1 | -1): Path {
  const path = tailPath(
    {
      ...halfOf(basis, side === 1 ? 'right' : 'left'),
      o: basis.o,
      join: basis.join,
      profile: touching(basis.o),
      least: leastBend(basis.o),
    },
    hour,
  )
  return side === 1 ? path : movePath(path, mirrorX, mirrorX)
}

/** What a tail's way hangs on. */
export interface TailBasis extends FrameSide {
  readonly join: number
  readonly o: Pick<BoundFrameOptions, 'wires' | 'neck'>
  readonly profile: Profile
  /** No bend is tighter, to the wire's middle. */
  readonly least: number
}

/** The right tail from only what it hangs on. */
export function tailPath(basis: TailBasis, hour: number): Path {
  const { o, solid, line, join, least } = basis
  const a = line.thickness
  const z = wireHeight(o.wires - 1, o.wires, line)
  // folded over with a bend that the wire takes, and clear of the neck's binding
  const fold = Math.max(1.05 * least, (a + line.binder) / 2)
  const psi = normalAtHour(solid.outline, hour)
  const top: Vec3 = [a / 2, join + o.neck, z]
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
  const way = wayTo(end)
  const folded: Segment[] = [
    {
      kind: 'arc',
      centre: [top[0], top[1], z + fold],
      x: [0, 0, -1],
      y: [0, 1, 0],
      radius: fold,
      sweep: Math.PI,
    },
  ]
  const rest = stringOver(basis, [top[0], top[1], z + 2 * fold], down, end, way, lay)
  return { segments: [...folded, ...rest] }
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

/** Area of the stone's face before which a tail lies, by steps of 0.1 mm. */
export function tailCover(path: Path, outline: Outline, thickness: number): number {
  const step = 0.1
  return stationsOf(path, 0, pathLength(path), step).reduce((sum, { at }) => {
    const flat = Math.hypot(at.t[0], at.t[1])
    return outlineNearest(outline, at.p[0], at.p[1]).distance < 0 ? sum + flat * step * thickness : sum
  }, 0)
}

/** The frame's wire as it lies across a face, a side down. */
function lying(
  { profile, size }: { readonly profile: Profile; readonly size: number },
  t: Vec3,
): SectionPose {
  const face = unit(along([0, 0, 1], t, -t[2]))
  return { profile, size, axes: [face, cross(t, face)] }
}
