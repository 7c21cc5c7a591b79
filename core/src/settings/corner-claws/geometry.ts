import { remember, type Vec3 } from '../../geom/index.js'
import type { Segment } from '../../path/index.js'
import { bodyOf, outlineNearest, type FullStone, type Outline } from '../../stone/index.js'
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
export const CURVE = 2.5
/** Past the tie, mm. */
export const PAST = 0.8
/** A tail is clear of the stone's edge by this much before it goes up or down, mm. */
const CLEAR = 0.15
/** The shank's ends lie past each other under the finger by this much, mm. */
export const LAP = 8
export const DIAGONAL = Math.SQRT1_2

/** Where the middle of a seat wire's row lies at a corner: its upper face in the girdle's plane. */
export const seatRow = (size: number): number => -size / 2

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
  // past the table's edge a claw lies on the table
  const clawZ = both((k) => Math.min(girdle.h + shape.claw * Math.tan(crown[k]), table.h) + shape.play)
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
export const bendCut = (bend: number): number => bend * Math.tan(Math.PI / 8)

/** How far out along the diagonal (x + y over √2, from the stone's middle) an arm's way up or down ends. */
export function outAlong(m: Arm): number {
  return (m.vertex + m.y) * DIAGONAL + (m.vertex - m.straight) + m.level + m.ramp
}

export const axisOf = (side: Side): 'x' | 'y' => (side === 'top' || side === 'bottom' ? 'y' : 'x')

/** A named stretch of a wire, outward from its middle. */
export interface Stretch {
  readonly id: string
  readonly kind: string
  readonly segments: readonly Segment[]
}

/** A place so far out along the diagonal. */
export const onward = (p: Vec3, s: number): Vec3 => [p[0] + s * DIAGONAL, p[1] + s * DIAGONAL, p[2]]
