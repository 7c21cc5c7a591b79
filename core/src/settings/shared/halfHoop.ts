import { bisect, type Vec3 } from '../../geom/index.js'
import { hermite, moveSegment, type Segment } from '../../path/index.js'
import { outline, outlinePoint, type FullStone, type Outline } from '../../stone/index.js'

/** A ball or an egg seen along y, the axis of a hoop round it: an egg may lie across that axis. */
export interface RoundEgg {
  /** As it is seen from the front: an egg that lies across, by its width. */
  readonly outline: Outline
  /** Length of an egg that lies across, along z, where it is one. */
  readonly lying: number | undefined
  /** From the stone to the middle of the hoop's wire, mm. */
  readonly offset: number
}

/** How a ball or an egg is seen along its hoops' axis: across, or along its length. */
export function outlineAlong({ length, width }: FullStone, across: boolean): Outline {
  const tall = across ? width : length
  return Math.abs(tall - width) < 1e-9 ? outline('round', width, width) : outline('oval', tall, width)
}

/** Half of a hoop in front (z > 0) from the right to the left, or behind from the left to the right, at one height; of its front from an angle on. */
export function halfHoop(
  { outline: upright, lying, offset }: RoundEgg,
  at: number,
  face: 'front' | 'back',
  from = 0,
): Segment {
  const [x, y] = outlinePoint(upright, at, offset)
  const sign = face === 'front' ? 1 : -1
  if (lying === undefined)
    return {
      kind: 'arc',
      centre: [0, y, 0],
      x: [sign * Math.cos(from), 0, sign * Math.sin(from)],
      y: [-sign * Math.sin(from), 0, sign * Math.cos(from)],
      radius: x,
      sweep: Math.PI - from,
    }
  // an egg lying across: it is turned about z, so the parallel curve of its long outline gives the distance from that axis at each z
  const long = outline('oval', lying, upright.right * 2)
  const quarterAt = (psi: number): readonly [across: number, z: number] => {
    const [rho, z] = outlinePoint(long, psi, offset)
    return [Math.sqrt(Math.max(0, rho * rho - y * y)), z]
  }
  const last = bisect((psi) => outlinePoint(long, psi, offset)[0] - y, 0, Math.PI / 2, 1e-13).root
  const place = (angle: number): Vec3 => {
    // the quarter's own angle about the hoop's middle, 0 at the right
    const quarter = angle <= Math.PI / 2 ? angle : Math.PI - angle
    if (quarter < 1e-12) return [angle < 1 ? x : -x, y, 0]
    const turned = (p: number): number => {
      const [u, z] = quarterAt(p)
      return z * Math.cos(quarter) - u * Math.sin(quarter)
    }
    const psi = quarter > Math.PI / 2 - 1e-9 ? last : bisect(turned, 0, last, 1e-13).root
    const [u, z] = quarterAt(psi)
    return [angle <= Math.PI / 2 ? u : -u, y, z]
  }
  const n = 24
  const angles = Array.from({ length: n + 1 }, (_, k) =>
    k <= n / 2 ? from + ((Math.PI / 2 - from) * 2 * k) / n : (Math.PI * k) / n,
  )
  const e = 1e-4
  const slope = angles.map((a, k): Vec3 => {
    if (k === 0 && from === 0) return [0, 0, x]
    if (k === n) return [0, 0, -x]
    const [p, q] = [place(a - e), place(a + e)]
    // the middle, where both quarters meet, runs straight across
    return [(q[0] - p[0]) / (2 * e), 0, k === n / 2 ? 0 : (q[2] - p[2]) / (2 * e)]
  })
  const segment = hermite(angles, angles.map(place), slope)
  if (face === 'front') return segment
  const turn = ([a, b, c]: Vec3): Vec3 => [-a, b, -c]
  return moveSegment(segment, turn, turn)
}
