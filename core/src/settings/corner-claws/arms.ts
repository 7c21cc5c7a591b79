import type { Vec3 } from '../../geom/index.js'
import { moveSegment, type Segment } from '../../path/index.js'
import { bailRuns } from '../shared/rolledBail.js'
import { bailRun, bailStretches, LANES, shankIn } from './carrying.js'
import {
  axisOf,
  bendCut,
  DIAGONAL,
  onward,
  outAlong,
  PAST,
  seatRow,
  type Arm,
  type ClawGeometry,
  type Stretch,
} from './geometry.js'
import type { Side } from './options.js'

/** Turns a side's own frame (x along the side, y outward) into the piece's: the top stays as it is. */
export function sideTurn(side: Side): (p: Vec3) => Vec3 {
  switch (side) {
    case 'top':
      return ([x, y, z]) => [x, y, z]
    case 'right':
      return ([x, y, z]) => [y, -x, z]
    case 'bottom':
      return ([x, y, z]) => [-x, -y, z]
    case 'left':
      return ([x, y, z]) => [-y, x, z]
    default: {
      const never: never = side
      throw new RangeError(`unknown side ${String(never)}`)
    }
  }
}

/** The way up or down of a tail, from a place along the diagonal: a bend, a straight piece where it is long, a bend back. */
function rampSegments(from: Vec3, m: Arm, bend: number): Segment[] {
  const up = Math.sign(m.climb)
  const out: Vec3 = [DIAGONAL, DIAGONAL, 0]
  const [c, s] = [Math.cos(m.slope), Math.sin(m.slope)]
  const first: Segment = {
    kind: 'arc',
    centre: [from[0], from[1], from[2] + up * bend],
    x: [0, 0, -up],
    y: out,
    radius: bend,
    sweep: m.slope,
  }
  const a = onward([from[0], from[1], from[2] + up * bend * (1 - c)], bend * s)
  const b = onward([a[0], a[1], a[2] + up * m.between * s], m.between * c)
  const back: Segment = {
    kind: 'arc',
    // the second bend's middle lies on the other side of the way
    centre: [b[0] + bend * s * DIAGONAL, b[1] + bend * s * DIAGONAL, b[2] - up * bend * c],
    x: [-s * DIAGONAL, -s * DIAGONAL, up * c],
    y: [c * DIAGONAL, c * DIAGONAL, up * s],
    radius: bend,
    sweep: m.slope,
  }
  return [first, ...(m.between > 1e-6 ? [{ kind: 'line', from: a, to: b } as const] : []), back]
}

/**
 * The right half of an arm in its side's frame: half of the middle, bend, level run, way up or down, stretch under the tie, and either its
 * end or what it goes on to. The left half is the same in the mirror.
 */
export function armStretches(g: ClawGeometry, tier: 'seat' | 'claw', side: Side): readonly Stretch[] {
  const { shape } = g
  const k = axisOf(side)
  const m = (tier === 'seat' ? g.seats : g.claws)[k]
  const bend = tier === 'seat' ? shape.seatBend : shape.clawBend
  const cut = bendCut(bend)
  const out: Stretch[] = []
  const put = (id: string, kind: string, ...segments: Segment[]) => out.push({ id, kind, segments })
  put('middle', 'middle', { kind: 'line', from: [0, m.y, m.z], to: [m.straight, m.y, m.z] })
  put('bend', 'bend', {
    kind: 'arc',
    centre: [m.straight, m.y + bend, m.z],
    x: [0, -1, 0],
    y: [1, 0, 0],
    radius: bend,
    sweep: Math.PI / 4,
  })
  let p: Vec3 = [m.vertex + cut * DIAGONAL, m.y + cut * DIAGONAL, m.z]
  const level = m.level
  if (level > 1e-6) put('level', 'tail', { kind: 'line', from: p, to: onward(p, level) })
  p = onward(p, level)
  if (m.slope > 1e-6) put('ramp', 'tail', ...rampSegments(p, m, bend))
  p = [onward(p, m.ramp)[0], onward(p, m.ramp)[1], m.z + m.climb]
  // until all tails of the corner lie together
  const wait = g.tied - outAlong(m)
  if (wait > 1e-6) put('wait', 'tail', { kind: 'line', from: p, to: onward(p, wait) })
  p = onward(p, wait)
  put('tie', 'tie', { kind: 'line', from: p, to: onward(p, shape.tie) })
  p = onward(p, shape.tie)
  if (tier === 'seat' && !shape.ring && side === 'top') out.push(...bailStretches(g, p))
  else if (tier === 'seat' && shape.ring && k === 'y') out.push(...shankIn(g, p, LANES.right))
  else put('end', 'end', { kind: 'line', from: p, to: onward(p, PAST) })
  return out
}

/** Straight run between the curves of this pendant's bail; below 0 they do not fit. */
export function shoulderRun(g: ClawGeometry): number {
  const tie = armStretches(g, 'seat', 'top').find((s) => s.id === 'tie')!.segments[0]!
  return tie.kind === 'line' ? bailRun(g, tie.to) : NaN
}

/** Height at which the pair that makes the bail comes together, and the highest place inside the bail. */
export function neckOf(g: ClawGeometry): { readonly join: number; readonly hang: Vec3 } {
  const list = armStretches(g, 'seat', 'top')
  const neck = list.find((s) => s.id === 'neck')!.segments[0]!
  const join = neck.kind === 'line' ? neck.from[1] : 0
  const { size: a, bail: inside, tieSize, neck: length } = g.shape
  const { radius, rise } = bailRuns({ inside, thickness: a, binder: tieSize, neck: length })
  return { join, hang: [0, join + length + rise + inside / 2, seatRow(a) - radius] }
}

/** A side's arm in the piece's frame: both halves outward from the middle. */
export function armHalves(
  g: ClawGeometry,
  tier: 'seat' | 'claw',
  side: Side,
): { readonly left: readonly Stretch[]; readonly right: readonly Stretch[] } {
  const turn = sideTurn(side)
  const mirror = (p: Vec3): Vec3 => [-p[0], p[1], p[2]]
  const right = armStretches(g, tier, side)
  const tie = right.findIndex((s) => s.id === 'tie')
  const last = right[tie]!.segments[0]!
  const shank = tier === 'seat' && g.shape.ring && axisOf(side) === 'y' && last.kind === 'line'
  const left = shank ? [...right.slice(0, tie + 1), ...shankIn(g, last.to, LANES.left)] : right
  const move = (list: readonly Stretch[], first: (p: Vec3) => Vec3) =>
    list.map((s) => ({
      ...s,
      segments: s.segments.map((seg) => {
        const way = (p: Vec3) => turn(first(p))
        return moveSegment(seg, way, way)
      }),
    }))
  return { left: move(left, mirror), right: move(right, (p) => p) }
}
