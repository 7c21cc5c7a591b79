import { cross, scale, add, along, type Vec3 } from '../../../geom/index.js'
import { hermite, measurePath, pathAt, type Path, type Segment } from '../../../path/index.js'
import { figure, figures } from '../figures.js'

/** Like wires twisted about each other along a line. */
export interface TwistedPair {
  /** The line between them: in one plane, to which `across` is square. */
  readonly line: Path
  readonly across: Vec3
  /** Thickness of each wire, mm. */
  readonly thick: number
  /** Half turns: after an odd number they have changed sides. */
  readonly halves: number
  /** Length over which the twist begins and dies out at either end, mm. */
  readonly ease: number
}

/** A twist goes once round in so many thicknesses of its wire: typical, uncited, 4 to 7. */
const PITCH = 5
/** Points on each wire per half turn. */
const POINTS = 8

/** Length at either end of a twist over which it begins and dies out, mm. */
export const easeOf = (length: number, thick: number): number => Math.min(length / 3, (PITCH * thick) / 2)

const { make: twistFigures, formulas: twistFormulas } = figures('twist', {
  turns: figure(
    'turns',
    `whole turns in {length}: once round in ${PITCH} × {thick}, fading at both ends, one at least`,
    ({ length, thick }) => Math.max(1, Math.round((length - easeOf(length, thick)) / (PITCH * thick))),
  ),
})
export { twistFigures, twistFormulas }

/** Where a wire of a twist stands where that begins: so far off its line, and turned from the way that `across` points, radians. */
export interface Twisted {
  readonly radius: number
  readonly phase: number
}

/** One wire of a pair, beginning on the side that `across` points to (1) or on the other (−1). */
export const ofPair = (thick: number, side: 1 | -1): Twisted => ({
  radius: thick / 2,
  phase: side === 1 ? 0 : Math.PI,
})

/** One wire of a twist: it begins and ends as its line goes. */
export function twistedWire(
  { line, across, halves, ease }: Omit<TwistedPair, 'thick'>,
  { radius: off, phase }: Twisted,
): Segment {
  const { length } = measurePath(line)
  // it turns ever faster at first and ever slower at last, evenly between
  const rate = (halves * Math.PI) / (length - ease)
  const turned = (s: number): number =>
    s < ease
      ? (rate * s * s) / (2 * ease)
      : s > length - ease
        ? halves * Math.PI - (rate * (length - s) ** 2) / (2 * ease)
        : rate * (s - ease / 2)
  const turning = (s: number): number => rate * Math.min(1, s / ease, (length - s) / ease)
  const point = (s: number): Vec3 => {
    const { p, t } = pathAt(line, s)
    const [c, n] = [Math.cos(turned(s) + phase), Math.sin(turned(s) + phase)]
    return along(along(p, across, off * c), cross(across, t), off * n)
  }
  const slope = (s: number): Vec3 => {
    const { t } = pathAt(line, s)
    const [a, b] = [Math.max(0, s - NEAR), Math.min(length, s + NEAR)]
    const bent = scale(add(pathAt(line, b).t, scale(pathAt(line, a).t, -1)), 1 / (b - a))
    const [c, n] = [Math.cos(turned(s) + phase), Math.sin(turned(s) + phase)]
    const round = along(scale(across, -off * n * turning(s)), cross(across, t), off * c * turning(s))
    return add(along(t, cross(across, bent), off * n), round)
  }
  const pieces = Math.max(6, POINTS * halves)
  const at = Array.from({ length: pieces + 1 }, (_, i) => (length * i) / pieces)
  return hermite(at, at.map(point), at.map(slope))
}

/** How far along the line its bending is asked, mm. */
const NEAR = 1e-4
