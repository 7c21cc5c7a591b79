import { along, cross, scale, squareTo, type Vec3 } from '../../geom/index.js'
import { segmentAt, segmentLength, moveSegment, reverseSegment, type Segment } from '../../path/index.js'
import { leaf, numberOf, type Quantity } from '../../working/index.js'
import type { Piece } from '../shared/pieces.js'
import { figure, figures, mm } from './figures.js'

/** Steepest that a wire is led sideways, radians. */
const STEEPEST = Math.PI / 3
/** Shorter than this nothing is drawn, mm. */
const NOTHING = 1e-6
const degrees = (radians: number): number => (radians * 180) / Math.PI

/** A shift sideways with two like bends: their angle in radians, what is straight between them and how far the wire goes on meanwhile, mm. */
export function crankOf(
  by: number,
  radius: number,
): { readonly angle: number; readonly between: number; readonly run: number } {
  const shift = Math.abs(by)
  const angle = Math.acos(Math.max(Math.cos(STEEPEST), 1 - shift / (2 * radius)))
  const between = angle < STEEPEST - 1e-9 ? 0 : (shift - 2 * radius * (1 - Math.cos(angle))) / Math.sin(angle)
  return { angle, between, run: 2 * radius * Math.sin(angle) + between * Math.cos(angle) }
}

/** Figures of what a pen draws. */
const { make: penFigures, formulas } = figures('pen', {
  bend: mm('π × {angle}° / 180° × {radius}: a bend', ({ angle, radius }) => (Math.PI * angle * radius) / 180),
  crank: mm(
    'shifted by {by} with two bends of radius {radius}, 60° at most, and what is straight between them',
    ({ by, radius }) => {
      const { angle, between } = crankOf(by, radius)
      return 2 * radius * angle + between
    },
  ),
  steepness: figure(
    '°',
    'of a shift by {by} with two bends of radius {radius}: arccos(1 − {by} / (2 × {radius})), 60° at most',
    ({ by, radius }) => degrees(crankOf(by, radius).angle),
  ),
})

const { make: sums, formulas: sumFormulas } = figures('pen', {
  together: mm('its pieces one after the other, added up', (x) =>
    Object.values<number>(x).reduce((a, b) => a + b, 0),
  ),
})

export { penFigures }
export const penFormulas = { ...formulas, ...sumFormulas }

/** An angle that the family fixes, in degrees. */
export const angle = (name: string, value: number): Quantity => leaf('table', name, value, '°', 'the family')

/**
 * Bends one wire outward from its anchor, piece by piece, as pliers do. Each move takes the figures that say how long it is: so the drawn path
 * and the cut length cannot differ.
 * @example new Pen([0, 4, 0], [1, 0, 0]).line('middle', 'middle', typed('half', 3)).at // [3, 4, 0]
 */
export class Pen {
  readonly pieces: Piece[] = []

  /** Where it stands, mm, and the unit vector along which it goes on. */
  constructor(
    public at: Vec3,
    public heading: Vec3,
  ) {}

  /** Straight on; nothing where the length is 0 or less. */
  line(id: string, kind: string, length: Quantity): this {
    const run = numberOf(length)
    if (run < NOTHING) return this
    return this.draw(
      id,
      kind,
      [{ kind: 'line', from: this.at, to: along(this.at, this.heading, run) }],
      length,
    )
  }

  /** A bend by so many degrees toward a direction, its radius to the wire's middle. */
  bend(id: string, kind: string, radius: Quantity, by: Quantity, toward: Vec3): this {
    const arc = this.arc(numberOf(radius), (numberOf(by) * Math.PI) / 180, toward)
    return this.draw(id, kind, [arc], penFigures.bend({ radius, angle: by }))
  }

  /** Shifted sideways toward a direction (away from it below 0), and on as before. */
  crank(id: string, kind: string, radius: Quantity, by: Quantity, toward: Vec3): this {
    const [r, shift] = [numberOf(radius), numberOf(by)]
    if (Math.abs(shift) < NOTHING) return this
    const way = scale(toward, Math.sign(shift))
    const { angle, between } = crankOf(shift, r)
    const there = this.arc(r, angle, way)
    const { p, t } = segmentAt(there, segmentLength(there))
    const next = new Pen(along(p, t, between), t)
    const back = next.arc(r, angle, scale(way, -1))
    const straight: Segment[] = between > NOTHING ? [{ kind: 'line', from: p, to: next.at }] : []
    return this.draw(id, kind, [there, ...straight, back], penFigures.crank({ by, radius }))
  }

  /** A piece that is drawn otherwise, from here on. */
  draw(id: string, kind: string, segments: readonly Segment[], length: Quantity): this {
    this.pieces.push({ id, kind, segments, length })
    const last = segments[segments.length - 1]!
    const { p, t } = segmentAt(last, segmentLength(last))
    this.at = p
    this.heading = t
    return this
  }

  /** Several moves as one piece: what is bent in one go, and cut as one length. */
  together(id: string, kind: string, moves: (pen: Pen) => void): this {
    const pen = new Pen(this.at, this.heading)
    moves(pen)
    const lengths = Object.fromEntries(pen.pieces.map((p) => [p.id, p.length]))
    const segments = pen.pieces.flatMap((p) => p.segments)
    return this.draw(id, kind, segments, sums.together(lengths))
  }

  /** The arc that a bend toward a direction would draw: sweep in radians. */
  arc(radius: number, sweep: number, toward: Vec3): Segment {
    return this.round(radius, sweep, cross(this.heading, squareTo(toward, this.heading)))
  }

  /** An arc about an axis square to the heading, turning as a common screw that goes along that axis. */
  round(radius: number, sweep: number, axis: Vec3): Segment {
    const inward = cross(axis, this.heading)
    return {
      kind: 'arc',
      centre: along(this.at, inward, radius),
      x: scale(inward, -1),
      y: this.heading,
      radius,
      sweep,
    }
  }
}

/** The same pieces travelled the other way. */
export const reversed = (pieces: readonly Piece[]): Piece[] =>
  [...pieces].reverse().map((p) => ({ ...p, segments: [...p.segments].reverse().map(reverseSegment) }))

/** The same pieces where a rigid move or a mirror leads. */
export const moved = (pieces: readonly Piece[], by: (p: Vec3) => Vec3): Piece[] =>
  pieces.map((p) => ({ ...p, segments: p.segments.map((s) => moveSegment(s, by, by)) }))
