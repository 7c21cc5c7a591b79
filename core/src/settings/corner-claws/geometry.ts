import { remember, type Vec3 } from '../../geom/index.js'
import { hermite, moveSegment, type Segment } from '../../path/index.js'
import { bodyOf, outlineNearest, type FullStone, type Outline } from '../../stone/index.js'
import { bailRuns, bailSegments } from '../shared/rolledBail.js'
import type { Side } from './options.js'

/**
 * What the shape of corner claws hangs on, mm. Each side of the stone has a seat wire under it and may have a claw over it: straight
 * along the side, bent outward at both ends so that the tails of neighbouring sides run side by side over the corner (at 45°), and led
 * together, seat up and claw down, until they can be tied.
 */
export interface ClawShape {
  readonly stone: FullStone
  readonly ring: boolean
  readonly inside: number
  readonly clear: number
  readonly seat: number
  readonly claw: number
  readonly play: number
  /** Side of the square seat wire, width of the half-round claw. */
  readonly size: number
  readonly clawSize: number
  readonly tieSize: number
  readonly tie: number
  readonly bail: number
  readonly neck: number
  /** Radii to the wires' middles of the bends in the plane and of the way up or down. */
  readonly seatBend: number
  readonly clawBend: number
}

/** One side of one tier in its own frame: x along the side, y outward from the stone's middle. */
export interface Arm {
  /** y of the straight middle, and its height: of a square wire's middle, of a half-round's flat side. */
  readonly y: number
  readonly z: number
  /** x at which the lines of the middle and of a tail meet: half of the width between the bends. */
  readonly vertex: number
  /** Half of the straight middle. */
  readonly straight: number
  /** Along a tail from its bend: level run, run of the way up or down, and by how much it goes. */
  readonly level: number
  readonly ramp: number
  readonly climb: number
  /** Angle of that way, radians: bent by it and bent back, with a straight piece between where it is long. */
  readonly slope: number
  readonly between: number
}

export interface ClawGeometry {
  readonly shape: ClawShape
  readonly outline: Outline
  /** Half sizes of the stone, slopes of its crown and pavilion against the girdle, per axis: of the sides that lie across y (top, bottom) and x. */
  readonly half: Readonly<Record<'x' | 'y', number>>
  readonly pavilion: Readonly<Record<'x' | 'y', number>>
  readonly crown: Readonly<Record<'x' | 'y', number>>
  readonly seats: Readonly<Record<'x' | 'y', Arm>>
  readonly claws: Readonly<Record<'x' | 'y', Arm>>
  /** Lowest point of the stone. */
  readonly culet: number
  /** Of a seat wire's tail: from its bend to the end of the tie. */
  readonly tied: number
  readonly lean: number
}

/** The way in which the pair that makes a bail leans from straight up, radians, and its curves in thicknesses. */
const LEAN = (62 * Math.PI) / 180
const CURVE = 2.5
/** Past the tie, mm. */
export const PAST = 0.8
/** A tail is clear of the stone's edge by this much before it goes up or down, mm. */
const CLEAR = 0.15
/** The shank's ends lie past each other under the finger by this much, mm. */
export const LAP = 8
const DIAGONAL = Math.SQRT1_2

/** Where the middle of a seat wire's row lies at a corner: its upper face in the girdle's plane. */
const seatRow = (size: number): number => -size / 2

const known = remember<string, ClawGeometry>(16)

/** The figures of corner claws about a faceted stone. @throws RangeError for a stone that is not faceted */
export const geometryOf = (shape: ClawShape): ClawGeometry =>
  known(JSON.stringify(shape), () => workOut(shape))

