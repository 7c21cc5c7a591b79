import type { Accent } from '../../design/index.js'
import type { Vec3 } from '../../geom/index.js'
import { outlinePoint } from '../../stone/index.js'
import { ballCentre, coilAccent, offFrom, type CoilAccent, type CoiledAccent } from '../shared/coilAccent.js'
import { wireHeight, type Frame, type FrameSide } from './frame.js'

/** It stays this far off stone and neck, mm. */
const OFF = 0.05
/** Steps by which it is moved outward until it is clear, mm, and how far the coil may then stand off the frame that it is tied to. */
const STEP = 0.1
const LOOSE = 0.6

/** What the place of a ball hangs on. */
export interface BallBasis extends FrameSide {
  /** Where the neck begins, and its length. */
  readonly join: number
  readonly neck: number
  readonly wires: number
  /** Diameter, mm. */
  readonly ball: number
  readonly least: number
}

/** A ball on the right shoulder, in a coil of the front wire's right end. */
export interface PlacedBall {
  readonly spec: CoilAccent
  readonly coil: CoiledAccent
  readonly centre: Vec3
  /** Outside radius of the coil. */
  readonly around: number
}

/**
 * Where a ball sits: its coil just touches the frame where this leaves the stone's edge, or lies as little farther out as stone and neck ask.
 * Undefined where it would not come to the frame any more, or the wire cannot make its floor ring.
 */
function placeBall(basis: BallBasis): PlacedBall | undefined {
  const { line, stations, solid, join, neck, wires } = basis
  const a = line.thickness
  const from: Vec3 = [a / 2, join + neck, wireHeight(wires - 1, wires, line)]
  const ball = basis.ball / 2
  const against = outlinePoint(line.outline, stations.leave, a / 2)
  const away = [Math.cos(stations.leave), Math.sin(stations.leave)] as const
  const off = offFrom({ ball, thickness: a })
  for (let more = 0; more <= LOOSE; more += STEP) {
    const spec: CoilAccent = {
      from,
      middle: [against[0] + away[0] * (off + more), against[1] + away[1] * (off + more)],
      toward: Math.atan2(-away[1], -away[0]),
      ball,
      thickness: a,
      least: basis.least,
    }
    const centre = ballCentre(spec)
    const around = ball + a
    // the neck is bound: its wires, and the binding round them
    const beside = spec.middle[0] - a - line.binder - OFF >= offFrom({ ball, thickness: a }) - a / 2
    if (!beside || solid.nearest(...centre).distance < around + OFF) continue
    try {
      return { spec, coil: coilAccent(spec), centre, around }
    } catch (error) {
      if (!(error instanceof RangeError)) throw error
      return undefined
    }
  }
  return undefined
}

/** The ball of a frame. */
export const ballOf = (frame: Frame, neck: number, ball: number): PlacedBall | undefined =>
  ball > 0 ? placeBall({ ...frame, neck, ball }) : undefined

/** The ball as it lies in a design. */
export const ballAccent = ({ centre, spec }: PlacedBall): Accent => ({
  id: 'ball',
  kind: 'ball',
  centre,
  radius: spec.ball,
  axis: [0, 0, 1],
  wire: 'front',
})