function workOut(shape: ClawShape): ClawGeometry {
  const { stone, size: a, clawSize: w } = shape
  const body = bodyOf(stone)
  const outline = body.outline
  if (!outline || stone.kind !== 'faceted') throw new RangeError('corner claws take faceted stones')
  const [culet, low] = [body.stretches[0]!.at(0), body.stretches[0]!.at(1)]
  const last = body.stretches[body.stretches.length - 1]!
  const [girdle, table] = [last.at(0), last.at(1)]
  const half = { x: stone.width / 2, y: stone.length / 2 }
  const both = <T>(f: (axis: 'x' | 'y') => T): Readonly<Record<'x' | 'y', T>> => ({ x: f('x'), y: f('y') })
  const share = (s: { u: number; v: number }, axis: 'x' | 'y') => (axis === 'x' ? s.u : s.v)
  const pavilion = both((k) => Math.atan2(low.h - culet.h, half[k] * (1 - share(culet, k))))
  const crown = both((k) => Math.atan2(table.h - girdle.h, half[k] * (1 - share(table, k))))
  const seatY = both((k) => half[k] - shape.seat + a / 2)
  const clawY = both((k) => half[k] - shape.claw + w / 2)
  const seatZ = both((k) => low.h - shape.seat * Math.tan(pavilion[k]) - a / 2)
  const clawZ = both((k) => girdle.h + shape.claw * Math.tan(crown[k]) + shape.play)
  const other = { x: 'y', y: 'x' } as const
  const arm = (
    k: 'x' | 'y',
    y: Readonly<Record<'x' | 'y', number>>,
    z: number,
    thick: number,
    bend: number,
    to: number,
  ): Arm => {
    // both tiers' tails run along the same middle line, which the seat's corner decides
    const middle = seatY[k] - seatY[other[k]]
    const vertex = y[k] - middle - thick * Math.SQRT2 * 0.5
    const cut = bend * Math.tan(Math.PI / 8)
    const climb = to - z
    const way = wayOf(Math.abs(climb), bend)
    // level until the tail's inner side is past the stone's edge
    const start = vertex + cut * DIAGONAL
    const from = y[k] + cut * DIAGONAL
    let level = 0
    const clearAt = (s: number) => {
      const [u, v] = [start + s * DIAGONAL, from + s * DIAGONAL]
      const [px, py] = k === 'y' ? [u, v] : [v, u]
      return outlineNearest(outline, px, py).distance > thick / 2 + CLEAR
    }
    while (!clearAt(level) && level < 60) level += 0.1
    return {
      y: y[k],
      z,
      vertex,
      straight: vertex - cut,
      level: Number(level.toFixed(1)),
      ramp: way.run,
      climb,
      slope: way.angle,
      between: way.between,
    }
  }
  const seats = both((k) => arm(k, seatY, seatZ[k], a, shape.seatBend, seatRow(a)))
  const claws = both((k) => arm(k, clawY, clawZ[k], w, shape.clawBend, 0))
  // all four tails of a corner are tied over the same stretch: the farthest out decides
  const ends = [seats.x, seats.y, claws.x, claws.y].map(outAlong)
  return {
    shape,
    outline,
    half,
    pavilion,
    crown,
    seats,
    claws,
    culet: culet.h,
    tied: Math.max(...ends),
    lean: LEAN,
  }
}

/** Steepest that a tail is led up or down, radians. */
const STEEPEST = (60 * Math.PI) / 180

/** A way up or down by `climb`: the angle of both bends, the straight piece between them, and the run that it takes. */
export function wayOf(
  climb: number,
  bend: number,
): { readonly angle: number; readonly between: number; readonly run: number } {
  const angle = Math.acos(Math.max(Math.cos(STEEPEST), 1 - climb / (2 * bend)))
  const between = angle < STEEPEST - 1e-9 ? 0 : (climb - 2 * bend * (1 - Math.cos(angle))) / Math.sin(angle)
  return { angle, between, run: 2 * bend * Math.sin(angle) + between * Math.cos(angle) }
}

/** Bend's own advance along the diagonal, measured from the line's meeting point. */
const bendCut = (bend: number): number => bend * Math.tan(Math.PI / 8)

/** How far out along the diagonal (x + y over √2, from the stone's middle) an arm's way up or down ends. */
function outAlong(m: Arm): number {
  return (m.vertex + m.y) * DIAGONAL + (m.vertex - m.straight) + m.level + m.ramp
}

/** A named stretch of a wire, outward from its middle. */
export interface Stretch {
  readonly id: string
  readonly kind: string
  readonly segments: readonly Segment[]
}

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

export const axisOf = (side: Side): 'x' | 'y' => (side === 'top' || side === 'bottom' ? 'y' : 'x')

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

const onward = (p: Vec3, s: number): Vec3 => [p[0] + s * DIAGONAL, p[1] + s * DIAGONAL, p[2]]

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

/** From the top right tie to the neck and into the bail, in the plane of the row: a curve to the left, straight, a curve up. */
function bailStretches(g: ClawGeometry, from: Vec3): Stretch[] {
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

/** Middle of the finger's circle, below the stone: its z. */
export const fingerAt = (g: ClawGeometry): number => g.culet - g.shape.clear - g.shape.inside / 2

/** Lanes in which the four ends lie side by side under the finger, in thicknesses from the middle: of the top wire's right and left end. */
export const LANES = { right: 0.5, left: 1.5 } as const

/**
 * From the right tie of the top or bottom seat wire down round the finger, drawn to its lane beside the other ends. In the side's frame:
 * x to the right, y toward the side itself; the left end goes the same way in the mirror, in a lane of its own.
 */
function shankIn(g: ClawGeometry, tied: Vec3, lane: number): Stretch[] {
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
  const y = (t: number): readonly [number, number] => {
    // cubic from the side's place and way to the lane over the first quarter and level after it
    const q = Math.PI / 2
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
  const bound = Math.PI / 2 - lap
  return [
    { id: 'rise', kind: 'rise', segments: [{ kind: 'line', from: tied, to: from }, rise] },
    { id: 'finger', kind: 'finger', segments: [finger(0, bound)] },
    { id: 'lap', kind: 'lap', segments: [finger(bound, total)] },
  ]
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
